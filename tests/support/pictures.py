"""Photos for the tests."""

from __future__ import annotations

import io
import uuid

from PIL import ExifTags, Image, ImageChops, ImageStat

from tests.server.conftest import Api


def picture(width=2400, height=1200, kind="JPEG", turned=1):
    made, exif, into = Image.new("RGB", (width, height), "navy"), Image.Exif(), io.BytesIO()
    made.paste("orange", (0, 0, width // 2, height // 2))
    exif[ExifTags.Base.Orientation] = turned
    exif.get_ifd(ExifTags.IFD.GPSInfo)[ExifTags.GPS.GPSLatitude] = (44.0, 24.0, 11.0)
    made.save(into, kind, exif=exif, comment=b"Slipway 3") if kind == "JPEG" else made.save(into, kind)
    return into.getvalue()


def send(person, call, sent, photo=None, **said):
    api, query = Api(person), "&".join(f"{name}={text}" for name, text in said.items())
    api.client.get("/api/session")
    token = {"X-CSRFToken": api.client.cookies["csrftoken"].value}
    address = f"/api/calls/{call.key}/photos/{photo or uuid.uuid4()}?{query}"
    return api.client.put(address, sent, content_type="image/jpeg", headers=token)


def alike(one, other):
    """Whether two pictures show the same to the eye."""
    with Image.open(io.BytesIO(one)) as first, Image.open(io.BytesIO(other)) as second:
        return first.size == second.size and ImageStat.Stat(ImageChops.difference(first, second)).mean < [2.0] * 3
