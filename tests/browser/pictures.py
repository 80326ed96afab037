"""Pictures of the main views, from the demo fishroom in a throwaway folder. Run by script/screenshots."""

from __future__ import annotations

import base64
import os
import shutil
import signal
import socket
import subprocess
import sys
import tempfile
import time
from collections.abc import Callable
from pathlib import Path

from selenium import webdriver
from selenium.webdriver.common.by import By

from tests.browser.chromium import DESKTOP, PHONE, ROOT, chromium

OUT = ROOT / "docs" / "screenshots"
Prepare = Callable[["Camera"], None]


class Camera:
    """A browser on a demo server of its own."""

    def __init__(self, driver: webdriver.Chrome, address: str) -> None:
        self.driver, self.address = driver, address

    def size(self, width: int, height: int) -> None:
        self.driver.execute_cdp_cmd("Emulation.setDeviceMetricsOverride", {"width": width, "height": height, "deviceScaleFactor": 1, "mobile": False})

    def go(self, path: str) -> None:
        self.driver.get(self.address + path)
        time.sleep(1.2)

    def click(self, css: str, index: int = 0) -> None:
        element = self.driver.find_elements(By.CSS_SELECTOR, css)[index]
        self.driver.execute_script("arguments[0].click()", element)
        time.sleep(0.4)

    def type(self, label: str, text: str) -> None:
        for element in self.driver.find_elements(By.TAG_NAME, "label"):
            if element.text == label:
                self.driver.find_element(By.ID, element.get_attribute("for") or "").send_keys(text)
                return
        raise LookupError(label)

    def shoot(self, name: str) -> None:
        self.driver.execute_async_script("const done = arguments[0]; document.fonts.ready.then(() => setTimeout(done, 500))")
        picture = self.driver.execute_cdp_cmd("Page.captureScreenshot", {"format": "png"})["data"]
        (OUT / f"{name}.png").write_bytes(base64.b64decode(picture))


def _look(camera: Camera) -> None:
    camera.go("/look")
    camera.click("[data-testid='look-panda corydoras']")
    time.sleep(1.2)


def _days(camera: Camera) -> None:
    _look(camera)
    camera.driver.get(camera.driver.current_url + "/days")
    time.sleep(1.5)


def _what_if(camera: Camera) -> None:
    """Sill's copper, had it been stopped on day 12 with a dose missed and less water than believed."""
    camera.go("/records")
    camera.driver.find_element(By.LINK_TEXT, "Sill").click()
    time.sleep(1.0)
    camera.click("[data-testid='what-if']")
    time.sleep(1.0)
    camera.driver.get(camera.driver.current_url + "?stop_day=12&missed_day=3&less_water=15+%25")
    time.sleep(2.5)


def _eye(camera: Camera) -> None:
    """A look-alike answered, with what separates the two."""
    camera.go("/rehearse/eye")
    time.sleep(1.5)
    camera.click("[data-testid='answer-1']")
    time.sleep(0.5)


BEGIN = """
const [seed, done] = arguments
const csrf = document.cookie.match(/csrftoken=([^;]+)/)[1]
const ask = (path, body) => fetch(path, body ? { method: 'POST', body: JSON.stringify(body),
  headers: { 'Content-Type': 'application/json', 'X-CSRFToken': csrf } } : {}).then(r => r.json())
ask('/api/session').then(s => ask(`/api/rooms/${s.keeper.rooms[0].uid}/rehearsals`, { write_id: crypto.randomUUID(), scenario: 'grains_and_dust', seed }))
  .then(made => { localStorage.setItem('pennywort-fishroom', made.room); done() })
"""


def _rehearsed(camera: Camera, *, days: int) -> None:
    """Velvet under grains, waited for some days and looked at by torch."""
    camera.go("/rehearse")
    camera.driver.execute_async_script(BEGIN, 5)
    camera.go("/rehearse/tank")
    time.sleep(2)
    for _ in range(days):
        camera.click("[data-testid='wait-day']")
        time.sleep(2.5)
    for press in ("kit-torch", "test-water", "act-more_air"):
        camera.click(f"[data-testid='{press}']")
        time.sleep(1.5)


def _reveal(camera: Camera) -> None:
    _rehearsed(camera, days=3)
    for _ in range(4):
        camera.click("[data-testid='wait-day']")
        time.sleep(2.5)
    for _ in range(2):
        camera.click("[data-testid='end-rehearsal']")
    while not camera.driver.find_elements(By.CSS_SELECTOR, "[data-testid='reveal']"):
        time.sleep(1)
    time.sleep(1)


def _water(camera: Camera) -> None:
    """Sill under copper: its strip, the life cycle under it, the ledger."""
    camera.go("/tanks")
    next(e for e in camera.driver.find_elements(By.TAG_NAME, "a") if "Sill" in e.text).click()
    time.sleep(1.5)


def _water_days(camera: Camera) -> None:
    """The same tank's readings over the days, against the limits for its fish."""
    _water(camera)
    camera.click("[data-testid='water-over-time']")
    time.sleep(1.5)


def _course(camera: Camera) -> None:
    camera.go("/look")
    camera.click("[data-testid='look-cherry barb']")
    time.sleep(0.5)
    camera.driver.get(camera.driver.current_url.replace("/look/", "/courses/for/") + "?condition=ich")
    time.sleep(1.2)


def _measure(camera: Camera) -> None:
    camera.go("/measure?active=hydrogen_peroxide&use=hp_6")
    camera.type("Water", "10 L")
    time.sleep(1.2)
    camera.click("[data-testid='confirm-all']")
    time.sleep(1.0)


def _case(camera: Camera) -> None:
    camera.go("/records")
    camera.click("[data-testid='case-3']")
    time.sleep(0.8)


def _bath(camera: Camera) -> None:
    """A permanganate bath of the corydoras, a few seconds old."""
    camera.go("/baths")
    for testid, words in (("bath-group", "corydoras"), ("bath-use", "ermanganate, bath")):
        camera.driver.find_element(By.CSS_SELECTOR, f"[data-testid='{testid}']").click()
        time.sleep(0.8)
        next(o for o in camera.driver.find_elements(By.CSS_SELECTOR, "[role=option]") if words in o.text).click()
        time.sleep(0.5)
    camera.type("Water in the vessel", "20 L")
    camera.click("#bath-sure")
    camera.click("[data-testid='make-ready']")
    time.sleep(1.5)
    while camera.driver.find_elements(By.CSS_SELECTOR, "[data-testid='next-step']"):
        camera.click("[data-testid='next-step']")
    fields = [e for e in camera.driver.find_elements(By.CSS_SELECTOR, "form input") if e.is_displayed()]
    for field, text in zip(fields, ("26.3", "26.4"), strict=False):
        field.send_keys(text)
    camera.click("[data-testid='match']")
    time.sleep(1.2)
    camera.click("[data-testid='fish-in']")
    time.sleep(4)


def _round(camera: Camera) -> None:
    camera.go("/round")
    time.sleep(0.8)
    camera.click("button.pick", 1)
    camera.click("button.pick", 4)


def _of_tank(camera: Camera, name: str, page: str) -> None:
    camera.go("/tanks")
    address = camera.driver.find_element(By.LINK_TEXT, name).get_attribute("href")
    camera.driver.get(f"{address}/{page}")
    time.sleep(2.5)


VIEWS: dict[str, tuple[tuple[int, int], Prepare]] = {
    "today": (DESKTOP, lambda c: c.go("/")),
    "today-phone": (PHONE, lambda c: c.go("/")),
    "water": (DESKTOP, _water),
    "water-days": (DESKTOP, _water_days),
    "round-phone": (PHONE, _round),
    "bath-phone": (PHONE, _bath),
    "batches": (DESKTOP, lambda c: c.go("/records/batches")),
    "look": (DESKTOP, _look),
    "days": (DESKTOP, _days),
    "measure": (DESKTOP, _measure),
    "shelf": (DESKTOP, lambda c: c.go("/shelf")),
    "course": (DESKTOP, _course),
    "ready": (DESKTOP, lambda c: _of_tank(c, "Lade", "ready")),
    "trace": (DESKTOP, lambda c: _of_tank(c, "Paddle", "trace")),
    "case": (DESKTOP, _case),
    "what-if": (DESKTOP, _what_if),
    "eye-phone": (PHONE, _eye),
    "rehearsal": (DESKTOP, lambda c: _rehearsed(c, days=4)),
    "reveal": (DESKTOP, _reveal),
}


def main(names: list[str]) -> None:
    OUT.mkdir(parents=True, exist_ok=True)
    folder = tempfile.mkdtemp()
    env = {**os.environ, "PENNYWORT_VAR": folder, "DJANGO_SETTINGS_MODULE": "pennywort.site.settings"}
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        port = probe.getsockname()[1]
    address = f"http://127.0.0.1:{port}"

    def manage(*words: str) -> str:
        return subprocess.run([sys.executable, "manage.py", *words], cwd=ROOT, env=env, check=True, capture_output=True, text=True).stdout.strip()

    for words in (("migrate", "-v0"), ("load_demo",), ("collectstatic", "--noinput", "-v0")):
        manage(*words)
    server = subprocess.Popen(
        [sys.executable, "-m", "gunicorn", "-b", f"127.0.0.1:{port}", "-w", "1", "--threads", "4", "--no-control-socket",
         "--log-level", "error", "pennywort.site.wsgi"],
        cwd=ROOT, env=env, start_new_session=True,
    )  # fmt: skip
    driver = chromium(folder)
    try:
        time.sleep(4)
        camera = Camera(driver, address)
        camera.size(*DESKTOP)
        driver.get(manage("sign_in_link", "maren", "--address", address))
        time.sleep(2)
        camera.click("[data-testid='cautions-read']")
        for name in names or list(VIEWS):
            size, prepare = VIEWS[name]
            # whatever was pictured before, this is of the demo fishroom
            driver.execute_script("localStorage.removeItem('pennywort-fishroom')")
            camera.size(*size)
            prepare(camera)
            camera.shoot(name)
            print(Path("docs/screenshots") / f"{name}.png")  # noqa: T201
    finally:
        driver.quit()
        os.killpg(server.pid, signal.SIGTERM)
        shutil.rmtree(folder, ignore_errors=True)


if __name__ == "__main__":
    main(sys.argv[1:])
