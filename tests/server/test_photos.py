"""Photos and the signature: the picture alone is kept, with what it shows; it goes out and comes in again, and on paper."""

import base64
import io
import json
import struct
import sys
import uuid
import zlib

import pytest
from PIL import Image
from pypdf import PdfReader

from server.calls import photos
from server.calls import picture as picture_of
from server.calls.models import Photo
from tests.server.conftest import Api, CallOver
from tests.support.documents import bring_in, text_of
from tests.support.pictures import alike, picture, send

SIGNED = {"name": "Ada Fell", "strokes": [[100, 200, 150, 80, 200, 220], [300, 150, 500, 160]]}


@pytest.fixture
def call(technician, door):
    return CallOver(Api(technician), door)


def test_what_is_kept_is_the_picture_alone_upright_and_scaled(technician, call):
    found = call.must("found", cause="spring_broken", note="")
    entry = found["cause_entry"]
    sent = picture(turned=6)
    assert b"Slipway 3" in sent
    answer = send(technician, call, sent, of=entry, caption="The gap")
    assert answer.status_code == 200, answer.content
    (shown,) = answer.json()["state"]["photos"]
    assert shown["caption"] == "The gap"
    kept = Api(technician).get(f"/calls/{call.key}/photos/{shown['photo']}")
    assert kept.headers["Content-Type"] == "image/jpeg"
    with Image.open(io.BytesIO(kept.content)) as there:
        assert there.size == (800, 1600), "upright, as it was held"
        assert not there.getexif()
        assert b"Slipway 3" not in kept.content
    (again,) = photos.scaled([kept.content])
    assert alike(again, kept.content), "what is so already loses next to nothing more"


@pytest.mark.parametrize("kind", ["PNG", "WEBP"])
def test_other_kinds_are_kept_as_jpeg(technician, call, kind):
    assert send(technician, call, picture(90, 60, kind)).status_code == 200
    assert bytes(Photo.objects.get().jpeg)[:2] == b"\xff\xd8"


@pytest.mark.parametrize(
    "sent", [b"", b"no picture", picture()[:900], b"<svg xmlns='http://www.w3.org/2000/svg'/>"], ids=["empty", "text", "cut", "svg"]
)
def test_what_is_no_whole_picture_is_refused_and_nothing_is_kept(technician, call, sent):
    answer = send(technician, call, sent)
    assert answer.status_code == 422
    assert answer.json()["error"]["message"] == "This is no picture that can be read."
    assert (Photo.objects.count(), call.state.photos) == (0, [])


def png(width, height):
    """A PNG of one colour: a small file however large it is, made row by row."""
    row, rows = zlib.compressobj(9), []
    for _ in range(height):
        rows.append(row.compress(b"\0" + bytes((width + 7) // 8)))
    chunks = {b"IHDR": struct.pack(">IIBBBBB", width, height, 1, 0, 0, 0, 0), b"IDAT": b"".join(rows) + row.flush(), b"IEND": b""}
    told = [struct.pack(">I", len(data)) + kind + data + struct.pack(">I", zlib.crc32(kind + data)) for kind, data in chunks.items()]
    return b"\x89PNG\r\n\x1a\n" + b"".join(told)


def repeated(times):
    """A progressive JPEG whose scans come over and over."""
    made = io.BytesIO()
    Image.effect_noise((64, 64), 90).convert("RGB").save(made, "JPEG", progressive=True)
    plain = made.getvalue()
    last = plain.rindex(b"\xff\xda")
    return plain[:-2] + plain[last:-2] * times + b"\xff\xd9"


@pytest.mark.parametrize(
    "sent", [png(1, 590_000), png(25_000, 10), png(9_000, 9_000), repeated(200)], ids=["tall", "wide", "many points", "scans"]
)
def test_a_small_file_that_costs_much_is_refused_by_its_head(technician, call, sent, monkeypatch):
    assert len(sent) < 400_000
    monkeypatch.setattr("PIL.Image.Image.convert", lambda *_: pytest.fail("it was read"))
    assert picture_of.scaled(sent) == picture_of.TOO_LARGE
    monkeypatch.undo()
    answer = send(technician, call, sent)
    assert (answer.status_code, answer.json()["error"]["message"]) == (422, "This picture is too large.")


def test_a_picture_that_costs_more_than_any_may_is_given_up(technician, call, monkeypatch):
    """The reader ends before its time, or answers nothing: the picture is refused, and the next one is read."""
    for program in ("import sys; sys.exit(1)", "import time; time.sleep(60)"):
        monkeypatch.setattr(photos, "READER", [sys.executable, "-c", program])
        monkeypatch.setattr(photos, "CPU_SECONDS", 0)
        assert send(technician, call, picture(90, 60)).status_code == 422
    monkeypatch.undo()
    assert send(technician, call, picture(90, 60)).status_code == 200


def test_nothing_beside_or_behind_the_picture_is_kept(technician, call):
    """Trailing bytes, a second picture behind the first, another application segment, a comment: a picture written anew has none."""
    plain = picture(300, 200)
    hidden = plain[:2] + b"\xff\xe5\x00\x0esecond segment"[:16] + plain[2:] + picture(40, 30) + b"and a note behind"
    assert send(technician, call, hidden).status_code == 200
    kept = bytes(Photo.objects.get().jpeg)
    assert not any(word in kept for word in (b"second segm", b"a note behind", b"Slipway 3", b"Exif"))
    assert (kept.count(b"\xff\xd8\xff"), kept[-2:]) == (1, b"\xff\xd9")
    with Image.open(io.BytesIO(kept)) as there:
        assert there.size == (300, 200)


def test_a_camera_held_down_is_slowed(technician, call, settings):
    statuses = {send(technician, call, b"no picture").status_code for _ in range(45)}
    assert statuses == {422, 429}


def test_sent_twice_it_is_kept_once_and_taken_back_it_is_gone(technician, call):
    key = uuid.uuid4()
    for _ in range(2):
        assert send(technician, call, picture(), key, caption="Eyes").status_code == 200
    assert len(call.state.photos) == Photo.objects.count() == 1
    for unknown in (str(uuid.uuid4()), "not-a-uuid-1"):
        assert call.enter("photographed", photo=unknown).status_code == 422
    assert send(technician, call, picture(), of="no-such-entry").status_code == 422
    call.must("withdrawn", entry=call.state.photos[0].entry, reason="somebody's face")
    assert call.state.photos == []
    assert Api(technician).get(f"/calls/{call.key}/photos/{key}").status_code == 404


def test_a_call_with_photos_and_a_signature_goes_out_and_comes_in_whole(technician, call, stranger):
    send(technician, call, picture(), caption="The gap")
    call.must("signed", **SIGNED)
    document = call.api.get(f"/calls/{call.key}/document.json").json()
    (one,) = document["photos"]
    for photos_there, field in (
        ([one | {"jpeg": one["jpeg"][:200]}], "photos.0.jpeg"),
        ([], "photos"),
        ([one, one], "photos"),
        ([one, one | {"key": str(uuid.uuid4())}], "photos"),
    ):
        answer = bring_in(stranger, json.dumps(document | {"photos": photos_there}).encode())
        assert (answer.status_code, answer.json()["error"]["field"]) == (422, field)
    assert Photo.objects.count() == 1
    assert bring_in(stranger, json.dumps(document).encode()).status_code == 200
    came = Api(stranger).get(f"/calls/{call.key}/document.json").json()
    assert alike(*(base64.b64decode(one["photos"][0].pop("jpeg")) for one in (came, document)))
    assert came == document


def test_photos_stand_on_the_technical_sheet_and_the_signature_on_the_job_sheet(technician, call):
    found = call.must("found", cause="rollers_worn", note="")["cause_entry"]
    send(technician, call, picture(), of=found, caption="The gap as found")
    call.must("signed", **SIGNED)
    technical = Api(technician).get(f"/calls/{call.key}/technical.pdf").content
    assert "Found: Rollers are seized or worn The gap as found" in text_of(technical)[1]
    assert [image.image.size for page in PdfReader(io.BytesIO(technical)).pages for image in page.images] == [(800, 400)]
    pages, text = text_of(Api(technician).get(f"/calls/{call.key}/sheet.pdf").content)
    assert pages == 1
    assert "Customer: Ada Fell" in text


def test_a_signature_is_for_what_stands_when_it_is_given(technician, call):
    call.must("complaint", complaint="heavy")
    call.gates("hands_on", "as_found")
    call.must("signed", **SIGNED)
    assert call.state.signature.name == "Ada Fell"
    call.must("reading", reading={"height_in": 42, "outcome": "creeps_down"})
    assert call.state.signature is None, "more was done to the door since"
    answer = call.enter("signed", name="Ada Fell", strokes=[[1, 2, 3]])
    assert answer.json()["error"]["field"] == "body.strokes", answer.content
