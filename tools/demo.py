"""`make demo`: run until Ctrl-C, and say where and as whom to sign in."""

from __future__ import annotations

import os
import sys
import time
from pathlib import Path

from server.people.demo import DEMO_ACCOUNTS
from tools.database import CannotStartError
from tools.running import ROOT, running

VAR = Path(os.environ.get("NORTH_HINGE_VAR", ROOT / "var"))
PORT = int(os.environ.get("PORT", "8017"))


def main() -> int:
    """Run until stopped; 0 after Ctrl-C, 1 with one line where it cannot start or go on."""
    try:
        with running(VAR, PORT) as demo:
            print(f"\nNorth Hinge demo: {demo.address}/   (Ctrl-C stops it)")
            for account in DEMO_ACCOUNTS:
                print(f"  {account.username:6} {account.password}   {account.name}, {account.role}")
            sys.stdout.flush()
            while True:
                demo.check()
                time.sleep(0.5)
    except KeyboardInterrupt:
        return 0
    except CannotStartError as wrong:
        print(f"North Hinge cannot start: {wrong}", file=sys.stderr)
        return 1


if __name__ == "__main__":
    sys.exit(main())
