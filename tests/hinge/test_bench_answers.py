"""The bench's first page: what it says to the usual numbers of a page is what that page answers to them."""

from __future__ import annotations

from typing import Any

import pytest

from hinge.file.setup import setup_of
from hinge.measure.fields import fields, read_field
from hinge.questions.ask import ask
from hinge.springs.words import turns_words
from hinge.text.marks import number, say_size
from hinge.text.render import READERS, render
from hinge.view.bench import bench_pages

SUN = {"latitude_deg": 44, "longitude_deg": -93, "facing_deg": 270, "year": 2026, "time_zone": "America/Chicago", "receiver": "right"}


def _measured(page: str) -> dict[str, Any]:
    told = bench_pages()[page]
    return {name: read_field(name, typed) for name, typed in (told.preset | told.usual).items()}


def _hung(page: str, kind: str = "") -> dict[str, Any]:
    """Door, track and drum of a page's usual numbers, as its question takes them."""
    given = {"weight_lb": 130.0, "width_in": 108.0, "cable_in": 0.125} | _measured(page) | ({"counterbalance": kind} if kind else {})
    setup = setup_of(given)
    assert setup
    return setup.model_dump(exclude_none=True)


def _asked(page: str) -> list[str]:
    """What the questions behind a page say to its usual numbers, in the parts its answer is made of."""
    given = _measured(page)
    answer: Any
    match page:
        case "springs":
            answer = ask("size", _hung(page) | {"cycles": 15_000})
            return [turns_words(answer.ideal.quarter_turns)]
        case "identify":
            typed = {name: given[name] for name in ("ten_coils_in", "twenty_coils_in", "inside_diameter_in")}
            (likely, *_) = ask("identify", typed | {"length_in": given["pieces_in"][0]}).candidates  # type: ignore[attr-defined]
            return [f"{number(likely.wire_in)} wire", likely.chance_words]
        case "convert":
            answer = ask("convert", _hung(page) | {"cycles": 15_000, "to": "extension"})
            return [f"{answer.torsion.quarter_turns} quarter-turns", f"the {say_size(answer.extension.class_lb, 'lb', 0)} class"]
        case "extension":
            pair: Any = ask("extension", {name: _hung(page)[name] for name in ("door", "track")}).pair  # type: ignore[attr-defined]
            return [
                f"the {say_size(pair.class_lb, 'lb', 0)} class",
                f"{say_size(pair.open_stretch_in, 'in', 0)} of stretch left with the door open",
            ]
        case "counterweight":
            hub = {"core_radius_in": given["hub_core_in"], "strap_in": given["strap_in"], "turns": given["hub_turns"]}
            return [ask("counterweight", _hung(page) | {"hub": hub}).words]  # type: ignore[attr-defined]
        case "one-piece":
            door = {"height_in": "height_in", "weight_lb": "weight_lb", "bracket_in": "arm_bracket_in", "pivot_in": "arm_pivot_in"}
            arms = {name: given[field] for name, field in door.items()} | {"arm_in": given["arm_in"]}
            weight = {"kind": "weight", "weight_lb": given["pivot_weight_lb"], "arm_in": given["pivot_weight_arm_in"]}
            answer = ask("one_piece", {"door": arms, "balance": weight})
            assert abs(answer.worst_heavy_lbin) < 1e-6
            assert abs(answer.worst_hot_lbin) < 1e-6
            return ["balance it all the way"]
        case "limits":
            ends = {end: -given[f"limit_{end}_off_in"] for end in ("up", "down")}
            answer = ask("limits", {"kind": "screw"} | {end: {"off_in": off} for end, off in ends.items()})
            assert "Turn the up screw 1 turn clockwise" in answer.up.sentence
            assert answer.down.turns == 0
            return ["1 turn of the up screw clockwise"]
        case "survey":
            return [f"{len(ask('survey', {}).rows)} rules"]  # type: ignore[attr-defined]
        case "placement":
            answer = ask("placement", {name: _hung(page, "extension")[name] for name in ("door", "track")})
            assert answer.bracket_in == pytest.approx(7 * 12 + 8.75, abs=1 / 16)
            assert answer.arm.use_in == pytest.approx(12.875, abs=1 / 16)
            return []
        case "clearance":
            answer = ask("clearance", {name: _hung(page, "extension")[name] for name in ("door", "track")})
            assert answer.clear_in == pytest.approx(6 * 12 + 9.875, abs=1 / 16)
            return ["left under the open door"]
        case "replace":
            return [ask("replace", {"year": 2026, "fault": given["opener_fault"]}).sentence.lower()]  # type: ignore[attr-defined]
        case "packing":
            drum = {"drum_diameter_in": given["drum_diameter_in"], "measured_in": given["monitor_cable_in"]}
            answer = ask("packing", {name: _hung(page, "extension")[name] for name in ("door", "track")} | drum)
            assert answer.pack_in == 2
            assert answer.left_over_in == 0
            return [f"a {one.stock}" for one in answer.pieces]
        case "sun":
            answer = ask("sun", SUN)
            assert "868 hours a year, and on the left for 15 alone: swap" in answer.sentence
            return []
        case "practice":
            answer = ask("practice", {"kind": "rail_button", "unit": 3, "lines": ["set", "jog 12", "store"]})
            assert answer.setting == "down"
            assert all(one.taken for one in answer.replies)
            return ["the down limit is next"]
    raise AssertionError(f"Nobody holds what {page} says.")


@pytest.mark.parametrize("page", bench_pages())
def test_what_the_first_page_says_is_what_the_page_answers(page: str) -> None:
    said = render(bench_pages()[page].answer, READERS["trade"])
    for part in _asked(page):
        assert render(part, READERS["trade"]).rstrip(".") in said


def test_every_page_is_asked_with_its_own_numbers() -> None:
    for page in bench_pages().values():
        assert not (page.usual.keys() | page.preset.keys()) - fields().keys()
