"""Somebody who says anything at any time, now and then what comes next: long calls for the model to be held against.

On the command line so many entries, from a seed: `python -m tests.support.walker 100000 1`.
"""

from __future__ import annotations

import random
import sys
from collections.abc import Iterator

from hinge.call.acts import act_for, act_of_step
from hinge.call.facts import Call
from hinge.call.finds import open_finds
from hinge.call.procedure_of_work import steps_left
from hinge.call.safety import open_gates
from hinge.errors import HingeError
from hinge.procedures.knowledge import steps
from hinge.procedures.rules import proofs, stop_rules
from hinge.site.gates import gates
from hinge.view.build import build_call_view
from hinge.view.steps import procedures_of
from tests.support.calls import HOLDS, MEASURES, SPRING, Running
from tests.support.conformance import require_conforms
from tests.support.records import HUB, PAIR, RECORDS, STACK

Command = dict[str, object]
CAUSES = ("spring_broken", "cable_off", "section_cracked", "eyes_defeated", "dry", "turns_low", "roller_out")
LOOKS = {
    "coil_gap": ("whole", "gap"), "cables": ("both_tight", "off"), "terminals": ("tight",), "lift_by_hand": ("easy", "heavy"),
    "mid_hold": ("stays", "drops"), "run_opener": ("works", "strains"), "lights": ("both_on", "cant_tell"),
}  # fmt: skip
ODD_FIELDS = ("wire_in", "quarter_turns_now", "spring_count", "height_in", "carried_now", "counterbalance", "class_lb", "large_plates")
ODD_WORDS = ("2", ".225", "90", "extension", "torsion", "counterweight", "nothing", "unknown", "130")


def anything(chance: random.Random, call: Call, entries: list[str]) -> Command:
    """One thing said, whatever comes of it."""
    line = call.line
    part = chance.choice([*line.counts, "left", "right", "small"])
    count = line.counts.get(part, 0)
    stands = -line.let_off.get(part, 0) if count is None else count
    said: list[Command] = [
        {"kind": "gate", "gate": chance.choice([*gates()]), "met": chance.random() < 0.8},
        {"kind": "moved", "part": part, "from_count": stands, "to_count": stands + chance.choice([-2, -1, 1, 2])},
        {"kind": "slack", "part": part},
        {"kind": "still_wound", "part": part},
        {"kind": "stopped", "stop": chance.choice([*stop_rules()])},
        {"kind": "taken_off"},
        {"kind": "put_on"},
        {"kind": "aimed", "targets": {part: chance.randint(0, 6)}},
        {"kind": "again", "quarter_turns": chance.randint(1, 6)},
        {"kind": "chosen", "springs": [SPRING | {"count": chance.choice([1, 2, 4])}], "quarter_turns": chance.randint(1, 6)},
        {"kind": "chosen", "extension": PAIR},
        {"kind": "chosen", "counterweight": STACK},
        {
            "kind": "reading",
            "reading": HOLDS | {"height_in": chance.choice([20, 42, 54]), "outcome": chance.choice(["holds", "runs_down"])},
        },
        {"kind": "proof", "proof": chance.choice([one.id for one in proofs()]), "passed": chance.random() < 0.8},
        {"kind": "found", "cause": chance.choice(CAUSES)},
        {"kind": "cured", "cause": chance.choice(CAUSES)},
        {"kind": "stepped", "steps": [chance.choice([*steps()])], "done": chance.random() < 0.9},
        {"kind": "measured", "field": chance.choice(ODD_FIELDS), "typed": chance.choice(ODD_WORDS)},
        {"kind": "disconnected", "reason": "the board is broken"},
        {"kind": "left", "reason": "the light is gone"},
        {"kind": "closed"},
    ]
    if entries:
        said.append({"kind": "withdrawn", "entry": chance.choice(entries), "reason": "a mistake"})
    check = chance.choice([*LOOKS])
    said.append({"kind": "checked", "check": check, "outcome": chance.choice(LOOKS[check])})
    return chance.choice(said)


def what_comes_next(chance: random.Random, running: Running) -> Iterator[Command]:
    """The gates before what comes next, maybe but for one, and that."""
    call = running.call
    told = procedures_of(call).leading
    step = steps()[told.now] if told and told.now else None
    act = act_of_step(call, step) if step else act_for(call, chance.choice(["lift", "run"]))
    if act is None:
        return
    for _, standing in open_gates(call.site, act.action):
        for gate in standing:
            if chance.random() < 0.97:
                yield {"kind": "gate", "gate": gate.id, "met": True}
    does = step.does if step else ""
    if does in ("take_off", "put_on", "rewind"):
        yield {"kind": "taken_off" if does == "take_off" else "put_on"}
    elif does in ("let_down", "wind"):
        for part in build_call_view(call).parts:
            if part.count is None:
                yield {"kind": "slack", "part": part.part}
            for at in range(part.count or 0, part.target if part.target is not None else part.count or 0, 1 if does == "wind" else -1):
                yield {"kind": "moved", "part": part.part, "from_count": at, "to_count": at + (1 if does == "wind" else -1)}
    elif step and does == "":
        yield {"kind": "stepped", "steps": [told.now]}
    yield {"kind": "reading", "reading": HOLDS | {"height_in": 54 if call.line.kind == "counterweight" else 42}}
    for proof in ("reversal", "eyes"):
        yield {"kind": "gate", "gate": "joined", "met": True}
        yield {"kind": "proof", "proof": proof, "passed": chance.random() < 0.9}
    for name in steps_left(running.call):
        yield {"kind": "stepped", "steps": [name]}
    for find in open_finds(running.call):
        yield {"kind": chance.choice(["declined", "deferred"]), "cause": find.cause, "reason": "another day"}
    yield {"kind": "closed"}


def walk(entries: int, seed: int, longest: int = 300) -> tuple[int, int]:
    """Say so many things on call after call, each held against the model. Returns how many were taken, and how many calls closed."""
    chance = random.Random(seed)
    said = taken = closed = 0
    while said < entries:
        running = Running(RECORDS[chance.choice([*RECORDS])])
        script: Iterator[Command] = iter([{"kind": "measured", "field": name, "typed": typed} for name, typed in (MEASURES | HUB).items()])
        script = iter([{"kind": "complaint", "complaint": "heavy"}, *script] if chance.random() < 0.7 else [])
        for _ in range(longest):
            command = next(script, None)
            if command is None:
                script = what_comes_next(chance, running) if chance.random() < 0.3 else iter([])
                command = anything(chance, running.call, [one.id for one in running.entries])
            before = running.call
            said += 1
            try:
                entry = running.say(**command)
            except HingeError:
                assert running.call == before
                continue
            taken += 1
            require_conforms(before, entry.body, running.call)
            if running.call.closed:
                closed += 1
                break
    return taken, closed


if __name__ == "__main__":
    print("{:,} entries taken, {:,} calls closed, all as the model has it".format(*walk(int(sys.argv[1]), int(sys.argv[2]))))  # noqa: T201
