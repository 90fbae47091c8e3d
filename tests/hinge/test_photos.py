"""A photo says which claim of the call it shows, on the call and in what happened."""

import pytest

from hinge.errors import ContradictionError
from hinge.view.timeline import timeline
from tests.support.calls import HOLDS, Running

PHOTO = {"photo": "00000000-0000-0000-0000-000000000001"}


def of(call, text):
    """The entry of a claim, by what it says."""
    return next(one.entry for one in call.state.to_show if one.text == text)


@pytest.fixture
def call():
    call = Running().measured()
    call.say("complaint", complaint="bang")
    call.say("found", cause="rollers_worn", note="both low ones")
    call.lift_gates()
    call.say("reading", reading=HOLDS)
    call.say("part_used", part="Roller", pieces=2)
    return call


def test_a_photo_shows_what_was_found_read_measured_or_used(call):
    said = [one.text for one in call.state.to_show]
    assert said[0] == "Found: Rollers are seized or worn. both low ones", said
    assert {"At 3'6\": ▬ holds", "Part used: 2 × Roller", "Door width: 9'0\""} <= set(said), said
    assert len({one.entry for one in call.state.to_show}) == len(said)


def test_it_says_so_on_the_call_and_in_what_happened(call):
    call.say("photographed", **PHOTO, of=of(call, said := "Found: Rollers are seized or worn. both low ones"), caption="The flat spot")
    (shown,) = call.state.photos
    assert (shown.shows, shown.caption) == (said, "The flat spot")
    assert timeline(call.record, call.entries).lines[-1].text == f"Photo: {said}. The flat spot"


def test_what_was_measured_again_is_shown_as_it_was_then(call):
    first = of(call, "Door width: 9'0\"")
    call.say("photographed", **PHOTO, of=first)
    call.say("measured", field="width_in", typed="8'")
    assert call.state.photos[0].shows == "Door width: 9'0\""
    assert of(call, "Door width: 8'0\"") != first


def test_a_photo_of_what_was_taken_back_says_so_and_no_more_are_taken_of_it(call):
    found = of(call, "Found: Rollers are seized or worn. both low ones")
    call.say("photographed", **PHOTO, of=found)
    call.say("withdrawn", entry=found, reason="the other door")
    assert call.state.photos[0].shows == "What does not stand any more"
    assert found not in [one.entry for one in call.state.to_show]
    with pytest.raises(ContradictionError, match="no such claim"):
        call.say("photographed", photo="00000000-0000-0000-0000-000000000002", of=found)


def test_a_photo_of_a_proof_that_was_made_anew_does_not_say_what_the_new_one_does(call):
    call.say("proof", proof="labels", passed=False)
    call.say("photographed", **PHOTO, of=of(call, "Labels: failed"))
    assert call.state.photos[0].shows == "Labels: failed"
    call.say("proof", proof="labels", passed=True)
    assert call.state.photos[0].shows == "What does not stand any more"


def test_a_photo_of_something_that_stands_but_is_not_in_the_list_says_nothing_of_it(call):
    call.say("photographed", **PHOTO, of=call.call.complaints[-1][1].entry)
    assert call.state.photos[0].shows == ""


def test_whatever_can_be_shown_stands(call):
    assert {one.entry for one in call.state.to_show} <= call.call.standing_claims()
