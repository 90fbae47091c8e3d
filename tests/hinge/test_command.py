"""`python -m hinge QUESTION`: documents in, documents out, refusals with status 2 and never a trace."""

import io
import json
import subprocess
import sys
from types import SimpleNamespace

import pytest
from hypothesis import given
from hypothesis import strategies as st
from jsonschema import Draft202012Validator

from hinge.__main__ import main
from hinge.document import require_finite
from hinge.errors import ContradictionError, HingeError
from hinge.questions.ask import NAMES
from tests.support import mutants
from tests.support.questions import ASKED, DOOR, SPRING, TRACK
from tests.support.words import ask
from tools.formats import FOLDER, documents, text_of


@pytest.fixture
def run(monkeypatch, capsys):
    """The command in this process: starting Python anew for every question would take most of the time."""

    def one(question, text):
        monkeypatch.setattr(sys, "stdin", io.TextIOWrapper(io.BytesIO(text.encode())))
        status = main([question])
        return status, json.loads(capsys.readouterr().out)

    return one


@pytest.mark.parametrize("question", ASKED)
def test_every_question_answers_by_the_schemas_it_tells(question, run, capsys):
    assert main(["schema", question]) == 0
    published = json.loads(capsys.readouterr().out)
    Draft202012Validator(published["question"]).validate(ASKED[question])
    status, answer = run(question, json.dumps(ASKED[question]))
    assert status == 0
    Draft202012Validator(published["answer"]).validate(ask(question, ASKED[question]).model_dump(mode="json"))
    assert set(answer) <= set(published["answer"]["properties"])


def test_every_question_is_covered_here():
    assert set(ASKED) == set(NAMES)


def test_published_formats_are_current():
    for name, document in documents().items():
        assert (FOLDER / name).read_text() == text_of(document), f"{name} is stale: run make api"


def test_the_command_tells_what_it_takes_and_does_not_wait_for_nothing(capsys, monkeypatch):
    with pytest.raises(SystemExit):
        main(["--help"])
    said = capsys.readouterr().out
    assert [name for name in NAMES if name not in said] == []
    assert "hinge schema torsion" in said
    with pytest.raises(SystemExit):
        main(["--version"])
    assert capsys.readouterr().out.startswith("hinge ")
    monkeypatch.setattr(sys, "stdin", SimpleNamespace(isatty=lambda: True))
    assert main(["torsion"]) == 2
    assert "No document was given" in capsys.readouterr().out
    assert main(["schema", "nonsense"]) == 2
    assert json.loads(capsys.readouterr().out)["error"]["value"] == "nonsense"


@pytest.mark.parametrize(("text", "status"), [(json.dumps(SPRING), 0), ('{"wire_in": ', 2)])
def test_the_command_as_it_is_typed(text, status):
    done = subprocess.run([sys.executable, "-m", "hinge", "torsion"], input=text, capture_output=True, text=True, check=False)
    assert "Traceback" not in done.stdout + done.stderr
    assert done.returncode == status
    assert ("error" in json.loads(done.stdout)) == bool(status)


@pytest.mark.parametrize(
    ("question", "change", "field"),
    [
        ("lift", {"positions_in": [0, 90]}, "positions_in.1"),
        ("lift", {"speed": 3}, "speed"),
        ("lift", {"door": {"height_in": 84}}, "door.section_count"),
        ("lift", {"door": DOOR | {"weight_lb": -5}}, "door.weight_lb"),
        ("lift", {"track": TRACK | {"lift": "sideways"}}, "track.lift"),
        ("torsion", {"wire_in": "thick"}, "wire_in"),
        ("torsion", {"turns": 0}, "turns"),
        ("size", {"drum": {"kind": "flat", "diameter_in": 4}}, "drum.cable_in"),
        ("size", {"cycles": 1}, "cycles"),
        ("size", {"cycles": True}, "cycles"),
        ("balance", {"springs": []}, "springs"),
        ("balance", {"extension": {"class_lb": 130}}, "springs"),
        ("balance", {"drum": None}, "drum"),
        ("size", {"drum": {"kind": "vertical", "diameter_in": 3, "cable_in": 0.125}}, "drum.large_diameter_in"),
        ("size", {"track": {"lift": "high", "radius_in": 12, "high_lift_in": 24}}, "drum.kind"),
        ("size", {"household": "castle"}, "household"),
        ("compare", {"options": {"shaft_length_in": 40}}, "on_door"),
        ("compare", {"on_door_duplex": True}, "duplex"),
        ("weigh", {"readings_lb": [120, 150]}, "readings_lb"),
        ("weigh", {"sections": [{"height_in": 21, "material": "paper"}, {"height_in": 21, "material": "wood"}]}, "sections.0.material"),
        ("extension", {"door": DOOR | {"weight_lb": 900}}, "door.weight_lb"),
        ("extension", {"track": {"lift": "vertical", "radius_in": 12}}, "track.lift"),
        ("counterweight", {"hub": {"core_radius_in": 1, "strap_in": 0.15, "turns": 3}}, "hub.turns"),
        ("counterweight", {"hub": {"core_radius_in": 1, "strap_in": 9, "turns": 8}}, "hub.strap_in"),
        ("convert", {"to": "magnets"}, "to"),
        ("cable", {"length_in": 90}, "length_in"),
        ("one_piece", {"door": {"height_in": 84, "weight_lb": 160, "bracket_in": 4, "pivot_in": 60, "arm_in": 40}}, "door.arm_in"),
        ("carries", {"extension": {"class_lb": 130}}, "springs"),
        ("identify", {"inside_diameter_in": 2, "outside_diameter_in": 3}, "outside_diameter_in"),
        ("identify", {"length_in": None, "pieces_in": [10, 12], "wound_quarter_turns": 8}, "wound_quarter_turns"),
        ("lift", {"track": TRACK | {"high_lift_in": 12}}, "track.high_lift_in"),
        ("size", {"track": {"lift": "vertical", "radius_in": 12}}, "drum.kind"),
        ("carries", {"springs": [SPRING | {"count": 9}]}, "springs.0.count"),
        ("identify", {"twenty_coils_in": 4.6}, "twenty_coils_in"),
        ("identify", {"ten_coils_in": None, "twenty_coils_in": None}, "ten_coils_in"),
        ("limits", {"down": {"off_in": "far"}}, "down.off_in"),
        ("limits", {"up": {"off_in": 1, "history": [{"turns": 1}]}}, "up.history.0.moved_in"),
        ("packing", {"measured_in": 300}, "measured_in"),
        ("survey", {"counterbalance": "magnets"}, "counterbalance"),
        ("trim", {"readings": [{"height_in": 42}]}, "readings.0.outcome"),
        ("trim", {"readings": [{"height_in": 42, "outcome": "flies"}]}, "readings.0.outcome"),
    ],
)
def test_refusals_name_the_field_and_what_is_allowed(question, change, field):
    with pytest.raises(HingeError) as refused:
        ask(question, ASKED[question] | change)
    problem = refused.value.as_document()
    assert problem["field"] == field
    assert problem["message"]
    json.dumps(problem, allow_nan=False)


@pytest.mark.parametrize(
    ("question", "text"),
    [
        ("lift", ""),
        ("lift", '{"door": {"height_in": 84, "sec'),
        ("lift", "[]"),
        ("size", '{"cycles": NaN}'),
        ("nothing", "{}"),
        ("torsion", '{"wire_in": 1e999}'),
    ],
)
def test_the_command_refuses_with_status_2_and_the_error_shape(question, text, run):
    status, answer = run(question, text)
    assert status == 2
    assert set(answer["error"]) == {"code", "message", "field", "value", "allowed", "unit"}


JSON = st.recursive(
    st.none() | st.booleans() | st.integers(-(10**6), 10**6) | st.floats() | st.text(max_size=6),
    lambda inner: st.lists(inner, max_size=4) | st.dictionaries(st.text(max_size=6), inner, max_size=4),
    max_leaves=8,
)


@given(st.sampled_from(sorted(name for name, document in ASKED.items() if document)), st.data())
def test_no_value_put_anywhere_makes_it_crash(question, data):
    document = json.loads(json.dumps(ASKED[question]))
    place = document
    while True:
        key = data.draw(st.sampled_from(sorted(place) if isinstance(place, dict) else range(len(place))))
        if isinstance(place[key], dict | list) and place[key] and data.draw(st.booleans()):
            place = place[key]
            continue
        place[key] = data.draw(JSON)
        break
    try:
        ask(question, document)
    except HingeError as refused:
        text = json.dumps(refused.as_document(), allow_nan=False)
        assert "message" in text


@pytest.mark.parametrize("seed", range(4))
def test_thousands_of_spoilt_documents_give_an_answer_or_the_one_error_shape(seed):
    answered, refused = mutants.run(ASKED, 750, seed)
    assert answered > 20
    assert refused > 300


@pytest.mark.parametrize(
    ("question", "change"),
    [
        ("carries", {"door": {"height_in": 84, "section_count": 4, "scale_weight_lb": 0}}),
        ("one_piece", {"balance": {"kind": "extension", "rate_lb_per_in": 4, "free_in": 0, "lug_in": 12, "anchor_in": 1e200}}),
        ("one_piece", {"balance": {"kind": "extension", "rate_lb_per_in": 1.7e308, "free_in": 0, "lug_in": 12, "anchor_in": 40}}),
        ("trim", {"readings": [{"height_in": 42, "force_lb": 1e200, "direction": "raising"}]}),
        ("torsion", {"material": "\ud800"}),
        ("size", {"on_door": [SPRING | {"count": 2, "table_rate_lbin_per_turn": 1e308}]}),
        ("counterweight", {"large_lb": 1e9}),
    ],
)
def test_no_number_is_without_bounds(question, change):
    assert not mutants.require_answer_or_refusal(question, ASKED[question] | change)


def test_a_lone_surrogate_on_the_command_line_is_refused_without_a_trace(run):
    status, answer = run("torsion", json.dumps(SPRING | {"material": "\ud800"}))
    assert status == 2
    assert answer["error"]["field"] == "material"
    assert main(["\udc80"]) == 2


def test_a_call_written_for_an_older_record_and_an_older_choice_is_answered_the_same():
    """Each kind had a field of its own beside the others: documents people keep go on being read."""
    springs, told = [SPRING | {"count": 2}], ASKED["call"]["record"]
    turns = {"quarter_turns": 29}
    older = {"version": 2, "measured": told["measured"], "springs": springs, "cones": told["on_door"]["cones"]}
    choices = [{"kind": "chosen", "springs": springs} | turns, {"kind": "chosen", "plan": {"kind": "torsion", "springs": springs}} | turns]
    answers = [ask("call", {"record": record, "commands": [choice]}) for record in (older, told) for choice in choices]
    assert answers[0].state.said.words
    assert all(answer.model_copy(update={"refused": []}) == answers[0].model_copy(update={"refused": []}) for answer in answers)
    assert [one.error["field"] for answer in answers for one in answer.refused] == ["plan"] * 4


def test_no_answer_holds_what_is_no_number(monkeypatch):
    """A top section as low as its roller left nothing to divide by; whatever else comes out as no number is refused the same way."""
    low = {"kind": "sectional", "door": {"height_in": 48, "section_count": 16, "weight_lb": 100}, "track": TRACK}
    with pytest.raises(ContradictionError, match="has no room for its roller") as refused:
        ask("placement", low)
    assert refused.value.field == "door.section_count"
    answer = ask("lift", ASKED["lift"])
    require_finite(answer)
    for wrong in (float("nan"), float("inf")):
        spoilt = answer.model_copy(update={next(iter(type(answer).model_fields)): [1.0, {"deep": (wrong,)}]})
        with pytest.raises(ContradictionError, match="have no answer"):
            require_finite(spoilt)
