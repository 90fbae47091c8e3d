"""The line protocol of a simulated site: the same words in and lines out as the simulated opener's. Docs: docs/practice.md.

`look CHECK`, `do GATE`, `try PROOF`, `go HEIGHT`, `pull HEIGHT`, `measure FIELD`, `say {...}` (a command of the call, as JSON), `?`.
"""

from __future__ import annotations

import json
from collections.abc import Callable

from hinge.call.commands import read_command
from hinge.document import read
from hinge.errors import HingeError
from hinge.practice.deeds import Deed, carried_out
from hinge.practice.lines import number_in, replied
from hinge.practice.visit import PracticeVisit

BY, AT = "Somebody at a desk", "2026-01-01T08:00:00+00:00"
LONGEST_SAID = 4000


def answer(visit: PracticeVisit, line: str) -> str:
    """What the site answers to a line. Never raises."""
    word, _, rest = line[:LONGEST_SAID].strip().partition(" ")
    if (word or "?") not in LINES:
        return f"NO {word[:20]}: a line is one of {', '.join(LINES)}"
    try:
        return LINES[word or "?"](visit, rest.strip())
    except HingeError as wrong:
        return f"NO {wrong.message}"


def standing(visit: PracticeVisit) -> str:
    """How the site stands, as names and values."""
    values = {
        "stage": "closed" if visit.call.closed else "open",
        "entries": len(visit.log.entries),
        "minutes": f"{visit.minutes:.1f}",
        "dangers": ",".join(dict.fromkeys(harm.danger for harm in visit.harms)) or "none",
    }
    return " ".join(f"{name}={value}" for name, value in [*values.items(), *visit.stands.items()])


def _look(visit: PracticeVisit, check: str) -> str:
    return replied(outcome=visit.look(check))


def _do(visit: PracticeVisit, gate: str) -> str:
    against = visit.do(gate)
    return replied(so="yes") if against is None else replied(so="no", check=against[0], outcome=against[1])


def _try(visit: PracticeVisit, proof: str) -> str:
    return replied(passed="yes" if visit.prove(proof) else "no")


def _go(visit: PracticeVisit, height: str) -> str:
    seen = carried_out(visit, read(Deed, {"kind": "let_go", "height_in": number_in(height)}))
    return replied(outcome=visit.moments[-1].seen, from_in=seen.way_in[0], to_in=seen.way_in[1])


def _pull(visit: PracticeVisit, height: str) -> str:
    up, down = visit.gauge(number_in(height))
    return replied(up_lb=round(up, 1), down_lb=round(down, 1))


def _say(visit: PracticeVisit, body: str) -> str:
    try:
        told = json.loads(body)
    except ValueError:
        return "NO that is no JSON"
    visit.say(read_command(told), f"said-{len(visit.log.entries):05d}", BY, AT)
    return f"OK {standing(visit)}"


LINES: dict[str, Callable[[PracticeVisit, str], str]] = {
    "?": lambda visit, _: f"OK {standing(visit)}",
    "ask": lambda visit, _: replied(complaint=visit.garage.complaint, known=",".join(visit.garage.known) or "nothing"),
    "look": _look,
    "do": _do,
    "try": _try,
    "go": _go,
    "pull": _pull,
    "measure": lambda visit, field: replied(found=visit.measure(field)),
    "say": _say,
}
