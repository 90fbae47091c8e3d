"""A shop's own lists and the bench: loaded whole, used where they answer better, kept with doors."""

import uuid

import pytest
from hypothesis import given
from hypothesis import strategies as st

from hinge.stock.rates import compile_rates
from server.bench.models import BenchSheet
from server.doors.models import Door
from server.stock import service
from server.stock.models import ShopList
from tests.server.conftest import Api
from tests.support.calls import MEASURES
from tests.support.documents import text_of
from tests.support.questions import DOOR, DRUM, SPRING, TRACK

RATES = "wire_in,inside_diameter_in,rate_per_coil_lbin_per_turn\n0.207,2,2300\n"
VAN = "wire_in,inside_diameter_in,length_in,count\n0.207,2,60,2\n"
SIZE = {"door": DOOR, "track": TRACK, "drum": DRUM, "cycles": 15000}


def load(person, kind, text, name="list.csv"):
    return Api(person).send("PUT", f"/stock/{kind}", {"file_name": name, "text": text})


def test_a_table_is_loaded_used_and_put_aside(lead, technician):
    assert load(lead, "rates", RATES).json()["rows"] == 1
    answer = Api(technician).post("/bench/torsion", SPRING).json()
    assert answer["table_rate_lbin_per_turn"] == answer["rate_lbin_per_turn"] != answer["formula_rate_lbin_per_turn"]
    assert Api(technician).get("/stock").json()[0]["loaded_by"] == "Lena Rudd"
    assert Api(lead).send("DELETE", "/stock/rates").status_code == 204
    assert "table_rate_lbin_per_turn" not in Api(technician).post("/bench/torsion", SPRING).json()


def test_a_bad_table_is_refused_whole_and_the_old_one_stays(lead):
    load(lead, "rates", RATES, "good.csv")
    answer = load(lead, "rates", RATES + "0.225,2,strong\n", "bad.csv")
    assert answer.status_code == 422
    assert answer.json()["error"]["message"] == "Row 3, column rate_per_coil_lbin_per_turn: 'strong' is not a number."
    kept = ShopList.objects.get(shop=lead.shop)
    assert (kept.file_name, len(kept.rows)) == ("good.csv", 1)


def test_what_a_list_would_change_is_told_before_it_replaces_the_one_there_is(lead, technician):
    load(lead, "van", VAN)
    text = "shelf;wire_in;inside_diameter_in;length_in;count\nA;0,207;2;60;1\nB;0,225;2;30;4\n"
    answer = Api(lead).post("/stock/van/difference", {"file_name": "van.csv", "text": text}).json()
    assert (answer["added"], answer["removed"], answer["changed"], answer["left_out"]) == (1, 0, 1, ["shelf"])
    assert [(one["before"], one["after"]) for one in answer["changes"]] == [("2", "1"), ("", "4")]
    assert ShopList.objects.get(shop=lead.shop).rows[0]["count"] == 2, "nothing is kept"
    assert load(lead, "van", text).status_code == 200
    same = Api(lead).post("/stock/van/difference", {"file_name": "van.csv", "text": text}).json()
    assert (same["changes"], same["unchanged"]) == ([], 2)
    wrong = Api(lead).post("/stock/van/difference", {"file_name": "van.csv", "text": text + "C;thick;2;30;1\nD;0,2;2;30;many\n"})
    assert wrong.status_code == 422
    assert wrong.json()["error"]["message"].count("Row") == 2
    many = "wire_in,inside_diameter_in,length_in,count\n" + "thick,2,30,1\n" * 30
    told = Api(lead).post("/stock/van/mistakes", {"file_name": "van.csv", "text": many}).content.decode().splitlines()
    assert (len(told), told[0], told[-1]) == (31, "row,column,wrong", "31,wire_in,'thick' is not a number")
    bare = Api(lead).post("/stock/van/mistakes", {"file_name": "van.csv", "text": "wire_in,count\n.2,1\n"}).content.decode()
    assert bare.splitlines()[1].startswith("1,inside_diameter_in,")
    assert Api(lead).post("/stock/van/mistakes", {"file_name": "van.csv", "text": text}).content.decode() == "row,column,wrong\n"
    assert Api(technician).post("/stock/van/difference", {"file_name": "van.csv", "text": text}).status_code == 403


def test_a_shop_never_sizes_with_anothers_list(lead, stranger):
    load(lead, "van", VAN)
    assert "not in the van" not in str(Api(stranger).post("/bench/size", SIZE).json())
    assert Api(stranger).get("/stock").json() == []
    assert Api(stranger).get("/stock/van/csv").status_code == 404


def test_only_what_is_in_the_van_can_be_asked_for(lead):
    load(lead, "van", VAN)
    sets = Api(lead).post("/bench/size", SIZE | {"options": {"from_van_only": True}}).json()["sets"]
    assert sets
    assert {(one["springs"][0]["wire_in"], one["springs"][0]["inside_diameter_in"]) for one in sets} == {(0.207, 2.0)}


def test_a_table_of_full_size_is_compiled_once_for_a_shop_and_answers_as_a_small_one(lead, monkeypatch):
    """20 000 rows, one of them of a wire the search offers: its rate is used, the others change nothing."""
    compiled = []
    monkeypatch.setattr(service, "compile_rates", lambda rows: compiled.append(len(rows)) or compile_rates(rows))
    header, *mine = RATES.splitlines()
    others = [f"{0.41 + place % 90 / 1000:.3f},{3 + place // 90 / 400:.4f},9000" for place in range(19_999)]
    answers = []
    for rows in (mine, mine + others):
        assert load(lead, "rates", "\n".join([header, *rows, ""])).json()["rows"] == len(rows)
        answers += [Api(lead).post("/bench/size", SIZE).json() for _ in range(2)]
    assert all(answer == answers[0] for answer in answers)
    assert any(one["springs"][0].get("table_rate_lbin_per_turn") for one in answers[0]["sets"])
    assert compiled == [1, 20_000]


def test_a_question_with_its_own_list_keeps_it(lead):
    load(lead, "rates", RATES)
    own = [{"wire_in": 0.207, "inside_diameter_in": 2, "rate_per_coil_lbin_per_turn": 2000}]
    answer = Api(lead).post("/bench/torsion", SPRING | {"rate_table": own}).json()
    assert answer["rate_lbin_per_turn"] == pytest.approx(2000 / answer["active_coils"])


@pytest.mark.parametrize(("kind", "text"), [("rates", RATES), ("van", VAN), ("parts", "part,count\nRoller,12\n")])
def test_what_goes_out_as_csv_comes_in_again(lead, kind, text):
    load(lead, kind, text)
    before = ShopList.objects.get(shop=lead.shop).rows
    out = Api(lead).get(f"/stock/{kind}/csv")
    assert out["Content-Disposition"] == f'attachment; filename="{kind}.csv"'
    load(lead, kind, out.content.decode())
    assert ShopList.objects.get(shop=lead.shop).rows == before


def test_a_list_of_another_kind_is_not_there(lead):
    assert load(lead, "hats", VAN).status_code == 422


def sheet(**change):
    given = {"key": str(uuid.uuid4()), "address": "/bench/springs?weight_lb=130", "title": "Springs", "says": "Door weight 130 lb"}
    return given | change


def test_a_sheet_is_kept_once_however_often_it_is_sent(technician, door):
    one = sheet()
    for _ in range(2):
        assert Api(technician).post(f"/doors/{door.key}/bench", one).status_code == 200
    kept = Api(technician).get(f"/doors/{door.key}/bench").json()
    assert [(row["address"], row["by"]) for row in kept] == [("/bench/springs?weight_lb=130", "Tess Orme")]
    assert Api(technician).send("DELETE", f"/bench-sheets/{one['key']}").status_code == 204
    assert not BenchSheet.objects.exists()


def test_a_sheet_of_a_stale_page_is_kept_with_the_file_that_is_left_and_with_none_put_away(technician, lead, door, shop):
    other = Door.objects.create(shop=shop, name="Net loft again")
    versions = {"version": door.version, "other": str(other.key), "other_version": other.version}
    assert Api(lead).post(f"/doors/{door.key}/merge", versions).status_code == 200
    assert Api(technician).post(f"/doors/{other.key}/bench", sheet()).status_code == 200
    assert BenchSheet.objects.get().door_id == door.pk
    Door.objects.filter(pk=door.pk).update(put_away="one too many")
    assert Api(technician).post(f"/doors/{door.key}/bench", sheet()).status_code == 409


@pytest.mark.parametrize("address", ["https://elsewhere.test/", "/shop", "//elsewhere.test/bench/springs", "/bench/springs#x"])
def test_a_sheet_leads_nowhere_but_to_the_bench(technician, door, address):
    assert Api(technician).post(f"/doors/{door.key}/bench", sheet(address=address)).status_code == 422


def test_a_stranger_takes_no_sheet_off(technician, stranger, door):
    one = sheet()
    Api(technician).post(f"/doors/{door.key}/bench", one)
    assert Api(stranger).send("DELETE", f"/bench-sheets/{one['key']}").status_code == 404
    assert BenchSheet.objects.count() == 1


def test_a_typed_sheet_is_read_field_by_field(technician):
    read = Api(technician).post("/bench/sheet", {"typed": MEASURES | {"rise_in": "tall"}}).json()
    assert read["setup"]["door"]["height_in"] == 84
    assert list(read["problems"]) == ["rise_in"]
    assert read["missing"] == []


@given(
    typed=st.dictionaries(st.sampled_from([*MEASURES, "lift", "counterbalance", "section_heights_in", "nonsense"]), st.text(max_size=30))
)
def test_nothing_typed_on_a_sheet_makes_it_fall(typed):
    from hinge.file.sheet import read_sheet

    read = read_sheet(typed)
    assert set(read.values) | set(read.problems) <= set(typed)


def test_the_knowledge_names_drums_and_what_doors_are_made_of(technician):
    known = Api(technician).get("/knowledge").json()
    assert {"flat", "high_lift", "vertical"} == {drum["kind"] for drum in known["drums"]}
    assert next(field for field in known["fields"] if field["name"] == "lift")["choices"][3]["text"] == "Vertical lift"
    assert known["sections"]


def test_the_fitting_drawing_is_one_page_that_says_what_the_bench_says(technician):
    asked = {"kind": "sectional", "door": DOOR, "track": TRACK, "ceiling_in": 87, "vehicle_in": 80}
    api = Api(technician)
    said = api.post("/bench/placement", asked).json()
    answer = api.post("/bench/placement/drawing.pdf", asked)
    assert answer.headers["Content-Type"] == "application/pdf"
    pages, text = text_of(answer.content)
    assert pages == 1
    assert " ".join(said["sentence"].split()) in text
    for one in [*said["dimensions"], *({"says": way["cure"]} for way in said["in_the_way"])]:
        assert one["says"] in text
    for words in ("ceiling 7'3\"", "highest point of travel", "the maker's figures, local codes and licensed practice come first"):
        assert words in text


def test_a_door_placed_by_what_was_measured_is_told_on_a_page_too_and_what_cannot_be_placed_is_refused(technician):
    api = Api(technician)
    pages, text = text_of(api.post("/bench/placement/drawing.pdf", {"kind": "canopy", "highest_in": 90}).content)
    assert pages == 1
    assert "placed by what was measured" in text
    refused = api.post("/bench/placement/drawing.pdf", {"kind": "sectional"})
    assert refused.status_code == 422
    assert refused.json()["error"]["field"] == "door"


def test_no_sectional_door_is_drawn_for_one_on_a_canopy_arm(technician):
    asked = {"kind": "canopy", "highest_in": 90, "door": DOOR, "track": TRACK}
    assert "placed by what was measured" in text_of(Api(technician).post("/bench/placement/drawing.pdf", asked).content)[1]
