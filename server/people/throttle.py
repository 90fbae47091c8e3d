"""What slows a guesser down and locks nobody else out: tries a minute by device and name, names by source, few passwords at a time."""

import hashlib
import time
from collections.abc import Iterator
from contextlib import contextmanager
from threading import BoundedSemaphore, Lock

from django.conf import settings
from django.contrib.auth.hashers import Argon2PasswordHasher
from django.core.cache import cache
from django.core.signing import BadSignature, TimestampSigner
from django.http import HttpRequest, HttpResponseBase
from ninja.errors import HttpError
from ninja.throttling import AuthRateThrottle

WAIT = "Too many tries. Wait a minute."
KNOWN_FOR_SECONDS = 60 * 60 * 24 * 180
COOKIE = "known_here"
_places, _turn = BoundedSemaphore(3), Lock()


class PasswordHasher(Argon2PasswordHasher):
    """Argon2id as the OWASP Password Storage Cheat Sheet has it: 19 MiB, two passes, one lane; a few hundredths of a second."""

    memory_cost, time_cost, parallelism = 19 * 1024, 2, 1


@contextmanager
def password_work() -> Iterator[None]:
    """One password at a time in a process, and a short queue; whoever does not fit is told at once and holds nobody up."""
    if not _places.acquire(blocking=False):
        raise HttpError(429, "Many are signing in at this moment. Try again in a few seconds.")
    try:
        with _turn:
            yield
    finally:
        _places.release()


def require_turn(request: HttpRequest, name: str) -> None:
    """Refuse whoever failed too often within this minute: a name, or a source with many names; or, where its owner has signed in before,
    that device alone."""
    if any(cache.get(key, 0) >= limit for key, limit in _counts(request, name)):
        raise HttpError(429, WAIT)


def count_failure(request: HttpRequest, name: str) -> None:
    """Remember a failed try until the minute is over."""
    for key, _ in _counts(request, name):
        # A shop behind one address slips on few names; who tries one password on many is told by the names.
        if key != _source(request) or cache.add(_key("name-of-source", f"{key} {name}"), 1, 120):
            _count(key)


def _count(key: str) -> None:
    if not cache.add(key, 1, 120):
        cache.incr(key)


def _source(request: HttpRequest) -> str:
    return _key("source", str(request.META.get("REMOTE_ADDR", "")))


def _counts(request: HttpRequest, name: str) -> list[tuple[str, int]]:
    if name in _known(request):
        # What others try elsewhere, or under the same roof, never closes the way here.
        return [(_key("device", request.COOKIES[COOKIE]), settings.TRIES_OF_DEVICE)]
    return [(_key("name", name), settings.TRIES_OF_NAME), (_source(request), settings.TRIES_OF_SOURCE)]


def remember_device(request: HttpRequest, answer: HttpResponseBase) -> None:
    """Let whoever signed in here be known here for half a year."""
    names = [*_known(request), request.user.get_username()]
    told = _signer().sign(" ".join(dict.fromkeys(names[-5:])))
    answer.set_cookie(
        COOKIE, told, max_age=KNOWN_FOR_SECONDS, httponly=True, samesite="Lax", secure=settings.SESSION_COOKIE_SECURE
    )  # fmt: skip


def _known(request: HttpRequest) -> list[str]:
    try:
        return _signer().unsign(request.COOKIES.get(COOKIE, ""), max_age=KNOWN_FOR_SECONDS).split()
    except BadSignature:
        return []


def _signer() -> TimestampSigner:
    return TimestampSigner(salt="server.people.throttle")


def _key(what: str, who: str) -> str:
    # A minute of its own, for counting up would put off when it ends.
    return f"tries:{what}:{hashlib.sha256(who.encode()).hexdigest()}:{int(time.time() // 60)}"


class _ImportThrottle(AuthRateThrottle):
    scope = "import"


def imports() -> AuthRateThrottle:
    """The throttle of documents brought in, per person."""
    return _ImportThrottle(settings.IMPORTS_RATE)


class _PhotoThrottle(AuthRateThrottle):
    scope = "photo"


def photos() -> AuthRateThrottle:
    """The throttle of pictures sent, per person: a camera held down sends fewer."""
    return _PhotoThrottle(settings.PHOTOS_RATE)


class _AheadThrottle(AuthRateThrottle):
    scope = "ahead"


def ahead() -> AuthRateThrottle:
    """The throttle of answers worked out before anybody asks, per person: a device that rests asks a few a minute."""
    return _AheadThrottle(settings.AHEAD_RATE)


def charge(request: HttpRequest, more: int) -> None:
    """Count a heavy question as so many more of them: what takes long counts for what it takes."""
    if more > 0:
        throttle = heavy()
        key = throttle.get_cache_key(request)
        cache.set(key, [time.time()] * more + cache.get(key, []), throttle.duration)


def heavy() -> AuthRateThrottle:
    """The throttle of questions that take the processor a while, per person."""
    return AuthRateThrottle(settings.HEAVY_QUESTIONS_RATE)
