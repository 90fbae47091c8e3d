"""What every module of the core promises: words, units, no clock, no chatter."""

import ast
import re
from pathlib import Path

import pytest

CORE = Path(__file__).resolve().parents[2] / "hinge"
MODULES = sorted(CORE.rglob("*.py"))
FORBIDDEN = {"time", "random", "socket", "requests", "urllib", "django", "threading", "logging"}
UNITS = re.compile(r"(_(in|lb|lbin|psi|kpsi|ftlb|lbin_per_turn|lbft2|deg))$")


# A calendar is no clock: what asks the hour is what nothing here does.
CLOCK = {"now", "utcnow", "today"}


def functions(tree):
    return [node for node in ast.walk(tree) if isinstance(node, ast.FunctionDef)]


def public(tree):
    return [node for node in tree.body if isinstance(node, ast.FunctionDef | ast.ClassDef) and not node.name.startswith("_")]


@pytest.mark.parametrize("path", MODULES, ids=lambda path: str(path.relative_to(CORE)))
def test_every_module_keeps_the_contract(path):
    tree = ast.parse(path.read_text())
    assert ast.get_docstring(tree), "a module says what it is"
    for node in public(tree):
        assert ast.get_docstring(node), f"{node.name} says what it does"
    imported = {
        (name.name if isinstance(node, ast.Import) else node.module or "").split(".")[0]
        for node in ast.walk(tree)
        if isinstance(node, ast.Import | ast.ImportFrom)
        for name in node.names
    }
    assert not imported & FORBIDDEN
    assert not {node.attr for node in ast.walk(tree) if isinstance(node, ast.Attribute)} & CLOCK, "the core has no clock"
    assert len(path.read_text().splitlines()) <= 400
    for node in functions(tree):
        length = (node.end_lineno or 0) - node.lineno
        assert length <= 75, f"{node.name} fits on a screen"
        bare = [one for one in ast.walk(node) if isinstance(one, ast.ExceptHandler) and one.type is None]
        assert not bare


@pytest.mark.parametrize("path", MODULES, ids=lambda path: str(path.relative_to(CORE)))
def test_what_takes_or_gives_a_number_names_its_unit_or_shape(path):
    tree = ast.parse(path.read_text())
    methods = [inner for node in public(tree) if isinstance(node, ast.ClassDef) for inner in public(node)]
    for node in [*public(tree), *methods]:
        if not isinstance(node, ast.FunctionDef) or node.name.startswith("build_"):
            continue
        words = ast.get_docstring(node) or ""
        with_units = [arg.arg for arg in node.args.args if UNITS.search(arg.arg)]
        assert not with_units or re.search(r"\[[^\]]+\]", words), f"{node.name}({', '.join(with_units)}) names its units in brackets"
        gives = ast.unparse(node.returns) if node.returns else ""
        assert "Floats" not in gives or re.search(r"\[[^\]]+\]|shape|\(\w+,\)", words), (
            f"{node.name} names the unit or the shape of what it gives"
        )


def test_only_the_command_prints():
    for path in MODULES:
        calls = [
            node for node in ast.walk(ast.parse(path.read_text())) if isinstance(node, ast.Call) and getattr(node.func, "id", "") == "print"
        ]
        assert not calls or path.name == "__main__.py", path


# Rows of the database are named like what they are rows of; a command is what Django calls one.
ROWS = {"Call", "Entry", "Door", "Command", "Migration", "Kept"}
# A name that only points at another, or says what was done to an unnamed one, tells nobody what a thing is.
NO_NOUNS = {
    "told", "said", "shown", "hung", "tied", "asked", "drawn", "given", "meant", "there", "one", "at", "on", "off", "by", "telling",
    "keeping", "ending", "stepping", "permits", "forcing", "picking", "pressing", "walls", "upkeep", "later", "rested", "settled",
    "unbroken", "shrunk", "misc", "utils", "helpers", "common",
}  # fmt: skip


def types():
    """Every class of the core and the server, with where it stands."""
    roots = (CORE, CORE.parent / "server")
    for path in sorted(path for root in roots for path in root.rglob("*.py") if "migrations" not in path.parts):
        for node in ast.parse(path.read_text()).body:
            if isinstance(node, ast.ClassDef) and not node.name.startswith("_"):
                yield node.name, str(path.relative_to(CORE.parent))


def test_a_type_name_stands_for_one_thing():
    where = {}
    for name, path in types():
        where.setdefault(name, []).append(path)
    assert {name: paths for name, paths in where.items() if len(paths) > 1 and name not in ROWS} == {}


def test_modules_and_types_are_named_by_nouns():
    page = (CORE.parent / "web" / "src").rglob("*.ts*")
    modules = [*CORE.rglob("*.py"), *(CORE.parent / "server").rglob("*.py"), *page]
    assert [str(path) for path in modules if path.name.split(".")[0].lower() in NO_NOUNS] == []
    assert [(name, path) for name, path in types() if name.lower() in NO_NOUNS] == []


def test_no_test_imports_another():
    """What tests share stands in tests/support."""
    found = [
        f"{path.name}: {line.strip()}"
        for path in (CORE.parent / "tests").rglob("*.py")
        for line in path.read_text(encoding="utf-8").splitlines()
        if re.match(r"\s*(from|import) tests\.\w+\.test_", line)
    ]
    assert not found


def test_no_link_in_the_documents_is_broken():
    root = CORE.parent
    pages = [*root.glob("*.md"), *(root / "docs").rglob("*.md")]
    broken = [
        f"{page.relative_to(root)}: {link}"
        for page in pages
        for link in re.findall(r"\]\(([^)#:\s]+)(?:#[^)]*)?\)", page.read_text(encoding="utf-8"))
        if not (page.parent / link).exists()
    ]
    assert len(pages) > 30
    # The reference is written when the documents are built.
    assert [link for link in broken if "reference/" not in link] == []
