"""Another language without touching logic: the judgement of the proof in a made-up one."""

from __future__ import annotations

import re
from string import Formatter

import pytest
from hypothesis import given
from hypothesis import strategies as st

from hinge.balance.readings import OUTCOMES
from hinge.questions.ask import ask
from hinge.text.render import Reader
from hinge.text.sentences import COUNT, Sentence, english
from tests.support.words import read_by

DRUM = {"kind": "flat", "diameter_in": 4, "cable_in": 0.125}
STACK = {"plates": {"large": 10, "small": 5}, "hub": {"core_radius_in": 1, "strap_in": 0.15, "turns": 8}}
SPRINGS = [{"wire_in": 0.225, "inside_diameter_in": 2, "length_in": 30, "count": 2}]
ON = {
    "torsion": {"springs": SPRINGS, "quarter_turns": 30, "drum": DRUM},
    "extension": {"extension": {"class_lb": 130}},
    "counterweight": {"counterweight": STACK, "drum": DRUM},
}
DOOR = {"height_in": 84, "section_count": 4, "weight_lb": 130}
TRACK = {"lift": "standard", "radius_in": 12}


def values_of(template: str) -> list[str]:
    return [name for _, name, _, _ in Formatter().parse(template) if name]


def made_up(sentence: Sentence) -> Sentence:
    """A language that says its values the other way round and counts as Polish does; «» stand around each sentence."""
    names = sorted({name for template in sentence.templates.values() for name in values_of(template)}, reverse=True)
    forms = ("one", "few", "many", "other") if len(sentence.templates) > 1 else ("other",)
    return Sentence({form: "«" + form + "".join(f" {{{name}}}" for name in names) + "»" for form in forms})


READER = Reader("metric", "pl", {name: made_up(sentence) for name, sentence in english().items()})
ENGLISH_WORD = re.compile(r"[A-Za-z]{4,}")


def foreign(text: str) -> bool:
    """Whether nothing in a text is left of English: outside of the made-up sentences nothing, within them sizes alone."""
    inside = re.sub(r"\b(one|few|many|other|class)\b", "", text)
    return not text or (text.startswith("«") and text.endswith("»") and not ENGLISH_WORD.search(inside))


readings = st.lists(
    st.one_of(
        st.builds(lambda at, outcome: {"height_in": at, "outcome": outcome}, st.sampled_from([6, 12, 42, 66]), st.sampled_from(OUTCOMES)),
        st.builds(
            lambda at, force, way: {"height_in": at, "force_lb": force, "direction": way},
            st.sampled_from([12, 42, 66]), st.integers(-25, 60), st.sampled_from(["raising", "lowering"]),
        ),
    ),
    max_size=9,
)  # fmt: skip


@pytest.mark.parametrize("carrier", ON)
@given(readings=readings, count=st.integers(1, 2), scale_lb=st.sampled_from([None, 100, 130, 160]))
def test_whatever_was_read_the_judgement_is_said_in_the_readers_language(carrier, readings, count, scale_lb):
    document = {"door": DOOR, "track": TRACK, "readings": readings} | ON[carrier] | ({"scale_weight_lb": scale_lb} if scale_lb else {})
    if carrier == "torsion":
        document["springs"] = [document["springs"][0] | {"count": count}]
    answer = read_by(READER, ask("trim", document))
    advice = answer.advice
    said = [answer.reads, advice.sentence, advice.surprise, advice.offer, advice.caution, answer.moved.sentence]
    assert all(foreign(text) for text in said), said


def test_one_count_takes_the_form_its_language_has_for_it():
    forms = [read_by(READER, f"⟦balance.trim.small_plate.more┆count={count}⟧") for count in (1, 3, 5)]
    assert forms == ["«one 1»", "«few 3»", "«many 5»"]


def test_every_form_of_a_sentence_has_the_same_values_but_its_count():
    for name, sentence in english().items():
        named = {frozenset(values_of(template)) - {COUNT} for template in sentence.templates.values()}
        assert len(named) == 1, name


def test_a_sentence_that_lacks_a_value_stays_a_mark_and_breaks_nothing():
    assert read_by(Reader(), "⟦balance.offer┆nothing=1⟧") == "⟦balance.offer┆nothing=1⟧"
    assert read_by(Reader(), "⟦balance.offer┆height⟧") == "⟦balance.offer┆height⟧"
