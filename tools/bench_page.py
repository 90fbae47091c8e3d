"""What a touch and a page cost on a slow phone (processor four times slower, 1.6 Mbit, 150 ms), against a bare page of equal bytes there.

Run by `tools.bench` against a demo: `python -m tools.bench_page ADDRESS`.
"""

from __future__ import annotations

import random
import statistics
import sys
import tempfile
import threading
import time
from collections.abc import Callable
from functools import partial
from http.server import SimpleHTTPRequestHandler, ThreadingHTTPServer
from pathlib import Path

from selenium import webdriver

from hinge.site.gates import gate_groups
from server.people.demo import DEMO_ACCOUNTS
from tools.browser import open_browser
from tools.shots import ENTER, SIGN_IN, START

SLOWER, BYTES_A_SECOND, DELAY_MS, TIMES = 4, 1.6e6 / 8, 150, 5
# When words stand on a page, in milliseconds since it was asked for.
SHOWN = """
const [words, tell] = arguments;
const look = () => document.body.innerText.includes(words) ? requestAnimationFrame(() => tell(performance.now())) : setTimeout(look, 8);
look();
"""
# From a touch on an answer to the frame that shows another question.
TOUCHED = """
const [answer, tell] = arguments;
const asked = () => document.querySelector('[data-check]')?.dataset.check;
const before = asked(), began = performance.now();
const look = () => asked() !== before ? requestAnimationFrame(() => tell(performance.now() - began)) : setTimeout(look, 4);
document.querySelector(answer).click();
look();
"""
BYTES = """
return performance.getEntriesByType('resource').filter((one) => !one.name.includes('/api/')).reduce((sum, one) => sum + one.transferSize, 0)
"""
# The names of doors that have no call under way and are found by them alone.
DOORS = """
const [tell] = arguments;
fetch('/api/doors').then((answer) => answer.json()).then(({doors}) => tell(doors.filter((one) => !one.call_key).map((one) => one.name)));
"""
KEPT = "const [tell] = arguments; navigator.serviceWorker.ready.then(() => tell(true))"


def main(address: str) -> None:
    """Print each as a ratio to the bare page, and in milliseconds."""
    browser = open_browser(390, 844)
    browser.set_script_timeout(120)
    try:
        browser.get(address)
        browser.execute_async_script(SIGN_IN, DEMO_ACCOUNTS[2].username, DEMO_ACCOUNTS[2].password)
        _throttle(browser)
        cold = _each(browser, lambda: _forget(browser, address), f"{address}/", "Start the call")
        size = int(browser.execute_script(BYTES))
        bare = _bare(browser, size)
        print(f"a bare page of {size // 1000} kB: {bare:.0f} ms")
        browser.get(address)
        browser.execute_async_script(KEPT)
        warm = _each(browser, lambda: None, f"{address}/", "Start the call")
        for name, milliseconds in (("Today, nothing kept", cold), ("Today, kept by the device", warm)):
            print(f"{name}: {milliseconds / bare:.2f} × the bare page ({milliseconds:.0f} ms)")
        doors = iter(browser.execute_async_script(DOORS))
        for name, rest in (("an answer that was ahead", 8.0), ("an answer that was not", 0.0)):
            milliseconds = statistics.median(_answered(browser, address, next(doors), rest) for _ in range(3))
            print(f"touch to the next question, {name}: {milliseconds / bare:.2f} × the bare page ({milliseconds:.0f} ms)")
    finally:
        browser.quit()


def _throttle(browser: webdriver.Chrome) -> None:
    browser.execute_cdp_cmd("Emulation.setCPUThrottlingRate", {"rate": SLOWER})
    line = {"offline": False, "latency": DELAY_MS, "downloadThroughput": BYTES_A_SECOND, "uploadThroughput": BYTES_A_SECOND / 2}
    browser.execute_cdp_cmd("Network.enable", {})
    browser.execute_cdp_cmd("Network.emulateNetworkConditions", line)


def _forget(browser: webdriver.Chrome, address: str) -> None:
    browser.execute_cdp_cmd("Network.clearBrowserCache", {})
    browser.execute_cdp_cmd("Storage.clearDataForOrigin", {"origin": address, "storageTypes": "service_workers,cache_storage,indexeddb"})


def _each(browser: webdriver.Chrome, before: Callable[[], object], page: str, words: str) -> float:
    took = []
    for _ in range(TIMES):
        browser.get("about:blank")
        before()
        browser.get(page)
        took.append(float(browser.execute_async_script(SHOWN, words)))
    return statistics.median(took)


def _bare(browser: webdriver.Chrome, size: int) -> float:
    """A page of one script of so many bytes that says one word, over the same line."""
    with tempfile.TemporaryDirectory(prefix="north-hinge-bare-") as folder:
        letters = "".join(random.Random(1).choices("abcdefghijklmnopqrstuvwxyz", k=size))
        Path(folder, "all.js").write_text(f"/*{letters}*/document.body.textContent = 'There';")
        Path(folder, "index.html").write_text("<!doctype html><body></body><script src=all.js></script>")
        server = ThreadingHTTPServer(("127.0.0.1", 0), partial(_Quiet, directory=folder))
        threading.Thread(target=server.serve_forever, daemon=True).start()
        try:
            address = f"http://127.0.0.1:{server.server_address[1]}"
            return _each(browser, lambda: browser.execute_cdp_cmd("Network.clearBrowserCache", {}), f"{address}/", "There")
        finally:
            server.shutdown()


class _Quiet(SimpleHTTPRequestHandler):
    def log_message(self, *_: object) -> None:
        pass


def _answered(browser: webdriver.Chrome, address: str, door: str, rest: float) -> float:
    """From a touch on Find to the next question [ms], on a call at a door whose page was left alone for so long [s]."""
    key = browser.execute_async_script(START, door)
    gates = [{"kind": "gate", "gate": gate.id, "met": True} for group in gate_groups() if group.id == "hands_on" for gate in group.gates]
    browser.execute_async_script(ENTER, key, [{"kind": "complaint", "complaint": "will_not_close"}, *gates])
    browser.get(f"{address}/calls/{key}/find")
    browser.execute_async_script(SHOWN, "Can’t tell")
    time.sleep(rest)
    return float(browser.execute_async_script(TOUCHED, "[data-outcome]"))


if __name__ == "__main__":
    main(sys.argv[1])
