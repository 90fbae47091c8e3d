"""A label for a door: its file's address as a QR code (ISO/IEC 18004), to be read by any camera and opened after signing in."""

import segno

from server.config.pdf import pdf_of
from server.doors.models import Door

# A quarter of it may be scratched or greasy: it hangs in a garage for decades.
ERROR_LEVEL = "q"


def label_pdf(door: Door, address: str, units: str) -> bytes:
    """The label as PDF bytes, 89 × 36 mm. `address` opens the door's file."""
    code = segno.make(address, error=ERROR_LEVEL, micro=False)
    return pdf_of("doors/label.html", {"door": door, "shop": door.shop, "code": code.svg_inline(omitsize=True, border=4)}, units)
