"""The garage as facts and actions: the proof holds, and leaving any one rule out of it is missed."""

from __future__ import annotations

import random
import typing

import pytest
from hypothesis import given
from hypothesis import strategies as st

from hinge.call import acts
from hinge.call import commands as c
from hinge.call import events as ev
from hinge.document import read
from hinge.errors import BadInputError
from hinge.faults.knowledge import Check, faults
from hinge.procedures.knowledge import Step, procedures, steps
from hinge.procedures.rules import Proof, proofs
from hinge.site.actions import Verb, action_of, actions
from hinge.site.dangers import dangers, facts_of
from hinge.site.ends import dead_ends
from hinge.site.facts import Fact, fact_kinds, require_values
from hinge.site.gates import gate_groups, gates, guards
from hinge.site.proof import VIEWS, is_missed, mutants, prove
from hinge.site.search import Space, moves, search
from hinge.site.state import after, arrival, is_met, may, unsaid
from tests.support.walker import walk

TRIED = 4  # rules left out here; `make long` leaves out every one


@pytest.mark.bulk
def test_no_danger_is_reached_and_from_everywhere_there_is_a_safe_end():
    proof = prove()
    assert proof.sound, (proof.reached, proof.dead_ends, proof.idle)
    assert proof.watched >= 25
    assert str(proof).endswith("0 reached, 0 dead ends")


@pytest.mark.bulk
def test_a_rule_that_is_left_out_is_missed():
    chance = random.Random(20261129)
    left_out = list(mutants(moves()))
    for name, fact, ways in chance.sample(left_out, TRIED):
        assert is_missed(fact, ways), name


def test_long_calls_are_where_the_model_says():
    taken, closed = walk(1500, seed=7)
    assert taken > 300
    assert closed > 0


def test_everything_that_can_be_said_names_what_it_does_to_the_garage():
    said = {one for one in (*typing.get_args(c.Plain), *typing.get_args(ev.Event)) if isinstance(one, type)}
    assert said <= acts._ACTS.keys()
    assert all(check.needs for check in faults().checks.values())
    assert all(step.needs or step.does for step in steps().values())
    assert all(proof.verb in Verb for proof in proofs())


@pytest.mark.parametrize(
    ("kind", "document"),
    [
        (
            Check,
            {"ask": "x", "at": "door", "minutes": 1, "hazard": "none", "outcomes": {"a": "x", "b": "x"}, "usually": [50, 50], "given": {}},
        ),
        (Proof, {"id": "x", "title": "x", "how": "x", "passes_when": "x", "required": False, "source": "x"}),
        (Proof, {"id": "x", "title": "x", "how": "x", "passes_when": "x", "required": False, "source": "x", "verb": "hope"}),
        (Step, {"title": "x", "do": "x", "at": "door", "minutes": 1, "needs": "hope"}),
    ],
)
def test_what_names_no_action_there_is_does_not_load(kind, document):
    with pytest.raises(BadInputError):
        read(kind, document)


def test_names_that_are_none_are_refused_where_they_stand():
    for where, told in {"a.needs": {"colour": ["red"]}, "b.needs": {"power": ["half"]}}.items():
        with pytest.raises(BadInputError) as wrong:
            require_values(where, told)
        assert wrong.value.field.startswith(where)


def test_each_danger_is_watched_for_in_some_view_and_speaks_of_what_there_is():
    assert all(any(facts_of(one) <= {*seen} for seen in VIEWS.values()) for one in dangers().values())
    assert {fact for seen in VIEWS.values() for fact in seen} == {*Fact}


states = st.builds(
    lambda values: arrival().where(dict(zip(Fact, values, strict=True))),
    st.tuples(*(st.sampled_from(kind.values) for kind in fact_kinds().values())),
)


@given(states, st.sampled_from([*gates().values()]))
def test_a_statement_stands_once_it_is_made_and_never_once_it_is_taken_back(site, gate):
    assert is_met(after(site, gate), gate)
    back = unsaid(site, gate)
    assert all(back[fact] == fact_kinds()[fact].unknown for fact in gate.met)


@given(states, st.sampled_from([*actions().values()]))
def test_an_action_moves_what_it_makes_or_doubts_and_nothing_else(site, action):
    then = after(site, action)
    assert all(then[fact] == site[fact] for fact in Fact if fact not in action.makes and fact not in action.doubts)


@given(states)
def test_a_state_is_its_number(site):
    space = Space(VIEWS["cones"])
    assert space.told(space.number(site)) == {fact: site[fact] for fact in space.facts}


def test_what_is_open_in_the_search_is_what_may_be_done():
    """The search and the call ask the same of the same rows: held against each other on states drawn by chance."""
    chance = random.Random(3)
    seen = VIEWS["moving"]
    look = search(seen, moves(), {})
    for number in chance.sample(look.states.tolist(), 40):
        site = arrival().where(look.space.told(number))
        for action in actions().values():
            told = {fact for fact in action.needs if fact in seen}
            open_there = all(site[fact] in action.needs[fact] for fact in told)
            assert open_there == (not [fact for fact in may(site, action) if fact in told and fact in action.needs])


def test_a_line_with_no_way_on_is_a_dead_end():
    cut = [one for one in moves() if one.id != "rewind"]
    found = dead_ends(search(VIEWS["cones"], moves(), {}), cut)
    assert any(one.startswith("torsion down: rewind") for one in found)


def test_every_group_is_gone_through_for_something_and_says_why():
    assert all(group.guards and all(gate.why for gate in group.gates) for group in gate_groups())
    assert [group.id for group in guards(Verb.TRIM, "torsion")] == ["hands_on", "trimming"], "a trim is small work"
    assert action_of(Verb.SET, "torsion") is None, "hooks and plates alone are set"


def test_each_procedure_can_be_gone_through_to_its_last_step():
    """Every step of every procedure has an action on what carries the door then."""
    from hinge.procedures.knowledge import carriers_of

    for name, one in procedures().items():
        for step, carrier in zip(one.steps, carriers_of(one), strict=True):
            assert action_of(steps()[step].done_by(carrier, one.when is not None), carrier) is not None, f"{name}.{step}"
