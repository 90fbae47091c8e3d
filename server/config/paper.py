"""Printed pages: HTML to PDF with the product's own fonts, and nothing fetched."""

import hashlib
from functools import cache
from pathlib import Path
from typing import Any

from django.conf import settings
from django.core.cache import caches
from django.template.loader import render_to_string
from weasyprint import HTML
from weasyprint import __version__ as VERSION
from weasyprint.text.fonts import FontConfiguration

WEIGHTS = {"400": "barlow-latin-400-normal", "600": "barlow-latin-600-normal"}
FONT_SCHEME = "sheet-font:"


def pdf_of(template: str, shown: dict[str, object]) -> bytes:
    """A template with what it shows, as PDF bytes; `fonts` is added for its style."""
    html = render_to_string(template, shown | {"fonts": {weight: f"{FONT_SCHEME}{weight}" for weight in _fonts()}})
    # What is drawn is all that a page depends on: one that says the same was drawn before.
    mark = hashlib.sha256(f"{VERSION}{html}".encode()).hexdigest()
    drawn: bytes | None = caches["sheets"].get(mark)
    if drawn is None:
        drawn = HTML(string=html, url_fetcher=_own_fonts_only).write_pdf(font_config=FontConfiguration())
        caches["sheets"].set(mark, drawn)
    return drawn


def _own_fonts_only(address: str, *_: Any, **__: Any) -> dict[str, Any]:
    """The page's own fonts by name; nothing is ever fetched by an address."""
    weight = address.removeprefix(FONT_SCHEME)
    if not address.startswith(FONT_SCHEME) or weight not in _fonts():
        raise ValueError("A printed page fetches nothing.")
    return {"string": _fonts()[weight].read_bytes(), "mime_type": "font/woff2"}


@cache
def _fonts() -> dict[str, Path]:
    assets = Path(settings.WEB_DIST) / "assets"
    found = {weight: next(iter(sorted(assets.glob(f"{name}-*.woff2"))), None) for weight, name in WEIGHTS.items()}
    return {weight: path for weight, path in found.items() if path}
