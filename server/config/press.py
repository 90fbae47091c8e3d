"""The press: HTML to PDF. To load it takes longer than most commands run, so who prints asks for it then."""

from collections.abc import Mapping

from weasyprint import HTML
from weasyprint.text.fonts import FontConfiguration
from weasyprint.urls import URLFetcher, URLFetcherResponse


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
