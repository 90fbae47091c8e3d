"""The call as JSON out and in without loss, and the job sheet as one page."""

import io
import json
import uuid

import pytest
from jsonschema import Draft202012Validator
from pypdf import PdfReader
from pypdfium2 import PdfDocument
from zxingcpp import read_barcode

from server.calls.models import Call, Entry
from server.config import pdf
from server.doors.models import Door
from tests.server.conftest import Api, CallOver
from tests.support.documents import bring_in, text_of
from tools.formats import FOLDER


@pytest.fixture
def call(technician, door):
    return CallOver(Api(technician), door).closed()


@pytest.fixture
def document(call):
    return call.api.get(f"/calls/{call.key}/document.json").json()


def test_a_call_comes_into_an_empty_shop_without_loss(call, document, stranger):
    answer = bring_in(stranger, json.dumps(document).encode())
    assert answer.status_code == 200, answer.content
    theirs = Api(stranger)
    there = theirs.get(f"/calls/{call.key}/document.json").json()
    assert there["call"].pop("claimed_elsewhere") != document["call"].pop("claimed_elsewhere")
    theirs_said, mine_said = (one.pop("said") for one in (there, document))
    assert [line["text"] for line in theirs_said] == [line["text"] for line in mine_said]
    assert there == document
    mine, brought = (api.get(f"/calls/{call.key}").json()["state"] for api in (call.api, theirs))
    assert brought.pop("claimed") == "Closed elsewhere: its gates and proofs are as claimed there."
    assert mine.pop("claimed") == ""
    for line in mine["summary"]:
        line["label"] = line["label"].replace("Proved", "Proved, as claimed there")
    assert brought == mine
    assert Door.objects.filter(shop=stranger.shop).count() == 1


def test_the_document_follows_its_published_schema(document):
    Draft202012Validator(json.loads((FOLDER / "call.schema.json").read_text())).validate(document)
    assert document["format"] == "north-hinge/call/4"


def test_a_call_that_is_there_already_is_refused(call, document, lead):
    answer = bring_in(lead, json.dumps(document).encode())
    assert answer.status_code == 422
    assert "already" in answer.json()["error"]["message"]
    assert Call.objects.count() == 1


@pytest.mark.parametrize("share", [0, 0.3, 0.97])
def test_a_file_cut_in_half_leaves_nothing_behind(document, stranger, share):
    text = json.dumps(document).encode()
    answer = bring_in(stranger, text[: int(len(text) * share)])
    assert answer.status_code == 422
    assert not Door.objects.filter(shop=stranger.shop).exists()


@pytest.mark.parametrize(
    ("spoil", "field"),
    [
        (lambda d: d.update(format="other/1"), "format"),
        (lambda d: d["call"].update(color="red"), "call.color"),
        (lambda d: d["call"]["entries"][0]["body"].update(kind="magic"), "call.entries.0.body.kind"),
        (lambda d: d["call"]["entries"].insert(1, d["call"]["entries"][0]), "call.entries.1.id"),
        (lambda d: d["call"]["entries"][3].update(at="yesterday"), "call.entries.3.at"),
        (lambda d: d["door"].pop("name"), "door.name"),
    ],
)
def test_a_spoilt_document_is_refused_whole_and_says_where(document, stranger, spoil, field):
    spoil(document)
    answer = bring_in(stranger, json.dumps(document).encode())
    assert answer.status_code == 422
    assert answer.json()["error"]["field"] == field
    assert not Call.objects.filter(shop=stranger.shop).exists()
    assert not Entry.objects.filter(call__shop=stranger.shop).exists()


def test_the_technical_sheet_has_every_entry_with_who_and_when(technician, door):
    call = CallOver(Api(technician), door).closed()
    api = Api(technician)
    lines = api.get(f"/calls/{call.key}/timeline").json()["lines"]
    answer = api.get(f"/calls/{call.key}/technical.pdf")
    assert answer.headers["Content-Type"] == "application/pdf"
    _, text = text_of(answer.content)
    flat = " ".join(text.split())
    for line in lines:
        if not any(sign in line["text"] for sign in "▬“🔧"):
            assert " ".join(line["text"].split()) in flat, line
    assert flat.count("Tess Orme") >= len(lines)
    assert "Set screws on a tube" in flat


def test_the_job_sheet_is_one_page_with_what_matters(call):
    answer = call.api.get(f"/calls/{call.key}/sheet.pdf")
    assert answer.headers["Content-Type"] == "application/pdf"
    pages, text = text_of(answer.content)
    assert pages == 1
    flat = " ".join(text.split())
    for words in (
        "Net loft",
        "Test Door Works",
        "There was a loud bang",
        "What was wrong",
        "A torsion spring is broken",
        "New springs were put on",
        "contact reversal",
        "The springs should last",
        "Never touch springs",
        "Heavy lines are new: springs",
        "Whom to call",
        "Tess Orme",
    ):
        assert words in flat, words
    for number in ("0.207", "×", "9'0\"", "quarter", "lb"):
        assert number not in flat, f"{number} is for the technical sheet"
    _, technical = text_of(call.api.get(f"/calls/{call.key}/technical.pdf").content)
    for number in ("0.207 × 2", "passed", "holds", "9'0\""):
        assert number in technical, number


def test_a_sheet_is_set_in_the_product_s_own_type(call):
    for sheet in ("sheet", "technical"):
        pdf = PdfReader(io.BytesIO(call.api.get(f"/calls/{call.key}/{sheet}.pdf").content))
        fonts = {str(font.get_object()["/BaseFont"]) for page in pdf.pages for font in page["/Resources"]["/Font"].values()}
        assert any("Barlow" in name for name in fonts), fonts


def test_the_sheet_of_a_call_just_begun_is_a_page_too(technician, door):
    call = CallOver(Api(technician), door)
    pages, text = text_of(call.api.get(f"/calls/{call.key}/sheet.pdf").content)
    assert pages == 1
    assert "call under way" in text
    assert "Nothing was changed on the door yet." in " ".join(text.split())


def test_a_sheet_is_drawn_once_and_anew_when_anything_on_it_changes(technician, door, monkeypatch):
    drawn = []

    def counted(html, files):
        drawn.append(html)
        return draw(html, files)

    # The cache is that of every worker of the tests: nobody else draws this page.
    Door.objects.filter(pk=door.pk).update(name=f"Net loft {uuid.uuid4()}")
    draw = pdf.pressed_apart
    monkeypatch.setattr(pdf, "pressed_apart", counted)
    call = CallOver(Api(technician), door)
    address = f"/calls/{call.key}/sheet.pdf"
    first, again = call.api.get(address).content, call.api.get(address).content
    assert (first == again, len(drawn)) == (True, 1)
    call.must("complaint", complaint="heavy")
    assert call.api.get(address).content != first
    Door.objects.filter(pk=door.pk).update(name=f"Sail shed {uuid.uuid4()}")
    call.api.get(address)
    assert len(drawn) == 3


def test_the_label_of_a_door_is_read_by_a_stranger_s_camera_and_opens_its_file(technician, stranger, door):
    answer = Api(technician).get(f"/doors/{door.key}/label.pdf")
    assert answer.headers["Content-Type"] == "application/pdf"
    page = PdfDocument(answer.content)[0]
    assert [round(side / 72 * 25.4) for side in page.get_size()] == [89, 36]
    read = read_barcode(page.render(scale=4).to_numpy())
    assert read.text == f"http://testserver/doors/{door.key}"
    assert door.customer not in text_of(answer.content)[1], "whose door it is is nobody's business who passes by"
    assert Api(stranger).get(f"/doors/{door.key}/label.pdf").status_code == 404
