"""The reference of the documents: a page for each room of the core, made of the docstrings when the documents are built."""

from __future__ import annotations

import ast
from pathlib import Path

import mkdocs_gen_files

ROOT = Path(__file__).resolve().parents[1]


def main() -> None:
    """Write a page a room and the list of them."""
    nav = mkdocs_gen_files.Nav()
    for room in sorted(path.parent for path in (ROOT / "hinge").glob("*/__init__.py")):
        page = f"reference/{room.name}.md"
        nav[room.name] = f"{room.name}.md"
        with mkdocs_gen_files.open(page, "w") as out:
            out.write(f"# {room.name}\n\n{ast.get_docstring(ast.parse((room / '__init__.py').read_text()))}\n\n")
            for module in sorted(room.glob("[!_]*.py")):
                out.write(f"::: hinge.{room.name}.{module.stem}\n\n")
    with mkdocs_gen_files.open("reference/SUMMARY.md", "w") as out:
        out.writelines(nav.build_literate_nav())


main()
