"""What the customer takes home of a call, in plain words: what was wrong, done and left, what to watch and what never to touch."""

from __future__ import annotations

from collections.abc import Mapping

from pydantic import BaseModel

from hinge.call.facts import Call
from hinge.call.finds import FindState, finds_of
from hinge.call.words import complaint_words, part_words
from hinge.procedures.knowledge import Procedure, procedures, steps, wanted_by
from hinge.site.facts import Fact
from hinge.springs.use import use_told, years_of
from hinge.springs.words import years_words
from hinge.text.sentences import say_with
from hinge.view.needs import parts_of
from hinge.view.summary import proofs_standing

say = say_with(__file__)
# A page in large type has room for so many lines of one kind; the rest stand on the technical sheet.
MOST_LINES = 6


class CustomerPage(BaseModel):
    """The lines of the page by what they are about; `new` are the parts of the door's drawing that are new.

    `has_opener` unless it was said that there is none.
    """

    told_us: str
    wrong: list[str]
    done: list[str]
    left: list[str]
    tried: str
    told: str
    lasts: str
    next_visit: str
    watch: list[str]
    never: list[str]
    new: list[str]
    has_opener: bool


def customer_page(call: Call) -> CustomerPage:
    """What the customer reads of a call. Never raises."""
    finds, has_opener = finds_of(call), "no_opener" not in _said(call)
    wrong = [say("home.put_right", what=one.text) if one.standing == "put_right" else f"{one.text}." for one in finds]
    return CustomerPage(
        told_us=complaint_words(call),
        wrong=(wrong or ([say("home.nothing")] if call.closed else []))[:MOST_LINES],
        done=_done(call, finds)[:MOST_LINES],
        left=_left(call, finds)[:MOST_LINES],
        tried=_tried(call),
        told=call.closed[0] if call.closed else "",
        lasts=_lasts(call),
        next_visit=say("home.next"),
        watch=[say("home.watch_hold"), *([say("home.watch_block"), say("home.watch_beam")] if has_opener else []), say("home.watch_stop")],
        never=[say("home.never_springs"), *([say("home.never_release"), say("home.never_eyes")] if has_opener else [])],
        new=new_parts(call),
        has_opener=has_opener,
    )


def new_parts(call: Call) -> list[str]:
    """The parts of the door's drawing on which something new was fitted on the call."""
    at = {steps()[name].at for name in call.stepped if name in steps() and steps()[name].parts and not steps()[name].laid_out}
    return sorted(at | ({"springs"} if call.fitted else set()))


def _said(call: Call) -> set[str]:
    return {name for name, (holds, _) in call.facts.items() if holds}


def _done(call: Call, finds: list[FindState]) -> list[str]:
    lines = []
    if call.fitted:
        on = call.fitted[-1]
        kinds: Mapping[str, str] = {"extension": "home.pair", "counterweight": "home.stack"}
        lines.append(say(kinds[on.kind]) if on.kind in kinds else say("home.springs", count=max(1, on.spring_count)))
        if on.kind == "extension" and call.site[Fact.SAFETY_CABLES] == "threaded":
            lines.append(say("home.safety_cables"))
    elif call.line.touched and call.line.set_up:
        lines.append(say("home.trimmed" if call.aim == "trim" else "home.wound_again"))
    lines += [say("home.asked_for", what=_lower(one.title)) for one in _asked_for(call)]
    if parts := parts_of(call):
        lines.append(say("home.fitted", what=", ".join(part_words(name, pieces) for name, pieces in parts.items())))
    if not lines and any(one.standing == "put_right" for one in finds):
        lines.append(say("home.as_named"))
    return lines


def _asked_for(call: Call) -> list[Procedure]:
    """The work that was asked for with nothing at fault, and begun."""
    names = {wanted_by(found.cause) for found, _ in call.causes} - {""}
    return [procedures()[name] for name in sorted(names) if set(procedures()[name].steps) & set(call.stepped)]


def _left(call: Call, finds: list[FindState]) -> list[str]:
    lines = [say("home.opener_left", reason=call.disconnections[-1][0])] if call.disconnections else []
    lines += [say("home.failed", what=_lower(proof.title)) for proof in proofs_standing(call, "failed")]
    said = {"open": "home.still_open", "declined": "home.declined", "deferred": "home.deferred"}
    for one in finds:
        if one.standing in said:
            lines.append(say(said[one.standing], what=one.text, **({"reason": one.reason} if one.reason else {})))
    return lines


def _tried(call: Call) -> str:
    passed = proofs_standing(call, "passed")
    return say("home.tried", what=", ".join(_lower(proof.title) for proof in passed)) if passed else ""


def _lasts(call: Call) -> str:
    """How long what was put on should last; nothing where nothing new went on, or its life is not known."""
    on = call.line.as_it_stands() if call.fitted else None
    each = on.lives() if on else []
    if not each:
        return ""
    use = use_told(call.measured.get("household"))
    years = years_of(min((life for _, life in each), key=lambda life: life.low), use)
    return say("home.lasts", years=years_words(years), household=use.label.lower())


def _lower(text: str) -> str:
    return text[:1].lower() + text[1:]
