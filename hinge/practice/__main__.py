"""A simulated stand-in that answers line by line, over standard input and output or a socket on this machine.

`python -m hinge.practice KIND [SEED]` is an opener, `python -m hinge.practice garage [SEED] [CAUSE ...]` a whole site; with `--port N`
first, each connection to that port has a stand-in of its own.
"""

from __future__ import annotations

import socketserver
import sys
from collections.abc import Callable, Sequence
from typing import cast, get_args

from hinge.errors import HingeError
from hinge.practice import garage_lines, lines
from hinge.practice.garage import garage_of
from hinge.practice.opener import Opener, PracticeKind
from hinge.practice.visit import PracticeVisit

HERE, GARAGE = "127.0.0.1", "garage"
# What a stand-in says by itself at first, and how it answers a line.
StandIn = tuple[str, Callable[[str], str]]


def stand_in(arguments: Sequence[str]) -> StandIn:
    """A new stand-in: what it says first, and how it answers a line. Raises ValueError for words that name none."""
    kinds = get_args(PracticeKind)
    kind, *rest = [*arguments] or [""]
    if kind not in (*kinds, GARAGE) or not all(word.isdecimal() for word in rest[:1]):
        raise ValueError(f"Name a kind: {', '.join((*kinds, GARAGE))}; then a number for one unit of it.")
    seed = int(rest[0]) if rest else 0
    if kind == GARAGE:
        try:
            visit = PracticeVisit.at(garage_of(seed, rest[1:]))
        except HingeError as wrong:
            raise ValueError(wrong.message) from wrong
        return f"OK {garage_lines.standing(visit)}", lambda line: garage_lines.answer(visit, line)
    one = Opener(cast(PracticeKind, kind), seed=seed)
    return f"OK {lines.standing(one)}", lambda line: lines.answer(one, line)


def main(arguments: list[str]) -> int:
    """Speak the line protocol until the input ends, or serve it on a port; 2 for a kind there is none of."""
    port = int(arguments[1]) if arguments[:1] == ["--port"] and arguments[1:2] and arguments[1].isdecimal() else None
    words = arguments if port is None else arguments[2:]
    try:
        first, answer = stand_in(words)
    except ValueError as wrong:
        sys.stderr.write(f"{wrong}\n")
        return 2
    if port is not None:
        serve(port, words)
        return 0
    sys.stdout.write(f"{first}\n")
    sys.stdout.flush()
    for line in sys.stdin:
        sys.stdout.write(f"{answer(line)}\n")
        sys.stdout.flush()
    return 0


class LineServer(socketserver.ThreadingTCPServer):
    """Gives each connection a stand-in of its own, named by these words."""

    allow_reuse_address, daemon_threads = True, True

    def __init__(self, port: int, words: Sequence[str]) -> None:
        self.words = words
        super().__init__((HERE, port), _Lines)


class _Lines(socketserver.StreamRequestHandler):
    def handle(self) -> None:
        first, answer = stand_in(cast(LineServer, self.server).words)
        self.wfile.write(f"{first}\n".encode())
        for line in self.rfile:
            self.wfile.write(f"{answer(line.decode(errors='replace'))}\n".encode())


def serve(port: int, words: Sequence[str]) -> None:
    """Serve the line protocol on a port of this machine until it is interrupted."""
    with LineServer(port, words) as server:
        sys.stdout.write(f"{HERE}:{server.server_address[1]}\n")
        sys.stdout.flush()
        server.serve_forever()


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
