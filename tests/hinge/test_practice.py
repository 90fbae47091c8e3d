"""The simulated opener: it answers as the trade says one does, no order of presses is dangerous, and limits are set on it end to end."""

from __future__ import annotations

import subprocess
import sys
from typing import get_args

import pytest
from hypothesis import Phase, given, settings
from hypothesis import strategies as st
from hypothesis.stateful import RuleBasedStateMachine, invariant, rule

from hinge.faults.knowledge import faults
from hinge.opener.kinds import opener_kinds
from hinge.practice.lines import LINES, answer, standing
from hinge.practice.opener import BLOCK_IN, OPEN_IN, STILL, Fault, Opener
from tests.support.words import ask

SET_BY_BUTTON = ("set", "jog 84", "store", "jog -84", "store")


def told(one: Opener, *lines: str) -> dict[str, str]:
    """What it shows after these lines, each of them taken."""
    for line in lines:
        said = answer(one, line)
        assert said.startswith("OK"), (line, said)
    return dict(part.split("=") for part in standing(one).split())


def by_button(kind="rail_button") -> Opener:
    one = Opener(kind)
    told(one, *SET_BY_BUTTON)
    return one


def test_there_is_one_of_every_kind():
    assert {kind for kind in opener_kinds() if Opener(kind)} == set(opener_kinds())


def test_without_both_limits_it_does_not_run():
    """Never run it from the wall control before both are stored: handbook of the trade."""
    for kind in ("rail_button", "shaft", "fixed_chain"):
        assert answer(Opener(kind), "press").startswith("NO A limit is missing")
    one = Opener("rail_button")
    assert told(one, "set", "jog 84", "store")["limits"] == "missing"
    assert answer(one, "press") == "NO Its limits are being set."


def test_a_step_that_waits_too_long_is_begun_again():
    """Thirty seconds, then one long beep: handbook of the trade."""
    one = Opener("rail_button")
    assert told(one, "set", "jog 84", "wait 30")["setting"] == "up"
    assert told(one, "wait 1")["shows"] == "one_long_beep"
    assert answer(one, "store").startswith("NO No limit is being set")
    assert told(one, *SET_BY_BUTTON)["shows"] == "three_short_beeps"


def test_a_fixed_chain_learns_over_four_whole_cycles():
    """Stops with the door down and up, then four full cycles, one press between each: handbook of the trade."""
    one = Opener("fixed_chain")
    told(one, "stop front", "lift 84", "stop back")
    assert [told(one, "press", "wait 20")["force"] for _ in range(5)] == ["not_learned"] * 3 + ["learned"] * 2
    cut = Opener("fixed_chain")
    told(cut, "stop front", "lift 84", "stop back")
    assert [told(cut, "press", "wait 4", "press", "press", "wait 20")["force"] for _ in range(4)] == ["not_learned"] * 4, "cut short"


def test_one_on_the_shaft_goes_down_only_with_its_eyes_and_cables_right():
    one = Opener("shaft")
    told(one, "set", "jog 84", "store", "eyes blocked")
    assert answer(one, "jog -84").startswith("NO It moves down only")
    told(one, "eyes clear", "slack on")
    assert answer(one, "jog -84").startswith("NO It moves down only")
    told(one, "slack off", "jog -84", "store", "press", "wait 20", "slack on")
    assert answer(one, "press") == "NO A cable is slack: it does not move down."
    assert answer(one, "hold 20").startswith("NO")


def test_a_broken_beam_and_a_block_send_it_back_up():
    one = by_button()
    told(one, "press", "wait 20", "press", "wait 4", "eyes blocked")
    assert told(one, "wait 20")["shows"] == "reversed:_eyes"
    assert one.door_in == OPEN_IN
    told(one, "eyes clear", "block on", "press")
    before = len(one.ran)
    while one.said != "reversed: contact":
        told(one, "wait 0.25")
    assert min(ran.end_in for ran in one.ran[before:]) == pytest.approx(BLOCK_IN)
    # Within two seconds of contact it is on its way up: 16 CFR 1211 (memory).
    told(one, "wait 2")
    assert one.door_in > BLOCK_IN


def test_a_down_limit_too_high_never_touches_the_block_and_one_too_deep_is_not_proved_by_it():
    one = Opener("fixed_chain")
    told(one, "lift 3", "stop front", "lift 84", "stop back", "block on", "press", "wait 20")
    assert told(one)["shows"] == "nothing"
    assert one.door_in == pytest.approx(3.0), "it stops above what it should have touched: the proof fails"


def test_bridged_wires_are_no_eyes_and_held_down_it_closes_only_while_held():
    one = by_button()
    told(one, "press", "wait 20", "eyes bridged")
    assert answer(one, "press") == "NO Its eyes do not see: it does not close."
    told(one, "hold 3", "wait 20")
    assert one.door_in == OPEN_IN, "let go on the way it opens"
    told(one, "hold 30")
    assert one.door_in == 0.0


def test_battery_and_mains_and_a_door_too_heavy():
    one = by_button()
    assert answer(by_button(), "mains off").startswith("OK")
    told(one, "mains off")
    assert answer(one, "press").startswith("NO It is dead")
    told(one, "battery on", "press", "wait 20")
    assert one.door_in == OPEN_IN
    heavy = by_button()
    told(heavy, "heavy 60", "press", "wait 20")
    assert (heavy.door_in, heavy.said) == (0.0, "stopped: too heavy"), "more force never cures a heavy door"


def test_what_can_be_wrong_with_it_is_what_the_fault_finder_looks_for():
    """Hums: the capacitor; runs and the door stands: the gear; stops anywhere: the travel module. Handbook of the trade."""
    assert set(get_args(Fault)) - {"none"} <= set(faults().causes)
    for fault, words in STILL.items():
        one = by_button()
        told(one, f"fault {fault}")
        for line in ("press", "hold 5"):
            assert answer(one, line) == f"NO {words}"
        told(one, "set")
        assert answer(one, "jog 5") == f"NO {words}"
        assert one.door_in == 0.0
        told(one, "fault none", *SET_BY_BUTTON, "press", "wait 20")
        assert one.door_in == OPEN_IN


def test_a_bad_travel_module_stops_it_at_another_place_each_time_and_it_learns_nothing():
    one, places = by_button(), []
    told(one, "fault travel_module")
    for _ in range(12):
        told(one, "press", "wait 30")
        places.append(one.door_in)
    assert len({place for place in places if 1 < place < OPEN_IN - 1}) > 4, "nowhere twice"
    assert told(one)["shows"] in ("stopped_on_the_way,_lamp_blinks", "nothing")
    sound = by_button()
    assert [told(sound, "press", "wait 30") and sound.door_in for _ in range(4)] == [OPEN_IN, 0.0] * 2


def test_two_corrections_by_the_question_set_five_hundred_units_within_half_an_inch():
    """Units with an inches-per-turn of their own, play in the screw and a tape read to an eighth; asked as a technician would."""
    done = 0
    for seed in range(500):
        one, history = Opener("rail_screw", seed=seed), {"up": [], "down": []}
        told(one, "release")
        seen = {end: _off(one, end) for end in history}
        for _ in range(2):
            for end in history:
                asked = {"kind": "screw"} | {one_end: {"off_in": seen[one_end], "history": history[one_end]} for one_end in history}
                turns = getattr(ask("limits", asked), end).turns
                told(one, f"turn {end} {turns}")
                before, seen[end] = seen[end], _off(one, end)
                if turns:
                    history[end].append({"turns": turns, "moved_in": seen[end] - before})
        done += all(abs(stop - at) <= 0.5 for stop, at in ((one.stops["up"], OPEN_IN), (one.stops["down"], 0.0)))
    assert done >= 475, done


def _off(one, end):
    return float(answer(one, f"measure {end}").removeprefix("OK off_in="))


def test_beyond_a_limit_it_stands_and_limits_that_lie_over_each_other_run_nothing():
    one = Opener("rail_screw", seed=3)
    told(one, "release", "lift 0", "join", "press")
    assert one.stops["down"] > 0, "the closed limit lies above where the door stands"
    assert told(one, "wait 60")["going"] == "no", "it comes to an end, whichever way it went"
    chain = Opener("fixed_chain")
    told(chain, "lift 84", "stop front", "lift 0", "stop back")
    assert answer(chain, "press") == "NO Its limits lie over each other."
    assert chain.going == ""


def test_a_released_door_is_moved_by_hand_alone():
    one = Opener("rail_button")
    told(one, "set", "release")
    assert answer(one, "jog 20") == "NO The door is not joined to it."
    assert one.door_in == 0.0


def test_limits_set_anew_have_to_be_learned_and_proved_anew():
    one = by_button()
    told(one, "press", "wait 20", "press", "wait 20")
    assert told(one)["force"] == "learned"
    assert told(one, *SET_BY_BUTTON)["force"] == "not_learned"


@given(st.text(max_size=60))
def test_whatever_line_comes_is_answered(line):
    assert answer(Opener("shaft"), line).startswith(("OK ", "NO "))


def test_it_speaks_over_standard_input_and_output():
    done = subprocess.run(
        [sys.executable, "-m", "hinge.practice", "rail_screw", "7"],
        input="release\nmeasure up\nfly\n",
        capture_output=True,
        text=True,
        check=False,
    )
    lines = done.stdout.splitlines()
    assert [line.split()[0] for line in lines] == ["OK", "OK", "OK", "NO"]
    assert lines[2].startswith("OK off_in=")
    assert subprocess.run([sys.executable, "-m", "hinge.practice", "hovercraft"], capture_output=True, check=False).returncode == 2


WORDS = {
    "hold": ["1", "3", "20"], "wait": ["0.25", "1", "3", "20", "31"], "jog": ["84", "-84", "10", "-10"], "lift": ["0", "3", "40", "84"],
    "measure": ["up", "down"], "stop": ["front", "back"], "eyes": ["clear", "blocked", "dark", "bridged"], "heavy": ["0", "60"],
    "fault": ["none", "none", "travel_module", "capacitor"],
    "block": ["on", "off"], "slack": ["on", "off"], "mains": ["on", "off"], "battery": ["on", "off"],
    "turn": ["up 1", "up -2", "down 1.5", "down -1"],
}  # fmt: skip


class Presser(RuleBasedStateMachine):
    """Somebody who presses, turns, blocks and unplugs in any order."""

    kind = "rail_button"

    def __init__(self) -> None:
        super().__init__()
        self.one = Opener(self.kind)

    @rule(data=st.data(), word=st.sampled_from(sorted(LINES)))
    def line(self, data, word):
        one, before = self.one, len(self.one.ran)
        rest = data.draw(st.sampled_from(WORDS.get(word, [""])))
        missing = None in one.stops.values() and not one.setting
        answer(one, f"{word} {rest}")
        assert one.alive or len(one.ran) == before or word in ("mains", "battery"), "a dead one does not move"
        for ran in one.ran[before:]:
            closes = ran.end_in < ran.start_in
            assert not (closes and not ran.sees and not ran.held), "it never closes by itself on eyes that do not see"
            assert not (closes and not ran.sees and self.kind == "shaft")
            assert not (missing and not ran.held), "nothing runs against a missing limit"
            assert abs(ran.end_in - ran.start_in) <= 2.0 or ran.held, "no quarter of a second takes it further"

    @rule()
    def set_up(self):
        """The whole way to stored limits, so that much is tried with them."""
        for line in SET_BY_BUTTON if self.kind in ("rail_button", "shaft") else ("lift 0", "stop front", "lift 84", "stop back", "lift 0"):
            answer(self.one, line)

    @rule()
    def left_alone(self):
        """Nothing runs for ever: a minute later it stands."""
        answer(self.one, "wait 60")
        assert self.one.going == ""
        assert self.one.setting == ""

    @invariant()
    def it_stands_somewhere(self):
        assert -12.0 <= self.one.door_in <= OPEN_IN + 12.0


def _pressed(kind_):
    machine = type(f"Presser_{kind_}", (Presser,), {"kind": kind_})
    case = machine.TestCase
    case.settings = settings(max_examples=25, stateful_step_count=40, deadline=None, derandomize=True, phases=[Phase.generate])
    return case


TestButtons, TestShaft, TestScrews, TestChain = (_pressed(kind) for kind in ("rail_button", "shaft", "rail_screw", "fixed_chain"))


def test_the_question_says_the_lines_in_order_and_remembers_nothing():
    asked = {"kind": "rail_button", "unit": 5, "lines": [*SET_BY_BUTTON, "press", "wait 4", "fly"]}
    told_once, again = (ask("practice", asked) for _ in range(2))
    assert told_once == again
    assert [one.taken for one in told_once.replies] == [True] * 7 + [False]
    assert told_once.going == "up"
    assert told_once.way_in == [], "nothing went on while it was told a line it does not know"
    assert ask("practice", asked | {"lines": asked["lines"][:-1]}).way_in == [pytest.approx(1.75 * step) for step in range(1, 17)]
