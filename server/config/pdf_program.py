"""The press: HTML to PDF. As a program it draws what it is sent, one page after another, apart from whoever answers requests."""

import logging
import sys
from collections.abc import Mapping

from weasyprint import HTML
from weasyprint.text.fonts import FontConfiguration
from weasyprint.urls import URLFetcher, URLFetcherResponse

from server.config.child_program import work

NICE = 15


def pressed(html: str, files: Mapping[str, tuple[str, bytes]]) -> bytes:
    """A page as PDF bytes; what it asks for is in `files`, kind and bytes by address, or is not there: nothing is ever fetched."""
    pdf: bytes = HTML(string=html, url_fetcher=_NothingBut(files)).write_pdf(font_config=FontConfiguration())
    return pdf


class _NothingBut(URLFetcher):
    def __init__(self, files: Mapping[str, tuple[str, bytes]]) -> None:
        super().__init__(allowed_protocols=[])
        self._files = files

    def fetch(self, address: str, _headers: object = None) -> URLFetcherResponse:
        if address not in self._files:
            raise ValueError("A printed page fetches nothing.")
        kind, content = self._files[address]
        return URLFetcherResponse(address, content, {"Content-Type": kind})


def drawn(parts: list[bytes]) -> bytes:
    """The page of a message: its HTML, then address, kind and bytes of each file."""
    html, *rest = parts
    files = {rest[at].decode(): (rest[at + 1].decode(), rest[at + 2]) for at in range(0, len(rest), 3)}
    return pressed(html.decode(), files)


if __name__ == "__main__":
    # What it says of styles is no line of the log.
    for name in ("weasyprint", "fontTools"):
        logging.getLogger(name).setLevel(logging.ERROR)
    work(drawn, NICE, sys.stdin.buffer, sys.stdout.buffer)
