"""A technician who does anything at any time: what is taken of it must never be dangerous.

What is dangerous is spelled out in hinge/site/dangers.toml, and asked of every act; what the counts must never do stands here.
"""

from __future__ import annotations

from itertools import pairwise
from typing import Any

import pytest
from hypothesis import strategies as st
from hypothesis.stateful import RuleBasedStateMachine, invariant, rule

from hinge.call import history
from hinge.call.acts import act_of_step
from hinge.call.commands import read_command
from hinge.call.decide import said_again
from hinge.call.evolve import fold
from hinge.call.safety import open_gates
from hinge.errors import HingeError
from hinge.file.record import DoorRecord
from hinge.procedures.knowledge import steps
from hinge.procedures.rules import stop_rules
from hinge.site.gates import gate_groups
from hinge.view.build import build_call_view
from hinge.view.customer_page import MOST_LINES, customer_page
from hinge.view.steps import procedures_of
from hinge.view.timeline import timeline
from tests.support.calls import MEASURES, SPRING, Running
from tests.support.conformance import require_conforms
from tests.support.records import HUB, PAIR, RECORDS, STACK
from tests.support.walker import LOOKS

GATES = sorted(gate.id for group in gate_groups() for gate in group.gates)
GROUPS = sorted(group.id for group in gate_groups())
CARRIED = [{}, {"carried_now": "extension"}, {"carried_now": "nothing"}, HUB | {"carried_now": "counterweight"}]
LOOSE_FIELDS = ["wire_in", "quarter_turns_now", "spring_count", "height_in", "carried_now", "counterbalance", "class_lb"]
STEPS = sorted(steps())
parts = st.sampled_from(["single", "left", "right", "left_outer", "right_outer", "large", "small"])


class Technician(RuleBasedStateMachine):
    """Random work on one call, each thing that is taken held against the model of the garage."""

    def __init__(self) -> None:
        super().__init__()
        self.begin(DoorRecord())

    def begin(self, record: DoorRecord) -> None:
        self.running = Running(record)

    def say(self, kind: str, **body: object) -> bool:
        """Whether it was taken. Everything that must be true of what is taken is asked here."""
        before = self.running.call
        try:
            entry = self.running.say(kind, **body)
        except HingeError:
            assert self.running.call == before
            return False
        assert said_again(read_command({"kind": kind} | body), [entry.body])
        require_conforms(before, entry.body, self.running.call)
        self._ask(kind, body, before.line, before.plan)
        return True

    def _ask(self, kind: str, body: dict[str, Any], line: Any, planned: Any) -> None:
        broken = self.running.call.cause == "spring_broken" and line.as_found
        match kind:
            case "moved" if line.kind == "torsion":
                unknown = line.counts[body["part"]] is None
                assert not unknown or body["to_count"] <= 0, "turns that are not known are never wound further"
            case "taken_off":
                assert line.kind != "torsion" or all(count == 0 for count in line.counts.values()), "a wound spring came off its shaft"
            case "put_on" if line.on is not None:
                assert planned.again, "two sets on one door"
                assert not broken, "a broken spring was wound again"
            case "aimed" if any(body["targets"].values()) and not line.wound and line.touched:
                assert not broken, "a broken spring was wound again"
            case "reading":
                assert line.on is not None, "a door lifted with nothing to carry it"
                slack = line.touched and line.kind == "torsion" and not all(line.counts.values())
                assert not slack, "a door lifted on a slack spring"
            case "stepped" if body["done"]:
                assert all(steps()[name].does in ("", "lift") for name in body["steps"]), "strokes said to be counted that nobody counted"
            case "chosen":
                gone = {one.body.entry for one in self.running.entries if one.body.kind == "withdrawn"}
                standing = {one.body.cause for one in self.running.entries if one.body.kind == "found" and one.id not in gone}
                mended = {one.body.cause for one in self.running.entries if one.body.kind == "cured" and one.id not in gone}
                assert "section_cracked" not in standing - mended, "springs were sized for a door that others must see first"
            case "abandoned":
                call = self.running.call
                assert not any((call.gates, call.checks, call.tried, call.disconnections, call.causes, call.stepped, line.touched))
            case _:
                pass

    @rule(name=st.sampled_from(sorted(RECORDS)))
    def another_door(self, name: str) -> None:
        if not self.running.entries:
            self.begin(RECORDS[name])

    @rule(left_out=st.sets(st.sampled_from(GATES), max_size=1), all_of_it=st.booleans())
    def go_on_as_told(self, left_out: set[str], all_of_it: bool) -> None:
        """What the page says comes next, its gates met, maybe but for one."""
        told = procedures_of(self.running.call).leading
        act = act_of_step(self.running.call, steps()[told.now]) if told and told.now else None
        for _, standing in open_gates(self.running.call.site, act.action) if act else []:
            for gate in standing:
                if gate.id not in left_out:
                    self.say("gate", gate=gate.id, met=True)
        work = build_call_view(self.running.call).work
        match work.step if work else "":
            case "take_off":
                self.say("taken_off")
            case "put_on" | "down":
                self.say("put_on")
            case "let_down" | "set":
                for part in build_call_view(self.running.call).parts:
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
        for field, typed in (MEASURES | {"weight_lb": str(weight)} | more).items():
            self.say("measured", field=field, typed=typed)

    @rule(
        field=st.sampled_from(LOOSE_FIELDS),
        typed=st.sampled_from(["2", ".225", "90", "extension", "nothing", "130"]),
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

    @rule(stop=st.sampled_from([*stop_rules(), "none"]))
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
            assert not steps()[step].does, "what moves or carries the door was passed over"

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
        if self.say("withdrawn", entry=gone.id, reason="a mistake") and line.touched:
            assert self.running.call.line == line, "taking a claim back moved the door"

    @rule(kind=st.sampled_from(["closed", "disconnected", "abandoned"]))
    def end(self, kind: str) -> None:
        self.say(kind, **({} if kind == "closed" else {"reason": "the board is broken"}))

    @invariant()
    def the_counts_are_what_they_should_be(self) -> None:
        running = self.running
        now = running.call.line.as_it_stands()
        counted = {part: count for part, count in running.call.line.counts.items() if running.call.line.kind == "torsion"}
        assert now is None or not now.spring_count or now.counts_found(None) == counted

    def teardown(self) -> None:
        running = self.running
        assert fold(running.record, running.entries) == running.call
        state = build_call_view(running.call)
        page = customer_page(running.call)
        assert len(page.wrong) == min(MOST_LINES, len(state.finds)) or not state.finds
        assert bool(page.left) >= bool([one for one in state.finds if one.standing != "put_right"])
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
