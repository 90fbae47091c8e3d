"""Paper drawn apart: one press a process, one page at a time, niced, begun anew before it has grown large."""

from __future__ import annotations

import subprocess
import sys
from collections.abc import Mapping
from contextlib import suppress
from threading import BoundedSemaphore, Lock, Timer
from typing import BinaryIO, cast

from django.conf import settings

from server.config.errors import BusyError
from server.config.frames import heard, told

# So many wait for their page in a process, so long; the next is told that it comes.
_places, _turn, PATIENCE_SECONDS = BoundedSemaphore(3), Lock(), 8.0
# A press is as large as the pages it has drawn.
PAGES, LONGEST_SECONDS = 150, 40.0
PRESS = [sys.executable, "-m", "server.config.pdf_program"]


class PdfProcess:
    """A press of this process, begun when the first page is wanted. It ends with this process: its input does."""

    def __init__(self) -> None:
        self.child: subprocess.Popen[bytes] | None = None
        self.drawn = 0

    def draw(self, html: str, files: Mapping[str, tuple[str, bytes]]) -> bytes:
        """A page as PDF bytes. Raises BusyError where it is not drawn in time, RuntimeError with the press's trace where it cannot be."""
        child = self._ready()
        late = Timer(LONGEST_SECONDS, child.kill)
        late.start()
        try:
            parts = (part for at, (kind, content) in files.items() for part in (at.encode(), kind.encode(), content))
            told(cast(BinaryIO, child.stdin), [html.encode(), *parts])
            pdf, wrong = heard(cast(BinaryIO, child.stdout))
        except (EOFError, BrokenPipeError) as ended:
            self._end()
            raise BusyError from ended
        finally:
            late.cancel()
        self.drawn += 1
        if wrong:
            raise RuntimeError(f"A page could not be drawn.\n{wrong.decode()}")
        return pdf

    def _ready(self) -> subprocess.Popen[bytes]:
        if self.child is None or self.child.poll() is not None or self.drawn >= PAGES:
            self._end()
            self.child = subprocess.Popen(PRESS, cwd=settings.ROOT, stdin=subprocess.PIPE, stdout=subprocess.PIPE)
            self.drawn = 0
        return self.child

    def _end(self) -> None:
        if self.child is not None:
            self.child.kill()
            self.child.wait()
            for pipe in (self.child.stdin, self.child.stdout):
                # What it had not heard yet cannot be told any more.
                with suppress(OSError):
                    cast(BinaryIO, pipe).close()
        self.child = None


_press = PdfProcess()


def pressed_apart(html: str, files: Mapping[str, tuple[str, bytes]]) -> bytes:
    """A page as PDF bytes, drawn when it is its turn. Raises BusyError where many wait already, or that takes long."""
    if not _places.acquire(blocking=False):
        raise BusyError
    try:
        if not _turn.acquire(timeout=PATIENCE_SECONDS):
            raise BusyError
        try:
            return _press.draw(html, files)
        finally:
            _turn.release()
    finally:
        _places.release()
