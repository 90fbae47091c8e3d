"""What a question is: its documents in and out, and how it is answered. Each has a module of its own name."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from pydantic import BaseModel

from hinge.document import Document


@dataclass(frozen=True)
class Question:
    """The document a question takes, the one it gives, and the function between them."""

    takes: type[Document]
    gives: type[BaseModel]
    answer: Callable[..., BaseModel]
