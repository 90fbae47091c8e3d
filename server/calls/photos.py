"""Photos of a call: what a camera sends is read apart from the pages, scaled, and kept as the picture alone."""

import subprocess
import sys
import uuid
from collections.abc import Sequence
from contextlib import suppress
from io import BytesIO
from signal import SIGKILL
from threading import BoundedSemaphore

from django.conf import settings
from django.shortcuts import get_object_or_404

from hinge.call.commands import read_command
from hinge.call.facts import Call as Facts
from hinge.errors import BadInputError
from server.calls import service
from server.calls.models import Call, Photo
from server.calls.picture import CPU_SECONDS, MOST_PIXELS, MOST_SIDE, TOO_LARGE, UNREADABLE
from server.config.errors import BusyError
from server.config.frames import heard, told
from server.config.parent_death import tied
from server.config.transactions import mutation
from server.people.models import Person

READER = [sys.executable, "-m", "server.calls.picture"]
# A process has one picture read at a time; who would wait long for that is told so.
_turn, PATIENCE_SECONDS = BoundedSemaphore(1), 2.0


def keep(person: Person, call_key: uuid.UUID, key: uuid.UUID, of: str, caption: str, sent: bytes) -> tuple[Call, Facts]:
    """Keep a photo and enter it on the call; the same key again changes nothing. Raises BadInputError for what is no picture."""
    call = get_object_or_404(Call, key=call_key)
    there = Photo.objects.filter(call=call, key=key).exists()
    return _keep(person, call_key, key, of, caption, b"" if there else scaled([sent])[0])


@mutation
def _keep(person: Person, call_key: uuid.UUID, key: uuid.UUID, of: str, caption: str, jpeg: bytes) -> tuple[Call, Facts]:
    call = get_object_or_404(Call.objects.select_for_update(), key=call_key)
    if not Photo.objects.filter(call=call, key=key).exists():
        Photo.objects.create(call=call, key=key, jpeg=jpeg, by=person)
    command = read_command({"kind": "photographed", "photo": str(key), "of": of, "caption": caption})
    return service.enter(person, call_key, str(key), command)


def scaled(sent: Sequence[bytes], where: Sequence[str] = ("file",)) -> list[bytes]:
    """Pictures as they are kept, read in a process of its own with little time and memory. Raises BadInputError at the first that is none.

    `where` is the path of each. Not to be called while anything is locked.
    """
    if not sent:
        return []
    if not _turn.acquire(timeout=PATIENCE_SECONDS):
        raise BusyError
    try:
        return _read(sent, where)
    finally:
        _turn.release()


def _read(sent: Sequence[bytes], where: Sequence[str]) -> list[bytes]:
    asked = BytesIO()
    told(asked, list(sent))
    seconds = 2 * CPU_SECONDS * len(sent) + 2
    try:
        done = subprocess.run(
            READER, input=asked.getvalue(), cwd=settings.ROOT, stdout=subprocess.PIPE, stderr=subprocess.DEVNULL,
            timeout=seconds, check=False, preexec_fn=tied(SIGKILL),
        ).stdout  # fmt: skip
    except subprocess.TimeoutExpired as late:
        done = late.stdout or b""
    answers, read = BytesIO(done), list[bytes]()
    with suppress(EOFError):
        while True:
            read += heard(answers)
    # Where it ended before its time, the next picture cost more than any may.
    for place, one in enumerate([*read, TOO_LARGE][: len(sent)]):
        if one == TOO_LARGE:
            raise BadInputError("This picture is too large.", where[place], None, f"up to {MOST_PIXELS} points, {MOST_SIDE} a side")
        if one == UNREADABLE:
            raise BadInputError("This is no picture that can be read.", where[place], None, "a JPEG, PNG or WebP")
    return read
