"""What costs no fish: a plan beside its what-if."""

from __future__ import annotations

from pennywort.courses.models import Course, Dose
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
