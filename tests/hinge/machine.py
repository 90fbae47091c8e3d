"""A technician who does anything at any time: what is taken of it must never be dangerous.

What is dangerous is written out here from the trade's rules for making safe, not read from the gates' own data.
"""

from __future__ import annotations

from itertools import pairwise
from typing import Any

import pytest
from hypothesis import strategies as st
from hypothesis.stateful import RuleBasedStateMachine, invariant, rule

from hinge.call import history
from hinge.call.commands import read_command
from hinge.call.decide import said_again
from hinge.call.evolve import fold
from hinge.call.record import DoorRecord, read_record, wound
from hinge.call.shown import shown
from hinge.call.steps import procedures_of
from hinge.call.timeline import timeline
from hinge.document import read
from hinge.errors import HingeError
from hinge.procedures.rules import gate_groups
from hinge.springs.torsion import SpringKind
from tests.hinge.calls import MEASURED, MEASURES, SPRING, Running

PAIR = {"class_lb": 130, "open_stretch_in": 2}
STACK = {"plates": {"large": 4, "small": 8}, "hub": {"core_radius_in": 0.75, "strap_in": 0.2, "turns": 7.5}}
HUB = {"hub_core_in": "3/4", "strap_in": ".2", "hub_turns": "7.5"}
BARS = {"clamped", "eyes_and_hands", "bars"}
LETTING_DOWN = {"load_test", "framing"}
WINDING = {"plate", "cables", "shaft", "hand"}
FIRST_LIFT = {
    "torsion": {"screws", "bars_out", "clamps_off"},
    "extension": {"pair_through", "pair_even", "pair_ladder"},
    "counterweight": {"stack_free", "stack_guard", "stack_bar", "stack_off"},
}
HANGING = {"pair_open", "pair_slack", "pair_gloves", "pair_safety"}
STACKING = {"stack_held", "stack_shaft", "stack_clear", "stack_strap"}
AS_FOUND = {"found_whole", "found_released", "found_held"}
STOPS = {"load": {"load_test", "plate"}, "framing": {"framing", "plate"}, "bar": {"bars"}, "hand": {"hand"}}
HANDS_ON = {"power_off", "clear", "door_held"}
POWERED = {"reversal", "eyes", "limits", "force", "hold_to_close", "cycles"}
# Checks by what they do to the door, and what shows that nobody lifts or runs it.
LOOKS = {
    "coil_gap": ["whole", "gap"], "cables": ["both_tight", "off"], "terminals": ["tight"], "lift_by_hand": ["easy", "heavy"],
    "mid_hold": ["stays", "drops"], "run_opener": ["works", "strains"],
}  # fmt: skip
# Steps of procedures by what the hands are on.
ON_A_CONE = {"load_test": LETTING_DOWN, "trim_bar": LETTING_DOWN, "set_screws": WINDING, "last_bar": WINDING}
LOADED = {"part_springs", "drums_free", "put_right", "cable_new", "cables_equal", "cables_up", "pad"}
LIFTS = {"first_lift", "ladder_under", "chest_height", "travel_free", "balance_first"}
BY_POWER = {"reconnect", "limits", "force", "carriage_joined", "eyes_seen", "shown"}
STEPS = sorted({"confirm", "clamp", "mark", "eyes_aim", "let_down", "wind", *ON_A_CONE, *LOADED, *LIFTS, *BY_POWER})
BROKEN = {("coil_gap", "gap"), ("cables", "off")}
GATES = sorted(gate.id for group in gate_groups() for gate in group.gates)
GROUPS = sorted(group.id for group in gate_groups())
CARRIED = [{}, {"counterbalance": "extension"}, HUB | {"counterbalance": "counterweight"}]
LOOSE_FIELDS = ["wire_in", "quarter_turns_now", "spring_count", "height_in", "counterbalance", "class_lb"]
parts = st.sampled_from(["single", "left", "right", "left_outer", "right_outer", "large", "small"])
RECORDS: dict[str, DoorRecord] = {
    "unknown": DoorRecord(),
    "wound": DoorRecord(measured=MEASURED, **dict(wound([read(SpringKind, SPRING)], 5))),
    "not counted": DoorRecord(measured=MEASURED, **dict(wound([read(SpringKind, SPRING)], None))),
    "pair": DoorRecord(measured=MEASURED | {"counterbalance": "extension"}, extension=PAIR),
    "stack": DoorRecord(
        measured=MEASURED | {"counterbalance": "counterweight", "hub_core_in": 0.75, "strap_in": 0.2, "hub_turns": 7.5}, counterweight=STACK
    ),
    "old": read_record({"measured": MEASURED, "springs": [SPRING], "quarter_turns": 6}),
}


def holds_there(carrier: str, height_in: float) -> bool:
    """Three to four feet; a counterweight door at chest height."""
    return 48 <= height_in <= 60 if carrier == "counterweight" else 36 <= height_in <= 48


class Technician(RuleBasedStateMachine):
    """Random work on one call, and beside it an account of its own of what is true at the door."""

    def __init__(self) -> None:
        super().__init__()
        self.begin(DoorRecord())

    def begin(self, record: DoorRecord) -> None:
        self.running = Running(record)
        self.met: set[str] = set()
        self.held = self.worked = False
        self.made: dict[str, bool] = {}
        self.entered = 0
        self.disconnected: set[str] = set()
        self.looks: list[tuple[str, str, str]] = []
        self.off: dict[str, int] = {}
        self.let_down = False
        self.last: tuple[str, int, int] | None = None

    def say(self, kind: str, **body: object) -> bool:
        """Whether it was taken. Everything that must be true of what is taken is asked here."""
        before = self.running.call
        try:
            entry = self.running.say(kind, **body)
        except HingeError:
            assert self.running.call == before
            return False
        self.entered += 1
        if kind == "disconnected":
            self.disconnected.add(entry.id)
        broken = self.broken()
        if kind == "checked" and body["outcome"] != "cant_tell":
            self.looks.append((entry.id, str(body["check"]), str(body["outcome"])))
            if body["check"] == "run_opener":
                assert self.held or not broken, "the opener ran a door with what a look had shown to be broken"
            if body["check"] in ("lift_by_hand", "mid_hold"):
                assert self.worked or not broken, "a door was lifted on what a look had shown to be broken"
        assert said_again(read_command({"kind": kind} | body), [entry.body])
        self._ask(kind, body, before.line, before.plan)
        return True

    def broken(self) -> bool:
        """Whether what was looked at last, of each thing, shows that nobody lifts or runs this door."""
        return bool(BROKEN & set({check: outcome for _, check, outcome in self.looks}.items()))

    def _ask(self, kind: str, body: dict[str, Any], line: Any, planned: Any) -> None:
        carrier, up = line.kind, kind == "moved" and body["to_count"] > body["from_count"]
        # A stroke taken back is the same work as the stroke was.
        if kind == "moved":
            stroke = (body["part"], body["from_count"], body["to_count"])
            taken_back = self.last == (stroke[0], stroke[2], stroke[1])
            up, self.last = up != taken_back, None if taken_back else stroke
        elif kind in ("slack", "still_wound", "taken_off", "put_on"):
            self.last = None
        match kind:
            case "gate":
                (self.met.add if body["met"] else self.met.discard)(body["gate"])
            case "moved" if carrier == "torsion":
                assert self.met >= HANDS_ON | BARS | (WINDING if up else LETTING_DOWN)
                unknown = line.counts[body["part"]] is None
                assert not unknown or body["to_count"] <= 0, "turns that are not known are never wound further"
                self.off[body["part"]] = -body["to_count"] if unknown else 0
                self.let_down = True
                self._work()
            case "still_wound":
                assert line.counts[body["part"]] is not None
                self.off[body["part"]] = self.running.call.line.let_off[body["part"]]
                self.met -= {"cables_slack"}
                self._work()
            case "stopped":
                self.met -= STOPS[body["stop"]]
            case "aimed" if carrier == "torsion" and self.let_down and not any(count != 0 for count in line.counts.values()):
                if any(body["targets"].values()):
                    assert self.running.call.cause != "spring_broken", "a broken spring was wound again"
                    assert self.met >= HANDS_ON | {"cables_slack"}, "springs wound again before both were seen to be down"
                    self._begun_anew()
            case "slack":
                self.off[body["part"]] = 0
                self.let_down = True
                assert self.met >= HANDS_ON | BARS | LETTING_DOWN
                self._work()
            case "moved":
                assert self.met >= HANDS_ON | (HANGING if carrier == "extension" else STACKING)
                self._work()
            case "taken_off":
                assert self.met >= HANDS_ON
                assert carrier != "torsion" or all(count == 0 for count in line.counts.values()), "a wound spring came off its shaft"
                assert carrier != "torsion" or "cables_slack" in self.met
                assert carrier != "extension" or self.met >= HANGING
                assert carrier != "counterweight" or self.met >= STACKING
                self._work()
            case "put_on":
                assert self.met >= HANDS_ON
                if line.on is not None:
                    assert planned is not None
                    assert planned.again, "two sets on one door"
                    assert self.running.call.cause != "spring_broken", "a broken spring was wound again"
                    assert all(count == 0 for count in line.counts.values()), "wound springs were called down"
                    assert "cables_slack" in self.met
                self.let_down = False
                self._begun_anew()
            case "reading":
                assert self.met >= HANDS_ON | (FIRST_LIFT[carrier] if self.worked else AS_FOUND)
                assert self.worked or self.running.call.cause != "spring_broken", "a door was lifted on a broken spring"
                assert self.worked or not self.broken(), "a door was lifted on what a look had shown to be broken"
                assert line.on is not None, "a door lifted with nothing to carry it"
                assert not self.worked or carrier != "torsion" or (0 not in line.counts.values() and not any(self.off.values())), (
                    "a door lifted on a slack spring"
                )
                # A lifted door is no longer down, nor held by its clamps.
                self.met -= BARS | LETTING_DOWN | WINDING | HANGING | STACKING | {"cables_slack"}
                outcome, height = body["reading"].get("outcome"), body["reading"]["height_in"]
                self.held = self.held or (outcome == "holds" and holds_there(carrier, height))
            case "checked" if body["outcome"] != "cant_tell" and body["check"] == "terminals":
                assert self.met >= HANDS_ON
            case "checked" if body["outcome"] != "cant_tell" and body["check"] in ("lift_by_hand", "mid_hold"):
                assert self.met >= HANDS_ON | (FIRST_LIFT[carrier] if self.worked else AS_FOUND)
                assert line.on is not None, "a door lifted with nothing to carry it"
                self.met -= BARS | LETTING_DOWN | WINDING | HANGING | STACKING | {"cables_slack"}
                # Let go at waist height it is read as well.
                self.held = self.held or (body["outcome"] == "stays" and holds_there(carrier, 42))
            case "checked" if body["outcome"] != "cant_tell" and body["check"] == "run_opener":
                assert self.held or not self.worked, "the opener ran a door that nobody had seen hold"
                self.met -= HANDS_ON | AS_FOUND
            case "proof":
                if body["proof"] in POWERED:
                    assert self.held or not self.broken(), "the opener ran a door with what a look had shown to be broken"
                    assert self.held or not self.worked, "the opener ran a door that nobody had seen hold"
                    self.met -= HANDS_ON | AS_FOUND
                self.made[body["proof"]] = body["passed"]
            case "limit":
                assert self.held or not self.broken(), "the opener ran a door with what a look had shown to be broken"
                assert self.held or not self.worked, "the opener ran a door that nobody had seen hold"
                self.met -= HANDS_ON | AS_FOUND
                if body["turns"]:
                    for proof in ("reversal", "eyes"):
                        self.made.pop(proof, None)
            case "stepped" if body["done"]:
                for step in body["steps"]:
                    self._stepped(step, line)
            case "left":
                assert not self.worked or "power_off" in self.met, "a door was left half done with its opener live"
            case "chosen":
                gone = {one.body.entry for one in self.running.entries if one.body.kind == "withdrawn"}
                standing = {one.body.cause for one in self.running.entries if one.body.kind == "found" and one.id not in gone}
                mended = {one.body.cause for one in self.running.entries if one.body.kind == "cured" and one.id not in gone}
                assert "section_cracked" not in standing - mended, "springs were sized for a door that others must see first"
            case "abandoned":
                done = [*self.met, *self.looks, *self.made, *self.disconnected, *self.running.call.causes, *self.running.call.stepped]
                assert done == []
                assert not self.worked
                assert self.running.call.line == line
            case "closed":
                assert not self.worked or self.held
                assert self.disconnected or (self.made.get("reversal") and self.made.get("eyes"))
            case _:
                pass
        if kind in ("moved", "slack") and carrier == "torsion":
            self.met -= {"cables_slack"}

    def _stepped(self, step: str, line: Any) -> None:
        carrier = line.kind
        assert step not in ("let_down", "wind"), "strokes were said to be counted that nobody counted"
        if step in ON_A_CONE and carrier == "torsion":
            assert self.met >= HANDS_ON | BARS | ON_A_CONE[step]
        if step in LOADED:
            assert self.met >= HANDS_ON
            assert carrier != "torsion" or all(count == 0 for count in line.counts.values()), "a drum was loosened on wound springs"
        if step in LIFTS:
            assert self.met >= HANDS_ON | (FIRST_LIFT[carrier] if self.worked else AS_FOUND)
            assert self.worked or not self.broken(), "a door was lifted on what a look had shown to be broken"
            assert line.on is not None, "a door lifted with nothing to carry it"
            self.met -= BARS | LETTING_DOWN | WINDING | HANGING | STACKING | {"cables_slack"}
        if step in BY_POWER:
            assert self.held or not self.broken(), "the opener ran a door with what a look had shown to be broken"
            assert self.held or not self.worked, "the opener ran a door that nobody had seen hold"
            self.met -= HANDS_ON | AS_FOUND
        if step in ("limits", "force", "eyes_aim"):
            for proof in ("reversal", "eyes"):
                self.made.pop(proof, None)

    def _begun_anew(self) -> None:
        self._work()
        self.met -= LETTING_DOWN | WINDING | {"cables_slack"}

    def _work(self) -> None:
        """Work on what carries the door: readings and proofs are of before, and the first lift is to be made safe anew."""
        self.worked, self.held, self.made = True, False, {}
        for gates in (*FIRST_LIFT.values(), AS_FOUND):
            self.met -= gates

    @rule(name=st.sampled_from(sorted(RECORDS)))
    def another_door(self, name: str) -> None:
        if not self.entered:
            self.begin(RECORDS[name])

    @rule(left_out=st.sets(st.sampled_from(GATES), max_size=1))
    def every_gate_but(self, left_out: set[str]) -> None:
        for gate in GATES:
            if gate not in left_out:
                self.say("gate", gate=gate, met=True)

    @rule(left_out=st.sets(st.sampled_from(GATES), max_size=1), all_of_it=st.booleans())
    def go_on_as_told(self, left_out: set[str], all_of_it: bool) -> None:
        """What the page says comes next, its gates met, maybe but for one."""
        work = shown(self.running.call).work
        if work is None:
            return
        self.every_gate_but(left_out)
        match work.step:
            case "take_off":
                self.say("taken_off")
            case "put_on" | "down":
                self.say("put_on")
            case "let_down" | "set":
                for part in shown(self.running.call).parts:
                    if part.count is None:
                        self.say("slack", part=part.part)
                        continue
                    while part.target is not None and part.count != part.target:
                        to_count = part.count + (1 if part.target > part.count else -1)
                        if not self.say("moved", part=part.part, from_count=part.count, to_count=to_count) or not all_of_it:
                            break
                        part.count = to_count
            case _:
                self.let_go(48, "holds")

    @rule(gate=st.sampled_from(GATES), met=st.booleans())
    def a_gate(self, gate: str, met: bool) -> None:
        self.say("gate", gate=gate, met=met)

    @rule(groups=st.sets(st.sampled_from(GROUPS), min_size=1))
    def gates(self, groups: set[str]) -> None:
        for group in gate_groups():
            for gate in group.gates if group.id in groups else ():
                self.say("gate", gate=gate.id, met=True)

    @rule(weight=st.integers(100, 160), more=st.sampled_from(CARRIED))
    def measure(self, weight: int, more: dict[str, str]) -> None:
        for field, typed in (MEASURES | {"counterbalance": "torsion", "weight_lb": str(weight)} | more).items():
            self.say("measured", field=field, typed=typed)

    @rule(
        field=st.sampled_from(LOOSE_FIELDS),
        typed=st.sampled_from(["2", ".225", "90", "extension", "130"]),
    )
    def measure_one(self, field: str, typed: str) -> None:
        self.say("measured", field=field, typed=typed)

    @rule(turns=st.integers(1, 6), count=st.sampled_from([1, 2, 4]))
    def choose_springs(self, turns: int, count: int) -> None:
        self.say("chosen", springs=[SPRING | {"count": count}], quarter_turns=turns)

    @rule(body=st.sampled_from([{"extension": PAIR}, {"counterweight": STACK}]))
    def choose_other(self, body: dict[str, Any]) -> None:
        self.say("chosen", **body)

    @rule(option=st.sampled_from(["0.207x2x27.5x2", "pair-130", "stack-4-8", "0.207x2x27.5x1", "nothing"]))
    def pick(self, option: str) -> None:
        self.say("picked", option=option)

    @rule(kind=st.sampled_from(["taken_off", "put_on"]))
    def off_or_on(self, kind: str) -> None:
        self.say(kind)

    @rule(part=parts, start=st.integers(-3, 8), step=st.integers(-3, 3))
    def any_stroke(self, part: str, start: int, step: int) -> None:
        self.say("moved", part=part, from_count=start, to_count=start + step)

    @rule(down=st.booleans(), times=st.integers(1, 12))
    def strokes(self, down: bool, times: int) -> None:
        line = self.running.call.line
        for part, count in line.counts.items():
            at = -line.let_off.get(part, 0) if count is None else count
            for _ in range(times):
                step = -1 if down else 1
                if not self.say("moved", part=part, from_count=at, to_count=at + step):
                    break
                at += step

    @rule(part=parts)
    def slack(self, part: str) -> None:
        self.say("slack", part=part)

    @rule(part=parts)
    def still_wound(self, part: str) -> None:
        self.say("still_wound", part=part)

    @rule(stop=st.sampled_from([*STOPS, "none"]))
    def stop(self, stop: str) -> None:
        self.say("stopped", stop=stop)

    @rule(turns=st.integers(1, 6))
    def these_again(self, turns: int) -> None:
        self.say("again", quarter_turns=turns)

    @rule()
    def all_slack(self) -> None:
        for part in list(self.running.call.line.counts):
            self.say("slack", part=part)

    @rule(aims=st.dictionaries(parts, st.integers(-2, 9), min_size=1, max_size=2))
    def aim(self, aims: dict[str, int]) -> None:
        self.say("aimed", targets=aims)

    @rule(height=st.sampled_from([0, 42, 44, 54, 66, 80, 200]), outcome=st.sampled_from(["holds", "creeps_up", "runs_down"]))
    def let_go(self, height: float, outcome: str) -> None:
        self.say("reading", reading={"height_in": height, "outcome": outcome})

    @rule(proof=st.sampled_from(["reversal", "eyes", "limits", "hold_to_close", "labels", "cycles", "none"]), passed=st.booleans())
    def prove(self, proof: str, passed: bool) -> None:
        self.say("proof", proof=proof, passed=passed)

    @rule(end=st.sampled_from(["up", "down"]), off_in=st.sampled_from([-3.0, 0.0, 1.5]), turns=st.sampled_from([0, 1, -0.5]))
    def look_at_a_limit(self, end: str, off_in: float, turns: float) -> None:
        self.say("measured", field="opener_kind", typed="rail_screw")
        looks = [one.id for one in self.running.entries if one.body.kind == "limit" and one.body.end == end]
        self.say("limit", end=end, off_in=off_in, turns=turns, since=looks[-1] if turns and looks else "")

    @rule(cause=st.sampled_from(["spring_broken", "eyes", "nothing", "dry", "section_cracked"]))
    def find(self, cause: str) -> None:
        self.say("found", cause=cause)

    @rule(data=st.data())
    def look(self, data: st.DataObject) -> None:
        if not self.running.call.complaints:
            self.say("complaint", complaint="heavy")
        check = data.draw(st.sampled_from(sorted(LOOKS)))
        self.say("checked", check=check, outcome=data.draw(st.sampled_from([*LOOKS[check], "cant_tell"])))

    @rule(steps=st.lists(st.sampled_from(STEPS), min_size=1, max_size=3), done=st.booleans())
    def step(self, steps: list[str], done: bool) -> None:
        self.say("stepped", steps=steps, done=done)

    @rule(step=st.sampled_from(STEPS))
    def pass_over(self, step: str) -> None:
        if self.say("passed_over", step=step, reason="not on this door"):
            assert step not in {*ON_A_CONE, *LIFTS, "clamp", "drums_free", "let_down", "wind"}

    @rule()
    def leave(self) -> None:
        self.say("left", reason="the light is gone")

    @rule(cause=st.sampled_from(["spring_broken", "nothing", "dry", "section_cracked"]))
    def put_right(self, cause: str) -> None:
        self.say("cured", cause=cause)

    @rule(data=st.data())
    def take_back(self, data: st.DataObject) -> None:
        entries = self.running.entries
        if not entries:
            return
        gone = data.draw(st.sampled_from(entries))
        line = self.running.call.line
        if self.say("withdrawn", entry=gone.id, reason="a mistake"):
            self.looks = [one for one in self.looks if one[0] != gone.id]
            match gone.body.kind:
                case "proof":
                    self.made.pop(gone.body.proof, None)
                case "reading" | "checked":
                    self.held = any(
                        one.current and one.reading.outcome == "holds" and holds_there(line.kind, one.reading.height_in)
                        for one in self.running.call.readings
                    )
                case "disconnected":
                    self.disconnected.discard(gone.id)
                case _:
                    pass
            if line.touched:
                assert self.running.call.line == line, "taking a claim back moved the door"

    @rule(kind=st.sampled_from(["closed", "disconnected", "abandoned"]))
    def end(self, kind: str) -> None:
        self.say(kind, **({} if kind == "closed" else {"reason": "the board is broken"}))

    @invariant()
    def the_gates_and_the_counts_are_what_they_should_be(self) -> None:
        running = self.running
        now = running.call.line.as_it_stands()
        counted = {part: count for part, count in running.call.line.counts.items() if running.call.line.kind == "torsion"}
        assert not now.springs or now.cones == counted
        assert {gate for gate in self.met if gate not in running.call.gates} == set()
        assert {gate for gate in running.call.gates if gate not in self.met} == set(), "a gate stands that should be open"

    def teardown(self) -> None:
        running = self.running
        assert fold(running.record, running.entries) == running.call
        state = shown(running.call)
        state.model_dump_json()
        for procedure in procedures_of(running.call).procedures:
            now = next((step for step in procedure.steps if step.id == procedure.now), None)
            assert procedure.now == "" or now is not None
            # The page has its words from the one and acts by the other.
            assert not procedure.work or now is None or now.does in ("", state.work.act)
        assert state.work is None or any(procedure.work for procedure in procedures_of(running.call).procedures)
        assert len(timeline(running.record, running.entries).lines) <= len(running.entries)
        told = [[entry] for entry in running.entries]
        if running.call.closed:
            assert history.claimed(running.record, told, "entries") == running.call
            return
        assert history.taken_up(running.record, told, "entries") == running.call
        self._tampered()

    def _tampered(self) -> None:
        """A stroke left out of the middle of a count: what comes after it no longer follows."""
        strokes = [place for place, one in enumerate(self.running.entries) if one.body.kind == "moved"]
        for place, later in pairwise(strokes):
            one, next_one = (self.running.entries[at].body for at in (place, later))
            if one.part == next_one.part and next_one.from_count == one.to_count:
                told = [[entry] for at, entry in enumerate(self.running.entries) if at != place]
                with pytest.raises(HingeError) as refused:
                    history.taken_up(self.running.record, told, "entries")
                assert refused.value.field.startswith("entries.")
                return
