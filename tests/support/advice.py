"""The advice on a balance as somebody reads it."""

from __future__ import annotations

from typing import Any

from hinge.balance import advice as core
from hinge.balance.advice import Advice
from hinge.balance.fit import Fit
from tests.support.words import words


def advise(*asked: Any, **more: Any) -> tuple[Fit, Advice]:
    """The fit, and the advice in words."""
    fit, advice = core.advise(*asked, **more)
    return fit, words(advice)
