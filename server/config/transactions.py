"""One mutation is one transaction: tried again where two of them met, and only then answered."""

import random
import time
from collections.abc import Callable
from functools import wraps
from typing import ParamSpec, TypeVar

from django.db import IntegrityError, OperationalError, transaction

Given = ParamSpec("Given")
Answer = TypeVar("Answer")
TRIES = 6
DEADLOCK = 1213


def mutation(action: Callable[Given, Answer]) -> Callable[Given, Answer]:
    """Run an action in one transaction of its own, again where it met another one: a deadlock, or a key taken at the same moment.

    Who has waited for a lock as long as anybody may is told so, and not made to wait again.
    """

    @wraps(action)
    def run(*given: Given.args, **named: Given.kwargs) -> Answer:
        for left in reversed(range(TRIES)):
            try:
                with transaction.atomic():
                    return action(*given, **named)
            except (IntegrityError, OperationalError) as met:
                again = isinstance(met, IntegrityError) or met.args[:1] == (DEADLOCK,)
                if not again or not left or transaction.get_connection().in_atomic_block:
                    raise
                time.sleep(random.uniform(0.005, 0.05))
        raise AssertionError("unreachable")

    return run
