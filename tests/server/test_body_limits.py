"""A request that says too much is refused before it is looked at, whatever it is sent to."""

import json

import pytest
from hypothesis import given
from hypothesis import strategies as st

from hinge.errors import BadInputError
from server.config import body_limits
from tests.server.conftest import Api
from tests.support.documents import bring_in

DEEP = "[" * 60 + "]" * 60
DOCUMENTS = st.recursive(
    st.integers() | st.text(max_size=3),
    lambda inner: st.lists(inner, max_size=4) | st.dictionaries(st.text(max_size=3), inner, max_size=4),
)
TOO_MUCH = {
    "fields": json.dumps({f"unknown {place}": 1 for place in range(3_000)}),
    "values": json.dumps({"commands": [{f"unknown {place}": 1 for place in range(100)} for _ in range(1_000)]}),
    "deep": f'{{"commands": {DEEP}}}',
    "deeper than Python goes": '{"commands": ' + "[" * 100_000,
}


@pytest.mark.parametrize("body", TOO_MUCH.values(), ids=TOO_MUCH)
@pytest.mark.parametrize("path", ["/api/bench/call", "/api/bench/size", "/api/van/moves"])
def test_it_is_refused_in_the_one_error_shape_and_validated_by_nobody(technician, monkeypatch, path, body):
    monkeypatch.setattr("server.config.errors.Malformed.mistake", lambda *_: pytest.fail("it was looked at"))
    api = Api(technician)
    api.get("/session")
    token = {"X-CSRFToken": api.client.cookies["csrftoken"].value}
    answer = api.client.post(path, body, content_type="application/json", headers=token)
    assert answer.status_code == 422
    assert answer.json()["error"]["code"] == "bad_input"
    assert len(answer.content) < 1_000


def test_a_file_that_says_too_much_is_refused_before_it_is_read(lead, monkeypatch):
    monkeypatch.setattr(body_limits, "MOST_FIELDS", 5)
    answer = bring_in(lead, json.dumps({"format": "north-hinge/call/4"} | {f"unknown {place}": 1 for place in range(9)}).encode())
    assert (answer.status_code, answer.json()["error"]["field"]) == (422, "file")


@given(DOCUMENTS)
def test_what_is_modest_is_read_as_it_is_and_counted_right(document):
    def values(one):
        inner = list(one.values()) if isinstance(one, dict) else one if isinstance(one, list) else []
        return len(inner) + sum(values(each) for each in inner)

    assert body_limits.read_json(json.dumps(document), values(document)) == document
    if values(document):
        with pytest.raises(BadInputError, match="too much"):
            body_limits.read_json(json.dumps(document), values(document) - 1)


def test_a_question_of_many_commands_counts_for_what_it_costs(technician):
    api, commands = Api(technician), [{"kind": "complaint", "complaint": "heavy"}] * 3_000
    assert api.post("/bench/call", {"commands": commands}).status_code == 200
    assert [api.post("/bench/call", {"commands": commands}).status_code for _ in range(3)][-1] == 429
