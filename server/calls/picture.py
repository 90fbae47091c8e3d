"""A picture read, turned upright, scaled and written anew. As a program: one after another from its input, in limits of its own.

It is run apart from the pages, since a small file can be made to cost a reader very much.
"""

import io
import resource
import sys

from PIL import Image, ImageOps

from server.config.frames import heard, told

LONGEST_SIDE, QUALITY = 1600, 82
PAPER_SIDE, PAPER_QUALITY = 800, 68
FORMATS = ("JPEG", "PNG", "WEBP")
# What a camera makes comes nowhere near these; a small file can be made to hold very many points, or one picture over and over.
MOST_PIXELS, MOST_SIDE, MOST_SCANS, MOST_BYTES = 60_000_000, 20_000, 40, 20 * 1024 * 1024
SCAN = b"\xff\xda"  # in a JPEG's data 0xFF stands only before a marker, so that counting these counts its scans
CPU_SECONDS, MEMORY_BYTES = 4, 900 * 1024 * 1024
UNREADABLE, TOO_LARGE = b"?", b"!"


def is_too_large(sent: bytes, size: tuple[int, int]) -> bool:
    """Whether a picture of this size [points] holds more than is read, by what its head says."""
    return size[0] * size[1] > MOST_PIXELS or max(size) > MOST_SIDE or len(sent) > MOST_BYTES or sent.count(SCAN) > MOST_SCANS


def scaled(sent: bytes) -> bytes:
    """A picture upright, at most 1600 points long, written anew as a JPEG: nothing that was beside it or behind it comes along.

    Returns `TOO_LARGE` or `UNREADABLE` for what is not read.
    """
    try:
        with Image.open(io.BytesIO(sent), formats=FORMATS) as picture:
            if is_too_large(sent, picture.size):
                return TOO_LARGE
            # A JPEG is read at a half, a quarter or an eighth of its size where that is enough.
            picture.draft("RGB", (LONGEST_SIDE, LONGEST_SIDE))
            upright = ImageOps.exif_transpose(picture).convert("RGB")
    except Image.DecompressionBombError:
        return TOO_LARGE
    except (OSError, SyntaxError, ValueError):
        return UNREADABLE
    upright.thumbnail((LONGEST_SIDE, LONGEST_SIDE))
    alone, into = Image.new("RGB", upright.size), io.BytesIO()
    alone.paste(upright)
    alone.save(into, "JPEG", quality=QUALITY, optimize=True)
    return into.getvalue()


def for_paper(jpeg: bytes) -> bytes:
    """A picture that was kept, as large as it is printed."""
    into = io.BytesIO()
    with Image.open(io.BytesIO(jpeg), formats=("JPEG",)) as picture:
        picture.draft("RGB", (PAPER_SIDE, PAPER_SIDE))
        picture.thumbnail((PAPER_SIDE, PAPER_SIDE))
        picture.convert("RGB").save(into, "JPEG", quality=PAPER_QUALITY, optimize=True)
    return into.getvalue()


if __name__ == "__main__":
    resource.setrlimit(resource.RLIMIT_AS, (MEMORY_BYTES, MEMORY_BYTES))
    for sent in heard(sys.stdin.buffer):
        used = int(resource.getrusage(resource.RUSAGE_SELF).ru_utime)
        resource.setrlimit(resource.RLIMIT_CPU, (used + CPU_SECONDS, used + CPU_SECONDS))
        told(sys.stdout.buffer, [scaled(sent)])
