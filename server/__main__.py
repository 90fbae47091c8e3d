"""`python -m server COMMAND`: everything that is done to a running shop from a command line."""

import ast
import os
import sys
from pathlib import Path

from django.core.exceptions import ImproperlyConfigured
from django.core.management import execute_from_command_line

# What changes tables is done as the schema's owner, never as the account of the web processes.
AS_OWNER = (
    "prepare",
    "migrate",
    "back_up",
    "restore",
    "thin_backups",
    "status",
    "export_shop",
    "import_shop",
    "one_time_password",
    "clearsessions",
    "open_shop",
    "first_run_code",
)
HELP = """North Hinge, from a command line.

usage: python -m server COMMAND

{commands}
  serve              Answer the pages, until stopped.
  version            Which North Hinge this is.

COMMAND --help tells what it takes. Settings come from the environment: docs/how-to/run-a-shop.md."""


def _commands() -> list[tuple[str, str]]:
    """The shop's own commands, each with what it does."""
    files = sorted((Path(__file__).parent / "ops" / "management" / "commands").glob("[a-z]*.py"))
    told = [(file.stem, ast.get_docstring(ast.parse(file.read_text(encoding="utf-8"))) or "") for file in files]
    lines = [(name, said.split(": ", 1)[-1].splitlines()[0]) for name, said in told]
    return [(name, said[:1].upper() + said[1:]) for name, said in lines]


def main(words: list[str]) -> int:
    """Run one command; 1 with one line where the settings do not do."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.config.settings")
    if words[:1] and words[0] in AS_OWNER:
        os.environ["NORTH_HINGE_AS_OWNER"] = "1"
    if not words or words[0] in ("-h", "--help", "help"):
        # Told before anything is set up.
        print(HELP.format(commands="\n".join(f"  {name:18} {said}" for name, said in _commands())))
        return 0
    try:
        from server.config import settings  # noqa: F401  (read here, so that what is wrong in it is one line)

        if words in (["version"], ["--version"]):
            from server.config.version import version

            print(version())
            return 0
        if words == ["serve"]:
            from server.pages.serve import serve

            serve()
        execute_from_command_line(["python -m server", *words])
    except ImproperlyConfigured as wrong:
        print(f"North Hinge cannot start: {wrong}", file=sys.stderr)
        return 1
    return 0


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
