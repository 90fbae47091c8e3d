"""What a call will show after each likely next entry: worked out before it is said, by the same functions, in the same words."""

from __future__ import annotations

import heapq
import json
from collections.abc import Callable, Mapping
from dataclasses import dataclass, replace
from itertools import count
from typing import Any

from pydantic import BaseModel

from hinge.call import commands as c
from hinge.call.facts import Call
from hinge.call.log import CallLog
from hinge.errors import HingeError
from hinge.procedures.instructions import SchoolWays
from hinge.questions.of_call import CallBalance, CallSizing, balance_of, sizing_of
from hinge.questions.size import SizeOptions
from hinge.stock.lists import NO_LISTS, Lists
from hinge.view.build import build_call_view
from hinge.view.difference import Operation, difference
from hinge.view.finding import CallFinding, finding_of
from hinge.view.likely import Likely, Pages, likely
from hinge.view.state import CallState, StageName
from hinge.view.steps import CallProcedures, procedures_of

# Whoever says it, when, and the id of it are put in the place of these by the device, which knows them.
BY = "⟨by⟩"
# Further than anybody goes on without a word from the server.
MOST_STEPS, LEAST_LIKELY, FIRST_OFFER = 400, 1e-3, 0.8
# As many as the page of the sets asks for.
SETS_OF_A_PAGE = 10


@dataclass(frozen=True)
class ShopTerms:
    """What of a shop the answers of a call go by: its ways, its lists, and its own closed calls with the complaint.

    Those weigh where they are `counted`.
    """

    ways: SchoolWays | None = None
    lists: Lists = NO_LISTS
    own: Mapping[str, int] | None = None
    counted: bool = False


@dataclass(frozen=True)
class CallAnswers:
    """All a call's pages show of it."""

    state: CallState
    finding: CallFinding | None
    procedures: CallProcedures
    balance: CallBalance | None
    sizing: CallSizing | None = None

    def pages(self) -> Pages:
        """What of it decides what is likely said next."""
        advice = self.balance.answer.advice if self.balance else None
        advised_in = None if advice is None else advice.pull_at_in if advice.next_height_in is None else advice.next_height_in
        return Pages(self.state, self.finding, self.procedures, advised_in)

    def documents(self) -> dict[str, Any]:
        """The same as parsed from JSON, by the name of each answer."""
        parts: dict[str, BaseModel | None] = {name: getattr(self, name) for name in ANSWERS}
        return {name: part.model_dump(mode="json") if part else None for name, part in parts.items()}


ANSWERS = ("state", "finding", "procedures", "balance", "sizing")


class AheadStep(BaseModel):
    """One entry ahead: `after` which step (-1 for the call as it stands), what is `said`, and what that changes of each answer.

    `said` is the command in JSON with its names in order and without what is empty or false. A stroke on the way to a count changes
    nothing that is shown: `shown` is false, and the next one that is tells the changes of both.
    """

    after: int
    said: str
    shown: bool
    changes: dict[str, list[Operation]]


class CallAhead(BaseModel):
    """What a call of so many `entries` shows now, and will show after each likely next entry, the likeliest first."""

    entries: int
    finding: CallFinding | None
    procedures: CallProcedures
    balance: CallBalance | None
    sizing: CallSizing | None = None
    steps: list[AheadStep]


def seen_of(call: Call, shop: ShopTerms) -> CallAnswers:
    """All that is shown of a call."""
    return CallAnswers(
        build_call_view(call),
        finding_of(call, shop.own, shop.counted),
        procedures_of(call, shop.ways, shop.lists),
        _balance(call),
    )


@dataclass(frozen=True)
class Budget:
    """How much is worked out: at most so many steps, in so many seconds of the processor told by `clock`.

    With `sets` also what may be chosen to go on the door, which takes a search.
    """

    most: int
    seconds: float
    clock: Callable[[], float]
    sets: bool = False


def ahead_of(call: Call, shop: ShopTerms, budget: Budget) -> CallAhead:
    """The likely next entries of a call with what each will show, and theirs."""
    until, order, steps = budget.clock() + budget.seconds, count(), list[AheadStep]()
    first = _stand(call, shop, budget, None, -1, 0)
    # The likeliest first, then whichever was found first.
    open_ends: list[tuple[float, int, _Stand, list[c.Said]]] = []

    def open_up(at: _Stand, chance: float) -> None:
        for commands, share in at.next:
            if commands and at.depth + len(commands) <= MOST_STEPS and chance * share > LEAST_LIKELY:
                heapq.heappush(open_ends, (-chance * share, next(order), at, commands))

    open_up(first, 1.0)
    while open_ends and len(steps) < budget.most and budget.clock() < until:
        chance, _, at, commands = heapq.heappop(open_ends)
        log, after = CallLog(at.call), at.step
        try:
            for depth, command in enumerate(commands, start=at.depth + 1):
                log.say(command, entry_at(depth), BY, moment_at(depth), shop.lists)
        except HingeError:
            continue
        for command in commands[:-1]:
            steps.append(AheadStep(after=after, said=said_of(command), shown=False, changes={}))
            after = len(steps) - 1
        now = _stand(log.call, shop, budget, at.stage, len(steps), at.depth + len(commands))
        told = {name: difference(at.documents[name], now.documents[name]) for name in ANSWERS}
        changes = {name: operations for name, operations in told.items() if operations}
        steps.append(AheadStep(after=after, said=said_of(commands[-1]), shown=True, changes=changes))
        open_up(now, -chance)
    return CallAhead(entries=call.count, **{name: first.documents[name] for name in ANSWERS if name != "state"}, steps=steps)


@dataclass(frozen=True)
class _Stand:
    """A call as it would stand after a step ahead: what would be shown, what is likely said next, and at which stage."""

    call: Call
    documents: dict[str, Any]
    next: Likely
    stage: StageName | None
    step: int
    depth: int


def _stand(call: Call, shop: ShopTerms, budget: Budget, stage: StageName | None, step: int, depth: int) -> _Stand:
    seen = seen_of(call, shop)
    at, found = likely(call, seen.pages(), stage)
    if at == "size" and not found and budget.sets:
        seen = replace(seen, sizing=_sizing(call, shop))
        found = _picks(seen.sizing) if seen.sizing else []
    return _Stand(call, seen.documents(), found, at, step, depth)


def entry_at(step: int) -> str:
    """The id that stands for the entry so many steps ahead."""
    return f"ahead-entry-{step:04d}"


def moment_at(step: int) -> str:
    """The moment that stands for when it is said: after all there ever was, and in order."""
    return f"9999-12-31T23:{step // 60:02d}:{step % 60:02d}+00:00"


def said_of(command: c.Said) -> str:
    """A command as a device writes it too: JSON, names in order, nothing that is empty or false, whole numbers without a point."""
    return json.dumps(_plain(command.model_dump(mode="json")), sort_keys=True, separators=(",", ":"), ensure_ascii=False)


def _plain(value: Any) -> Any:
    if isinstance(value, dict):
        return {name: _plain(one) for name, one in value.items() if one is not None and one is not False and one not in ("", [])}
    if isinstance(value, list):
        return [_plain(one) for one in value]
    return int(value) if isinstance(value, float) and value.is_integer() else value


def _sizing(call: Call, shop: ShopTerms) -> CallSizing | None:
    """What its page asks for at first."""
    try:
        return sizing_of(call, shop.lists, SizeOptions(most=SETS_OF_A_PAGE))
    except HingeError:
        return None


def _picks(sizing: CallSizing) -> Likely:
    """What is offered to go on the door, the first of it most likely."""
    options = [one.set.id for one in sizing.torsion.offers] if sizing.torsion else []
    options += [one.id for one in (sizing.extension.pair if sizing.extension else None, sizing.counterweight) if one]
    return [([c.Picked(kind="picked", option=option)], FIRST_OFFER / 4**place) for place, option in enumerate(options)]


def _balance(call: Call) -> CallBalance | None:
    try:
        return balance_of(call)
    except HingeError:
        return None
