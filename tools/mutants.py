"""`make mutants`: small mistakes made in the core and the server, one at a time, at random places; prints those no test sees.

`python -m tools.mutants [COUNT] [SEED]`: each in a copy of what is committed, judged by the tests named like its room.
"""

from __future__ import annotations

import ast
import random
import shutil
import subprocess
import sys
import tempfile
from collections.abc import Iterator
from pathlib import Path

ROOT = Path(__file__).resolve().parent.parent
SWAPPED: dict[type, type] = {
    ast.Lt: ast.LtE, ast.LtE: ast.Lt, ast.Gt: ast.GtE, ast.GtE: ast.Gt, ast.Eq: ast.NotEq, ast.NotEq: ast.Eq, ast.In: ast.NotIn,
    ast.NotIn: ast.In, ast.Is: ast.IsNot, ast.IsNot: ast.Is, ast.Add: ast.Sub, ast.Sub: ast.Add, ast.Mult: ast.Div, ast.Div: ast.Mult,
    ast.And: ast.Or, ast.Or: ast.And, ast.USub: ast.UAdd,
}  # fmt: skip
TESTS = {"hinge": ["tests/hinge", "tests/outside"], "server": ["tests/server"]}
LONGEST_SECONDS = 900


def mistakes(tree: ast.Module) -> Iterator[tuple[ast.AST, str, int]]:
    """Every place a small mistake can be made: the node, its field, and the place in it where that is a list (-1: it is none)."""
    for node in ast.walk(tree):
        if isinstance(node, ast.BinOp | ast.BoolOp | ast.UnaryOp) and type(node.op) in SWAPPED:
            yield node, "op", -1
        elif isinstance(node, ast.Compare):
            yield from ((node, "ops", place) for place, op in enumerate(node.ops) if type(op) in SWAPPED)
        elif isinstance(node, ast.IfExp | ast.If):
            yield node, "test", -1
        elif isinstance(node, ast.Constant) and isinstance(node.value, int | float) and not isinstance(node.value, bool):
            yield node, "value", -1


def make(node: ast.AST, field: str, place: int) -> None:
    """Make the mistake: an operator for its neighbor, a condition turned round, a number one more."""
    old = getattr(node, field)
    if field == "ops":
        old[place] = SWAPPED[type(old[place])]()
    elif field == "op":
        setattr(node, field, SWAPPED[type(old)]())
    elif field == "test":
        setattr(node, field, ast.UnaryOp(ast.Not(), old))
    else:
        setattr(node, field, old + 1)


def candidates() -> list[tuple[Path, int]]:
    """Every mistake of both rooms: the file, and which of its mistakes."""
    files = [path for room in TESTS for path in sorted((ROOT / room).rglob("*.py")) if "migrations" not in path.parts]
    return [(path, which) for path in files for which, _ in enumerate(mistakes(ast.parse(path.read_text())))]


def lives(copy: Path, path: Path, which: int) -> str:
    """Make one mistake in the copy and run the tests of its room; where it stands and how it reads, or nothing where a test saw it."""
    there = copy / path.relative_to(ROOT)
    before = there.read_text()
    tree = ast.parse(before)
    node, field, place = list(mistakes(tree))[which]
    make(node, field, place)
    there.write_text(ast.unparse(tree))
    try:
        room = path.relative_to(ROOT).parts[0]
        command = [sys.executable, "-m", "pytest", "-x", "-q", "--tb=no", "-W", "ignore", "-p", "no:cacheprovider", *TESTS[room]]
        try:
            seen = subprocess.run(command, cwd=copy, capture_output=True, timeout=LONGEST_SECONDS, check=False).returncode != 0
        except subprocess.TimeoutExpired:
            seen = True
        # A node without a line of its own is named by what it stands in.
        said = f"{there.relative_to(copy)}:{getattr(node, 'lineno', 0)}: {ast.unparse(node)[:100]}"
        return "" if seen else said
    finally:
        there.write_text(before)


def main(count: int = 60, seed: int = 1) -> int:
    """Print those that live as they are found, and how many."""
    chosen = random.Random(seed).sample(candidates(), count)
    alive = 0
    with tempfile.TemporaryDirectory() as folder:
        copy = Path(folder) / "copy"
        subprocess.run(["git", "clone", "-q", str(ROOT), str(copy)], check=True)
        (copy / ".venv").symlink_to(ROOT / ".venv")
        shutil.copytree(ROOT / "web" / "dist", copy / "web" / "dist")
        for done, (path, which) in enumerate(chosen, start=1):
            if said := lives(copy, path, which):
                alive += 1
                print(f"lives  {said}", flush=True)
            print(f"{done} of {count}, {alive} live", end="\r", file=sys.stderr, flush=True)
    print(f"{alive} of {count} live (seed {seed})")
    return 0


if __name__ == "__main__":
    sys.exit(main(*map(int, sys.argv[1:3])))
