"""A technician who does what the page says: the main action wherever it can be pressed, every gate really done before it is stated.

The whole product against a simulated site: what it proposes is looked at, what it asks is answered as it is seen, nothing is known
besides.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass, field
from datetime import UTC, datetime, timedelta

from hinge.balance.advice import AdviceKind
from hinge.call import commands as c
from hinge.call.acts import holds_at
from hinge.call.answers import not_put_right
from hinge.call.facts import Call
from hinge.call.finds import open_finds
from hinge.call.safety import gates_before, held_by_hand, may_check, stopped_for
from hinge.errors import ContradictionError, HingeError
from hinge.faults.knowledge import faults
from hinge.file.setup import missing_of
from hinge.practice.visit import PracticeVisit
from hinge.procedures.knowledge import procedures
from hinge.site.gates import gate_groups
from hinge.site.state import is_met
from hinge.view.build import build_call_view
from hinge.view.finding import finding_of
from hinge.view.state import MainAction, StageName
from hinge.view.steps import procedures_of

# The parts whose causes show in how the door hangs.
CARRYING = ("springs", "setting", "weight", "shaft")
MOST_STEPS, MOST_TRIMS, MOST_READINGS, MOST_SEARCHES, MOST_SIZES = 400, 4, 24, 3, 1
BEGINS = datetime(2026, 1, 1, 8, tzinfo=UTC)


@dataclass(frozen=True)
class Advised:
    """What the readings of a call advise: where to read next [in], the targets of a trim, and the weight the door seems to have [lb]."""

    kind: AdviceKind
    next_height_in: float | None
    targets: Mapping[str, int]
    weight_lb: float


@dataclass(frozen=True)
class Advisers:
    """What the bench answers for a call: the option to pick, and what its readings advise; None where it answers nothing."""

    option: Callable[[Call], str | None]
    balance: Callable[[Call], Advised | None]


@dataclass
class Technician:
    """Who walks a visit to its close, from when on and as whom: where on the page, and what was pressed."""

    visit: PracticeVisit
    advisers: Advisers
    by: str = "Practice technician"
    begins: datetime = BEGINS
    stage: StageName = "arrive"
    pressed: list[str] = field(default_factory=list)
    trims: int = 0
    readings: int = 0
    searches: int = 0
    sizes: int = 0
    is_searching: bool = False

    def walk(self) -> PracticeVisit:
        """Press on until the call is closed, or nothing can be pressed any more."""
        self.say("complaint", complaint=self.visit.garage.complaint)
        for fact in self.visit.garage.known:
            self.say("fact", fact=fact, holds=True)
        for _ in range(MOST_STEPS):
            if self.visit.call.closed or not self.once():
                break
        return self.visit

    def once(self) -> bool:
        """One press; whether there was anything to press."""
        step = {
            "find": self._find,
            "measure": self._measure,
            "size": self._size,
            "repair": self._repair,
            "prove": self._prove,
        }.get(self.stage)
        pressed = step() if step else self._press(build_call_view(self.visit.call).main[self.stage])
        return pressed or self._take_up()

    def _take_up(self) -> bool:
        """What a look has shown besides, and nobody has called found yet, is taken up."""
        call = self.visit.call
        left = [find.cause for find in open_finds(call) if find.cause not in call.causes_found]
        if left:
            self.say("found", cause=left[0])
            self.stage = "find"
            return True
        # The door holds and is proved: what hung wrong is put right, by whatever was done to what carries it.
        if self.stage == "close" and call.line.touched and held_by_hand(call):
            for find in open_finds(call):
                if faults().causes[find.cause].part in CARRYING:
                    self.say("cured", cause=find.cause)
                    return True
        return False

    def do(self, gate: str) -> tuple[str, str] | None:
        """Really do what a gate states, before it is stated: the check and outcome that speak against it, if any."""
        return self.visit.do(gate)

    def say(self, kind: str, **body: object) -> None:
        """Say one thing on the call."""
        command = c.read_command({"kind": kind, **body})
        at = self.begins + timedelta(seconds=round(60 * self.visit.minutes))
        self.visit.say(command, f"said-{len(self.visit.log.entries):05d}", self.by, at.isoformat())
        self.pressed.append(f"{kind} {' '.join(str(one) for one in body.values())}".strip())

    def _press(self, main: MainAction) -> bool:
        if main.waits:
            return self._meet(main.gates) or self._set()
        if isinstance(main.command, c.ProofMade):
            return self._proved(main.command.proof)
        if main.command is not None:
            body = main.command.model_dump(exclude={"kind"}, mode="json")
            self.say(main.command.kind, **(body | {"told": self._told()} if main.command.kind == "closed" else body))
        if main.to == "count":
            return self._count()
        self.stage = main.to or self.stage
        return True

    def _told(self) -> str:
        """What the customer is told as the call is closed."""
        known = [faults().causes[cause] for cause in self.visit.call.causes_found if cause in faults().causes]
        found = [cause.text for cause in known if cause.part != "none"]
        return f"{'. '.join(found)}. Put right and proved." if found else "Looked through and proved: nothing is wrong with it."

    def _meet(self, groups: list[str]) -> bool:
        """Do and state every gate of these groups that stands open; whether anything came of it."""
        told = False
        for group in gate_groups():
            for gate in group.gates if group.id in groups else ():
                if is_met(self.visit.call.site, gate):
                    continue
                try:
                    against = self.do(gate.id)
                except ContradictionError:
                    return told
                if against is not None:
                    return self._saw(*against) or told
                try:
                    self.say("gate", gate=gate.id, met=True)
                except HingeError:
                    return told
                told = True
        return told

    def _saw(self, check: str, outcome: str) -> bool:
        """What a look before a lift showed is an answer."""
        if any((body.check, body.outcome) == (check, outcome) for body, _ in self.visit.call.checks):
            return False
        self.say("checked", check=check, outcome=outcome)
        for cause in not_put_right(self.visit.call):
            if faults().causes[cause].confirmed_by == (check, outcome):
                self.say("found", cause=cause)
        self.stage = "find"
        return True

    def _find(self) -> bool:
        found = finding_of(self.visit.call)
        assert found is not None
        # Once a proof has failed, the question that stands there is answered before anything is called found.
        if not found.main.waits and not (self.is_searching and found.finding.confirmed is None and not found.finding.ended):
            self.is_searching = False
            return self._press(found.main)
        if found.main.gates and self._meet(found.main.gates):
            return True
        if found.finding.next:
            check = found.finding.next[0].check
            self.say("checked", check=check, outcome=self.visit.look(check))
            return True
        if self._meet(found.waits_for):
            return True
        likeliest = found.finding.causes[0].cause.split("+")[0]
        if self.searches >= MOST_SEARCHES or likeliest in not_put_right(self.visit.call):
            return False
        self.say("found", cause=likeliest)
        return True

    def _measure(self) -> bool:
        """What is missing, by tape; then on."""
        missing = missing_of(self.visit.call.measured)
        for name in missing:
            self.say("measured", field=name, typed=f"{self.visit.measure(name):g}")
        return bool(missing) or self._press(build_call_view(self.visit.call).main["measure"])

    def _size(self) -> bool:
        call = self.visit.call
        if stopped_for(call):
            return self._leave(stopped_for(call))
        again = next((one.again for one in build_call_view(call).offers if one.name == "keep" and one.open and one.again), None)
        if call.plan is None or (call.plan.again and again is None):
            option = self.advisers.option(self.visit.call)
            if not self.sizes and self._keeps() and again is not None and again.turns:
                self.say("again", quarter_turns=again.turns[-1].quarter_turns)
            elif option is not None:
                self.say("picked", option=option)
            else:
                return False
        self.stage = "repair"
        return True

    def _leave(self, why: str) -> bool:
        """What nobody works on before somebody else has seen it is left, the opener disconnected, and the customer told why."""
        for find in open_finds(self.visit.call):
            self.say("deferred", cause=find.cause, reason=why)
        self.say("disconnected", reason=why)
        self.say("closed", told=why)
        return True

    def _keeps(self) -> bool:
        """Whether what was found is put right on the springs that hang there."""
        causes = {*not_put_right(self.visit.call)}
        aims = {one.when.aim for one in procedures().values() if one.when is not None and causes & {*one.cures}}
        return "keep" in aims and "replace" not in aims

    def _repair(self) -> bool:
        leading = procedures_of(self.visit.call).leading
        if leading is None:
            self.stage = "prove"
            return True
        return self._press(leading.main)

    def _set(self) -> bool:
        """Hooks and plates are moved one by one from the page, not in the counter."""
        line = self.visit.call.line
        return self.stage == "repair" and line.on is not None and not line.carrier.winds and not line.set_up and self._count()

    def _count(self) -> bool:
        """Every stroke to where each part is to go; a broken spring is slack."""
        for part in build_call_view(self.visit.call).parts:
            if part.target is None:
                continue
            if self.visit.pull.get(part.part) == 0:
                # A bar that meets no load: the spring is broken.
                if part.target == 0:
                    self.say("slack", part=part.part)
                if self._saw(*faults().causes["spring_broken"].confirmed_by):
                    return True
                if part.target == 0:
                    continue
            at = part.count or 0
            while at != part.target:
                way = 1 if part.target > at else -1
                self.say("moved", part=part.part, from_count=at, to_count=at + way)
                at += way
        return True

    def _prove(self) -> bool:
        view = build_call_view(self.visit.call)
        main = view.main["prove"]
        advised = self.advisers.balance(self.visit.call) if view.parts or not main.waits else None
        if main.waits and main.gates and self._meet(main.gates):
            return True
        if main.waits or (advised is not None and advised.kind == "trim" and self.visit.call.line.touched):
            return self._balance(advised)
        return self._press(main)

    def _balance(self, advised: Advised | None) -> bool:
        middle = holds_at(self.visit.call).middle_in
        if advised is not None and advised.kind == "trim" and advised.targets and self.trims < MOST_TRIMS:
            self.trims += 1
            self.say("aimed", targets=dict(advised.targets))
            self.stage = "repair"
            return True
        if advised is not None and advised.kind == "resize" and self.visit.call.line.touched and self.sizes < MOST_SIZES:
            self.sizes += 1
            self.say("measured", field="weight_lb", typed=f"{advised.weight_lb:.0f} lb")
            self.stage = "size"
            return True
        height = middle if advised is None or advised.next_height_in is None else advised.next_height_in
        if self.readings >= MOST_READINGS or (height == middle and self._read_already(height)):
            return self._search_again()
        self._meet(gates_before(self.visit.call, "lift"))
        if self.stage != "prove" or not may_check(self.visit.call, "lift"):
            return self.stage != "prove"
        self.readings += 1
        self.say("reading", reading={"height_in": height, "outcome": self.visit.let_go(height)})
        return True

    def _read_already(self, height_in: float) -> bool:
        return any(one.current and one.reading.height_in == height_in for one in self.visit.call.readings)

    def _proved(self, proof: str) -> bool:
        passed = self.visit.prove(proof)
        self.say("proof", proof=proof, passed=passed, note="")
        return passed or self._search_again()

    def _search_again(self) -> bool:
        """What was worked on is said to be put right, and the search goes on for what is left."""
        if self.searches >= MOST_SEARCHES:
            return False
        self.searches += 1
        for find in open_finds(self.visit.call):
            try:
                self.say("cured", cause=find.cause)
            except HingeError:
                return False
        self.stage, self.is_searching = "find", True
        return True
