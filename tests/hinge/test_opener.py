"""Limits, packing and survey: against the trade's facts, against a simulated unit, and whatever is measured."""

import pytest
from hypothesis import given
from hypothesis import strategies as st

from hinge.errors import BadInputError, HingeError
from hinge.file.description import EyesDescription, describe_door
from hinge.measure.fields import fields, read_field
from hinge.opener.kinds import force_settings, limit_settings, opener_kinds, rails, usual_opener
from hinge.opener.limits import Correction, inches_per_turn, limit_turn, turns_words
from hinge.opener.packing import QUARTER_IN, STOCK, packing
from hinge.opener.survey import Rule, rules, survey
from hinge.procedures.instructions import tell
from tests.support.words import ask, words

FITS = {
    "counterbalance": "torsion", "sectional": True, "height_in": 84, "width_in": 192, "shaft_diameter_in": 1.0, "shaft_sound": True,
    "shaft_past_plate_in": 2.5, "shaft_to_ceiling_in": 4, "shaft_to_wall_in": 3.5, "shaft_end_to_side_in": 10, "drum_diameter_in": 4,
    "cable_over_top": True, "wound_as_usual": True, "bottom_gap_in": 0, "outlet_in": 48, "balanced": True, "free": True,
    "shaft_wander_in": 0,
}  # fmt: skip


def test_three_inches_a_turn_until_the_unit_says_otherwise():
    """One full turn ≈ 3 in = 75 mm: common practice (handbook of the trade, no published source)."""
    answer = ask("limits", {"kind": "screw", "up": {"off_in": -3.75}, "down": {"off_in": 3}})
    assert answer.up.inches_per_turn.likely == pytest.approx(3.0)
    assert (answer.up.turns, answer.down.turns) == (1.25, -1.0), "short of the mark: clockwise, more travel; beyond it: back"
    assert '3 3/4" short of its mark. Turn the up screw 1¼ turns clockwise' in answer.up.sentence
    assert '3" beyond its mark. Turn the down screw 1 turn counter-clockwise' in answer.down.sentence
    assert "reversal and the eyes" in answer.after


def test_what_its_corrections_did_goes_before_what_is_usual():
    one = inches_per_turn([Correction(turns=2, moved_in=4.4)])
    assert 2.1 < one.likely < 2.4
    two = inches_per_turn([Correction(turns=2, moved_in=4.4), Correction(turns=-1.5, moved_in=-3.3)])
    assert two.high - two.low < one.high - one.low < inches_per_turn([]).high - inches_per_turn([]).low
    assert inches_per_turn([], told_in=2.0).likely == pytest.approx(2.0)


@given(st.floats(-40, 40), st.floats(1.5, 6), st.sampled_from(["up", "down"]))
def test_the_turn_is_to_the_nearest_eighth_and_never_the_wrong_way(off_in, per_turn, end):
    told = limit_turn(end, off_in, inches_per_turn([], told_in=per_turn))
    assert told.turns * 8 == round(told.turns * 8)
    assert told.turns * off_in <= 0
    likely = told.inches_per_turn.likely
    assert abs(off_in + told.turns * likely) <= likely / 16 + 1e-9
    assert ("counter-clockwise" in told.sentence) == (told.turns < 0)
    assert ("Leave it" in told.sentence) == (told.turns == 0)
    assert told.turns == 0 or turns_words(told.turns) in told.sentence


def test_a_monitor_s_packing_is_the_measured_less_three_quarters():
    """2¾ in measured leaves 2 in to pack, of which a 2× board is 1½ in: common practice."""
    answer = ask("packing", {"measured_in": 2.75})
    assert (answer.pack_in, answer.left_over_in) == (2.0, 0.0)
    assert [(one.stock, one.thickness_in) for one in answer.pieces] == [("2× board", 1.5), ("piece of ½ in ply", 0.5)]
    assert "a 2× board and a piece of ½ in ply. Nothing is left over" in answer.sentence
    thick = ask("packing", {"measured_in": 5.875}).sentence
    assert 'Pack 5 1/8": three 2× boards and a piece of ½ in ply. 1/8" is left over' in thick
    assert ask("packing", {"measured_in": 0.75}).pieces == []
    assert "nearer to the surface" in ask("packing", {"measured_in": 0.5}).sentence


@given(st.integers(0, 24 * 16).map(lambda sixteenths: sixteenths / 16))
def test_packing_is_never_too_thick_and_of_as_few_pieces_as_can_be(measured_in):
    answer = packing(measured_in)
    thick = sum(one.thickness_in for one in answer.pieces)
    assert answer.left_over_in == pytest.approx(answer.pack_in - thick)
    assert answer.cable_off_in == pytest.approx(measured_in - thick)
    if answer.pack_in >= 0:
        assert 0 <= answer.left_over_in < QUARTER_IN
    fewest = [0, *(10_000 for _ in range(round(thick / QUARTER_IN)))]
    for total in range(1, len(fewest)):
        fewest[total] = 1 + min(fewest[total - one] for one in STOCK.values() if one <= total)
    assert len(answer.pieces) == fewest[-1]


def test_a_door_on_which_one_fits():
    answer = ask("survey", FITS)
    assert (answer.fits, {row.verdict for row in answer.rows}) == (True, {"yes"})
    assert "¼ in or more from the bearing plate" in answer.sentence


@pytest.mark.parametrize(
    ("name", "value", "short_by", "cure"),
    [
        ("counterbalance", "extension", None, "Convert to torsion"),
        ("height_in", 180, 12, '12"'),
        ("width_in", 220, 4, 'Too wide by 4"'),
        ("shaft_past_plate_in", 1, 0.5, 'Too short by 1/2"'),
        ("shaft_to_ceiling_in", 2.5, 0.5, 'Headroom short by 1/2"'),
        ("shaft_to_wall_in", 2, 0.5, "pack the bearing plates out"),
        ("shaft_end_to_side_in", 7, 1.5, "cut the shaft"),
        ("drum_diameter_in", 8, 2, 'Off by 2"'),
        ("bottom_gap_in", 0.5, 0.25, "new bottom seal"),
        ("outlet_in", 96, 24, "No extension cord"),
        ("shaft_diameter_in", 1.25, 0.23, "1 in"),
        ("wound_as_usual", False, None, "usual hands"),
        ("balanced", False, None, "Balance the door first"),
    ],
)
def test_every_no_says_how_far_off_and_what_makes_it_a_yes(name, value, short_by, cure):
    """The rules of handbook 70; common practice, the maker's figure wins."""
    answer = ask("survey", FITS | {name: value})
    wrong = [row for row in answer.rows if row.verdict != "yes"]
    assert not answer.fits
    row = next(one for one in wrong if one.rule == name)
    assert row.verdict == "no"
    assert row.short_by == (pytest.approx(short_by) if short_by else None)
    assert cure in row.cure
    assert row.says.lower() in answer.sentence


def test_where_the_tape_decides_it_is_measured_again_and_what_is_not_known_never_fits():
    near = ask("survey", FITS | {"shaft_to_ceiling_in": 2.9375})
    (row,) = [one for one in near.rows if one.verdict != "yes"]
    assert (row.rule, row.verdict, near.fits) == ("shaft_to_ceiling_in", "measure_again", False)
    for name in FITS:
        without = {other: value for other, value in FITS.items() if other != name}
        answer = ask("survey", without)
        assert not answer.fits
        assert "measure_again" in {one.verdict for one in answer.rows}
    assert ask("survey", {"height_in": 170, "width_in": 216}).rows[2].verdict == "no", "each within its limit, and yet too large"


@pytest.mark.parametrize(
    ("name", "exactly"),
    [("shaft_to_ceiling_in", 3), ("shaft_past_plate_in", 1.5), ("shaft_to_wall_in", 2.5), ("shaft_end_to_side_in", 8.5), ("outlet_in", 72),
     ("bottom_gap_in", 0.25), ("drum_diameter_in", 6), ("drum_diameter_in", 3), ("width_in", 216), ("height_in", 168)],
)  # fmt: skip
def test_a_limit_exactly_met_is_met(name, exactly):
    """Handbook of the trade, order and detail: openers; common practice, no published source."""
    rows = {row.rule: row.verdict for row in ask("survey", {name: exactly}).rows}
    assert rows[name] == "yes"


def test_a_commercial_unit_is_not_measured_by_a_home_units_limits():
    large = FITS | {"height_in": 200, "width_in": 240}
    home, commercial = ask("survey", large), ask("survey", large | {"unit": "commercial"})
    assert {row.rule for row in home.rows if row.verdict == "no"} == {"area_ft2", "height_in", "width_in"}
    assert {row.rule for row in commercial.rows if row.verdict != "yes"} == {"area_ft2", "height_in", "width_in"}
    assert all("its own sheet" in row.cure for row in commercial.rows if row.verdict != "yes")
    assert not commercial.fits
    assert home.minutes is None, "no work on this door makes it smaller"


def test_each_no_says_what_its_cure_takes_and_all_of_them_together():
    answer = ask("survey", FITS | {"bottom_gap_in": 0.5, "balanced": False})
    each = [row.minutes for row in answer.rows if row.verdict == "no"]
    assert all(minutes > 0 for minutes in each)
    assert answer.minutes == sum(each)
    assert f"about {answer.minutes} minutes of work together" in answer.sentence


@given(st.sampled_from([name for name, rule in rules().items() if rule.wants.word is None and name != "area_ft2"]), st.floats(0, 300))
def test_more_room_is_never_worse(name, value):
    rule: Rule = rules()[name]
    order = {"no": 0, "measure_again": 1, "yes": 2}
    if rule.wants.at_least is not None and rule.wants.at_most is None:
        rows = [next(row for row in survey({name: one}).rows if row.rule == name) for one in (value, value + 0.5)]
        assert order[rows[0].verdict] <= order[rows[1].verdict]
    row = next(row for row in survey({name: value}).rows if row.rule == name)
    assert (row.verdict == "no") == (row.short_by is not None)


@pytest.mark.parametrize(
    ("question", "document", "field"),
    [
        ("limits", {"kind": "screw"}, "up"),
        ("limits", {"kind": "button", "up": {"off_in": 1}}, "kind"),
        ("limits", {"kind": "screw", "up": {"off_in": 1e9}}, "up.off_in"),
        ("packing", {"measured_in": -1}, "measured_in"),
        ("survey", {"height_in": -1}, "height_in"),
    ],
)
def test_what_cannot_be_is_refused_by_its_path(question, document, field):
    with pytest.raises(HingeError) as wrong:
        ask(question, document)
    assert wrong.value.field == field


def test_every_kind_there_is_can_be_looked_at_and_is_told_how_its_limits_are_set():
    assert set(opener_kinds()) == set(fields()["opener_kind"].choices)
    for name in opener_kinds():
        kind = usual_opener(name)
        told = {step.id: step for step in tell("opener_settings", {}, {}, kind).steps}
        (limits,) = {"limits", "screws_set", "stops_set"} & told.keys()
        assert told[limits].do.startswith(kind.limits.says)
        assert told[limits].presses == kind.limits.presses
        assert told["force"].do == kind.force.says
        assert told["force"].presses == kind.force.presses
        assert told[limits].by_screw == (name == "rail_screw")
        assert not told["balance_first"].presses


def test_every_rail_limit_and_force_a_file_may_name_is_known():
    known = fields()
    assert set(known["opener_rail"].choices) <= rails().keys()
    assert set(known["opener_limits"].choices) <= limit_settings().keys()
    assert set(known["opener_force"].choices) <= force_settings().keys()
    for name, kind in opener_kinds().items():
        assert {kind.rail} <= rails().keys(), name
        assert {kind.limits} <= limit_settings().keys(), name
        assert {kind.force} <= force_settings().keys(), name


def test_what_is_waited_for_says_what_is_done_once_it_was_waited_in_vain():
    for name, setting in {**limit_settings(), **force_settings()}.items():
        assert all(bool(press.seconds) == bool(press.then) for press in setting.presses), name


def test_down_first_stores_the_closed_end_before_the_open_one():
    says = [press.says for press in limit_settings()["buttons_down_first"].presses]
    assert next(i for i, one in enumerate(says) if "closed end" in one) < next(i for i, one in enumerate(says) if "open end" in one)


def test_an_opener_nobody_looked_at_is_told_for_every_kind():
    limits = next(step for step in tell("opener_settings", {}).steps if step.id == "limits")
    assert all(word in limits.do for word in ("screws", "buttons", "stops"))
    assert limits.presses == limits.signals == []


@pytest.mark.parametrize(
    ("kind", "facts"),
    [
        ("rail_screw", ("About 3 in a turn", "½ in above the rail")),
        (
            "rail_button",
            ("Never run it from the wall control", "⅛ in above the rail's lower edge", "left-hand-threaded", "five minutes"),
        ),
        ("fixed_chain", ("until it clicks", "four full cycles", "at its mark", "faces up", "until the fourth cycle")),
        (
            "shaft",
            ("up first, then down, then force", "connected before it moves down", "Stored, as the manual says", "begin that step again"),
        ),
    ],
)
def test_each_kind_is_told_what_the_trade_says_of_it(kind, facts):
    """Source: handbook of the trade, openers: common practice."""
    one = usual_opener(kind)
    signs = [word for setting in (one.limits, one.force) for sign in setting.signals for word in (sign.shows, sign.means)]
    told = words(" ".join((one.limits.says, one.force.says, one.rail.tension, *signs)))
    assert not [fact for fact in facts if fact not in told]


def test_slide_stops_come_before_four_presses_and_a_shaft_units_eyes_before_it_goes_down():
    chain = usual_opener("fixed_chain")
    presses = [press.says for press in (*chain.limits.presses, *chain.force.presses)]
    assert [("stop" in says, "ress" in says) for says in presses] == [(True, False)] * 2 + [(False, True)] * 4
    down = next(press.says for press in usual_opener("shaft").limits.presses if "down" in press.says)
    assert down.index("Eyes aligned, slack-cable monitor connected") < down.index("down”")


def test_the_opener_and_the_eyes_are_said_as_the_file_has_them():
    file = {"opener_kind": "rail_screw", "opener_drive": "chain", "opener_year": 2009.0, "inches_per_turn": 3.1, "eye_height_in": 5.5}
    said = words(describe_door(file | {"receiver_side": "left"}, None))
    assert said.opener == "Rail and trolley, limit screws; chain drive; made in 2009; 3.1 in of travel a turn of a screw"
    assert said.eyes == EyesDescription(
        height_in=5.5, left='The receiver, 5 1/2" above the floor', right='The sender, 5 1/2" above the floor'
    )
    unknown = describe_door(file, None).eyes
    assert unknown is not None
    assert unknown.left == unknown.right
    assert "which of the two is not looked at yet" in unknown.left
    assert describe_door({"opener_drive": "chain", "eye_type": "none"}, None).opener == ""
    assert describe_door({"eye_type": "none", "receiver_side": "left"}, None).eyes is None


@pytest.mark.parametrize("typed", ["", "   ", "x" * 121, "a\x00b", "two\nlines"])
def test_what_is_kept_in_words_is_a_few_words(typed):
    with pytest.raises(BadInputError, match="a few words"):
        read_field("opener_wires", typed)
    assert read_field("opener_wires", " striped to striped ") == "striped to striped"


@pytest.mark.parametrize(
    ("given", "verdict", "reason"),
    [
        ({"fault": "travel_module", "made_in": 2001}, "repair", ""),
        ({"fault": "gear_stripped", "made_in": 1999, "has_eyes": True}, "repair", ""),
        ({"fault": "board", "made_in": 2022}, "repair", ""),
        ({"fault": "board", "made_in": 2004}, "consider_another", "22 years old"),
        ({"fault": "capacitor", "has_eyes": False}, "consider_another", "no eyes"),
        ({"fault": "capacitor", "made_in": 1990}, "consider_another", "before eyes were asked for (1993)"),
        ({"fault": "capacitor", "made_in": 1990, "has_eyes": True}, "repair", ""),
        ({"fault": "board", "repair_price": 210, "new_price": 420}, "repair", ""),
        ({"fault": "remote_battery", "repair_price": 211, "new_price": 420}, "consider_another", "over half"),
    ],
)
def test_modules_gears_and_eyes_are_repairs_no_eyes_an_old_board_and_half_the_price_are_not(given, verdict, reason):
    """Handbook of the trade, replace or repair: common practice; 1993 is from memory."""
    answer = ask("replace", {"year": 2026} | given)
    assert answer.verdict == verdict
    assert (verdict == "repair") == (answer.reasons == [])
    assert any(reason in one for one in answer.reasons) or not reason
    assert ("Consider another" in answer.sentence) == (verdict != "repair")


def test_what_cannot_be_is_refused():
    for wrong, field in (({"made_in": 2027}, "made_in"), ({"fault": "gremlins"}, "fault"), ({"new_price": 0}, "new_price")):
        with pytest.raises(HingeError) as refused:
            ask("replace", {"year": 2026} | wrong)
        assert refused.value.field == field


@given(st.floats(0, 1000), st.floats(1, 1000))
def test_the_sentence_never_contradicts_its_share(repair, new):
    answer = ask("replace", {"year": 2026, "fault": "capacitor", "repair_price": repair, "new_price": new})
    assert answer.share == pytest.approx(repair / new)
    assert (answer.verdict == "consider_another") == (repair / new > 0.5)


def test_the_monitors_roller_and_the_lock_have_their_places_on_the_jamb():
    """Roller 2 to 6 in below the drum; lock at the third roller from the floor, hole 3¼ in above its centre: common practice."""
    door, track = {"height_in": 84, "section_count": 4, "weight_lb": 130}, {"lift": "standard", "radius_in": 12, "rise_in": 2}
    jamb = ask("packing", {"measured_in": 2.75, "door": door, "track": track, "drum_diameter_in": 4}).jamb
    assert jamb.door_rollers_in == [3.0, 21.0, 42.0, 63.0, 81.0]
    assert jamb.lock_in == 42.0 + 3.25
    assert (jamb.drum_in - jamb.roller_to_in, jamb.drum_in - jamb.roller_from_in) == (2.0, 6.0)
    shaft = ask(
        "side_view", {"door": door, "track": track, "drum": {"kind": "flat", "diameter_in": 4, "cable_in": 0.125}, "positions_in": [0]}
    )
    assert jamb.drum_in == pytest.approx(shaft.shaft.z_in - 2.0)
    assert '3\'9 1/4", 3 1/4" above the third roller' in jamb.sentence
    assert ask("packing", {"measured_in": 2.75}).jamb is None


def test_what_another_kind_of_opener_left_in_the_file_is_not_said_of_this_one():
    """The kind was corrected: its rail, its drive and its screws are no part of a unit on the shaft, whatever stands in the file."""
    rail = {"opener_kind": "rail_screw", "opener_drive": "chain", "rail_in": 120.0, "inches_per_turn": 3.1, "opener_current": "dc"}
    assert describe_door(rail, None).rail_in == 120.0
    said = describe_door(rail | {"opener_kind": "shaft"}, None)
    assert (said.opener, said.rail_in) == ("On the shaft; DC motor", None)
    assert describe_door({"rail_in": 120.0}, None).rail_in is None


def test_the_third_roller_of_a_door_of_two_sections_is_the_one_at_its_top():
    door, track = {"height_in": 84, "section_count": 2, "weight_lb": 130}, {"lift": "standard", "radius_in": 12, "rise_in": 2}
    jamb = ask("packing", {"measured_in": 2.75, "door": door, "track": track}).jamb
    assert jamb.door_rollers_in == [3.0, 42.0, 81.0]
    assert jamb.lock_in == 81.0 + 3.25
