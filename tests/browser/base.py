"""The real interface in headless Chromium: the pieces every browser test uses."""

from __future__ import annotations

import json
import shutil
import tempfile
import time
from collections.abc import Callable
from threading import Condition
from typing import Any, ClassVar

from django.contrib.staticfiles.handlers import StaticFilesHandler
from django.contrib.staticfiles.testing import StaticLiveServerTestCase
from django.core.management import call_command
from django.test import Client
from django.test.testcases import LiveServerThread
from selenium import webdriver
from selenium.common.exceptions import ElementClickInterceptedException, StaleElementReferenceException
from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys
from selenium.webdriver.remote.webelement import WebElement

from pennywort.accounts.models import Keeper
from tests.browser.chromium import DESKTOP, ROOT, downloads_to, shared

AXE = ROOT / "web" / "node_modules" / "axe-core" / "axe.min.js"
# more browsers than cores run beside each other
PATIENCE_S = 30.0


# What a page is asked is asked in one go: each question of its own costs ten milliseconds, and a page of Look has hundreds of labels.
SEEN = """const seen = (e) => e.checkVisibility({ opacityProperty: true, visibilityProperty: true })
  && [...e.getClientRects()].some((r) => r.width > 0 && r.height > 0)
"""
SHOWN = SEEN + "return [...document.querySelectorAll(arguments[0])].filter(seen)"
OPTION = (
    SEEN
    + """const [words, whole] = arguments
const said = (e) => e.innerText.replace(/\\u00a0/g, ' ').trim()
return [...document.querySelectorAll('[role=option]')].find((e) => seen(e) && (whole ? said(e) === words : said(e).includes(words)))"""
)
FIELD = (
    SEEN
    + """const of = [...document.querySelectorAll('label[for]')].filter((e) => e.innerText.replace(/\\u00a0/g, ' ').trim() === arguments[0])
return of.map((e) => document.getElementById(e.htmlFor)).find((e) => e && seen(e))"""
)
# a thing, or a button or link by its words, brought into view: given back where it can be pressed and stands still for a moment, as a page that is just
# opening still scrolls to its top. An option of a list is taken, and gone, as the pointer goes down.
TO_PRESS = (
    SEEN
    + """const [asked, done] = arguments
const said = (e) => e.textContent.replace(/[ \\t\\r\\n]+/g, ' ').trim()
const things = typeof asked === 'string' ? [...document.querySelectorAll('button, a')].filter((e) => said(e) === asked && seen(e) && !e.disabled) : [asked]
if (!things.length) return done(null)
const thing = things[0]
thing.scrollIntoView({ block: 'center' })
const place = () => { const r = thing.getBoundingClientRect(); return `${r.x} ${r.y} ${r.width}` }
const before = place()
setTimeout(() => {
  if (!thing.isConnected || place() !== before) return done(null)
  window.pressArrived = false
  const kind = thing.getAttribute('role') === 'option' ? 'mousedown' : 'click'
  thing.addEventListener(kind, () => { window.pressArrived = true }, { capture: true, once: true })
  done(thing)
}, 80)"""
)


# as a link of the app goes there
LINK = """const go = (to) => {
  const next = { position: (history.state?.position ?? 0) + 1, current: to, back: null, forward: null, replaced: false }
  history.pushState(next, '', to)
  dispatchEvent(new PopStateEvent('popstate', { state: history.state }))
}
"""
# by way of a page that is no other's: one that stands already would be the same page, with what it was told before
GO = (
    LINK
    + """const [path, done] = arguments
const NOWHERE = '/no/such/page'
const leave = (to, then) => {
  const left = document.querySelector('h1')
  const gone = () => (left.isConnected ? setTimeout(gone, 20) : then())
  if (location.pathname === to) return then()
  go(to)
  gone()
}
leave(NOWHERE, () => leave(path, done))"""
)
# what this test was answered and kept for walking without a connection; a page of the browser's own may have no caches
FORGET = """const [done] = arguments
try {
  caches.keys().then((names) => Promise.all(names.filter((n) => n.startsWith('pennywort-answers')).map((n) => caches.delete(n)))).then(() => done())
} catch { done() }"""


class Answering(StaticFilesHandler):
    """Knows how many requests are still being answered, as the record is not emptied under one whose page was left; and where the server broke."""

    under_way = 0
    changed = Condition()
    broke: ClassVar[list[str]] = []

    def __call__(self, environ: Any, start_response: Any) -> Any:
        told = [f"no answer {environ['PATH_INFO']}"]

        def start(status: str, *more: Any) -> Any:
            told[:] = [f"{status} {environ['PATH_INFO']}"] if status.startswith("5") else []
            return start_response(status, *more)

        self._count(1)
        try:
            return super().__call__(environ, start)
        finally:
            self.broke.extend(told)
            self._count(-1)

    @classmethod
    def _count(cls, by: int) -> None:
        with cls.changed:
            cls.under_way += by
            cls.changed.notify_all()

    @classmethod
    def at_rest(cls) -> bool:
        """Wait until none is; whether it came to that."""
        with cls.changed:
            return cls.changed.wait_for(lambda: cls.under_way == 0, PATIENCE_S)


class BrowserCase(StaticLiveServerTestCase):
    """One browser and one server for a process; each test begins signed out on an empty database."""

    static_handler = Answering
    driver: webdriver.Chrome
    folder: str
    serving: ClassVar[LiveServerThread | None] = None

    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        cls.folder = tempfile.mkdtemp()
        cls.addClassCleanup(shutil.rmtree, cls.folder, ignore_errors=True)
        cls.driver = shared()
        downloads_to(cls.driver, cls.folder)

    @classmethod
    def _start_server_thread(cls) -> None:
        """The first class starts it: with an address of its own each class would have the browser fetch, and make ready, every script anew."""
        if BrowserCase.serving is None:
            super()._start_server_thread()  # type: ignore[misc]
            BrowserCase.serving = cls.server_thread
        cls.server_thread = BrowserCase.serving

    @classmethod
    def _terminate_thread(cls) -> None:
        """It ends with its process."""

    def setUp(self) -> None:
        self.driver.execute_cdp_cmd("Network.clearBrowserCookies", {})
        # nobody was signed in here before
        self.driver.execute_cdp_cmd("Storage.clearDataForOrigin", {"origin": self.live_server_url, "storageTypes": "local_storage"})
        self.offline(False)
        self.size(*DESKTOP)
        self.driver.get_log("browser")
        Answering.broke.clear()

    def _fixture_teardown(self) -> None:
        """Empty the record, and don't fill in again what each model may be done to by whom: nobody asks for it here."""
        call_command("flush", verbosity=0, interactive=False, inhibit_post_migrate=True)

    def tearDown(self) -> None:
        """Nothing went to another host, the server broke nowhere, and the page complained of nothing it was not told to expect."""
        self.assertEqual(self.complained(), [])
        self.driver.execute_async_script(FORGET)
        self.driver.get("about:blank")
        self.assertTrue(Answering.at_rest(), "a request is still being answered")
        # a screen may swallow an answer that it did not get
        self.assertEqual(Answering.broke, [])

    def complained(self) -> list[str]:
        """What the page or the browser complained of: what was not caught, what the policy refused, which is every other host, and one asked for in vain."""
        told = ("Content Security Policy", "Uncaught", "ERR_NAME_NOT_RESOLVED")
        return [e["message"] for e in self.driver.get_log("browser") if any(words in e["message"] for words in told)]

    def size(self, width: int, height: int) -> None:
        self.driver.execute_cdp_cmd("Emulation.setDeviceMetricsOverride", {"width": width, "height": height, "deviceScaleFactor": 1, "mobile": False})

    def offline(self, on: bool) -> None:
        """Cut or restore the connection, for the page and for its service worker."""
        self.driver.execute_cdp_cmd("Network.enable", {})
        self.driver.execute_cdp_cmd("Network.emulateNetworkConditions", {"offline": on, "latency": 0, "downloadThroughput": -1, "uploadThroughput": -1})

    def enter_as(self, keeper: Keeper) -> None:
        """Sign in without the form."""
        client = Client()
        client.force_login(keeper, backend="django.contrib.auth.backends.ModelBackend")
        session = client.cookies["sessionid"].value
        self.driver.execute_cdp_cmd("Network.setCookie", {"url": self.live_server_url, "name": "sessionid", "value": session, "httpOnly": True})

    def open(self, path: str) -> None:
        self.driver.get(f"{self.live_server_url}{path}")
        self.stands(path)

    def stands(self, path: str) -> None:
        # the words of a page's last visit stand until it does
        busy = "[aria-busy='true'], #kept-words"
        self.until(lambda: self.all("h1") and not self.all(busy), f"a heading at {path}")

    def go(self, path: str) -> None:
        """Go there within the app, which stands already: without a page load, which takes half a second of a processor."""
        self.driver.execute_async_script(GO, path)
        self.stands(path)

    def until(self, ready: Callable[[], Any], what: str) -> Any:
        """Wait for something to be so. Fails with ``what`` was waited for."""
        end = time.monotonic() + PATIENCE_S
        while time.monotonic() < end:
            try:
                if found := ready():
                    return found
            except (StaleElementReferenceException, ElementClickInterceptedException):
                pass
            time.sleep(0.05)
        said = self.text()
        # whether the page was loaded anew meanwhile, and what it complained of
        age_s = self.driver.execute_script("return performance.now() / 1000")
        complained = [entry["message"][:300] for entry in self.driver.get_log("browser")]
        # a dialog stands at the end of the page
        self.fail(f"waited in vain for {what}; loaded {age_s:.0f} s ago; {complained}; the page says: {said[:1500]} […] {said[1500:][-600:]}")
        return None

    def text(self) -> str:
        return str(self.driver.execute_script("return document.body.innerText"))

    def sees(self, words: str) -> None:
        self.until(lambda: words in self.text(), repr(words))

    def all(self, css: str) -> list[WebElement]:
        return list(self.driver.find_elements(By.CSS_SELECTOR, css))

    def shown(self, css: str) -> list[WebElement]:
        """Those that can be seen."""
        return list(self.driver.execute_script(SHOWN, css))

    def one(self, css: str) -> WebElement:
        found: WebElement = self.until(lambda: self.shown(css), css)[0]
        return found

    def tid(self, name: str) -> WebElement:
        return self.one(f"[data-testid='{name}']")

    def press(self, target: str | WebElement | Callable[[], WebElement | None]) -> None:
        """Press a button or link by its words, an element, or what is found by then, where the page may draw it anew."""

        def once() -> bool:
            aimed = target() if callable(target) else target
            element = self.driver.execute_async_script(TO_PRESS, aimed) if aimed is not None else None
            if element is None:
                return False
            element.click()
            # what moves between pointer down and pointer up is not pressed: a keeper would press again
            return bool(self.driver.execute_script("return window.pressArrived !== false"))

        self.until(once, f"something to press: {target}")

    def option(self, words: str, *, whole: bool = False) -> Callable[[], WebElement | None]:
        """What a list offers by these words, or with them in it, looked for as it is pressed: a list that is just closing may hold the same."""
        return lambda: self.driver.execute_script(OPTION, words, whole)

    def choose(self, testid: str, words: str, *, whole: bool = False) -> None:
        """Take from a list what holds these words, or is called by them."""
        self.press(self.tid(testid))
        self.press(self.option(words, whole=whole))

    def opens(self, what: Callable[[], WebElement]) -> None:
        """Press what opens a dialog; once more where it does not stand there a moment later."""

        def once() -> bool:
            if not self.all("[role=dialog]"):
                self.press(what())
                time.sleep(0.4)
            return bool(self.shown("[role=dialog]"))

        self.until(once, "a dialog to open")

    def field(self, label: str) -> WebElement:
        """A control by its label."""
        control: WebElement = self.until(lambda: self.driver.execute_script(FIELD, label), f"a field called {label}")
        return control

    def fill(self, label: str, text: str) -> None:
        """Type into a field. A dialog that is just opening takes the focus once: type again if it swallowed keys."""

        def once() -> bool:
            control = self.field(label)
            control.send_keys(Keys.CONTROL + "a" + Keys.NULL + Keys.DELETE + text)
            return bool(control.get_property("value") == text)

        self.until(once, f"{label} to hold {text}")

    def accept_cautions(self) -> None:
        self.press(self.tid("cautions-read"))
        self.until(lambda: not self.all("[data-testid='cautions-read']"), "the cautions to go")

    def axe(self, *, only: str = "") -> list[str]:
        """What axe-core finds wrong on the page as it stands; of all its rules, or of one."""
        if not self.driver.execute_script("return 'axe' in window"):
            self.driver.execute_cdp_cmd("Runtime.evaluate", {"expression": AXE.read_text(encoding="utf-8")})
        # what is found is told by its own tag: a selector of every element looked at would take a fifth of the time
        run = """axe.run(document, {resultTypes: ['violations'], selectors: false, RULES}).then(found => JSON.stringify(found.violations.map(v =>
            [v.id, v.nodes.slice(0, 3).map(n => n.html + ' ' + [...n.any, ...n.all, ...n.none].map(c => c.message).join('; '))])))"""
        run = run.replace("RULES", f"runOnly: ['{only}']" if only else "")
        answer = self.driver.execute_cdp_cmd("Runtime.evaluate", {"expression": run, "awaitPromise": True, "returnByValue": True})
        return [f"{name}: {nodes}" for name, nodes in json.loads(answer["result"]["value"])]

    def settled(self) -> None:
        """Wait until nothing is loading and nothing moves."""
        self.driver.execute_async_script("const done = arguments[0]; document.fonts.ready.then(() => setTimeout(done, 350))")

    def assert_accessible(self, where: str, *, only: str = "") -> None:
        self.settled()
        self.assertEqual(self.axe(only=only), [], where)

    def assert_fits(self, where: str) -> None:
        """Nothing wider than the window."""
        wide = self.driver.execute_script("return [document.documentElement.scrollWidth, window.innerWidth]")
        self.assertLessEqual(wide[0], wide[1], where)
