"""A tank that lives, rehearsed on the screens of every day to its reveal; the keeper's own fishroom is as it was."""

from __future__ import annotations

from pennywort.accounts.models import Fishroom
from pennywort.courses.models import Course, Dose
from pennywort.fish.models import Group, Look
from pennywort.rehearse.models import KeptLine, Rehearsal
from pennywort.tanks.models import Tank, WaterReading
from tests.browser.chromium import PHONE
from tests.browser.walks import Walk


class ATankThatLives(Walk):
    def setUp(self) -> None:
        super().setUp()
        # which fishroom another test left open in this browser
        self.open("/enter")
        self.driver.execute_script("localStorage.clear()")
        self.own = self.tank("Sill", net="80 L")

    def begins(self, scenario: str) -> Fishroom:
        self.open("/rehearse")
        self.press(self.tid(f"begin-{scenario}"))
        self.until(lambda: self.all("[data-testid='rehearsed-fish'] li"), "the fish")
        return Rehearsal.objects.latest("pk").fishroom

    def waits(self, to: str = "day") -> None:
        before = self.one("[data-testid='rehearsal-band']").text
        self.press(self.tid(f"wait-{to}"))
        self.until(lambda: self.one("[data-testid='rehearsal-band']").text != before, "its clock to run on")
        self.until(lambda: self.tid("wait-day").is_enabled(), "the wait to end")

    def test_one_scenario_to_its_reveal(self) -> None:
        """Grains on barbs: looked, tested, marked in Look, a course chosen and dosed on Today, waited; then told what it was."""
        room = self.begins("white_spot")
        self.sees("Rehearsal")
        self.assertIn("rehearsed", self.one("nav.rail").get_attribute("class") or "")
        self.assertEqual(len(self.all("[data-testid='rehearsed-fish'] li")), 8)
        self.press(self.tid("test-water"))
        self.until(lambda: "temperature 25.0" in self.tid("water-read").text, "what the kits say")
        self.press(self.tid("kit-torch"))
        self.until(lambda: not self.tid("kit-torch").is_enabled(), "the torch")
        # the real look: the band goes along
        self.press("Mark signs in Look")
        self.press(self.until(lambda: self.all("[data-testid='sign-white_spots_countable'] td.c label"), "the sign")[0])
        self.sees("Rehearsal")
        self.press(self.tid("save-look"))
        self.until(lambda: Look.objects.filter(fishroom=room).count() == 1, "the look")
        group = Group.objects.get(fishroom=room)
        self.treats(str(group.uid), condition="ich")
        self.press(self.tid("protocol-ich_salt"))
        self.until(lambda: self.all("[data-testid^='confirm-']"), "what is to be confirmed")
        self.starts()
        self.until(lambda: Course.objects.filter(fishroom=room).count() == 1, "the course")
        self.open("/")
        self.press(self.until(lambda: self.all("[data-testid='due-dose'] button"), "the dose that is due")[0])
        self.until(lambda: Dose.objects.filter(fishroom=room).count() == 1, "the dose")
        self.press("At the tank")
        for _ in range(3):
            self.waits()
        self.sees("day 4 of 14")
        self.press(self.tid("act-more_air"))
        self.until(lambda: self.tid("act-more_air").get_attribute("aria-pressed") == "true", "the air to be kept up")
        self.assert_accessible("the side of the tank")
        self.press(self.tid("end-rehearsal"))
        self.sees("Yes, end it")
        self.assertIsNone(Rehearsal.objects.get(fishroom=room).ended_at)
        self.press(self.tid("end-rehearsal"))
        self.until(lambda: self.all("[data-testid='reveal']"), "the reveal")
        self.sees("It was white spot of fresh water.")
        self.assertEqual(len(self.all("[data-testid^='reveal-day-']")), 4)
        self.assertIn("began: ", self.tid("reveal-day-1").text)
        self.assertIn("Air stone on full", self.tid("reveal-day-4").text)
        self.assert_accessible("the reveal")
        self.press(self.tid("keep-three"))
        self.until(lambda: KeptLine.objects.count() == 3, "the lines")
        self.press(self.tid("leave-rehearsal"))
        self.until(lambda: self.all("[data-testid='kept-lines'] li"), "what was kept")
        self.assertFalse(self.all("[data-testid='rehearsal-band']"))
        self.sees("Alder Lock")
        # nothing of it stands in the keeper's own
        self.assertEqual([t.name for t in Tank.objects.filter(fishroom=self.room)], ["Sill"])
        for model in (Group, Look, Course, Dose, WaterReading):
            self.assertEqual(model.objects.filter(fishroom=self.room).count(), 0, model.__name__)

    def test_the_same_once_more_and_another(self) -> None:
        """Chlorine: a day lost; the same seed begins as it began, another one elsewhere."""
        self.begins("tap_water")
        self.waits()
        self.press(self.tid("end-rehearsal"))
        self.press(self.tid("end-rehearsal"))
        self.until(lambda: self.all("[data-testid='reveal']"), "the reveal")
        self.sees("It was chlorine, from the tap.")
        self.assertIn("dechlorinator", self.tid("reveal-day-1").text)
        self.press("The same once more")
        self.until(lambda: Rehearsal.objects.count() == 2, "the second")
        first, second = Rehearsal.objects.order_by("pk")
        self.assertEqual(first.seed, second.seed)
        self.until(lambda: len(self.all("[data-testid='rehearsed-fish'] li")) == 6, "its fish, all of them again")

    def test_by_thumb_at_night_and_one_of_ones_own(self) -> None:
        self.size(*PHONE)
        self.open("/rehearse")
        self.press(self.one("details.own summary"))
        self.tid("own-scenario").send_keys("id: danios")
        self.press(self.tid("begin-own"))
        self.sees("Its id begins with own_")
        self.begins("two_gouramis")
        self.driver.execute_script("document.documentElement.classList.add('night')")
        self.assert_fits("the side of the tank")
        self.assert_accessible("the side of the tank by night")
        self.waits("hours")
        self.press(self.tid("end-rehearsal"))
        self.press(self.tid("end-rehearsal"))
        self.until(lambda: self.all("[data-testid='reveal']"), "the reveal")
        self.sees("It was nothing at all.")
        self.assert_fits("the reveal")
        self.driver.execute_script("document.documentElement.classList.add('night')")
        self.assert_accessible("the reveal by night")
