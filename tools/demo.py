"""Start the demo: database, made-up data, web process. Stops what it started."""

from __future__ import annotations

import os
import secrets
import signal
import socket
import subprocess
import sys
import time
from pathlib import Path

from tools.database import CannotStart, Database

ROOT = Path(__file__).resolve().parent.parent
VAR = Path(os.environ.get("NORTH_HINGE_VAR", ROOT / "var"))
PORT = int(os.environ.get("PORT", "8017"))
DB_PORT = int(os.environ.get("NORTH_HINGE_DB_PORT", "33917"))


def main() -> int:
    """Run until stopped; 0 after Ctrl-C, 1 with one line where it cannot start."""
    signal.signal(signal.SIGTERM, _as_interrupt)
    database = Database(VAR / "db", DB_PORT, durable=True)
    web: subprocess.Popen[bytes] | None = None
    try:
        _require_free(PORT)
        database.start()
        database.create("north_hinge")
        environment = _environment(database)
        _prepare(environment)
        web = _serve(environment)
        _announce(web)
        return _watch(web, database)
    except KeyboardInterrupt:
        return 0
    except CannotStart as wrong:
        print(f"North Hinge cannot start: {wrong}", file=sys.stderr)
        return 1
    finally:
        signal.signal(signal.SIGINT, signal.SIG_IGN)
        if web and web.poll() is None:
            web.terminate()
            try:
                web.wait(15)
            except subprocess.TimeoutExpired:
                web.kill()
        database.stop()


def _as_interrupt(*_: object) -> None:
    raise KeyboardInterrupt


def _require_free(port: int) -> None:
    with socket.socket() as probe:
        probe.setsockopt(socket.SOL_SOCKET, socket.SO_REUSEADDR, 1)
        try:
            probe.bind(("127.0.0.1", port))
        except OSError as wrong:
            raise CannotStart(f"port {port} is in use. Stop what uses it, or name another: PORT=8018 make demo") from wrong


def _environment(database: Database) -> dict[str, str]:
    return os.environ | {
        "DJANGO_SETTINGS_MODULE": "server.config.settings",
        "NORTH_HINGE_DB_SOCKET": str(database.socket),
        "NORTH_HINGE_SECRET_KEY": _secret_key(),
        "NORTH_HINGE_DEMO": "1",
        "NORTH_HINGE_VAR": str(VAR),
    }


def _secret_key() -> str:
    path = VAR / "secret_key"
    if not path.exists():
        path.write_text(secrets.token_urlsafe(48))
        path.chmod(0o600)
    return path.read_text()


def _prepare(environment: dict[str, str]) -> None:
    for words in (["django", "migrate", "-v0"], ["django", "collectstatic", "--noinput", "--clear", "-v0"], ["demo.seed"]):
        done = subprocess.run([sys.executable, "-m", *words], env=environment, cwd=ROOT, capture_output=True, text=True, check=False)
        if done.returncode:
            (VAR / "start.log").write_text(done.stdout + done.stderr)
            last = (done.stderr.strip().splitlines() or ["no reason given"])[-1]
            raise CannotStart(f"{' '.join(words[:2])} failed: {last} (log: {VAR / 'start.log'})")


def _serve(environment: dict[str, str]) -> subprocess.Popen[bytes]:
    words = ["gunicorn", "server.config.wsgi", f"--bind=127.0.0.1:{PORT}", "--workers=2", "--threads=4", "--preload", "--log-level=warning"]
    return subprocess.Popen([sys.executable, "-m", *words], env=environment, cwd=ROOT, start_new_session=True)


def _announce(web: subprocess.Popen[bytes]) -> None:
    from server.people.demo import DEMO_ACCOUNTS

    for _ in range(300):
        if web.poll() is not None:
            raise CannotStart("the web process ended at once; its reason stands above.")
        with socket.socket() as probe:
            if probe.connect_ex(("127.0.0.1", PORT)) == 0:
                break
        time.sleep(0.1)
    print(f"\nNorth Hinge demo: http://127.0.0.1:{PORT}/   (Ctrl-C stops it)")
    for account in DEMO_ACCOUNTS:
        print(f"  {account.username:6} {account.password}   {account.name}, {account.role}")
    sys.stdout.flush()


def _watch(web: subprocess.Popen[bytes], database: Database) -> int:
    while True:
        if web.poll() is not None:
            raise CannotStart("the web process ended. Start again: nothing acknowledged is lost.")
        if not database.alive():
            raise CannotStart("the database ended. Start again: nothing acknowledged is lost.")
        time.sleep(0.5)


if __name__ == "__main__":
    sys.exit(main())
