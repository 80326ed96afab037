"""Debian's Chromium, headless, as tests and pictures use it."""

from __future__ import annotations

import shutil
import tempfile
from functools import cache
from multiprocessing.util import Finalize
from pathlib import Path

from selenium import webdriver
from selenium.webdriver.chrome.service import Service

ROOT = Path(__file__).resolve().parents[2]
FLAGS = [
    "--headless=new",
    "--no-sandbox",
    "--disable-gpu",
    "--disable-dev-shm-usage",
    "--no-first-run",
    "--no-default-browser-check",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-default-apps",
    "--disable-extensions",
    "--disable-sync",
    "--disable-quic",
    "--metrics-recording-only",
    "--mute-audio",
    "--password-store=basic",
    "--force-device-scale-factor=1",
    "--hide-scrollbars",
    "--lang=en-GB",
    "--proxy-server=direct://",
]
DESKTOP, PHONE = (1280, 800), (390, 844)


def chromium(folder: str) -> webdriver.Chrome:
    """Debian's Chromium with a fresh profile and no way out to other hosts."""
    options = webdriver.ChromeOptions()
    options.binary_location = shutil.which("chromium") or "/usr/bin/chromium"
    for flag in (*FLAGS, f"--user-data-dir={folder}/profile", "--host-resolver-rules=MAP * ~NOTFOUND , EXCLUDE localhost , EXCLUDE 127.0.0.1"):
        options.add_argument(flag)
    options.set_capability("goog:loggingPrefs", {"browser": "ALL"})
    driver = webdriver.Chrome(options=options, service=Service(shutil.which("chromedriver") or "/usr/bin/chromedriver"))
    downloads_to(driver, folder)
    return driver


def downloads_to(driver: webdriver.Chrome, folder: str) -> None:
    driver.execute_cdp_cmd("Browser.setDownloadBehavior", {"behavior": "allow", "downloadPath": f"{folder}/downloads"})


@cache
def shared() -> webdriver.Chrome:
    """The browser of this process: to start and end one takes three seconds. It ends with its process, a worker of the test runner among them."""
    folder = tempfile.mkdtemp()
    driver = chromium(folder)

    def end() -> None:
        driver.quit()
        shutil.rmtree(folder, ignore_errors=True)

    # called where a worker ends, which runs no atexit, and at the end of a process that has none
    Finalize(None, end, exitpriority=1)
    return driver
