"""How long a slow phone on a slow line waits for its screens, this checkout and another side by side. Run: python -m bench.phone [CHECKOUT]

A processor four times slower, 1.6 Mbit/s, 150 ms of round trip; cold (nothing kept) and warm (the service worker has the pages). Largest paint,
the middle of so many visits; both checkouts by turns, so that a busy minute meets both. Of a press the time to the next paint, by the browser's
own event timing, the longest of what one press sets off.
"""

from __future__ import annotations

import os
import statistics
import subprocess
import sys
import tempfile
import time
from collections.abc import Iterator
from contextlib import ExitStack, contextmanager
from pathlib import Path

from selenium import webdriver

from bench.slow_line import SlowLine
from bench.timing import say
from tests.browser.chromium import PHONE, ROOT, chromium
from tests.faults.house import free_port, until_served

VISITS = 5
SLOWER = 4
SETTLED_S = 6.0
KEPT = "service_workers,cache_storage,local_storage"
CAUTIONS_READ = """const done = arguments[0], token = (document.cookie.match(/csrftoken=([^;]+)/) ?? [])[1]
fetch('/api/me/cautions', { method: 'POST', headers: { 'Content-Type': 'application/json', 'X-CSRFToken': token }, body: '{}' })
  .then((answer) => done(answer.status))"""
PAINT = """const done = arguments[0]
new PerformanceObserver((list) => done(list.getEntries().at(-1).startTime)).observe({ type: 'largest-contentful-paint', buffered: true })"""

# what is pressed on each screen: the first thing due, a sign that is there, the choice of a medicine
PRESSED = {"Today": "[data-testid^='due-'] button", "Look": "[data-testid='signs'] label:has(input[type=radio])", "Measure": "[data-testid='choose-active']"}
LISTENS = """globalThis.longest = 0
new PerformanceObserver((list) => {
  for (const e of list.getEntries()) if (e.interactionId) globalThis.longest = Math.max(globalThis.longest, e.duration)
}).observe({ type: 'event', durationThreshold: 16 })"""
ANSWERED_S = 2.0


@contextmanager
def served(checkout: Path) -> Iterator[tuple[int, str, dict[str, str]]]:
    """The demo fishroom from a checkout's own code and build: its port, a link to sign in, and the addresses of its screens."""
    python, place = checkout / ".venv" / "bin" / "python", tempfile.mkdtemp()
    env = {**os.environ, "PENNYWORT_VAR": place, "DJANGO_SETTINGS_MODULE": "pennywort.site.settings"}

    def run(*what: str) -> str:
        return subprocess.run([python, "manage.py", *what], cwd=checkout, env=env, capture_output=True, text=True, check=True).stdout.strip()  # noqa: S603

    run("migrate", "--verbosity", "0")
    run("collectstatic", "--noinput", "--verbosity", "0")
    run("load_demo")
    port = free_port()
    group = run("shell", "-v", "0", "-c", "from pennywort.fish.models import Group; print(Group.objects.get(tank__name='Paddle').uid)")
    how = ["--bind", f"127.0.0.1:{port}", "--workers", "1", "--threads", "8", "--no-control-socket", "--log-level", "error"]
    server = subprocess.Popen([python, "-m", "gunicorn", *how, "pennywort.site.wsgi"], cwd=checkout, env=env)  # noqa: S603 - as above
    try:
        until_served(port)
        yield port, run("sign_in_link", "maren", "--address", ""), {"Today": "/", "Look": f"/look/{group}", "Measure": "/measure?active=formalin"}
    finally:
        server.terminate()
        server.wait()


def visit(driver: webdriver.Chrome, address: str) -> float:
    """Milliseconds until the largest paint of a page."""
    driver.get("about:blank")
    driver.execute_cdp_cmd("Emulation.setCPUThrottlingRate", {"rate": SLOWER})
    driver.get(address)
    time.sleep(SETTLED_S)
    driver.execute_cdp_cmd("Emulation.setCPUThrottlingRate", {"rate": 1})
    return float(driver.execute_async_script(PAINT))


def press(driver: webdriver.Chrome, what: str) -> float:
    """Milliseconds from a press to the paint that answers it, on the page that is open; 0 where it is under 16."""
    driver.execute_cdp_cmd("Emulation.setCPUThrottlingRate", {"rate": SLOWER})
    driver.execute_script(LISTENS)
    pressed = driver.find_element("css selector", what)
    driver.execute_script("arguments[0].scrollIntoView({ block: 'center' })", pressed)
    time.sleep(ANSWERED_S)
    pressed.click()
    time.sleep(ANSWERED_S)
    driver.execute_cdp_cmd("Emulation.setCPUThrottlingRate", {"rate": 1})
    return float(driver.execute_script("return globalThis.longest"))


def main(checkouts: list[Path]) -> None:
    with ExitStack() as stack:
        lines, homes = [], []
        for checkout in checkouts:
            port, link, screens = stack.enter_context(served(checkout))
            driver = chromium(tempfile.mkdtemp())
            stack.callback(driver.quit)
            driver.execute_cdp_cmd("Emulation.setDeviceMetricsOverride", {"width": PHONE[0], "height": PHONE[1], "deviceScaleFactor": 1, "mobile": True})
            line = f"http://127.0.0.1:{SlowLine(port).port}"
            driver.get(f"{line}{link}")
            time.sleep(5)
            # a keeper of every day has read them: the dialog of the first is not what is waited for
            assert driver.execute_async_script(CAUTIONS_READ) == 200
            driver.get(f"{line}/")
            time.sleep(20)
            lines.append((driver, line, screens))
            homes.append(checkout.name)
        for kept in ("warm", "cold"):
            for name in lines[0][2]:
                took: list[list[float]] = [[] for _ in lines]
                answered: list[list[float]] = [[] for _ in lines]
                for _ in range(VISITS):
                    for i, (driver, line, screens) in enumerate(lines):
                        if kept == "cold":
                            driver.execute_cdp_cmd("Storage.clearDataForOrigin", {"origin": line, "storageTypes": KEPT})
                            driver.execute_cdp_cmd("Network.clearBrowserCache", {})
                        took[i].append(visit(driver, f"{line}{screens[name]}"))
                        answered[i].append(press(driver, PRESSED[name]))
                middles = [statistics.median(t) for t in took]
                presses = [statistics.median(t) for t in answered]
                words = ", ".join(f"{home} {m:.0f} ms, a press {p:.0f} ms" for home, m, p in zip(homes, middles, presses, strict=True))
                say(f"{name}, {kept}: {words}{f'; {middles[0] / middles[1]:.2f} of the other' if len(middles) > 1 else ''}")


if __name__ == "__main__":
    main([ROOT, *(Path(arg).resolve() for arg in sys.argv[1:])])
