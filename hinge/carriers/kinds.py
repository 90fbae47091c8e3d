"""Every kind of what carries a door, by name, and the document that is one of them."""

from __future__ import annotations

import importlib
import tomllib
from pathlib import Path
from typing import TYPE_CHECKING, Annotated, Literal, Union

from pydantic import Field

from hinge.carriers.carrier import Carrier


def _kinds() -> dict[str, type[Carrier]]:
    names: list[str] = tomllib.loads((Path(__file__).parent / "kinds.toml").read_text(encoding="utf-8"))["kinds"]
    return {name: importlib.import_module(f"hinge.carriers.{name}").KIND for name in names}


KINDS: dict[str, type[Carrier]] = _kinds()
USUAL = next(iter(KINDS))

if TYPE_CHECKING:
    CarrierKind = str
    KnownPart = str
    OnDoor = Carrier
else:
    CarrierKind = Literal[tuple(KINDS)]
    # A part of any kind there is: what is said or was kept of another is no stroke of anything.
    KnownPart = Literal[tuple(dict.fromkeys(part for kind in KINDS.values() for part in kind.parts))]
    OnDoor = Annotated[Union[tuple(KINDS.values())], Field(discriminator="kind")]  # noqa: UP007 - made of what the data names


def kind_shown_by(field: str) -> str:
    """The kind that alone has a measurement of this name; empty where several have it, or none."""
    return next((name for name, kind in KINDS.items() if field in kind.shown_by), "")


def kind_of_cause(cause: str) -> str:
    """The kind whose breaking a cause is: found broken, it is there; empty for any other cause."""
    return next((name for name, kind in KINDS.items() if kind.broken == cause), "")
