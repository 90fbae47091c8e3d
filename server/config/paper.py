"""Printed pages: HTML to PDF with the product's own fonts, and nothing fetched."""

import hashlib
from collections.abc import Callable, Mapping
from functools import cache
from pathlib import Path

from django.conf import settings
from django.core.cache import caches
from django.template.loader import render_to_string
from weasyprint import HTML
from weasyprint import __version__ as VERSION
from weasyprint.text.fonts import FontConfiguration
from weasyprint.urls import URLFetcher, URLFetcherResponse

WEIGHTS = {"400": "barlow-latin-400-normal", "600": "barlow-latin-600-normal"}
FONT, PICTURE = "sheet-font", "sheet-picture"


def pdf_of(template: str, shown: dict[str, object], pictures: Callable[[], Mapping[str, bytes]] = dict) -> bytes:
    """A template with what it shows, as PDF bytes; `fonts` is added for its style, `pictures` gives its JPEGs by name."""
    html = render_to_string(template, shown | {"fonts": {weight: f"{FONT}:{weight}" for weight in _fonts()}})
    # What is drawn is all that a page depends on: one that says the same was drawn before.
    mark = hashlib.sha256(f"{VERSION}{html}".encode()).hexdigest()
    drawn: bytes | None = caches["sheets"].get(mark)
    if drawn is None:
        drawn = HTML(string=html, url_fetcher=_NothingBut(pictures())).write_pdf(font_config=FontConfiguration())
        caches["sheets"].set(mark, drawn)
    return drawn


class _NothingBut(URLFetcher):
    """The page's own fonts and pictures by name; nothing is ever fetched by an address."""

    def __init__(self, pictures: Mapping[str, bytes]) -> None:
        super().__init__(allowed_protocols=[])
        self._pictures = pictures

    def fetch(self, address: str, _headers: object = None) -> URLFetcherResponse:
        scheme, _, name = address.partition(":")
        if scheme == FONT and name in _fonts():
            return URLFetcherResponse(address, _fonts()[name].read_bytes(), {"Content-Type": "font/woff2"})
        if scheme == PICTURE and name in self._pictures:
            return URLFetcherResponse(address, self._pictures[name], {"Content-Type": "image/jpeg"})
        raise ValueError("A printed page fetches nothing.")


@cache
def _fonts() -> dict[str, Path]:
    assets = Path(settings.WEB_DIST) / "assets"
    found = {weight: next(iter(sorted(assets.glob(f"{name}-*.woff2"))), None) for weight, name in WEIGHTS.items()}
    return {weight: path for weight, path in found.items() if path}
