"""Documents brought in, and printed pages read."""

from __future__ import annotations

import io

from django.core.files.uploadedfile import SimpleUploadedFile
from pypdf import PdfReader

from tests.server.conftest import Api


def bring_in(person, text: bytes):
    api = Api(person)
    token = api.get("/session").json()["csrf_token"]
    return api.client.post("/api/import", {"file": SimpleUploadedFile("call.json", text)}, headers={"X-CSRFToken": token})


def text_of(pdf: bytes) -> tuple[int, str]:
    pages = PdfReader(io.BytesIO(pdf)).pages
    return len(pages), " ".join(" ".join(page.extract_text() for page in pages).replace("\x00", "").split())
