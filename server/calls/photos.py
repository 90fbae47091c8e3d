"""Photos of a call: what a camera sends is read, scaled, and kept as the picture alone."""

import io
import uuid

from django.shortcuts import get_object_or_404
from PIL import Image, ImageFile, ImageOps

from hinge.call.commands import read_command
from hinge.call.facts import Call as Facts
from hinge.errors import BadInput
from server.calls import service
from server.calls.models import Call, Photo
from server.config.transactions import mutation
from server.people.models import Person

LONGEST_SIDE, QUALITY = 1600, 82
# A picture is read only up to so many points: a small file can be made to hold very many.
MOST_PIXELS = 60_000_000
END = b"\xff\xd9"
FORMATS = ("JPEG", "PNG", "WEBP")


@mutation
def keep(person: Person, call_key: uuid.UUID, key: uuid.UUID, of: str, caption: str, sent: bytes) -> tuple[Call, Facts]:
    """Keep a photo and enter it on the call; the same key again changes nothing. Raises BadInput for what is no picture."""
    call = get_object_or_404(Call.objects.select_for_update(), key=call_key)
    if not Photo.objects.filter(call=call, key=key).exists():
        Photo.objects.create(call=call, key=key, jpeg=scaled(sent), by=person)
    command = read_command({"kind": "photographed", "photo": str(key), "of": of, "caption": caption})
    return service.enter(person, call_key, str(key), command)


def _is_plain(picture: Image.Image) -> bool:
    """Whether it is as this writes it: a JPEG no larger than it may be, with nothing beside the picture."""
    beside = [name for name, _ in getattr(picture, "applist", [("?", b"")])]
    return picture.format == "JPEG" and picture.mode == "RGB" and max(picture.size) <= LONGEST_SIDE and set(beside) <= {"APP0"}


def scaled(sent: bytes) -> bytes:
    """A picture upright, at most 1600 points long, as a JPEG with nothing beside it; one that is so already stays as it is."""
    try:
        # What draws the printed pages has set this for the whole process: a picture cut in half would pass.
        ImageFile.LOAD_TRUNCATED_IMAGES = False
        with Image.open(io.BytesIO(sent), formats=FORMATS) as picture:
            if picture.width * picture.height > MOST_PIXELS:
                raise BadInput("This picture is too large.", "file", f"{picture.width} × {picture.height}", f"up to {MOST_PIXELS} points")
            if _is_plain(picture) and sent.endswith(END):
                picture.load()
                return sent
            upright = ImageOps.exif_transpose(picture).convert("RGB")
    except (OSError, SyntaxError, ValueError, Image.DecompressionBombError) as wrong:
        raise BadInput("This is no picture that can be read.", "file", None, "a JPEG, PNG or WebP") from wrong
    upright.thumbnail((LONGEST_SIDE, LONGEST_SIDE))
    # A picture of its own: nothing of what the camera wrote beside it comes along.
    alone, into = Image.new("RGB", upright.size), io.BytesIO()
    alone.paste(upright)
    alone.save(into, "JPEG", quality=QUALITY, optimize=True)
    return into.getvalue()
