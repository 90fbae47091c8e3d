"""The fault finder's answer: what is likely, why, what contradicts what, and what to look at next; worded."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from itertools import groupby, takewhile
from typing import Literal

import numpy as np
from pydantic import BaseModel

from hinge.arrays import Floats
from hinge.drawings import Drawing
from hinge.faults.knowledge import NEEDS, Check, Faults, Hazard, Need, faults
from hinge.faults.reason import (
    CANT_TELL,
    Answers,
    Proposal,
    clashes,
    closed_by_risk,
    confirmed,
    of_causes,
    posterior,
    prior,
    proposals,
    rests_on,
)
from hinge.springs.words import chance_words

SHOWN, PLANNED = 8, 3
# So far down the list what waits for a gate is still told.
LOOKED_AT = 6
# A pair is named as one from here on.
PAIR_FROM = 0.1
# What is said of a cause changes by at least this much before it is worth a sentence.
TELLING = 0.03
LITTLE = "It changes little."
# Where everything worth looking at waits for a gate.
WAITS = "No check is left that may be made now."
# What a person does with a cause that nothing at hand can settle.
UNSETTLED = "Put a known good part in its place, look again at another hour, or ask the maker."
# `look` is where to look next; `fault` what a check has shown to be at fault.
PartState = Literal["unchecked", "good", "doubtful", "fault", "look"]
PARTS = {
    "door": "The door by hand",
    "springs": "Springs",
    "drums": "Drums and shaft",
    "cables": "Cables",
    "track": "Track and lock",
    "rollers": "Rollers",
    "sections": "Sections and hinges",
    "floor": "Floor and seal",
    "eyes": "Eyes",
    "eye_wire": "Wire of the eyes",
    "opener": "Opener",
    "outlet": "Outlet",
    "control": "Controls",
}
# Needs whose gate is shut, in a person's words.
GATES = {
    "hands": "once it is made safe",
    "lights": "once it is plugged in, released",
    "lift": "once the door may be moved by hand",
    "run": "once the opener may run this door",
    "wind": "once the gates for winding are met",
}


class Suspect(BaseModel):
    """What may be wrong: a cause, alone or with another, or two together (`cause` then has both ids, joined by +).

    `probability` is that of its being so, whatever else is wrong besides: those of a list do not add up to 1.
    """

    cause: str
    text: str
    probability: float
    confirmed: bool
    parts: list[str]
    confirm: str
    cure: str


class Outcome(BaseModel):
    """One thing a check may show."""

    id: str
    text: str


class CheckAt(BaseModel):
    """A check: what to do, where, how long, what it may show; `closed` says why it cannot be made now."""

    check: str
    ask: str
    at: str
    draw: Drawing
    minutes: float
    hazard: Hazard
    needs: Need
    closed: str
    outcomes: list[Outcome]


class NextCheck(CheckAt):
    """A check worth making, and what it tells; `again` where it was made before."""

    value_per_minute: float
    why: str
    again: bool


class PartFinding(BaseModel):
    """A part of the drawing in the search: what stands of it, in a word and in words, and its checks."""

    part: str
    text: str
    state: PartState
    says: str
    checks: list[CheckAt]


class Answered(BaseModel):
    """An answer and what it said."""

    check: str
    ask: str
    outcome: str
    text: str
    says: str


class Disagreement(BaseModel):
    """Two answers that hardly go together."""

    check: str
    against: str
    says: str


class Finding(BaseModel):
    """What the fault finder makes of it. `causes` most likely first; `next` best first; `later` are checks that wait.

    `waits`: the check worth most is one of those that wait. `ended` says what a person would do where nothing is confirmed and
    nothing more can tell; else it is empty.
    """

    causes: list[Suspect]
    next: list[NextCheck]
    later: list[CheckAt]
    waits: bool
    parts: list[PartFinding]
    answered: list[Answered]
    contradictions: list[Disagreement]
    confirmed: str | None
    ended: str
    sentence: str


def looks(answers: Answers) -> list[tuple[str, str]]:
    """What each look showed. Answers to one check right after another are one look, tapped again or put right: the last stands."""
    found = []
    for check, of_one in groupby(answers, key=lambda answer: answer[0]):
        told = [outcome for _, outcome in of_one if outcome != CANT_TELL]
        found += [(check, outcome) for outcome in told[-1:]]
    return found


def find(
    complaint: str,
    facts: Iterable[str] = (),
    answers: Answers = (),
    cured: Sequence[str] = (),
    open_needs: Sequence[str] = NEEDS,
    counted: Mapping[str, float] | None = None,
) -> Finding:
    """What is likely wrong and what to look at next.

    Parameters: ids of the complaint and of what is known; `answers` as pairs of check and outcome in order, `cant_tell` among
    them; `cured` what was put right, so that answers are those since; `open_needs` the kinds of check that may be made now;
    `counted` a shop's own closed calls with this complaint by cause.
    """
    known, facts = faults(), list(facts)
    told = looks(answers)
    before = prior(known, complaint, facts, cured, counted)
    rows = posterior(known, before, told)
    shut = closed_by_risk(known, rows, open_needs)
    # A shop's own calls say what to look at first; they never make an answer certain.
    plain = posterior(known, prior(known, complaint, facts, cured), told) if counted else rows
    sure = confirmed(known, plain, told)
    asked = [check for check, _ in answers]
    worth = proposals(known, rows, answers)
    best = [one for one in worth if known.checks[one.check].needs not in shut]
    if cured and not answers:
        best = _shown_first(known, best, known.complaints[complaint].shows)
    suspects = _suspects(known, rows, sure)
    rest = rests_on(known, rows, answers)
    ended = "" if sure or (worth and not rest) else _ended(known, suspects[0])
    return Finding(
        causes=suspects,
        next=[] if sure or ended else [_next(known, rows, one, asked) for one in best[:PLANNED]],
        later=[_at(one.check, known.checks[one.check], shut) for one in worth[:LOOKED_AT] if known.checks[one.check].needs in shut],
        waits=not sure and not ended and bool(worth) and known.checks[worth[0].check].needs in shut,
        parts=_parts(known, told, best[0].check if best and not sure else "", shut),
        answered=_answered(known, before, answers),
        contradictions=[
            Disagreement(check=one.check, against=one.against, says=_clash_words(known, one.check, one.against, dict(told)))
            for one in clashes(known, before, told)
        ],
        confirmed=sure,
        ended=ended,
        sentence=_sentence(known, suspects, sure, ended or ("" if best else WAITS)),
    )


def _suspects(known: Faults, rows: Floats, sure: str | None) -> list[Suspect]:
    # A cause counts alone or with another; a pair is named where it is likely, else every pair with a likely one would be.
    paired = rows[len(known.causes) :]
    once = np.where(known.pairs[:, 0] < known.pairs[:, 1], paired + paired[known.mirror], 0.0)
    likely = np.concatenate([of_causes(known, rows), once])
    named = [row for row in np.argsort(-likely).tolist() if row < len(known.causes) or likely[row] > PAIR_FROM]
    found = []
    for row in named[:SHOWN]:
        names = known.names(row)
        causes = [known.causes[name] for name in names]
        found.append(
            Suspect(
                cause="+".join(names),
                text=", and ".join([causes[0].text, *(_lower(cause.text) for cause in causes[1:])]),
                probability=round(float(likely[row]), 4),
                confirmed=sure is not None and names == (sure,),
                parts=[cause.part for cause in causes],
                confirm=known.checks[causes[0].confirmed_by[0]].ask,
                cure=" ".join(cause.cure for cause in causes),
            )
        )
    return found


def _next(known: Faults, rows: Floats, one: Proposal, asked: Sequence[str]) -> NextCheck:
    check = known.checks[one.check]
    return NextCheck(
        **dict(_at(one.check, check, set())), value_per_minute=round(one.value, 3), why=_why(known, rows, one), again=one.check in asked
    )


def _why(known: Faults, rows: Floats, one: Proposal) -> str:
    each = dict(zip(known.causes, of_causes(known, rows).tolist(), strict=True))
    settles = max(one.settles, key=lambda name: each[name], default=None)
    if settles and each[settles] > 0.1:
        return f"Confirms or rules out: {_lower(known.causes[settles].text)} ({chance_words(each[settles])})."
    speaks: dict[str, str] = {}
    block = known.columns[one.check]
    shown = rows @ known.chance[:, block]
    for place in np.argsort(-shown).tolist():
        after = of_causes(known, rows * known.chance[:, block.start + place] / shown[place])
        speaks.setdefault(list(known.causes)[int(np.argmax(after))], list(known.checks[one.check].outcomes.values())[place])
    pairs = [f"“{text}” speaks for: {_lower(known.causes[name].text)}" for name, text in list(speaks.items())[:2]]
    return f"{'; '.join(pairs)}." if len(pairs) > 1 else "Narrows it down."


def _parts(known: Faults, told: Answers, best: str, shut: set[str]) -> list[PartFinding]:
    latest = dict(told)
    faulty = {cause.confirmed_by for cause in known.causes.values()}
    found = []
    for part, text in PARTS.items():
        here = {name: check for name, check in known.checks.items() if check.at == part}
        made = {name: latest[name] for name in here if name in latest}
        usual = {name: list(check.outcomes)[int(np.argmax(check.usually))] for name, check in here.items()}
        state: PartState = "unchecked"
        if any((name, outcome) in faulty for name, outcome in made.items()):
            state = "fault"
        elif best in here:
            state = "look"
        elif made:
            state = "good" if all(outcome == usual[name] for name, outcome in made.items()) else "doubtful"
        says = "; ".join(here[name].outcomes[outcome] for name, outcome in made.items())
        found.append(
            PartFinding(part=part, text=text, state=state, says=says, checks=[_at(name, check, shut) for name, check in here.items()])
        )
    return found


def _at(name: str, check: Check, shut: set[str]) -> CheckAt:
    return CheckAt(
        check=name,
        ask=check.ask,
        at=check.at,
        draw=check.draw,
        minutes=check.minutes,
        hazard=check.hazard,
        needs=check.needs,
        closed=GATES[check.needs] if check.needs in shut else "",
        outcomes=[Outcome(id=one, text=text) for one, text in check.outcomes.items()],
    )


def _answered(known: Faults, before: Floats, answers: Answers) -> list[Answered]:
    found, so_far = [], before
    for place, (check_id, outcome) in enumerate(answers):
        check = known.checks[check_id]
        if outcome == CANT_TELL:
            text, says = "Can't tell", "Nothing follows from it; it may be looked at again."
        elif _told_again(answers, place):
            text, says = check.outcomes[outcome], "Answered once more at once: the last answer stands."
        else:
            after = posterior(known, so_far, [(check_id, outcome)])
            text, says = check.outcomes[outcome], check.says.get(outcome, "")
            moved = _moved(known, so_far, after)
            settles = any(cause.confirmed_by == (check_id, outcome) for cause in known.causes.values())
            moved = "This is what confirms it." if settles and moved == LITTLE else moved
            says, so_far = f"{says} {moved}".strip(), after
        found.append(Answered(check=check_id, ask=check.ask, outcome=outcome, text=text, says=says))
    return found


def _told_again(answers: Answers, place: int) -> bool:
    """Whether the same look is answered further on."""
    same = takewhile(lambda answer: answer[0] == answers[place][0], answers[place + 1 :])
    return any(outcome != CANT_TELL for _, outcome in same)


def _moved(known: Faults, before: Floats, after: Floats) -> str:
    was, now = of_causes(known, before), of_causes(known, after)
    names, by = list(known.causes), now - was
    most = int(np.argmax(np.abs(by)))
    if abs(by[most]) < TELLING:
        return LITTLE
    return f"{known.causes[names[most]].text}: from {chance_words(was[most])} to {chance_words(now[most])}."


def _clash_words(known: Faults, check: str, against: str, told: Mapping[str, str]) -> str:
    one, other = known.checks[check], known.checks[against]
    return (
        f"“{one.outcomes[told[check]]}” ({_lower(one.ask)}) hardly goes with “{other.outcomes[told[against]]}” ({_lower(other.ask)}). "
        "Look at one of the two again, or two things are wrong."
    )


def _shown_first(known: Faults, best: list[Proposal], check: str) -> list[Proposal]:
    return sorted(best, key=lambda one: one.check != check)


def _ended(known: Faults, likeliest: Suspect) -> str:
    first = known.causes[likeliest.cause.split("+")[0]]
    return f"Nothing that can be looked at now tells more. {first.unsettled or UNSETTLED}"


def _sentence(known: Faults, suspects: Sequence[Suspect], sure: str | None, after: str) -> str:
    if sure:
        return f"Confirmed: {_lower(known.causes[sure].text)}. {known.causes[sure].cure}"
    first = suspects[0]
    said = f"Most likely: {_lower(first.text)} ({chance_words(first.probability)}). It is not confirmed yet."
    return f"{said} {after}".strip()


def _lower(text: str) -> str:
    return text[0].lower() + text[1:] if text[1:2].islower() or text[1:2] == " " else text
