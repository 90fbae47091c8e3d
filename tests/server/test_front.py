"""The door as the customer's page draws it: to scale, by what carries it, what is new set apart."""

import re

import pytest

from server.exchange.front import USUAL, front_of

NUMBER = re.compile(r"-?\d+\.\d+|-?\d+")


def reach(path):
    """How far to the right and down the outline of a rectangle goes."""
    _, _, right, foot, *_ = (float(one) for one in NUMBER.findall(path))
    return right, foot


@pytest.mark.parametrize(("width", "height"), [(96.0, 84.0), (192.0, 84.0), (108.0, 144.0)])
def test_it_is_to_scale_and_stays_within_its_paper(width, height):
    front = front_of({"width_in": width, "height_in": height, "section_count": 4.0}, "torsion", True, [])
    right, foot = reach(next(one.path for one in front.shapes if one.path.startswith("M 0 0 H")))
    assert right / foot == pytest.approx(width / height, rel=0.01)
    assert right <= 120.1
    assert foot <= 62.1


def test_what_is_new_is_drawn_last_and_named():
    front = front_of(USUAL, "torsion", True, ["eyes", "springs"])
    assert [one.new for one in front.shapes][-2:] == [True, True]
    assert sum(one.new for one in front.shapes) == 2
    assert front.says == "eyes, springs"


def test_each_carrier_is_drawn_as_it_is_and_no_opener_where_there_is_none():
    springs = {}
    for kind in ("torsion", "extension", "counterweight"):
        front = front_of(USUAL, kind, True, ["springs"])
        (springs[kind],) = [one.path for one in front.shapes if one.new]
    assert len(set(springs.values())) == 3
    with_opener, without = (len(front_of(USUAL, "torsion", has, []).shapes) for has in (True, False))
    assert with_opener - without == 3
