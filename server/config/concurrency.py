"""How many requests are worked on at once in a process: a thread always stays free, and no shop takes all the others."""

from __future__ import annotations

from collections import Counter
from collections.abc import Callable, Iterator
from contextlib import contextmanager
from threading import BoundedSemaphore, Lock

from django.conf import settings
from django.http import HttpRequest, HttpResponseBase

from server.config.errors import busy

# A page asks for a handful of things at once, which no shop is refused for.
KEPT_FREE, KEPT_FOR_OTHERS = 1, 4


class ConcurrencyLimit:
    """Answers at once that all is busy where one thread is left: health, asked before this, never waits behind work."""

    def __init__(self, get_response: Callable[[HttpRequest], HttpResponseBase]) -> None:
        self.get_response = get_response
        self.free = BoundedSemaphore(max(settings.THREADS - KEPT_FREE, 1))

    def __call__(self, request: HttpRequest) -> HttpResponseBase:
        if not self.free.acquire(blocking=False):
            return busy()
        try:
            return self.get_response(request)
        finally:
            self.free.release()


_at_work, _lock = Counter[int](), Lock()


@contextmanager
def shop_slot(shop: int) -> Iterator[bool]:
    """Whether a request of a shop may be worked on now: not while its others hold all threads but those kept for other shops."""
    with _lock:
        has_turn = _at_work[shop] < max(settings.THREADS - KEPT_FOR_OTHERS, 1)
        _at_work[shop] += has_turn
    try:
        yield has_turn
    finally:
        with _lock:
            _at_work[shop] -= has_turn
            if not _at_work[shop]:
                del _at_work[shop]
