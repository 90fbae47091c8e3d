"""Lists that may be long: every row is reached once, in order, either way; a search costs the same however many doors there are."""

import random
from datetime import UTC, datetime, timedelta
from urllib.parse import quote

import pytest
from django.db import connection
from django_scopes import scope

from server.calls.models import Call
from server.config import paging
from server.config.paging import page_of
from server.doors import search
from server.doors.models import Door, Word
from server.doors.search import doors_with
from server.doors.words import words_of
from tests.server.conftest import Api
from tools.large import fill

SOME = datetime(2026, 5, 4, 9, 0, tzinfo=UTC)


@pytest.fixture
def rows(shop):
    """Sixty doors with equal names, places and visits among them, and some never visited."""
    chance = random.Random(1847)
    visits = [None, *(SOME + timedelta(days=day, microseconds=day) for day in range(6))]
    return Door.objects.bulk_create(
        Door(
            shop=shop,
            name=f"{chance.choice(('Bay', 'bay', 'Lóft', 'loft', 'Øre'))} {chance.randrange(9)}",
            place=chance.choice(("", "Quay", "quay", "Tern Street")),
            visited_at=chance.choice(visits),
            record={"measured": {}},
        )
        for _ in range(60)
    )


@pytest.fixture
def doors(rows):
    """The same, each saved, so that it is found by its words."""
    for door in rows:
        door.save()
    return rows


@pytest.mark.parametrize("order", ["name", "-name", "place", "-place", "visited_at", "-visited_at"])
@pytest.mark.parametrize("size", [1, 7, 59, 60, 61])
def test_every_row_is_met_once_in_order_there_and_back(rows, order, size):
    sign = "-" if order.startswith("-") else ""
    expected = [door.pk for door in Door.objects.order_by(order, f"{sign}pk")]
    pages = [page_of(Door.objects.all(), order, size=size)]
    assert pages[0].before == ""
    while pages[-1].after:
        pages.append(page_of(Door.objects.all(), order, pages[-1].after, size))
    assert [row.pk for page in pages for row in page.rows] == expected
    back = [pages[-1]]
    while back[-1].before:
        back.append(page_of(Door.objects.all(), order, back[-1].before, size))
    assert [row.pk for page in reversed(back) for row in page.rows] == expected
    assert len(back) == len(pages)


def test_a_row_that_comes_or_goes_meanwhile_moves_no_other(rows, shop):
    first = page_of(Door.objects.all(), "name", size=20)
    Door.objects.create(shop=shop, name="AAA", record={"measured": {}})
    expected = [door.pk for door in Door.objects.order_by("name", "pk")][21:41]
    assert [row.pk for row in page_of(Door.objects.all(), "name", first.after, 20).rows] == expected


@pytest.mark.parametrize(
    "mark", ["x", "eyJ9", "W10=", "WzEsIHsiYSI6IDF9LCAxXQ==", "W2ZhbHNlLCAieCIsIDk5OTk5OTk5OTk5OTk5OTk5OTk5OTldCg==", "é"]
)
def test_a_mark_that_is_none_is_refused(technician, door, mark):
    for path in (f"/doors?at={mark}", f"/doors?sort=visited&at={mark}", f"/calls?at={mark}"):
        answer = Api(technician).get(path)
        assert answer.status_code == 422, path
        assert answer.json()["error"]["field"].endswith("at")


def test_the_calls_under_way_are_all_reached_newest_first(technician, shop):
    for place in range(53):
        door = Door.objects.create(shop=shop, name=f"Bay {place}", record={"measured": {}})
        Call.objects.create(shop=shop, door=door, technician="T", started_at=SOME + timedelta(hours=place))
    api, seen, at = Api(technician), [], ""
    while True:
        page = api.get(f"/calls?at={at}").json()
        seen += [one["door_name"] for one in page["under_way"]]
        at = page["after"]
        if not at:
            break
    assert seen == [f"Bay {place}" for place in reversed(range(53))]


WORDS = ["Lóft 4", "loft", "quay 1", "Örebro", "O'Hara & Sons", "bay-2", "4", "日本", "İzmir", "straße"]


def test_words_are_found_by_how_they_begin_whatever_their_accents(shop):
    doors = [Door.objects.create(shop=shop, name=name, place=WORDS[place - 1], record={"measured": {}}) for place, name in enumerate(WORDS)]

    def found(text):
        found = doors_with(text)
        assert not found.many
        assert found.total == len(found.doors)
        return {door.name for door in found.doors}

    assert found("lof") == {"Lóft 4", "loft", "quay 1"}
    assert found("LÓF 4") == {"Lóft 4", "loft"}
    assert found("ohara son") == found("O'Hara son") == found("o’hara") == {"O'Hara & Sons", "bay-2"}
    assert found("ore") == {"Örebro", "O'Hara & Sons"}
    assert found("strasse") == {"straße", "Lóft 4"}
    assert found("日") == {"日本", "İzmir"}
    assert found("oft") == found("%") == found("_") == found("lighthouse") == set()
    assert len(found("")) == len(doors)


def test_a_door_is_found_by_any_end_of_any_of_its_phones_however_it_is_written(technician, shop):
    api = Api(technician)
    Door.objects.create(shop=shop, name="Loft", phone="+1 (715) 555-0203, 555 0777")
    Door.objects.create(shop=shop, name="Barn 203", place="Quay 7155", phone="")

    def found(text):
        return {one["name"] for one in api.get(f"/doors?search={quote(text)}").json()["doors"]}

    for text in ("715 555 0203", "(715)5550203", "+17155550203", "001 715 555 0203", "555-0203", "5550203", "0203", "555 0777"):
        assert found(text) == {"Loft"}, text
    assert found("203") == {"Barn 203"}, "three digits are a number on a house, not a phone"
    assert found("7155") == {"Barn 203", "Loft"}
    assert found("+49 0204") == found("555 0204") == set()


def test_a_door_is_found_by_its_size_in_feet(technician, shop):
    api = Api(technician)
    wide = Door.objects.create(shop=shop, name="Loft", place="Quay 16", record={"measured": {"width_in": 192.0, "height_in": 84.0}})
    Door.objects.create(shop=shop, name="Barn", place="Quay 16", record={"measured": {"width_in": 108.0, "height_in": 84.0}})

    def found(text):
        return {one["name"] for one in api.get(f"/doors?search={quote(text)}").json()["doors"]}

    for text in ("16x7", "16 x 7", "16'×7'", "quay 16X7", "16ft x 7ft loft"):
        assert found(text) == {"Loft"}, text
    assert found("16") == {"Loft", "Barn"}
    assert found("16x8") == found("16x70") == set()
    wide.record = {"measured": {"width_in": 192.0, "height_in": 96.0}}
    wide.save(update_fields=["record"])
    assert found("16x8") == {"Loft"}


def test_a_word_with_one_letter_wrong_finds_what_was_meant_and_says_so(technician, shop):
    api = Api(technician)
    for name, place in (("Pennock Bakery", "Quay 4"), ("Saltmarsh Boatworks", "Quay 5")):
        Door.objects.create(shop=shop, name=name, place=place)
    typos = {"pennok": "pennock", "penncok bak": "pennock bak", "pennov b": "pennock b", "salltmarsh": "saltmarsh"}
    for typed, meant in typos.items():
        name = "Pennock Bakery" if meant.startswith("p") else "Saltmarsh Boatworks"
        page = api.get(f"/doors?search={quote(typed)}").json()
        assert ([one["name"] for one in page["doors"]], page["meant"]) == ([name], meant), typed
    for typed in ("pennuk", "dennock", "pen x", "quxy 9"):
        page = api.get(f"/doors?search={quote(typed)}").json()
        assert (page["doors"], page["meant"]) == ([], ""), typed


def test_a_door_is_found_by_what_it_is_called_now(technician, door):
    api = Api(technician)
    assert api.send("PUT", f"/doors/{door.key}", {"name": "Sail shed", "place": "Low Ferry", "version": 1}).status_code == 200
    assert [one["name"] for one in api.get("/doors?search=sail low").json()["doors"]] == ["Sail shed"]
    assert api.get("/doors?search=loft").json()["doors"] == []
    assert set(Word.objects.filter(door=door).values_list("text", flat=True)) == {"sail", "shed", "low", "ferry"}
    assert api.send("PUT", f"/doors/{door.key}", {"name": "Sail shed", "phone": "555 0123", "version": 2}).status_code == 200
    assert [one["name"] for one in api.get("/doors?search=0123").json()["doors"]] == ["Sail shed"]


def test_a_door_with_more_words_than_an_index_holds_is_found_by_each_of_them(shop):
    many = "".join(f" {chr(0xFDFA)}{place}" for place in range(40))  # one letter that is eighteen, written out
    door = Door.objects.create(shop=shop, name="Loft", place=many.strip()[:200], record={"measured": {}})
    assert all(list(doors_with(word).doors) == [door] for word in ("loft", chr(0xFDFA), *door.words_now()))


def test_a_search_finds_what_a_look_at_every_door_finds(shop, doors):
    """By words, beginnings, repeated, in any order, of one letter and of many."""
    chance, ends = random.Random(7), ("b", "ba", "bay", "l", "loft", "q", "quay", "t", "tern", "st", "street", "o", "4", "7", "x", "ø")
    for _ in range(60):
        typed = [chance.choice(ends) for _ in range(chance.randrange(1, 6))]
        wanted = {
            one.pk for one in doors if all(any(word.startswith(end) for word in one.words_now()) for end in words_of(" ".join(typed)))
        }
        with scope(shop=shop):
            assert {one.pk for one in doors_with(" ".join(typed)).doors} == wanted, typed


def test_a_search_where_there_is_nothing_finds_nothing(shop):
    with scope(shop=shop):
        assert [len(doors_with(text).doors) for text in ("bay", "bay quay", "b a y")] == [0, 0, 0]


def test_a_search_asks_the_database_as_often_however_much_is_typed(shop, django_assert_num_queries):
    for text in ("bay quay", "b a y q u a y " * 6):
        with scope(shop=shop), django_assert_num_queries(2):
            doors_with(text)


def test_a_search_by_several_words_reads_no_more_than_the_rarest_of_them_has(shop, transactional_db):
    fill(shop.pk, 3000)
    rarest = Word.objects.filter(text__startswith="17").count()

    def rows_read(text):
        with connection.cursor() as cursor:
            cursor.execute("FLUSH STATUS")
            with scope(shop=shop):
                count = len(doors_with(text).doors)
            cursor.execute("SHOW SESSION STATUS LIKE 'Handler_read%'")
            return count, sum(int(times) for name, times in cursor.fetchall() if name != "Handler_read_rnd_deleted")

    for text in ("bay 17 k", "17 k bay", "k bay 17"):
        found, read = rows_read(text)
        assert found == Door.objects.filter(words__text="bay").filter(words__text__startswith="17").distinct().count() > 1, text
        assert read < 1.5 * rarest + 40, (text, read, rarest)


def test_a_search_that_finds_many_gives_the_first_and_says_so(technician, doors, monkeypatch):
    monkeypatch.setattr(search, "FOUND", 7)
    page = Api(technician).get("/doors?search=lof").json()
    assert (page["total"], page["many"], len(page["doors"])) == (7, True, 7)


def test_a_long_list_is_counted_up_to_a_bound(technician, doors, monkeypatch):
    monkeypatch.setattr(paging, "COUNTED", 50)
    monkeypatch.setattr("server.doors.search.COUNTED", 50)
    page = Api(technician).get("/doors").json()
    assert (page["total"], page["many"]) == (50, True)


def test_a_shop_made_large_by_the_database_itself_is_read_like_any_other(technician, shop, transactional_db):
    """What the lists are measured with: its columns are those there are now."""
    fill(shop.pk, 50)
    api = Api(technician)
    page = api.get("/doors").json()
    assert (page["total"], len(page["doors"])) == (50, 20)
    key = Call.objects.order_by("pk")[0].key
    state = api.get(f"/calls/{key}").json()["state"]
    assert (state["complaint"], len(api.get("/calls").json()["closed"])) == ("heavy", 12)
    assert api.get("/doors?search=bay").json()["total"] > 0
