"""A headless Chromium driven by Selenium, with its viewport set exactly."""

from __future__ import annotations

from pathlib import Path

from selenium import webdriver
from selenium.webdriver.chrome.options import Options
from selenium.webdriver.chrome.service import Service

TAKEN_HOME = Path(__file__).resolve().parent.parent / "var" / "taken-home"
FLAGS = (
    "--no-sandbox", "--disable-dev-shm-usage", "--disable-gpu", "--disable-quic", "--no-first-run",
    "--disable-background-networking", "--disable-component-update", "--disable-sync", "--force-color-profile=srgb", "--hide-scrollbars",
)  # fmt: skip


def open_browser(width: int = 1280, height: int = 800, *flags: str) -> webdriver.Chrome:
    """A browser whose page is `width` × `height` CSS pixels, started with more flags where given."""
    options = Options()
    options.binary_location = "/usr/lib/chromium/chromium-headless-shell"
    for flag in (*FLAGS, *flags):
        options.add_argument(flag)
    options.set_capability("goog:loggingPrefs", {"browser": "ALL"})
    # Without a window it leaves what is taken home wherever it was started, not always where it is told to.
    TAKEN_HOME.mkdir(parents=True, exist_ok=True)
    browser = webdriver.Chrome(options=options, service=Service("/usr/bin/chromedriver", popen_kw={"cwd": TAKEN_HOME}))
    browser.execute_cdp_cmd("Browser.setDownloadBehavior", {"behavior": "allow", "downloadPath": str(TAKEN_HOME)})
    set_viewport(browser, width, height)
    return browser


def set_viewport(browser: webdriver.Chrome, width: int, height: int) -> None:
    """Set the page's size exactly; the window's own size would count the frame."""
    browser.execute_cdp_cmd(
        "Emulation.setDeviceMetricsOverride", {"width": width, "height": height, "deviceScaleFactor": 1, "mobile": width < 600}
    )
