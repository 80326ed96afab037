"""A fishroom with more tanks than a screen shows."""

from __future__ import annotations

from pennywort.board.api import FIRST_STRIPS
from tests.browser.chromium import PHONE
from tests.browser.walks import Walk


class ManyTanks(Walk):
    def setUp(self) -> None:
        super().setUp()
        self.last = FIRST_STRIPS + 20
        for number in range(1, self.last + 1):
            self.fish(self.tank(f"Tank {number}", net="40 L"), "neon_tetra", number)

    def test_strips_are_drawn_as_they_come_near(self) -> None:
        """The first are there; of the others the fish; moved to the end, its strips are drawn."""
        self.open("/")
        self.until(lambda: len(self.all("svg.plot")) == FIRST_STRIPS, "the first of them")
        self.assertIn(f"{self.last} neon tetras", self.text())
        drawn = f"svg.plot[aria-label^='Tank {self.last}:']"
        self.assertEqual(self.all(drawn), [])
        self.driver.execute_script("window.scrollTo(0, document.body.scrollHeight)")
        self.until(lambda: self.all(drawn), "its strip")
        self.assertEqual(self.axe(), [])

    def test_what_is_done_in_one_of_them_stands_on_its_strip(self) -> None:
        """And on a phone nothing is wider than the screen."""
        self.size(*PHONE)
        self.open("/")
        self.driver.execute_script("window.scrollTo(0, document.body.scrollHeight)")
        self.press(f"Tank {self.last}")
        self.sees("Measure a dose")
        self.one("svg.plot[aria-label*='neon tetras']")
        self.assertLessEqual(self.driver.execute_script("return document.documentElement.scrollWidth"), PHONE[0])
