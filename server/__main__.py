"""`python -m server COMMAND`: everything that is done to a running shop from a command line."""

import os
import sys

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


def main(words: list[str]) -> int:
    """Run one command; 1 with one line where the settings do not do."""
    os.environ.setdefault("DJANGO_SETTINGS_MODULE", "server.config.settings")
    if words[:1] and words[0] in AS_OWNER:
        os.environ["NORTH_HINGE_AS_OWNER"] = "1"
    try:
        from server.config import settings  # noqa: F401  (read here, so that what is wrong in it is one line)

        if words in (["version"], ["--version"]):
            from server.config.version import version

            print(version())
            return 0
        if words == ["serve"]:
            from server.site.serve import serve

            serve()
        execute_from_command_line(["python -m server", *words])
    except ImproperlyConfigured as wrong:
        print(f"North Hinge cannot start: {wrong}", file=sys.stderr)
        return 1
    return 0


if __name__ == "__main__":
    sys.exit(main(sys.argv[1:]))
