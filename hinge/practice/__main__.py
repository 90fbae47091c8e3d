"""`python -m hinge.practice KIND [SEED]`: a simulated opener that answers line by line until its input ends."""

from __future__ import annotations

import sys
from typing import cast, get_args

from hinge.practice.lines import answer, standing
from hinge.practice.opener import Opener, PracticeKind


def main(arguments: list[str]) -> int:
    """Speak the line protocol over standard input and output; 2 for a kind there is none of."""
    kinds = get_args(PracticeKind)
    if not arguments or arguments[0] not in kinds or not all(word.isdecimal() for word in arguments[1:2]):
        sys.stderr.write(f"Name a kind: {', '.join(kinds)}; then a number for one unit of it.\n")
        return 2
    one = Opener(cast(PracticeKind, arguments[0]), seed=int(arguments[1]) if len(arguments) > 1 else 0)
    said = f"OK {standing(one)}"
    while True:
        sys.stdout.write(f"{said}\n")
        sys.stdout.flush()
        line = sys.stdin.readline()
        if not line:
            break
        said = answer(one, line)
    return 0


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
