"""A visit to a simulated site: what was really done there beside what was said on its call, and what would have happened.

A call believes what it is told. A visit knows how the garage stands: what was stated and not done stands otherwise, and what is
then done on the word of it is a danger, told as what would have happened.
"""

from __future__ import annotations

from dataclasses import dataclass, field
from functools import cache

import numpy as np

from hinge.arrays import Floats
from hinge.balance.fit import GAUGE_SD_LB
from hinge.balance.readings import Outcome
from hinge.call import commands as c
from hinge.call.acts import Act, act_for, acts_of, done, holds_at
from hinge.call.answers import at_fault
from hinge.call.decide import decide
from hinge.call.events import Entry, entry_of
from hinge.call.facts import Call
from hinge.call.log import CallLog
from hinge.carriers.carrier import Carrier, Part
from hinge.carriers.torsion import Torsion
from hinge.document import Document, table_of
from hinge.errors import BadInputError, ContradictionError
from hinge.faults.knowledge import faults, require_known
from hinge.file.assembly import assembly_or_none
from hinge.file.sheet import understood
from hinge.measure.fields import fields
from hinge.practice.garage import NEW_PULL_SD, Garage, wrong_of
from hinge.practice.looks import passes, shown
from hinge.procedures.knowledge import procedures, steps
from hinge.procedures.rules import proofs
from hinge.site.actions import Action, Verb
from hinge.site.dangers import dangers
from hinge.site.facts import Fact
from hinge.site.gates import Gate, gates
from hinge.site.state import Site, arrival, holds, is_met
from hinge.springs.counterbalance import spring_lift
from hinge.springs.extension import PairAtWork

# Facts that are how the garage stands, whatever is said; the others are what the call knows.
STANDS = (
    Fact.POWER, Fact.JOINED, Fact.PEOPLE, Fact.DOOR, Fact.SHAFT_CLAMP, Fact.BARS, Fact.SCREWS, Fact.PROTECTION, Fact.TOOLS, Fact.LOAD,
    Fact.FRAMING, Fact.HAND, Fact.CABLES, Fact.LOOKED, Fact.PAIR, Fact.SAFETY_CABLES, Fact.STRETCH, Fact.STACK, Fact.GUIDE, Fact.STRAP,
)  # fmt: skip
# What is seen by who looks at what carries the door, its cables and its rollers.
BROKEN = (
    "spring_broken", "extension_broken", "cable_off", "cable_frayed", "roller_out", "centre_plate_loose", "drum_slipped", "cone_slipped",
)  # fmt: skip
# What a look at a fact would show, by the causes that are seen in it: the check that is then answered.
SEEN_IN: dict[tuple[Fact, str], tuple[str, ...]] = {
    (Fact.LOOKED, "whole"): BROKEN,
    (Fact.JOINED, "yes"): BROKEN,
    (Fact.FRAMING, "sound"): ("centre_plate_loose",),
    (Fact.CABLES, "tight"): ("cable_off", "cable_frayed"),
}  # fmt: skip
NOT_SO = "What carries the door does not stand so now."
# Minutes that a statement and a stroke take; estimate.
GATE_MIN, STROKE_MIN, READING_MIN, SAID_MIN, MEASURE_MIN = 0.3, 0.15, 0.7, 0.2, 1.0
# A tape read by a person, by sixteenths, and a scale under a door [share]; estimates.
TAPE_SD_IN, TAPE_MARKS, SCALE_SD = 0.03, 16, 0.006
WEIGHT, CARRIES = "weight_lb", "counterbalance"


class Consequence(Document):
    """What would have happened, and what stands against it."""

    would: str
    against: str


@cache
def consequences() -> dict[str, Consequence]:
    """What would have happened by danger. Raises BadInputError naming one that is no danger."""
    found = table_of(__file__, "consequences", Consequence)
    require_known("consequences", found, dangers())
    return found


@dataclass(frozen=True)
class Harm:
    """A danger that was reached: which, what was being done, what would have happened, and what stands against it."""

    danger: str
    says: str
    would: str
    against: str


@dataclass(frozen=True)
class Moment:
    """One thing of a visit: a look, something done by hand, or what was said on the call; `seen` is what it showed."""

    kind: str
    what: str
    seen: str
    minutes: float
    entries: int
    harms: tuple[Harm, ...] = ()


@dataclass
class PracticeVisit:
    """A visit as it goes: the site, its call, how the garage really stands, and everything that was done, in order.

    `hung` is what really hangs there, whatever anybody measured of it; of each of its parts `turns` are on it [quarter-turns], and it
    pulls `pull` times what it is said to.
    """

    garage: Garage
    log: CallLog
    hung: Carrier | None
    stands: dict[Fact, str] = field(default_factory=dict)
    turns: dict[Part, float] = field(default_factory=dict)
    pull: dict[Part, float] = field(default_factory=dict)
    rewound: bool = False
    minutes: float = 0.0
    moments: list[Moment] = field(default_factory=list)

    @classmethod
    def at(cls, garage: Garage) -> PracticeVisit:
        """A visit just begun: the opener live and joined, somebody near, nothing held."""
        first, line = arrival(), CallLog.at(garage.record)
        visit = cls(garage, line, garage.record.on_door, {fact: first[fact] for fact in STANDS}, pull=dict(garage.pull))
        visit.turns = {part: (count or 0) + garage.quarters[part] for part, count in line.call.line.counts.items()}
        return visit

    @property
    def call(self) -> Call:
        """What was said so far."""
        return self.log.call

    @property
    def causes(self) -> list[str]:
        """What is wrong with the door now."""
        return [cause for cause in self.garage.causes if faults().causes[cause].part != "none" and not self._ended(cause)]

    @property
    def site(self) -> Site:
        """How the garage stands: what was done, not what was said."""
        worst = [faults().causes[cause] for cause in self.causes if cause in BROKEN]
        found = "no_lift" if any(one.never_lift for one in worst) else "no_run" if any(one.never_run for one in worst) else "nothing"
        return self.call.site.where(self.stands | {Fact.FOUND: found})

    @property
    def harms(self) -> list[Harm]:
        """Every danger that was reached."""
        return [harm for moment in self.moments for harm in moment.harms]

    def lift(self, heights_in: Floats) -> Floats:
        """What really carries the door at heights [lb]."""
        hung, line, at = self.hung, self.call.line, np.asarray(heights_in, dtype=float)
        same = hung is not None and hung.kind == self.garage.record.kind
        # What carries it now may be of another kind than on arrival: then it is the call that knows which.
        really = {name: value for name, value in self.garage.really.items() if same or name != CARRIES}
        setup, _ = understood({**self.call.measured, **really})
        if hung is None or setup is None:
            return np.zeros_like(at)
        if isinstance(hung, Torsion):
            assert setup.drum is not None
            drum = setup.drum.on(setup.track)
            rates = {part: sum(one.rate_lbin_per_turn for one in kinds) for part, kinds in hung.springs_by_part().items()}
            return np.asarray(sum(self.pull[part] * spring_lift(rate, self.turns[part] / 4, drum, at) for part, rate in rates.items()))
        stands = hung.standing(line.counts, line.first) if line.kind == hung.kind else hung
        found = assembly_or_none(setup, stands)
        if found is None:
            return np.zeros_like(at)
        carrier = found.at_work().carrier
        share = float(np.mean(list(self.pull.values()))) if self.pull else 1.0
        off = float(np.mean(list(self.garage.quarters.values()))) if isinstance(carrier, PairAtWork) and not self.call.fitted else 0.0
        return share * carrier.lift(at, off)

    def look(self, check: str) -> str:
        """Make a check: what it shows. Raises BadInputError for one there is none of."""
        require_known("check", [check], faults().checks)
        known = faults().checks[check]
        act = act_for(self.call, known.needs)
        harms = self._reached([act] if act else [])
        seen = shown(self.garage, check, self.causes, self.lift)
        self._keep("look", check, seen, known.minutes, harms)
        return seen

    def prove(self, proof: str) -> bool:
        """Try a proof: whether it is passed. Raises BadInputError for one there is none of."""
        one = next((one for one in proofs() if one.id == proof), None)
        if one is None:
            raise BadInputError(f"There is no proof {proof!r}.", "proof", proof, ", ".join(one.id for one in proofs()))
        verb = act_for(self.call, "lift") if one.verb == Verb.LIFT else act_for(self.call, "run") if one.verb == Verb.RUN else None
        harms = self._reached([verb] if verb else [])
        middle = self.garage.moves.let_go(holds_at(self.call).middle_in, self.lift)
        passed = passes(proof, self.causes, not middle.startswith("runs"))
        self._keep("prove", proof, "passed" if passed else "failed", 2.0, harms)
        return passed

    def let_go(self, height_in: float) -> Outcome:
        """Let the door go at a height [in]: what it does."""
        self._require_height(height_in)
        act = act_for(self.call, "lift")
        seen = self.garage.moves.let_go(height_in, self.lift)
        self._keep("let_go", f"{height_in:g}", seen, READING_MIN, self._reached([act] if act else []))
        return seen

    def measure(self, name: str) -> float:
        """A size of the door by tape, or its weight on a scale at the floor [the field's unit], less what carries it then.

        Raises BadInputError for what cannot be measured here.
        """
        sizes = {field: value for field, value in self.garage.really.items() if isinstance(value, float)}
        require_known("field", [name], sizes)
        chance = self.garage.chance("measure", name, len(self.moments))
        if name == WEIGHT:
            floor = np.array([0.0])
            act = act_for(self.call, "hands")
            harms = self._reached([act] if act else [])
            bears = max(self.garage.moves.door.total_lb - float(self.lift(floor)[0]), 0.0)
            found = float(round(bears * float(chance.normal(1, SCALE_SD))))
        else:
            harms, whole = (), fields()[name].unit != "in"
            found = sizes[name] if whole else round((sizes[name] + float(chance.normal(0, TAPE_SD_IN))) * TAPE_MARKS) / TAPE_MARKS
        self._keep("measure", name, f"{found:g}", MEASURE_MIN, harms)
        return found

    def gauge(self, height_in: float) -> tuple[float, float]:
        """The hand force up and down at a height [in], read off a hook gauge [lb]."""
        self._require_height(height_in)
        act = act_for(self.call, "lift")
        chance = self.garage.chance("gauge", len(self.moments))
        up, down = (force + float(chance.normal(0, GAUGE_SD_LB)) for force in self.garage.moves.pull(height_in, self.lift))
        self._keep("pull", f"{height_in:g}", f"{up:.0f} {down:.0f}", READING_MIN, self._reached([act] if act else []))
        return up, down

    def do(self, gate_id: str) -> tuple[str, str] | None:
        """Really do what a gate states. Returns the check and outcome that speak against it where it is not so, else None.

        Raises BadInputError for a gate there is none of, ContradictionError where what carries the door does not stand so. What comes
        too early otherwise is done, and is a danger.
        """
        require_known("gate", [gate_id], gates())
        gate = gates()[gate_id]
        site = self.site
        if Fact.LINE in gate.needs and site[Fact.LINE] not in gate.needs[Fact.LINE]:
            raise ContradictionError(gate.words.get(Fact.LINE, NOT_SO), "gate", gate_id)
        seen = (cause for fact, (value, *_) in gate.makes.items() for cause in SEEN_IN.get((fact, value), ()))
        against = next((cause for cause in seen if cause in self.causes), None)
        if against is not None:
            check, outcome = faults().causes[against].confirmed_by
            self._keep("do", gate_id, f"{check} {outcome}", GATE_MIN, ())
            return check, outcome
        harms = self._reached([Act(gate)])
        self._moves_on(done(self.site, Act(gate)))
        self._keep("do", gate_id, "", GATE_MIN, harms)
        return None

    def say(self, command: c.Said, entry_id: str, by: str, at: str) -> Entry:
        """Say something on the call, and do it: raises what the call refuses with, and then nothing was done."""
        return self.follow(entry_of(entry_id, by, at, decide(self.call, command)))

    def follow(self, entry: Entry) -> Entry:
        """Keep an entry that the call took, and do it."""
        # A statement is of what was done before; a step is done as it is said.
        is_done = isinstance(entry.body, c.Stepped)
        acts = [act for act in acts_of(self.call, entry.body) if is_done or not isinstance(act.action, Gate)]
        harms, site = self._reached(acts), self.site
        for act in acts:
            site = done(site, act)
        self._moves_on(site)
        self.log.keep(entry)
        self._springs(entry, acts)
        self._keep("say", entry.body.kind, "", _minutes_of(entry), harms)
        return entry

    def _springs(self, entry: Entry, acts: list[Act]) -> None:
        body = entry.body
        if isinstance(body, c.Moved) and body.part in self.turns:
            self.turns[body.part] = max(0.0, self.turns[body.part] + body.to_count - body.from_count)
        elif isinstance(body, c.Slack) and body.part in self.turns:
            self.turns[body.part] = 0.0
        verbs = {act.verb for act in acts if not act.only_needed}
        if Verb.TAKE_OFF in verbs:
            self.hung = None
        if Verb.PUT_ON in verbs:
            self.hung = self.call.line.on
            chance = self.garage.chance("new", len(self.call.fitted))
            self.turns = dict.fromkeys(self.call.line.counts, 0.0)
            self.pull = {part: float(chance.normal(1, NEW_PULL_SD)) for part in self.turns}
        if Verb.REWIND in verbs:
            self.turns = dict.fromkeys(self.turns, 0.0)
        self.rewound = self.rewound or Verb.REWIND in verbs

    def _ended(self, cause: str) -> bool:
        match wrong_of(cause).ends:
            case "new":
                return bool(self.call.fitted)
            case "wound":
                return bool(self.call.fitted) or self.rewound
            case "holds":
                return self._holds()
            case _:
                return self._worked_on(cause)

    def _holds(self) -> bool:
        return self.garage.moves.let_go(holds_at(self.call).middle_in, self.lift) == "holds"

    def _worked_on(self, cause: str) -> bool:
        """Whether the work that cures it was done by who had found it."""
        if cause not in at_fault(self.call):
            return False
        named = [name for one in procedures().values() if cause in one.cures for name in one.steps]
        own = [name for name in named if cause in steps()[name].causes]
        return any(name in self.call.stepped for name in own or named) or any(cured == cause for cured, _ in self.call.cures)

    def _reached(self, acts: list[Act]) -> tuple[Harm, ...]:
        found, site = list[Harm](), self.site
        for act in acts:
            action = act.action
            doing = action.id if isinstance(action, Action) else f"say_{action.id}"
            known = consequences()
            found += [
                Harm(name, one.says, known[name].would, known[name].against)
                for name, one in dangers().items()
                if name in known and doing in one.doing and one.when and holds(site, one.when)
            ]
            site = done(site, act)
        return tuple(found)

    def _moves_on(self, site: Site) -> None:
        self.stands = {fact: site[fact] for fact in STANDS}

    def _require_height(self, height_in: float) -> None:
        top = self.garage.moves.door.height_in
        if not 0 <= height_in <= top:
            raise BadInputError("The door stands between closed and open.", "height_in", height_in, f"0 to {top:g}", "in")

    def _keep(self, kind: str, what: str, seen: str, minutes: float, harms: tuple[Harm, ...]) -> None:
        self.minutes += minutes
        self.moments.append(Moment(kind, what, seen, minutes, len(self.log.entries), harms))


def stated_untrue(visit: PracticeVisit) -> list[Gate]:
    """The gates that are stated on the call and not so."""
    site = visit.site
    return [gate for name, gate in gates().items() if name in visit.call.gates and not is_met(site, gate)]


def _minutes_of(entry: Entry) -> float:
    body = entry.body
    if isinstance(body, c.Stepped):
        return sum(steps()[name].minutes for name in body.steps if name in steps())
    return STROKE_MIN if isinstance(body, c.Moved) else SAID_MIN
