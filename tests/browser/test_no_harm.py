"""What could hurt, in the browser: the two coppers, a label's packets, a day of permanganate from Today, eggs, a wound, every medicine once."""

from __future__ import annotations

import time
from datetime import timedelta

from django.db import connection
from django.utils import timezone
from selenium.webdriver.common.keys import Keys

from pennywort.accounts.models import Fishroom
from pennywort.baths.models import BathEvent, BathRun
from pennywort.core.reference import library
from pennywort.courses.models import Course, Dose, Task
from pennywort.courses.services import course as courses
from pennywort.fish.models import Group
from pennywort.records.actor import Actor
from pennywort.tanks.models import Tank
from tests.browser.base import LINK
from tests.browser.chromium import PHONE
from tests.browser.test_screens import DemoCase

# a page of the app left and another opened in it, without loading all of it anew; what the chooser of a use then shows
OPENS = (
    LINK
    + """const [path, done] = arguments
const until = (ready, then, left = 160) => (ready() ? then() : left ? setTimeout(() => until(ready, then, left - 1), 25) : done('in vain'))
const chooser = () => document.querySelector("[data-testid='choose-use']")
go('/shelf')
until(() => document.querySelector('h1')?.innerText === 'Shelf', () => {
  go(path)
  until(chooser, () => done(chooser().innerText.trim()))
})"""
)


class NoHarm(DemoCase):
    def setUp(self) -> None:
        super().setUp()
        self.enter_as(self.maren)

    def school(self, name: str) -> None:
        self.press(self.until(lambda: next((e for e in self.all(".left label, .left [role=radio], .left button") if name in e.text), None), name))

    def test_plain_copper_is_not_held_at_the_bound_level(self) -> None:
        """A plain product at 2.25 mg/L is ten times what kills: asked for its kind, refused for this course, taken by the one for it."""
        pound = Group.objects.get(tank__name="Pound", species_id="royal_gramma")
        self.open(f"/courses/for/{pound.uid}?condition=marine_velvet")
        self.school("Copper at range, thirty days, begun again")
        self.until(lambda: self.all("[data-testid='product-form']"), "the question which kind it is")
        self.choose("label-says", "mg in each mL")
        self.fill("So much", "25")
        self.sees("Which kind is it? Plain copper")
        self.choose("product-form", "Plain copper")
        self.sees("This level is for bound copper, and yours is plain copper")
        self.assertFalse(self.all("[data-testid='start-course']"))
        self.school("Plain copper at 0.15 to 0.20")
        self.choose("product-copper", "another")
        self.choose("product-form", "Plain copper")
        self.choose("label-says", "mg in each mL")
        self.fill("So much", "2.5")
        # a quarter of 0.18 mg/L in 86.4 L is 3.89 mg, 1.56 mL of 2.5 mg in each (arithmetic)
        self.until(lambda: "1.56" in self.one(".big").text or "1.54" in self.one(".big").text, "the first quarter")

    def test_packets_by_their_label_with_what_they_cost(self) -> None:
        """A packet for ten gallons, seven days, then a quarter changed: nine whole ones at 1.20 for 45 litres of it and more."""
        self.open(f"/courses/for/{self.paddle.uid}?condition=fin_rot")
        self.school("by its label")
        self.fill("Product", "the grey packets")
        self.choose("label-counts", "packets, tablets")
        for label, text in (("This much", "1 packet"), ("in every", "10 gal"), ("for so many days", "7"), ("Then change", "25 %"), ("You paid", "12")):
            self.fill(label, text)
        self.fill("on day", "8")
        self.fill("for", "10 packets")
        self.sees("in every 37.85 L")
        self.sees("The change that the label asks for")
        net_l = Tank.objects.get(name="Paddle").net_volume_l
        whole = -int(-(net_l / 37.854 * 7) // 1)
        self.sees(f"{whole} packets")
        self.sees(f"{whole * 1.2:.2f}")
        # a look at the shelf, and back: the label is not typed a second time; a fresh visit begins empty
        self.press("Shelf")
        self.until(lambda: self.one("h1").text == "Shelf", "the shelf")
        self.driver.back()
        self.until(lambda: self.field("Product").get_attribute("value") == "the grey packets", "what was typed")
        self.sees(f"{whole * 1.2:.2f}")
        self.open("/shelf")
        self.open(f"/courses/for/{self.paddle.uid}?condition=fin_rot")
        self.school("by its label")
        self.assertEqual(self.field("Product").get_attribute("value"), "")

    def test_a_second_product_is_warned_of_first_and_comes_from_the_shelf(self) -> None:
        """The dye is kept on the shelf; a second product with the same dye in it is never given beside it."""
        self.open(f"/courses/for/{self.paddle.uid}?condition=fin_rot")
        self.school("by its label")
        for label, text in (("Product", "the blue bottle"), ("This much", "5 mL"), ("in every", "40 L"), ("for so many days", "3")):
            self.fill(label, text)
        self.press(self.tid("label-holds"))
        self.press(self.option("Methylene blue"))
        self.field("Product").send_keys(Keys.ESCAPE)
        self.press(self.tid("label-keep"))
        self.sees("kept on the shelf")
        self.press(self.tid("another-product"))
        self.until(lambda: "most labels forbid a second one" in self.tid("many-at-once").text, "what is said first")
        self.press(self.tid("add-label"))
        self.choose("also.0-shelf", "the blue bottle")
        self.sees("Never here: methylene blue is in more than one of these medicines")
        self.open("/shelf")
        self.until(lambda: "5 mL in every 40 L" in self.tid("labels").text, "the label on the shelf")
        self.open("/measure?what=label")
        self.fill("Water", "80 L")
        self.choose("field-kept", "the blue bottle")
        self.until(lambda: "10mL" in self.one(".big").text.replace("\n", "").replace(" ", ""), "twice the dose")

    def test_a_tick_against_the_record_is_not_offered(self) -> None:
        """Paddle holds 2 cm of sand: that it is a bare hospital tank can't be ticked, and the course asks why all the same."""
        self.open(f"/courses/for/{self.paddle.uid}?condition=columnaris")
        self.school("Columnaris in four steps")
        self.sees("by the record there is 2 cm of sand")
        self.sees("A vet has named the antibiotic.")
        self.assertNotIn("This is a bare hospital tank.", [e.text for e in self.all("label")])

    def test_a_day_of_permanganate_from_today_to_its_end(self) -> None:
        """The press opens the run; nothing is given before it is in; the run writes the dose into the ledger."""
        room = Fishroom.objects.get()
        group = self.paddle
        actor = Actor(keeper=self.maren, fishroom=room, now=timezone.now())
        wish = courses.Wish(protocol_id="permanganate_tank", condition="columnaris")
        ticked = courses.Ticked(confirmed=list(range(6)), vet_word=True, reason="watched")
        begun = courses.start_course(actor, uid=group.uid, group=group, condition="columnaris", wish=wish, ticked=ticked, starts_at=None)
        course = Course.objects.get(uid=begun["uid"])
        Task.objects.filter(course=course, kind="dose", number=1).update(due_at=timezone.now())
        self.open("/")
        self.press(self.until(lambda: next((e for e in self.all("button[aria-label*='Paddle, permanganate']") if "Stand" in e.text), None), "the due day"))
        self.until(lambda: self.all("[data-testid='bath-sure']"), "the run to be made ready")
        self.assertEqual(Dose.objects.filter(course=course).count(), 0)
        self.press(self.tid("bath-sure"))
        self.press(self.tid("make-ready"))
        while self.until(lambda: self.all("[data-testid='next-step'], [data-testid='fish-in']"), "a step")[0].get_attribute("data-testid") == "next-step":
            self.press(self.tid("next-step"))
        self.press("It is in, start the timer")
        self.until(lambda: Dose.objects.filter(course=course).count() == 1, "the dose in the ledger")
        dose = Dose.objects.get(course=course)
        self.assertAlmostEqual(dose.amount_mg or 0, 2 * group.tank.net_volume_l, delta=0.02 * 2 * group.tank.net_volume_l)
        # the end, as the run goes on: it began four hours ago. The ledger itself lets nobody write that
        began = timezone.now() - timedelta(hours=4, seconds=5)
        with connection.cursor() as cursor:
            cursor.execute("UPDATE baths_bathevent SET happened_at = %s", [began.replace(tzinfo=None)])
        self.driver.refresh()
        self.sees("Stop it now")
        # a wet thumb can't make it: once to say it, once more to mean it
        self.press(self.tid("take-out"))
        self.until(lambda: "In, and the colour goes" in self.tid("take-out").text, "the second press")
        time.sleep(0.6)
        self.press(self.tid("take-out"))
        self.sees("Stopped after 240")
        self.assertIsNotNone(Task.objects.get(course=course, kind="dose", number=1).done_at)

    def test_a_bath_for_eggs(self) -> None:
        """Eggs go in, no fish: no match, no sign of distress, their own words."""
        self.size(*PHONE)
        self.open(f"/baths?group={self.paddle.uid}&use=hp_5")
        self.fill("Water in the vessel", "2 L")
        self.fill("Your vet says", "500")
        self.press(self.tid("bath-sure"))
        self.press(self.driver.find_element("id", "bath-vet"))
        self.press(self.tid("make-ready"))
        self.until(lambda: self.all("[data-testid='bath-run']"), "the run")
        while self.all("[data-testid='next-step']"):
            self.press(self.tid("next-step"))
        self.assertNotIn("Fish in", self.text())
        self.press("Eggs in, start the timer")
        self.until(lambda: BathEvent.objects.filter(kind="in").exists(), "eggs in it")
        self.assertFalse(self.all("[data-testid='sign-frantic']"))

    def test_a_wound_is_swabbed_once(self) -> None:
        """No timer, no match; one pass; a second one today is stopped before it begins."""
        self.size(*PHONE)
        self.open(f"/baths?group={self.paddle.uid}&use=hp_8")
        self.press(self.tid("bath-sure"))
        self.press(self.tid("make-ready"))
        self.until(lambda: self.all("[data-testid='bath-run']"), "the run")
        words = ""
        while self.all("[data-testid='next-step']"):
            words += self.text()
            self.press(self.tid("next-step"))
        self.assertEqual(words.count("One pass along the scales"), 1)
        self.assertIn("no second pass today", words)
        self.press("One pass is done")
        self.sees("One pass, and back in its water")
        self.assertEqual([e.kind for e in BathEvent.objects.filter(run=BathRun.objects.get())], ["in", "out"])
        self.open(f"/baths?group={self.paddle.uid}&use=hp_8")
        self.press(self.tid("bath-sure"))
        self.press(self.tid("make-ready"))
        self.sees("less than 20 hours ago")

    def test_every_kind_and_every_medicine_opens(self) -> None:
        """Raised temperature, of which nothing is measured out, froze the page: each is opened once, and the page answers."""
        self.driver.set_script_timeout(5)
        self.open("/measure")
        kinds = [e.get_attribute("data-testid") or "" for e in self.all("[data-testid^='measure-']")]
        self.assertGreaterEqual(len(kinds), 19)
        for kind in kinds:
            self.press(self.tid(kind))
            self.until(lambda k=kind: self.tid(k).get_attribute("aria-pressed") == "true", kind)  # type: ignore[misc]
        # every use, as a link within the app opens it
        for active, use in library().uses.values():
            shown = self.driver.execute_async_script(OPENS, f"/measure?active={active.id}&use={use.id}")
            self.assertTrue(shown.startswith(use.name[:20]), (use.id, shown))
        # and with something typed one of each kind that the form tells apart
        kinds_of: dict[tuple[object, ...], tuple[str, str]] = {}
        for active, use in library().uses.values():
            told = (use.route, bool(use.dose), bool(use.minutes), bool(active.strengths), use.most_in_all is not None, use.strengths == ())
            kinds_of.setdefault(told, (active.id, use.id))
        self.assertGreaterEqual(len(kinds_of), 15)
        for active_id, use_id in kinds_of.values():
            self.go(f"/measure?active={active_id}&use={use_id}")
            self.until(lambda: self.all("[data-testid='choose-use']"), use_id)
            self.fill("Water", "10 L")
            # an answer, or what is still asked: the page goes on
            self.until(lambda: self.all("[data-testid='measured']") or "How does the label say its strength?" in self.text(), use_id)
            self.assertEqual(self.driver.execute_script("return 7"), 7, use_id)
