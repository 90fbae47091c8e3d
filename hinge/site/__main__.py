"""The proof, on the command line: `python -m hinge.site`, with `whole` over all facts together, with `mutants` of every rule left out."""

from __future__ import annotations

import sys

from hinge.site.proof import is_missed, mutants, prove, whole
from hinge.site.search import moves


def main(asked: list[str]) -> int:
    """Print what does not hold and then the count. Returns 1 where something does not."""
    if "mutants" in asked:
        return _mutants()
    proof = prove(views=whole() if "whole" in asked else None)
    for name, how in proof.reached.items():
        print(f"reached: {name}: {how}")
    for one in (*proof.dead_ends, *proof.idle):
        print(f"dead end: {one}" if one in proof.dead_ends else one)
    print(proof)
    return 0 if proof.sound else 1


def _mutants() -> int:
    living = count = 0
    for name, fact, ways in mutants(moves()):
        count += 1
        if not is_missed(fact, ways):
            living += 1
            print(f"not missed: {name}", flush=True)
    print(f"{count} rules left out one by one, {living} not missed")
    return 1 if living else 0


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
