"""A kind of what carries a door that nobody thought of: added by a module of its own and by data, and nothing else."""

import shutil
import subprocess
import sys
from pathlib import Path

import pytest

HERE = Path(__file__).resolve().parents[2]
ADDED = HERE / "tests" / "fixtures" / "fourth_carrier"
# Where the data already has a list of the kinds, the new one is named in it.
NAMED = {
    "carriers/kinds.toml": ('"counterweight"]', '"counterweight", "sash"]'),
    "site/facts.toml": ('"extension", "counterweight"]', '"extension", "counterweight", "sash"]'),
    "measure/fields.toml": ('counterweight = "Counterweight"', 'counterweight = "Counterweight", sash = "Weights on cords"'),
}

PROVED = """
from hinge.site.proof import prove

found = prove()
assert not found.reached, found.reached
assert not found.dead_ends, found.dead_ends
print(found.watched)
"""

CALL = """
from hinge.call.commands import read_command
from hinge.call.log import CallLog
from hinge.file.record import DoorRecord, read_record
from hinge.view.build import build_call_view
from hinge.errors import GateNotMetError, HingeError
from hinge.site.gates import gate_groups

log = CallLog.at(DoorRecord())

def say(kind, **body):
    log.say(read_command({"kind": kind} | body), f"entry-{len(log.entries):05d}", "Wren", "2026-11-01T09:00:00+00:00")

def gates(*groups):
    for group in gate_groups():
        for gate in group.gates if group.id in groups else ():
            say("gate", gate=gate.id, met=True)

def refused(kind, error, **body):
    try:
        say(kind, **body)
    except error as wrong:
        return wrong.message
    raise AssertionError(f"{kind} was taken")

say("complaint", complaint="heavy")
for field, typed in {
    "carried_now": "sash", "sash_weights": "4", "weight_lb": "130",
    "width_in": "9'", "height_in": "7'", "section_count": "4", "radius_in": "12",
}.items():
    say("measured", field=field, typed=typed)
assert log.call.line.kind == "sash" and dict(log.call.line.counts) == {"left": 4, "right": 4}
assert build_call_view(log.call).setup is not None
say("picked", option="sash-5")
refused("taken_off", GateNotMetError)
gates("hands_on", "cords")
say("taken_off")
assert build_call_view(log.call).work.title == "Hang the weights"
say("put_on")
assert build_call_view(log.call).said.words == "weights on cords, 5 left and 5 right"
refused("reading", HingeError, reading={"height_in": 42, "outcome": "holds"})
gates("first_lift_cords")
say("reading", reading={"height_in": 42, "outcome": "runs_down"})
say("aimed", targets={"left": 6, "right": 6})
gates("hands_on", "cords")
say("moved", part="left", from_count=5, to_count=6)
assert "one side" in refused("aimed", HingeError, targets={"left": 9, "right": 6}).lower()
say("moved", part="right", from_count=5, to_count=6)
gates("first_lift_cords")
say("reading", reading={"height_in": 42, "outcome": "holds"})
after = build_call_view(log.call).record_after
assert read_record(after.model_dump(mode="json")) == after
assert after.on_door.option == "sash-6" and after.measured["carried_now"] == "sash"
print("closed as", after.on_door.words)
"""


@pytest.fixture(scope="module")
def house(tmp_path_factory):
    """A copy of the core with the made-up kind in it. Its types are not made anew: no module but its own is another one."""
    at = tmp_path_factory.mktemp("house")
    shutil.copytree(HERE / "hinge", at / "hinge", ignore=shutil.ignore_patterns("__pycache__"))
    for path in sorted(one for one in ADDED.rglob("*") if one.suffix in (".py", ".toml")):
        to = at / "hinge" / path.relative_to(ADDED)
        with to.open("a", encoding="utf-8") as file:
            file.write(path.read_text(encoding="utf-8"))
    for name, (old, new) in NAMED.items():
        to = at / "hinge" / name
        text = to.read_text(encoding="utf-8")
        assert old in text
        to.write_text(text.replace(old, new), encoding="utf-8")
    return at


def ran(house, script):
    done = subprocess.run([sys.executable, "-c", script], cwd=house, capture_output=True, text=True, timeout=120, check=False)
    assert done.returncode == 0, done.stderr[-2000:]
    return done.stdout


def test_nothing_but_its_own_module_and_data_is_touched():
    added = {path.relative_to(ADDED).as_posix() for path in ADDED.rglob("*") if path.suffix in (".py", ".toml")}
    assert {name for name in added if name.endswith(".py")} == {"carriers/sash.py"}
    assert len(added | NAMED.keys()) <= 12


def test_a_door_carried_by_it_is_measured_picked_hung_trimmed_and_read(house):
    assert "6 left and 6 right" in ran(house, CALL)


@pytest.mark.bulk
def test_the_proof_holds_for_it_and_no_line_of_it_is_a_dead_end(house):
    assert int(ran(house, PROVED)) > 118
