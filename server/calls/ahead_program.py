"""What is ahead of a call, worked out apart from whoever answers requests: it has the processor when nobody else wants it."""

import pickle
import sys
import time
from functools import lru_cache

from hinge.questions.ahead_of_call import Budget, ahead_of
from server.config.child_program import work

NICE = 19
# What is touched next, or the whole way to the end of the work: so many steps.
NEAR_STEPS, NEAR_SECONDS, FAR_STEPS = 12, 0.15, 260
# Where others have the processor it ends all the same: so many times as long by the clock on the wall.
NEAR_WALL, FAR_WALL = 20, 3


def ahead(parts: list[bytes]) -> bytes:
    """The answer as JSON to a call, its shop's terms, and for how long the whole way is worked out [s]; 0: what is next alone."""
    return _answer_to(parts[0])


@lru_cache(maxsize=8)
def _answer_to(question: bytes) -> bytes:
    # Another device on the same call asks the same.
    call, shop, far_seconds = pickle.loads(question)
    wall = FAR_WALL if far_seconds else NEAR_WALL
    thread, began = time.thread_time(), time.monotonic()

    def spent() -> float:
        return max(time.thread_time() - thread, (time.monotonic() - began) / wall)

    budget = Budget(FAR_STEPS, far_seconds, spent, sets=True) if far_seconds else Budget(NEAR_STEPS, NEAR_SECONDS, spent)
    return ahead_of(call, shop, budget).model_dump_json().encode()


if __name__ == "__main__":
    work(ahead, NICE, sys.stdin.buffer, sys.stdout.buffer)
