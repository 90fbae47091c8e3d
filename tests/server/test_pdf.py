"""Paper is drawn apart: one page at a time, nobody waits long for it, and whatever becomes of the press the next page comes."""

import random
import sys
import threading
import uuid

import pytest
from django.core.cache import caches

from hinge.call.attachments import MOST_PHOTOS
from server.config import pdf_cache, pdf_process
from server.config.child_program import ChildProgram
from server.config.errors import BusyError
from server.doors.models import Door
from tests.server.conftest import Api, CallOver
from tests.support.pictures import picture, send

PAGE = "<p>Net loft</p>"


@pytest.fixture
def press(monkeypatch):
    one = ChildProgram("server.config.pdf_program", most=150, seconds=40.0, places=3, patience=8.0)
    monkeypatch.setattr(pdf_process, "_press", one)
    yield one
    one.end()


def test_a_press_draws_many_pages_and_is_begun_anew_before_it_has_grown(press, monkeypatch):
    monkeypatch.setattr(press, "most", 2)
    processes = []
    for _ in range(3):
        assert pdf_process.pressed_apart(PAGE, {}).startswith(b"%PDF")
        processes.append(press.child.pid)
    assert processes[0] == processes[1] != processes[2]


def test_a_press_that_dies_or_never_answers_is_told_as_busy_and_the_next_page_comes(press, monkeypatch):
    assert pdf_process.pressed_apart(PAGE, {}).startswith(b"%PDF")
    press.child.kill()
    press.child.wait()
    assert pdf_process.pressed_apart(PAGE, {}).startswith(b"%PDF"), "one that died before is not missed"
    monkeypatch.setattr(press, "seconds", 0.3)
    for program in ("import sys; sys.exit(3)", "import time; time.sleep(60)"):
        press.end()
        monkeypatch.setattr(press, "command", [sys.executable, "-c", program])
        with pytest.raises(BusyError):
            pdf_process.pressed_apart(PAGE, {})
    monkeypatch.undo()
    assert pdf_process.pressed_apart(PAGE, {}).startswith(b"%PDF")


def test_a_press_that_dies_before_it_has_heard_all_is_told_as_busy_too(press, monkeypatch):
    """A page with its photos is more than a pipe holds."""
    monkeypatch.setattr(press, "command", [sys.executable, "-c", "import sys; sys.stdin.buffer.read(10); sys.exit(3)"])
    with pytest.raises(BusyError):
        pdf_process.pressed_apart(PAGE, {"photo": ("image/jpeg", bytes(3_000_000))})
    assert press.child is None


def test_what_cannot_be_drawn_is_told_with_the_press_s_own_trace_and_the_press_goes_on(press, monkeypatch):
    broken = "import sys; from server.config import pdf_program as program; program.pressed = lambda *_: 1 / 0; "
    broken += "program.work(program.drawn, 0, sys.stdin.buffer, sys.stdout.buffer)"
    monkeypatch.setattr(press, "command", [sys.executable, "-c", broken])
    processes = []
    for _ in range(2):
        with pytest.raises(RuntimeError, match="ZeroDivisionError"):
            pdf_process.pressed_apart(PAGE, {})
        processes.append(press.child.pid)
    assert processes[0] == processes[1]


def test_who_comes_while_many_wait_is_told_and_by_a_link_sees_that_it_comes(technician, door, monkeypatch):
    Door.objects.filter(pk=door.pk).update(name=f"Net loft {uuid.uuid4()}")
    for _ in range(3):
        pdf_process._press.places.acquire()
    try:
        api = Api(technician)
        told = api.get(f"/doors/{door.key}/label.pdf")
        assert (told.status_code, told["Retry-After"], told.json()["error"]["code"]) == (503, "1", "busy")
        shown = api.client.get(f"/api/doors/{door.key}/label.pdf", headers={"Accept": "text/html,*/*"})
        assert (shown.status_code, b'http-equiv="refresh"' in shown.content) == (503, True)
    finally:
        for _ in range(3):
            pdf_process._press.places.release()
    assert api.get(f"/doors/{door.key}/label.pdf").content.startswith(b"%PDF")


def test_pages_are_drawn_one_at_a_time(press, monkeypatch):
    at_once, most = [0], [0]

    def draw(parts):
        at_once[0] += 1
        most[0] = max(most[0], at_once[0])
        threading.Event().wait(0.05)
        at_once[0] -= 1
        return b"%PDF"

    monkeypatch.setattr(press, "_exchange", draw)
    all_of_them = [threading.Thread(target=pdf_process.pressed_apart, args=[PAGE, {}]) for _ in range(3)]
    for one in all_of_them:
        one.start()
    for one in all_of_them:
        one.join()
    assert most == [1]


def test_a_page_that_cannot_be_kept_is_handed_out_all_the_same(technician, door, monkeypatch):
    """The disk is full."""
    Door.objects.filter(pk=door.pk).update(name=f"Net loft {uuid.uuid4()}")

    def full(*_, **__):
        raise OSError(28, "No space left on device")

    monkeypatch.setattr(type(caches["sheets"]), "set", full)
    assert Api(technician).get(f"/doors/{door.key}/label.pdf").content.startswith(b"%PDF")


def test_what_is_kept_is_bounded_by_its_bytes_the_oldest_going_first(tmp_path, monkeypatch):
    monkeypatch.setattr(pdf_cache, "MOST_BYTES", 250_000)
    cache = pdf_cache.PdfCache(str(tmp_path), {"TIMEOUT": None})
    for place in range(8):
        # What cannot be packed takes what it has.
        cache.set(f"page-{place}", random.Random(place).randbytes(60_000))
    kept = [place for place in range(8) if cache.get(f"page-{place}") is not None]
    assert kept
    assert kept[-1] == 7
    assert sum(one.stat().st_size for one in tmp_path.iterdir()) <= 310_000


def test_a_technical_sheet_with_all_the_photos_a_call_takes_is_small(technician, door):
    call = CallOver(Api(technician), door)
    for _ in range(3):
        assert send(technician, call, picture(1600, 1200)).status_code == 200
    sheet = Api(technician).get(f"/calls/{call.key}/technical.pdf").content
    assert len(sheet) < 400_000 * 3 / MOST_PHOTOS + 60_000
