"""Printed pages: a template as PDF with the product's own fonts."""

import hashlib
import logging
from collections.abc import Callable, Mapping
from functools import cache
from importlib.metadata import version
from pathlib import Path

from django.conf import settings
from django.core.cache import caches
from django.template.loader import render_to_string
from django.utils.html import escape

from hinge.text.render import READERS, render
from server.config.pdf_process import pressed_apart

log = logging.getLogger(__name__)
WEIGHTS = {"400": "barlow-400", "600": "barlow-600"}
FONT, PICTURE = "sheet-font", "sheet-picture"


def pdf_of(template: str, shown: dict[str, object], units: str, pictures: Callable[[], Mapping[str, bytes]] = dict) -> bytes:
    """A template with what it shows, its sizes in `units`, as PDF bytes.

    `fonts` is added for its style, `pictures` gives its JPEGs by name.
    """
    page = render_to_string(template, shown | {"fonts": {weight: f"{FONT}:{weight}" for weight in _fonts()}})
    html = render(page, READERS[units], escape)
    # What is drawn is all that a page depends on: one that says the same was drawn before.
    mark = hashlib.sha256(f"{_press_version()}{html}".encode()).hexdigest()
    drawn: bytes | None = caches["sheets"].get(mark)
    if drawn is None:
        fonts = {f"{FONT}:{weight}": ("font/woff2", path.read_bytes()) for weight, path in _fonts().items()}
        drawn = pressed_apart(html, fonts | {f"{PICTURE}:{name}": ("image/jpeg", jpeg) for name, jpeg in pictures().items()})
        _keep(mark, drawn)
    return drawn


def _keep(mark: str, drawn: bytes) -> None:
    try:
        caches["sheets"].set(mark, drawn)
    except OSError as wrong:
        # What was drawn is handed out all the same.
        log.warning("a drawn page could not be kept: %s", wrong.strerror)


@cache
def _press_version() -> str:
    return version("weasyprint")


@cache
def _fonts() -> dict[str, Path]:
    assets = Path(settings.WEB_DIST) / "assets"
    found = {weight: next(iter(sorted(assets.glob(f"{name}-*.woff2"))), None) for weight, name in WEIGHTS.items()}
    return {weight: path for weight, path in found.items() if path}
