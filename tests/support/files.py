"""Documents as earlier versions wrote them."""

from __future__ import annotations

from pathlib import Path

FOLDER = Path(__file__).resolve().parents[1] / "fixtures" / "format_1"


FILES = sorted(FOLDER.glob("*.json"))
