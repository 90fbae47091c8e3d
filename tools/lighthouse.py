"""`make lighthouse`: what a page costs a slow phone, by Lighthouse over demo data; medians of three, over this machine's loopback.

Lighthouse slows its phone down four times and the line to 1.6 Mbit and 150 ms. It is fetched when first asked for, by hand only.
"""

from __future__ import annotations

import json
import statistics
import subprocess
import sys
import tempfile
from pathlib import Path
from typing import Any

from selenium import webdriver

from server.people.demo import DEMO_ACCOUNTS
from tools.browser import open_browser
from tools.running import ROOT, running
from tools.shots import BENCH, SIGN_IN

Report = dict[str, dict[str, Any]]

LIGHTHOUSE, FOLDER = "lighthouse@12.8.2", ROOT / "var" / "lighthouse"
PORT, DEBUGGING, RUNS = 8039, 9339, 3
CATEGORIES = ("performance", "accessibility", "best-practices")
AUDITS = {"first-contentful-paint": 1000, "largest-contentful-paint": 1000, "total-blocking-time": 1, "cumulative-layout-shift": 1}
HEAD = (
    "page", "performance", "accessibility", "practices",
    "first paint s", "largest paint s", "blocking ms", "shift", "kB", "requests", "machine",
)  # fmt: skip


def main(names: list[str]) -> None:
    """Print the table, of every page or of those named."""
    _fetch()
    browser = open_browser(412, 823, f"--remote-debugging-port={DEBUGGING}")
    browser.set_script_timeout(60)
    try:
        with tempfile.TemporaryDirectory(prefix="north-hinge-lighthouse-") as folder, running(Path(folder), PORT) as demo:
            browser.get(demo.address)
            browser.execute_async_script(SIGN_IN, DEMO_ACCOUNTS[2].username, DEMO_ACCOUNTS[2].password)
            told = "fetch(arguments[0]).then(answer => answer.json()).then(arguments[1])"
            key = browser.execute_async_script(told, "/api/calls")["under_way"][0]["key"]
            door = browser.execute_async_script(told, "/api/doors")["doors"][0]["key"]
            pages = {"today": "/", "doors": "/doors", "file": f"/doors/{door}", "springs": BENCH["bench-springs"][0], "van": "/shop/van"}
            pages |= {stage: f"/calls/{key}/{stage}" for stage in ("arrive", "find", "measure", "size", "repair", "prove", "close")}
            print("| " + " | ".join(HEAD) + " |\n|" + "---|" * len(HEAD))
            for name, path in pages.items():
                if not names or name in names:
                    rows = [_row(_look(browser, demo.address, path)) for _ in range(RUNS)]
                    print(
                        "| " + " | ".join([name, *(f"{statistics.median(each):g}" for each in zip(*rows, strict=True))]) + " |", flush=True
                    )
    finally:
        browser.quit()


def _fetch() -> None:
    if not (FOLDER / "node_modules").exists():
        FOLDER.mkdir(parents=True, exist_ok=True)
        subprocess.run(["npm", "install", "--prefix", FOLDER, "--no-audit", "--no-fund", LIGHTHOUSE], check=True)


def _look(browser: webdriver.Chrome, address: str, path: str) -> Report:
    """One report of a page that is signed in and has nothing of it kept yet."""
    browser.get("about:blank")
    browser.execute_cdp_cmd("Network.clearBrowserCache", {})
    browser.execute_cdp_cmd("Storage.clearDataForOrigin", {"origin": address, "storageTypes": "service_workers,cache_storage,indexeddb"})
    command = [
        str(FOLDER / "node_modules" / ".bin" / "lighthouse"), address + path, "--quiet", "--output=json", f"--port={DEBUGGING}",
        "--disable-storage-reset", f"--only-categories={','.join(CATEGORIES)}",
    ]  # fmt: skip
    report: Report = json.loads(subprocess.run(command, check=True, stdout=subprocess.PIPE).stdout)
    return report


def _row(report: Report) -> list[float]:
    scores = [100 * float(report["categories"][category]["score"]) for category in CATEGORIES]
    times = [round(float(report["audits"][audit]["numericValue"]) / divided, 2) for audit, divided in AUDITS.items()]
    requests = report["audits"]["network-requests"]["details"]["items"]
    # How quick this machine was meanwhile: 1500 and more is what four times slower stands for a usual phone.
    machine = round(report["environment"]["benchmarkIndex"])
    return [*scores, *times, round(sum(one.get("transferSize", 0) for one in requests) / 1000), len(requests), machine]


if __name__ == "__main__":
    main(sys.argv[1:])
