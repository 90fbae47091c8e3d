"""A program that works apart from whoever answers requests: one a process, one thing at a time, niced, begun anew before it grows."""

from __future__ import annotations

import os
import subprocess
import sys
import traceback
from collections.abc import Callable, Iterable
from contextlib import suppress
from threading import BoundedSemaphore, Lock, Timer
from typing import BinaryIO, cast

from django.conf import settings

from server.config.errors import BusyError
from server.config.frames import heard, told


class ChildProgram:
    """A program of this process, begun when it is asked first. It ends with this process: its input does.

    It is asked by one at a time; of others `places` less one may wait, for `patience` [s]. After `most` answers another one is
    begun; an answer that takes longer than `seconds` ends it.
    """

    def __init__(self, module: str, most: int, seconds: float, places: int, patience: float) -> None:
        self.command, self.most, self.seconds, self.patience = [sys.executable, "-m", module], most, seconds, patience
        self.places, self.turn = BoundedSemaphore(places), Lock()
        self.child: subprocess.Popen[bytes] | None = None
        self.answered = 0

    def answer(self, asked: Iterable[bytes]) -> bytes:
        """What it makes of a message, when it is its turn.

        Raises BusyError where many wait already or that does not come in time, RuntimeError with its trace where it fails.
        """
        if not self.places.acquire(blocking=False):
            raise BusyError
        try:
            if not self.turn.acquire(timeout=self.patience):
                raise BusyError
            try:
                return self._exchange(asked)
            finally:
                self.turn.release()
        finally:
            self.places.release()

    def _exchange(self, asked: Iterable[bytes]) -> bytes:
        child = self._ready()
        late = Timer(self.seconds, child.kill)
        late.start()
        try:
            told(cast(BinaryIO, child.stdin), list(asked))
            made, wrong = heard(cast(BinaryIO, child.stdout))
        except (EOFError, BrokenPipeError) as ended:
            self.end()
            raise BusyError from ended
        finally:
            late.cancel()
        self.answered += 1
        if wrong:
            raise RuntimeError(f"{self.command[-1]} could not answer.\n{wrong.decode()}")
        return made

    def _ready(self) -> subprocess.Popen[bytes]:
        if self.child is None or self.child.poll() is not None or self.answered >= self.most:
            self.end()
            self.child = subprocess.Popen(self.command, cwd=settings.ROOT, stdin=subprocess.PIPE, stdout=subprocess.PIPE)
            self.answered = 0
        return self.child

    def end(self) -> None:
        """Let it go; the next question begins another one."""
        if self.child is not None:
            self.child.kill()
            self.child.wait()
            for pipe in (self.child.stdin, self.child.stdout):
                # What it had not heard yet cannot be told any more.
                with suppress(OSError):
                    cast(BinaryIO, pipe).close()
        self.child = None


def work(answer: Callable[[list[bytes]], bytes], nice: int, asked: BinaryIO, answers: BinaryIO) -> None:
    """Answer, as such a program, until nobody asks any more; each answer is what was made, or nothing and why."""
    os.nice(nice)
    while True:
        try:
            parts = heard(asked)
        except EOFError:
            return
        try:
            told(answers, [answer(parts), b""])
        except Exception:
            told(answers, [b"", traceback.format_exc().encode()])
