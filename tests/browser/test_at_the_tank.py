"""At the tank, on a phone: a bath with a reload and a stop, a round without a connection, two who walk at once."""

from __future__ import annotations

import re
import time
from uuid import uuid4

from django.utils import timezone
from selenium.webdriver.common.by import By

from pennywort.accounts.models import Fishroom
from pennywort.baths.models import BathEvent, BathRun
from pennywort.courses.models import Course, Dose, Task
from pennywort.fish.models import Group, Loss, Observation
from pennywort.fish.services import add_observation
from pennywort.records.actor import Actor
from pennywort.tanks.models import WaterReading
from tests.browser.chromium import PHONE
from tests.browser.test_screens import DemoCase


class AtTheTank(DemoCase):
    def setUp(self) -> None:
        super().setUp()
        self.enter_as(self.maren)
        self.size(*PHONE)

    def tearDown(self) -> None:
        self.offline(False)
        super().tearDown()

    def make_ready(self) -> BathRun:
        """A permanganate bath for the corydoras, up to the press that puts them in."""
        self.open("/baths")
        self.choose("bath-group", "panda corydoras")
        self.choose("bath-use", "Potassium permanganate, bath")
        self.fill("Water in the vessel", "20 L")
        self.press(self.driver.find_element(By.ID, "bath-sure"))
        self.press(self.tid("make-ready"))
        self.until(lambda: self.all("[data-testid='bath-run']"), "the run")
        while self.all("[data-testid='next-step']"):
            self.press(self.tid("next-step"))
        return BathRun.objects.get()

    def match(self, bath: str, home: str) -> None:
        inputs = self.shown("form input")
        for field, text in zip(inputs, (bath, home), strict=False):
            field.clear()
            field.send_keys(text)
        self.press(self.tid("match"))

    def take_out(self) -> None:
        """Two presses, a moment apart: one alone does nothing."""
        self.press(self.tid("take-out"))
        self.assertFalse(BathEvent.objects.filter(kind="out").exists())
        time.sleep(0.7)
        self.press(self.tid("take-out"))

    def test_a_bath_with_a_reload_in_the_middle_and_a_stop_at_the_first_sign(self) -> None:
        run = self.make_ready()
        self.match("21", "26.4")
        self.until(lambda: "5.4\u202f°C colder" in self.tid("match-stopped").text, "why it is stopped")
        self.match("26.3", "26.4")
        self.press(self.tid("fish-in"))
        self.until(lambda: self.tid("timer").text >= "00:02", "two seconds")
        self.assert_fits("timer")
        self.driver.refresh()
        before = self.until(lambda: self.tid("timer").text, "the timer after the reload")
        self.assertGreaterEqual(before, "00:02")
        self.press("violet")
        self.until(lambda: "at full strength" in self.tid("colour-words").text, "what violet means")
        self.press(self.tid("sign-rolled"))
        self.until(lambda: self.all("[data-testid='take-them-out']"), "the alarm")
        self.sees("Fish out now")
        self.take_out()
        self.until(lambda: "early: rolled over, lying still" in self.tid("bath-ended").text, "how it ended")
        kinds = list(BathEvent.objects.filter(run=run).order_by("happened_at", "pk").values_list("kind", flat=True))
        self.assertEqual(kinds, ["in", "violet", "rolled", "out"])

    def test_a_bath_that_is_due_is_begun_from_the_page_of_baths(self) -> None:
        """It stands there with its hour; the press fills the form, and the run does that task."""
        course = Course.objects.get(tank__name="Paddle", stopped_at=None)
        base = {"fishroom": course.fishroom, "recorded_at": timezone.now(), "recorded_by": self.maren}
        task = Task.objects.create(
            uid=uuid4(), **base, course=course, kind="bath", title="Permanganate, a bath", due_at=timezone.now(), use_id="km_2", lasts_min=15, place=90
        )
        self.open("/baths")
        self.press(self.until(lambda: self.all("[data-testid='baths-due'] a"), "what is due")[0])
        self.until(lambda: "panda corydoras" in self.tid("bath-group").text, "the fish")
        self.until(lambda: "permanganate" in self.tid("bath-use").text, "the bath")
        self.assertEqual(self.all("[data-testid='baths-due']"), [])
        self.fill("Water in the vessel", "20 L")
        self.press(self.driver.find_element(By.ID, "bath-sure"))
        self.press(self.tid("make-ready"))
        self.until(lambda: self.all("[data-testid='bath-run']"), "the run")
        self.assertEqual(BathRun.objects.get().task_id, task.pk)

    def test_a_bath_goes_on_without_a_connection(self) -> None:
        """The sign is pressed offline: the alarm comes at once, the entry later, with the second of the press."""
        run = self.make_ready()
        self.match("26.3", "26.4")
        self.press(self.tid("fish-in"))
        self.until(lambda: self.tid("timer").text >= "00:01", "the timer")
        self.offline(True)
        self.press(self.tid("sign-frantic"))
        self.until(lambda: self.all("[data-testid='take-them-out']"), "the alarm without a connection")
        self.assertEqual(BathEvent.objects.filter(run=run, kind="frantic").count(), 0)
        self.take_out()
        self.sees("2 entries have not arrived yet")
        # it sends by itself as soon as the connection is back
        self.offline(False)
        self.until(lambda: BathEvent.objects.filter(run=run, kind="out").exists(), "what was kept")
        self.until(lambda: "early: frantic, bolting" in self.tid("bath-ended").text, "how it ended")
        kinds = list(BathEvent.objects.filter(run=run).order_by("happened_at", "pk").values_list("kind", flat=True))
        self.assertEqual(kinds, ["in", "frantic", "out"])

    def test_two_turns_without_a_connection(self) -> None:
        """Out of the first turn does not end a bath of two, nor does the second begin a third; all of it arrives in order."""
        run = self.make_ready()
        self.match("26.3", "26.4")
        # the match has been written: its own entry must not be under way while the run is altered beneath it
        self.until(lambda: self.all("[data-testid='fish-in']"), "fish in")
        BathRun.objects.filter(pk=run.pk).update(turn_count=2)
        self.driver.refresh()
        self.until(lambda: "turn 1 of 2" in self.text(), "the run of two turns")
        while self.all("[data-testid='next-step']"):
            self.press(self.tid("next-step"))
        self.offline(True)
        for turn in (1, 2):
            self.until(lambda t=turn: f"turn {t} of 2" in self.text(), f"turn {turn}")  # type: ignore[misc]
            self.press(self.tid("fish-in"))
            self.until(lambda: self.all("[data-testid='timer']"), "the timer")
            self.press(self.tid("sign-frantic"))
            self.until(lambda: self.all("[data-testid='take-them-out']"), "the alarm")
            self.take_out()
        self.until(lambda: self.all("[data-testid='bath-ended']"), "the end")
        self.sees("6 entries have not arrived yet")
        self.offline(False)
        self.until(lambda: BathEvent.objects.filter(run=run, kind="out").count() == 2, "what was kept")
        kinds = list(BathEvent.objects.filter(run=run).order_by("happened_at", "pk").values_list("kind", flat=True))
        self.assertEqual(kinds, ["in", "frantic", "out"] * 2)

    def test_a_page_opens_with_the_words_of_its_last_visit(self) -> None:
        """Before any script is read its own words stand where they stood, and what is due by the answer of now; nothing of the record was kept."""
        watched = """window.covered = []
new MutationObserver((changes) => {
  for (const { removedNodes } of changes) for (const n of removedNodes) if (n.id === 'kept-words') covered.push(n.textContent)
  const cover = document.getElementById('kept-words')
  if (cover && !covered.length) covered.push([...cover.children].map((e) => [e.textContent, Math.round(e.getBoundingClientRect().x)]))
}).observe(document, { childList: true, subtree: true })"""
        known = self.driver.execute_cdp_cmd("Page.addScriptToEvaluateOnNewDocument", {"source": watched})
        self.addCleanup(self.driver.execute_cdp_cmd, "Page.removeScriptToEvaluateOnNewDocument", known)
        self.open("/")
        kept = "return Object.entries(localStorage).filter(([name]) => name.startsWith('pennywort-words ')).map(([, words]) => words)"
        (words,) = self.until(lambda: self.driver.execute_script(kept), "the words to be kept")
        sentence = self.one("header .sentence").text
        self.assertEqual(self.driver.execute_script("return covered"), [])
        self.assertNotIn(sentence, words)
        self.open("/")
        first, last = self.driver.execute_script("return covered")
        rail = {e.text: round(e.rect["x"]) for e in self.all("nav li a span[data-word]") if e.is_displayed()}
        self.assertEqual({text: x for text, x in first if text in rail}, rail)
        # what is due was not kept: it came with the answer, in the same words as the page has them
        self.assertNotIn(sentence, [text for text, _ in first])
        self.assertIn(sentence, last)

    def test_the_longest_date_keeps_clear_of_the_clock(self) -> None:
        """On a phone the clock stands at the right of the title, which then takes a second line."""
        self.size(*PHONE)
        self.open("/")
        self.one("header .big")
        apart = """const [head] = document.getElementsByTagName('h1')
head.textContent = 'Wednesday 30 September'
const words = document.createRange()
words.selectNodeContents(head)
const clock = document.querySelector('header .big').getBoundingClientRect()
return [...words.getClientRects()].every((r) => r.right <= clock.left || r.top >= clock.bottom)"""
        self.assertTrue(self.driver.execute_script(apart))

    def test_a_round_in_the_cellar(self) -> None:
        """Offline after the first screen, with a reload: what is written waits in order and arrives once, with its own times."""
        self.open("/round")
        self.until(lambda: self.all("[data-testid='round-next']"), "the first tank")
        # the worker has taken the page over, so that a reload finds it
        ready = "const done = arguments[0]; navigator.serviceWorker.ready.then(() => setTimeout(() => done(!!navigator.serviceWorker.controller), 300))"
        self.until(lambda: self.driver.execute_async_script(ready), "the service worker")
        self.driver.refresh()
        self.until(lambda: self.all("[data-testid='round-next']"), "the first tank again")
        first = self.one("h2").text
        before = int(self.until(lambda: re.search(r"(\d+) of \d+ tanks walked", self.text()), "the progress").group(1))
        counts = Observation.objects.count(), WaterReading.objects.count(), Loss.objects.count()
        self.offline(True)
        self.press("eats less")
        self.press("changed")
        self.press(self.one("[aria-label='one more lost']"))
        self.tid("round-temperature").send_keys("25.5")
        self.press(self.tid("round-next"))
        self.sees("3 entries have not arrived yet")
        # what waits counts as walked
        walked = int(self.until(lambda: re.search(r"(\d+) of \d+ tanks walked", self.text()), "the progress").group(1))
        self.assertEqual(walked, before + 1)
        self.until(lambda: self.one("h2").text != first, "the next tank")
        self.driver.refresh()
        self.sees("3 entries have not arrived yet")
        self.press("eats")
        self.press(self.tid("round-next"))
        self.sees("4 entries have not arrived yet")
        self.assertEqual((Observation.objects.count(), WaterReading.objects.count(), Loss.objects.count()), counts)
        # it sends by itself as soon as the connection is back
        self.offline(False)
        self.until(lambda: "not arrived yet" not in self.text(), "them to arrive")
        self.assertEqual((Observation.objects.count(), WaterReading.objects.count(), Loss.objects.count()), (counts[0] + 2, counts[1] + 1, counts[2] + 1))
        one, other = Observation.objects.order_by("-pk")[:2][::-1]
        self.assertLess(one.happened_at, other.happened_at)
        self.assertLess(one.happened_at, one.recorded_at)
        self.assertEqual((one.appetite, one.compared), ("less", "changed"))

    def test_what_is_given_on_today_without_a_connection_waits(self) -> None:
        """The press records it here, says so in its line, and the dose arrives once with the hour of its press."""
        self.open("/")

        line = self.until(lambda: self.all("[data-testid='due-dose']"), "a dose that is due")[0]
        given = Dose.objects.count()
        self.offline(True)
        self.opens(lambda: line.find_element(By.CSS_SELECTOR, "button"))
        # a warning is read before the press counts
        self.press(self.tid("save-dose"))
        self.sees("1 entry has not arrived yet")
        self.sees("written down here; it is sent when there is a connection")
        self.assertEqual(Dose.objects.count(), given)
        self.offline(False)
        self.until(lambda: Dose.objects.count() == given + 1, "the dose")
        self.until(lambda: "not arrived yet" not in self.text(), "nothing to wait")
        dose = Dose.objects.latest("pk")
        self.assertLess(dose.happened_at, dose.recorded_at)

    def test_breathing_is_counted_by_tapping_along(self) -> None:
        """Six taps a quarter of a second apart are about 240 a minute."""
        self.open("/round")
        tap = self.tid("breath-tap")
        script = """const [tap, done] = arguments; let n = 0
            const beat = () => { tap.dispatchEvent(new PointerEvent('pointerdown', {bubbles: true})); ++n < 7 ? setTimeout(beat, 250) : done(true) }
            beat()"""
        self.driver.execute_async_script(script, tap)
        words = self.until(lambda: (t := self.tid("breath-tap").text) and "a minute" in t and t, "the rate")
        rate = int(words.split("\n")[-1].split(" ")[0])
        self.assertTrue(150 <= rate <= 250, words)
        self.press(self.tid("round-next"))
        self.until(lambda: Observation.objects.filter(breaths_per_min=rate).exists(), "the entry")

    def test_two_walk_at_once(self) -> None:
        """What Ivo saw stands there for Maren, and neither undoes the other's."""
        group = Group.objects.get(tank__name="Sluice")
        self.open("/round")
        self.until(lambda: self.all("[data-testid='round-next']"), "the round")

        ivo = Actor(keeper=self.ivo, fishroom=Fishroom.objects.get(), now=timezone.now())
        add_observation(ivo, uid=uuid4(), group=group, appetite="all", breathing="", note="", happened_at=None, corrects=None)
        self.driver.refresh()
        self.sees("tanks walked today")
        place = next(i for i in range(1, 9) if self._at(i) == "Sluice")
        self.open(f"/round?tank={place}")
        self.sees("seen by Ivo K.")

    def _at(self, place: int) -> str:
        self.open(f"/round?tank={place}")
        return str(self.until(lambda: self.all("h2"), "a tank")[0].text.split("\n")[-1].removeprefix("Q1")).strip()
