"""What costs no fish: a plan beside its what-if, and the eye that learns."""

from __future__ import annotations

from selenium.webdriver.common.action_chains import ActionChains
from selenium.webdriver.common.keys import Keys

from pennywort.courses.models import Course, Dose
from pennywort.rehearse.eye import deck_of
from tests.browser.chromium import PHONE
from tests.browser.walks import Walk


class WhatIf(Walk):
    def setUp(self) -> None:
        super().setUp()
        sill = self.tank("Sill", "marine", net="80 L")
        self.fish_here = self.fish(sill, "banggai cardinal", 5)
        self.put("shelf/bottles", {"name": "copper, amine", "active": "copper", "kind": "mg_per_ml", "value": "5", "form": "bound", "content": "500 mL"})

    def test_beside_a_plan_and_its_link_keeps_it(self) -> None:
        """Four quarters of 9 mL: without the third and stopped on day 5, 27 mL were given; nothing is recorded, and the address brings it again."""
        self.treats(self.fish_here, condition="marine_ich")
        self.press(self.tid("protocol-copper_30_strict"))
        self.press(self.tid("what-if"))
        self.sees("Fill in one of these")
        self.tid("if-stop_day").send_keys("5")
        self.tid("if-missed_day").send_keys("3")
        self.until(lambda: "the course would have to begin again" in self.text(), "what it would come to")
        self.until(lambda: "come through" in self.tid("alone-stop_day").text and "come through" in self.tid("alone-missed_day").text, "each alone")
        self.assertEqual(len(self.all("[data-testid='through']")), 2)
        self.until(lambda: "missed_day=3" in self.driver.current_url, "the address to hold it")
        self.driver.refresh()
        self.until(lambda: "the course would have to begin again" in self.text(), "it to be there again")
        self.assertEqual(self.tid("if-stop_day").get_attribute("value"), "5")
        self.tid("if-less_water").send_keys("200 %")
        self.sees("A share lies between 0 and 100 %.")
        self.assertEqual((Course.objects.count(), Dose.objects.count()), (0, 0))

    def test_who_types_slowly_keeps_the_field(self) -> None:
        """What is typed is written into the address; that is no new screen, or the next digit would lead to another one."""
        self.treats(self.fish_here, condition="marine_ich")
        self.press(self.tid("protocol-copper_30_strict"))
        self.press(self.tid("what-if"))
        self.tid("if-missed_day").send_keys("1")
        self.until(lambda: "missed_day=1" in self.driver.current_url, "the address to hold it")
        # a new screen's heading takes the keys 60 ms after it
        self.driver.execute_async_script("setTimeout(arguments[0], 100)")
        ActionChains(self.driver).send_keys("3").perform()
        self.until(lambda: "missed_day=13" in self.driver.current_url, "the second digit beside the first")
        self.assertEqual(self.tid("if-missed_day").get_attribute("value"), "13")

    def test_nothing_is_asked_before_something_is_said(self) -> None:
        """A plan with nothing otherwise is refused: it isn't asked for while the first figure is being typed."""
        self.treats(self.fish_here, condition="marine_ich")
        self.press(self.tid("protocol-copper_30_strict"))
        self.press(self.tid("what-if"))
        self.tid("if-missed_day").send_keys("3")
        self.until(lambda: "come through" in self.tid("alone-missed_day").text, "what it would come to")
        self.assertEqual([e["message"] for e in self.driver.get_log("browser") if "what-if" in e["message"]], [])  # type: ignore[no-untyped-call]

    def test_beside_a_course_that_runs_by_thumb(self) -> None:
        self.put(
            f"groups/{self.fish_here}/courses",
            {"protocol": "copper_30_strict", "condition": "marine_ich", "confirmed": list(range(9)), "vet_word": True, "reason": "by the book"},
        )
        course = Course.objects.get()
        self.size(*PHONE)
        self.open(f"/courses/{course.uid}/what-if")
        self.tid("if-less_water").send_keys("15 %")
        self.until(lambda: "come through" in self.tid("alone-less_water").text, "what less water does")
        self.assertLessEqual(self.driver.execute_script("return document.documentElement.scrollWidth"), PHONE[0])
        self.assertEqual(self.axe(), [])


HERE = "return performance.getEntriesByType('resource').filter(e => e.name.includes('/plates/')).length"


class TheEye(Walk):
    def setUp(self) -> None:
        super().setUp()
        self.turns: dict[str, int] = {}
        # what another test learnt in this browser
        self.open("/rehearse")
        self.driver.execute_script("localStorage.clear()")

    def answer_of(self) -> int:
        """Which of the two the plate shows, by the deck that the server makes of today's seed."""
        plate = self.tid("eye-plate")
        self.until(lambda: self.tid("eye-plate").get_attribute("data-drawn") == "true", "the plate to be drawn")
        deck = deck_of(int(self.driver.execute_script("return Math.floor(Date.now() / 86400000)")))
        pair = next(p for p in deck.pairs if p.id == plate.get_attribute("data-pair"))
        shown = [p for p in deck.plates if p.pair == pair.id][self.turns.get(pair.id, 0) % 3]
        self.turns[pair.id] = self.turns.get(pair.id, 0) + 1
        return [a.id for a in pair.answers].index(shown.answer)

    def test_twenty_plates_by_keyboard(self) -> None:
        """Nineteen are answered rightly and the first wrongly: it stands among those that are confused, and comes again within the sitting."""
        self.press(self.tid("to-eye"))
        body = self.one("body")
        for number in range(20):
            right = self.answer_of()
            said = right if number else 1 - right
            body.send_keys(Keys.ARROW_RIGHT if said else Keys.ARROW_LEFT)
            told = self.tid("eye-told").text
            self.assertTrue(told.startswith("Yes." if number else "No:"), told)
            body.send_keys(Keys.ENTER)
            self.until(lambda: not self.all("[data-testid='eye-told']"), "the next plate")
        self.sees("19 of 20 told apart")
        self.assertIn("grains, few enough to count or dust", self.one("[aria-label='What you confuse']").text)
        # digits still lead to the screens, and what was learnt is there when one comes back
        self.open("/rehearse/eye")
        self.sees("What you confuse")

    def test_by_thumb_and_without_a_connection(self) -> None:
        self.size(*PHONE)
        self.open("/rehearse/eye")
        self.answer_of()
        # the deck is fetched ahead while it is looked at, plate by plate: on a busy machine that takes a while
        for count in (13, 26, 39):
            self.until(lambda n=count: self.driver.execute_script(HERE) >= n, f"{count} plates")  # type: ignore[misc]
        self.offline(True)
        try:
            for number in range(20):
                self.until(lambda: self.tid("eye-plate").get_attribute("data-drawn") == "true", f"plate {number}")
                self.press(self.tid("answer-0"))
                self.press(self.tid("eye-next"))
                self.until(lambda: not self.all("[data-testid='eye-told']"), "the next plate")
        finally:
            self.offline(False)
        self.sees("of 20 told apart")
        self.assertLessEqual(self.driver.execute_script("return document.documentElement.scrollWidth"), PHONE[0])

    def test_breaths_are_counted_against_a_gill_that_moves(self) -> None:
        self.open("/rehearse/eye")
        self.press("count breaths")
        self.until(lambda: self.all("[data-testid='gill-plate'] .gill"), "the gill")
        paces = "return document.querySelector('.gill').getAnimations().map(a => a.effect.getTiming().duration)"
        duration = self.until(lambda: self.driver.execute_script(paces), "it to move")[0]
        deck = deck_of(int(self.driver.execute_script("return Math.floor(Date.now() / 86400000)")))
        pace = deck.gills[0].breaths_per_min
        self.assertAlmostEqual(60_000 / duration, pace, places=6)
        for _ in range(6):
            self.press(self.tid("breath-tap"))
        self.press(self.tid("gill-check"))
        self.until(lambda: f"it was {pace}" in self.tid("gill-told").text, "how far off")
