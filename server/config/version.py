"""Which North Hinge this is."""

import tomllib
from functools import cache
from pathlib import Path


@cache
def version() -> str:
    """The version, as the project names it."""
    told = tomllib.loads((Path(__file__).resolve().parents[2] / "pyproject.toml").read_text(encoding="utf-8"))
    return str(told["project"]["version"])
