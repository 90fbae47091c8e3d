"""The van follows the calls: kept for a plan, used once it is on, cut to length; nothing is lost or given twice."""

import threading
import uuid
from functools import partial

import pytest
from django.db import connection, connections
from django.db.models import Count, Sum
from django.test.utils import CaptureQueriesContext
from django_scopes import scope
from hypothesis import Phase
from hypothesis import settings as how
from hypothesis import strategies as st
from hypothesis.stateful import RuleBasedStateMachine, invariant, rule, run_state_machine_as_test

from server.doors.models import Door
from server.stock import van
from server.stock.models import Kept, StockItem, StockMove
from tests.server.conftest import Api, CallOver
from tests.support.calls import MEASURES, SPRING
from tests.support.documents import bring_in
from tests.support.scripted import gates

PAIR = "wire_in,inside_diameter_in,length_in,count,hand\n0.207,2,27.5,1,left\n0.207,2,27.5,1,right\n"
PLAN = {"springs": [SPRING], "quarter_turns": 2}


def load(person, text, kind="van"):
    answer = Api(person).send("PUT", f"/stock/{kind}", {"file_name": "van.csv", "text": text})
    assert answer.status_code == 200, answer.content


def meet(call, *group_ids):
    """State the gates of these groups, whether they are taken or not."""
    for kind, body in gates(*group_ids):
        call.enter(kind, **body)


def on_van(person):
    return {one["words"]: (one["pieces"], one["kept_for"]) for one in Api(person).get("/van").json()["items"]}


def move(person, **said):
    return Api(person).post("/van/moves", {"id": str(uuid.uuid4())} | said)


def measured_at(technician, shop, name):
    call = CallOver(Api(technician), Door.objects.create(shop=shop, name=name))
    for field, typed in MEASURES.items():
        call.must("measured", field=field, typed=typed)
    return call


def van_words(call):
    return call.api.get(f"/calls/{call.key}/procedures").json()["procedures"][0]["van"]["words"]


def sums_agree():
    """What is there is the sum of what came and went."""
    for item in StockItem.objects.annotate(sum=Sum("moves__pieces")):
        assert (item.sum or 0) == item.pieces >= 0, item


def test_the_last_pair_goes_to_one_call_and_the_other_is_told(lead, technician, shop):
    load(lead, PAIR)
    first, second = measured_at(technician, shop, "Net loft"), measured_at(technician, shop, "Rope store")
    pick = first.must("chosen", **PLAN)["chosen"]["entry"]
    second.must("chosen", **PLAN)
    assert van_words(first) == "The springs are on the van."
    assert van_words(second) == "No springs on the van (2 needed). Others are kept for Net loft."
    assert [kept for _, kept in on_van(technician).values()] == [["Net loft"], ["Net loft"]]
    first.must("withdrawn", entry=pick, reason="another set")
    assert van_words(second) == "The springs are on the van.", "what was given up is kept for whoever waits"
    first.must("chosen", **PLAN)
    assert van_words(first).endswith("Others are kept for Rope store.")
    load(lead, PAIR.replace(",1,", ",2,"))
    assert van_words(first) == "The springs are on the van.", "and what comes in, for whoever waits then"
    assert Kept.objects.count() == 4
    sums_agree()


def test_what_is_on_the_door_has_left_the_van_and_the_rest_of_what_was_cut_is_back(lead, technician, door):
    load(lead, "wire_in,inside_diameter_in,length_in,count\n0.207,2,64,2\n")
    call = CallOver(Api(technician), door).ready_to_wind()
    assert on_van(lead) == {'0.207 × 2" × 36"': (2, [])}, "a piece for each hand"
    last = Api(lead).get("/van").json()["moves"]
    used = [(1, "left of one that was cut", "Net loft"), (-1, "used on a call", "Net loft")]
    assert [(one["pieces"], one["why"], one["where"]) for one in last[:4]] == used * 2
    assert call.state.set_up is False
    sums_agree()


def test_parts_leave_the_van_once_and_come_back_when_that_was_a_slip(lead, technician, door):
    load(lead, "part,count\nRoller,12\nCable pair,1\n", kind="parts")
    call, entry = CallOver(Api(technician), door), str(uuid.uuid4())
    for _ in range(2):
        assert call.enter("part_used", entry, part="roller", pieces=10).status_code == 200
    assert on_van(lead)["Roller"] == (2, [])
    call.must("part_used", part="Strut from the yard")
    call.must("withdrawn", entry=entry, reason="a slip")
    assert on_van(lead)["Roller"] == (12, [])
    assert [one.part for one in call.state.parts_used] == ["Strut from the yard"]
    call.must("part_used", part="Cable pair", pieces=3)
    assert "Cable pair" not in on_van(lead), "never fewer than none"
    sums_agree()


def test_no_more_comes_back_than_left(lead, technician, door):
    load(lead, "part,count\nCable pair,1\n", kind="parts")
    call, entries = CallOver(Api(technician), door), [str(uuid.uuid4()) for _ in range(3)]
    for entry, part, pieces in zip(entries, ("Cable pair", "cable pair", "Strut"), (2, 1, 2), strict=True):
        assert call.enter("part_used", entry, part=part, pieces=pieces).status_code == 200
    assert on_van(lead) == {}
    load(lead, "part,count\nCable pair,4\nStrut,5\n", kind="parts")
    call.must("withdrawn", entry=entries[0], reason="a slip")
    assert on_van(lead)["Cable pair"] == (4, []), "one was used, and one left the van"
    call.must("withdrawn", entry=entries[1], reason="a slip")
    assert on_van(lead)["Cable pair"] == (5, [])
    call.must("withdrawn", entry=entries[2], reason="a slip")
    assert on_van(lead)["Strut"] == (5, []), "none of them was on the van then"
    sums_agree()


def test_a_call_begun_elsewhere_takes_of_this_van_only_what_is_used_here(lead, stranger, door):
    elsewhere = CallOver(Api(stranger), Door.objects.create(shop=stranger.shop, name="Boat shed"))
    for field, typed in MEASURES.items():
        elsewhere.must("measured", field=field, typed=typed)
    before = str(uuid.uuid4())
    assert elsewhere.enter("part_used", before, part="Roller", pieces=2).status_code == 200
    elsewhere.must("chosen", **PLAN)
    load(lead, "part,count\nRoller,10\n", kind="parts")
    load(lead, PAIR)
    assert bring_in(lead, elsewhere.api.get(f"/calls/{elsewhere.key}/document.json").content).status_code == 200
    assert [kept for _, kept in on_van(lead).values() if kept] == [["Boat shed"]] * 2
    here = CallOver(Api(lead), Door.objects.get(shop=lead.shop, name="Boat shed"))
    assert here.key == elsewhere.key
    here.must("part_used", part="Roller")
    assert on_van(lead)["Roller"] == (9, [])
    here.must("withdrawn", entry=before, reason="a slip")
    assert on_van(lead)["Roller"] == (9, []), "those came from another van"
    sums_agree()


EXTENSION = {"extension": {"class_lb": 130, "open_stretch_in": 2}}
NAME = "Extension spring, 130 lb class"


def test_the_last_extension_pair_is_kept_for_one_call_and_leaves_the_van_once_it_is_on(lead, technician, shop):
    load(lead, f'part,count\n"{NAME}",3\nRoller,4\n', kind="parts")
    first, second = (measured_at(technician, shop, name) for name in ("Net loft", "Rope store"))
    for call in (first, second):
        call.must("measured", field="carried_now", typed="extension")
        call.must("chosen", **EXTENSION)
    assert on_van(lead)[NAME] == (3, ["Net loft", "Net loft", "Rope store"])
    assert van_words(first) == "The springs are on the van."
    assert van_words(second) == "1 of 2 springs on the van. Others are kept for Net loft."
    first.gates("hands_on", "hanging")
    first.must("taken_off")
    first.gates("hands_on", "hanging")
    first.must("put_on")
    assert on_van(lead)[NAME] == (1, ["Rope store"])
    assert move(technician, why="restocked", pieces=1, pair={"class_lb": "130"}).status_code == 204
    assert move(technician, why="restocked", pieces=1, pair={"class_lb": "9"}).json()["error"]["field"] == "pair.class_lb"
    assert van_words(second) == "The springs are on the van.", "what comes in is kept for whoever waits"
    second.must("withdrawn", entry=second.state.chosen.entry, reason="")
    assert on_van(lead)[NAME] == (2, [])
    sums_agree()


def test_restocked_counted_and_taken_out(technician, lead):
    of = {"spring": {"wire_in": ".225", "inside_diameter_in": "2", "length_in": "32 1/2", "hand": "left"}}
    sent = {"id": str(uuid.uuid4()), "why": "restocked", "pieces": 3} | of
    for _ in range(2):
        assert Api(technician).post("/van/moves", sent).status_code == 204
    assert on_van(lead) == {'0.225 × 2" × 32 1/2", left-hand wound': (3, [])}
    key = Api(lead).get("/van").json()["items"][0]["key"]
    assert move(technician, why="taken_out", pieces=4, item=key).json()["error"] == {
        "code": "out_of_range", "message": "There would be -1 pieces on the van.", "field": "pieces", "value": 4,
        "allowed": "0 to 200 there", "unit": "pieces", "current": None,
    }  # fmt: skip
    assert move(technician, why="counted", pieces=2, item=key).status_code == 204
    assert (
        move(technician, why="restocked", pieces=1, spring=of["spring"] | {"wire_in": "thick"}).json()["error"]["field"] == "spring.wire_in"
    )
    assert move(technician, why="restocked", pieces=1).status_code == 422
    assert Api(technician).post("/van/moves", sent | {"why": "counted"}).status_code == 409
    assert on_van(lead) == {'0.225 × 2" × 32 1/2", left-hand wound': (2, [])}
    sums_agree()


def test_where_fewer_are_counted_than_kept_the_last_plan_goes_without(lead, technician, shop):
    load(lead, "wire_in,inside_diameter_in,length_in,count\n0.207,2,27.5,4\n")
    first, second = measured_at(technician, shop, "Net loft"), measured_at(technician, shop, "Rope store")
    for call in (first, second):
        call.must("chosen", **PLAN)
    key = Api(lead).get("/van").json()["items"][0]["key"]
    assert move(technician, why="counted", pieces=2, item=key).status_code == 204
    assert van_words(first) == "The springs are on the van."
    assert van_words(second).endswith("Others are kept for Net loft.")
    assert move(technician, why="taken_out", pieces=1, item=key).status_code == 204
    assert van_words(first).startswith("1 of 2 springs on the van")
    assert Kept.objects.count() == 1


def test_a_stroke_asks_nothing_of_the_van(technician, door):
    call = CallOver(Api(technician), door).ready_to_wind()
    with CaptureQueriesContext(connection) as asked:
        call.must("moved", part="left", from_count=0, to_count=1)
    assert not [one["sql"] for one in asked if "stockitem" in one["sql"] or "stock_kept" in one["sql"]]


def test_a_call_that_ends_gives_back_what_was_kept(lead, technician, shop):
    load(lead, PAIR)
    call = measured_at(technician, shop, "Net loft")
    call.must("chosen", **PLAN)
    assert Kept.objects.count() == 2
    call.must("withdrawn", entry=call.state.chosen.entry, reason="")
    call.must("abandoned", reason="the wrong door")
    assert Kept.objects.count() == 0


@pytest.mark.django_db(transaction=True)
def test_two_technicians_pick_the_last_pair_at_once(lead, technician, shop):
    load(lead, PAIR)
    calls = [measured_at(technician, shop, name) for name in ("Net loft", "Rope store", "Ice house")]
    start = threading.Barrier(len(calls))

    def run(call):
        try:
            start.wait()
            with scope(shop=shop.pk):
                call.must("chosen", **PLAN)
        finally:
            connections.close_all()

    threads = [threading.Thread(target=partial(run, call)) for call in calls]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    said = sorted(van_words(call) for call in calls)
    assert said[-1] == "The springs are on the van."
    assert [one.split(".")[0] for one in said[:-1]] == ["No springs on the van (2 needed)"] * 2
    assert Kept.objects.count() == 2
    sums_agree()


def test_whatever_happens_no_piece_is_lost_or_given_twice(lead, technician, shop):
    """Calls that pick, take back, fit and use, and two vans that are restocked, counted, loaded and pass pieces on between."""
    rounds = iter(range(10_000))
    assert Api(lead).send("PUT", "/vans/2", {"name": "The second", "driver": lead.username}).status_code == 204

    class Van(RuleBasedStateMachine):
        def __init__(self):
            super().__init__()
            for model in (Kept, StockMove, StockItem):
                model.objects.all().delete()
            self.calls = [measured_at(technician, shop, f"Door {next(rounds)}") for _ in range(2)]
            for call in self.calls:
                call.gates("hands_on", "bars", "letting_down")

        @rule(which=st.integers(0, 1), count=st.sampled_from([1, 2]))
        def pick(self, which, count):
            self.calls[which].enter("chosen", springs=[SPRING | {"count": count}], quarter_turns=2)

        @rule(which=st.integers(0, 1))
        def pick_a_pair(self, which):
            self.calls[which].enter("measured", field="counterbalance", typed="extension")
            self.calls[which].enter("chosen", **EXTENSION)

        @rule(which=st.integers(0, 1))
        def take_back(self, which):
            if self.calls[which].state.chosen:
                self.calls[which].enter("withdrawn", entry=self.calls[which].state.chosen.entry, reason="")

        @rule(which=st.integers(0, 1))
        def fit(self, which):
            call = self.calls[which]
            meet(call, "bars", "letting_down")
            for part in call.state.parts:
                call.enter("slack", part=part.part)
            meet(call, "taking_off")
            call.enter("taken_off")
            meet(call, "hanging")
            call.enter("taken_off")
            meet(call, "hanging")
            call.enter("put_on")

        @rule(which=st.integers(0, 1), pieces=st.integers(1, 3))
        def use(self, which, pieces):
            self.calls[which].enter("part_used", part="Roller", pieces=pieces)

        @rule(which=st.integers(0, 1))
        def a_slip(self, which):
            if self.calls[which].state.parts_used:
                self.calls[which].enter("withdrawn", entry=self.calls[which].state.parts_used[-1].entry, reason="")

        @rule(length=st.sampled_from(["27 1/2", "40", "60"]), hand=st.sampled_from(["", "left", "right"]), pieces=st.integers(0, 3))
        def restock(self, length, hand, pieces):
            of = {"wire_in": ".207", "inside_diameter_in": "2", "length_in": length, "hand": hand}
            assert move(technician, why="restocked", pieces=pieces, spring=of).status_code == 204

        @rule(which=st.integers(0, 1), back=st.booleans(), pieces=st.integers(1, 3))
        def pass_on(self, which, back, pieces):
            there = Api(technician).get(f"/van?number={1 + back}").json().get("items", [])
            for one in there[which : which + 1]:
                assert move(technician, why="passed_on", item=one["key"], to=2 - back, pieces=pieces).status_code in (204, 404, 422)

        @rule(which=st.integers(0, 1), by_lead=st.booleans(), count=st.sampled_from([1, 2]))
        def somebody_else_picks(self, which, by_lead, count):
            other = lead if by_lead else technician
            body = {"kind": "chosen", "springs": [SPRING | {"count": count}], "quarter_turns": 2}
            Api(other).post(f"/calls/{self.calls[which].key}/entries", {"id": str(uuid.uuid4()), "body": body})

        @rule(there=st.booleans())
        def give_up_the_second_or_have_it_again(self, there):
            if there:
                assert Api(lead).send("PUT", "/vans/2", {"name": "The second", "driver": lead.username}).status_code == 204
            else:
                assert Api(lead).send("DELETE", "/vans/2").status_code in (204, 404, 409)

        @rule(text=st.sampled_from([PAIR, "wire_in,inside_diameter_in,length_in,count\n0.207,2,60,3\n"]))
        def load(self, text):
            load(lead, text)

        @rule(pieces=st.integers(0, 9), part=st.sampled_from(["Roller", NAME]))
        def count_parts(self, pieces, part):
            assert move(technician, why="counted", pieces=pieces, part=part).status_code == 204

        @invariant()
        def nothing_is_lost_or_given_twice(self):
            sums_agree()
            with scope(shop=shop.pk):
                for call in self.calls:
                    for number in (1, 2):
                        free = van.free_for(uuid.UUID(call.key), number)
                        assert all(count > 0 for count in (*(one.count for one in free.van), *free.parts.values()))
            for item in StockItem.objects.annotate(kept_pieces=Count("kept")):
                assert item.kept_pieces <= item.pieces, "never more is kept than there is"
            told = sum(one["pieces"] for one in Api(lead).get("/vans").json()["vans"])
            assert told == (StockItem.objects.aggregate(sum=Sum("pieces"))["sum"] or 0), "pieces on a van that nobody sees"
            passed = StockMove.objects.filter(why="passed_on").aggregate(sum=Sum("pieces"))["sum"]
            assert not passed, "what one van passes on the other has"
            assert all(one.item.van == one.of.van for one in Kept.objects.select_related("item", "of"))
            for model, came_back in (
                StockMove.objects.exclude(why="cut")
                .values_list("item", "call_key")
                .annotate(sum=Sum("pieces"))
                .values_list("call_key", "sum")
            ):
                assert model is None or came_back <= 0, "no more comes back from a call than left for it"
            for call in self.calls:
                assert call.row.facts().plan or not Kept.objects.filter(of__call_key=call.key).exists()

    run_state_machine_as_test(
        Van, settings=how(max_examples=how().max_examples // 10, stateful_step_count=12, deadline=None, phases=[Phase.generate])
    )


@pytest.mark.parametrize(("kind", "row", "head"), [("parts", "Roller {0},3", "part,count"),
                                                    ("van", "0.207,2,{0},3", "wire_in,inside_diameter_in,length_in,count")])  # fmt: skip
def test_a_list_of_any_length_takes_the_same_few_statements(lead, kind, row, head):
    def asked(rows, pieces):
        with CaptureQueriesContext(connection) as seen:
            load(lead, "\n".join([head, *(row.format(20 + at / 100).replace(",3", f",{pieces}") for at in range(rows))]), kind)
        return len(seen)

    few = asked(20, 3)
    assert asked(1_500, 3) <= few + 2, "made a thousand at once"
    assert asked(1_500, 4) <= few, "changed"
    assert len(Api(lead).get("/van").json()["items"]) == 1_500
    sums_agree()


def test_a_part_whose_name_starts_a_formula_is_quoted_in_the_leads_list_and_comes_back_as_it_was(technician, lead):
    names = ["=HYPERLINK(1)", "+roller", "-2 hinge", "@cable", "'quoted", "Roller"]
    for name in names:
        assert move(technician, why="restocked", pieces=1, part=name).status_code == 204
    text = Api(lead).get("/stock/parts/csv").content.decode()
    assert not any(cell.strip('"').startswith(("=", "+", "-", "@")) for line in text.splitlines() for cell in line.split(","))
    load(lead, text, "parts")
    assert set(on_van(lead)) == set(names)
    nul = chr(0)
    refused = move(technician, why="restocked", pieces=1, part=f"Rol{nul}ler")
    assert (refused.status_code, set(on_van(lead))) == (422, set(names))
