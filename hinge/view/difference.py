"""What turns one document into another, as the operations of a JSON Patch (RFC 6902): only what changed is sent."""

from __future__ import annotations

from typing import Any, Literal

from pydantic import BaseModel


class Operation(BaseModel):
    """One operation at a JSON Pointer (RFC 6901); a removal has no value."""

    op: Literal["add", "replace", "remove"]
    path: str
    value: Any = None


def difference(before: Any, after: Any) -> list[Operation]:
    """The operations that make `after` of `before`, both as parsed from JSON. A list that grew or shrank is replaced whole."""
    found: list[Operation] = []
    _compare(before, after, (), found)
    return found


def _compare(before: Any, after: Any, path: tuple[str | int, ...], found: list[Operation]) -> None:
    if isinstance(before, dict) and isinstance(after, dict):
        found += [Operation(op="remove", path=_pointer((*path, name))) for name in before if name not in after]
        for name, value in after.items():
            if name in before:
                _compare(before[name], value, (*path, name), found)
            else:
                found.append(Operation(op="add", path=_pointer((*path, name)), value=value))
    elif isinstance(before, list) and isinstance(after, list) and len(before) == len(after):
        for place, (old, new) in enumerate(zip(before, after, strict=True)):
            _compare(old, new, (*path, place), found)
    # True is no 1 and 1.0 is 1, as JSON has it.
    elif before != after or isinstance(before, bool) != isinstance(after, bool):
        found.append(Operation(op="replace", path=_pointer(path), value=after))


def _pointer(path: tuple[str | int, ...]) -> str:
    return "".join(f"/{str(name).replace('~', '~0').replace('/', '~1')}" for name in path)
