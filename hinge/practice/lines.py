"""The line protocol of the stand-ins: a line of words in, a line out that begins with OK or NO.

`OK name=value ...` tells how the unit stands; `NO why` is a refusal, or a line it does not know. Docs: docs/practice.md.
"""

from __future__ import annotations

from collections.abc import Callable
from typing import get_args

from hinge.errors import HingeError
from hinge.practice.opener import Fault, Opener

LONGEST_LINE = 80
_ON = {"on": True, "off": False}

# A line by its first word: how many words follow it, and what is done.
LINES: dict[str, tuple[int, Callable[..., object]]] = {
    "?": (0, lambda _: None),
    "press": (0, Opener.press),
    "hold": (1, lambda one, seconds: one.hold(_seconds(seconds))),
    "wait": (1, lambda one, seconds: one.wait(number_in(seconds))),
    "turn": (2, lambda one, end, turns: one.turn(_one_of(end, "up", "down"), number_in(turns))),
    "measure": (1, lambda one, end: one.measure(_one_of(end, "up", "down"))),
    "set": (0, Opener.begin_setting),
    "jog": (1, lambda one, by: one.jog(number_in(by))),
    "store": (0, Opener.store),
    "stop": (1, lambda one, end: one.push_stop("down" if _one_of(end, "front", "back") == "front" else "up")),
    "lift": (1, lambda one, to: one.lift(number_in(to))),
    "release": (0, lambda one: one.join(False)),
    "join": (0, lambda one: one.join(True)),
    "eyes": (1, lambda one, how: setattr(one, "eyes", _one_of(how, "clear", "blocked", "dark", "bridged"))),
    "block": (1, lambda one, on: setattr(one, "block", _switch(on))),
    "slack": (1, lambda one, on: setattr(one, "slack", _switch(on))),
    "mains": (1, lambda one, on: setattr(one, "mains", _switch(on))),
    "battery": (1, lambda one, on: setattr(one, "battery", _switch(on))),
    "fault": (1, lambda one, which: setattr(one, "fault", _one_of(which, *get_args(Fault)))),
    "heavy": (1, lambda one, pounds: setattr(one, "heavy_lb", number_in(pounds))),
}


def answer(one: Opener, line: str) -> str:
    """What the unit answers to a line. Never raises."""
    word, *rest = line[:LONGEST_LINE].split() or ["?"]
    if word not in LINES or len(rest) != LINES[word][0]:
        return f"NO {word[:20]}: a line is one of {', '.join(LINES)}"
    try:
        told = LINES[word][1](one, *rest)
    except HingeError as wrong:
        return f"NO {wrong.message}"
    return f"OK off_in={told:g}" if isinstance(told, float) else f"OK {standing(one)}"


def standing(one: Opener) -> str:
    """How it stands, as names and values."""
    values = {
        "door_in": f"{one.door_in:g}",
        "going": one.going or "no",
        "joined": _word(one.joined),
        "power": "mains" if one.mains else "battery" if one.battery else "none",
        "eyes": "see" if one.sees else "dark" if one.setting or not one.alive else "do_not_see",
        "limits": "set" if None not in one.stops.values() else "missing",
        "setting": one.setting or "no",
        "force": "learned" if one.learned else "not_learned",
        "shows": one.said.replace(" ", "_") or "nothing",
    }
    return " ".join(f"{name}={value}" for name, value in values.items())


def _word(yes: bool) -> str:
    return "yes" if yes else "no"


def replied(**values: object) -> str:
    """A line that tells names and values."""
    return " ".join(["OK", *(f"{name}={value}" for name, value in values.items())])


def number_in(text: str) -> float:
    """A number of a line. Raises a HingeError for what is none from -1000 to 1000."""
    try:
        value = float(text)
    except ValueError:
        value = float("nan")
    if not abs(value) <= 1000:
        raise _Unreadable(f"{text[:20]} is no number from -1000 to 1000.")
    return value


def _seconds(text: str) -> float:
    value = number_in(text)
    if not 0 < value <= 60:
        raise _Unreadable(f"{text[:20]} is no number of seconds up to 60.")
    return value


def _one_of(text: str, *words: str) -> str:
    if text not in words:
        raise _Unreadable(f"{text[:20]} is none of {', '.join(words)}.")
    return text


def _switch(text: str) -> bool:
    return _ON[_one_of(text, *_ON)]


class _Unreadable(HingeError):
    """A word of a line that cannot be read."""
