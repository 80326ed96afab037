"""Looking in the browser: a whole look by mouse, by keyboard alone, and by thumb; on arrival, over days, with photos."""

from __future__ import annotations

import re
from pathlib import Path

from selenium.webdriver.common.by import By
from selenium.webdriver.common.keys import Keys

from pennywort.fish.models import Group, Look, Photo
from pennywort.tanks.models import WaterReading
from tests.api.room import a_picture
from tests.browser.chromium import PHONE
from tests.browser.test_screens import DemoCase


class Looking(DemoCase):
    def setUp(self) -> None:
        super().setUp()
        self.enter_as(self.maren)
        self.grammas = Group.objects.get(species_id="royal_gramma")

    def row(self, sign: str) -> list[object]:
        return list(self.all(f"[data-testid='sign-{sign}'] td.c label"))

    def mark(self, sign: str, answer: int) -> None:
        """0 seen, 1 not there, 2 not looked at."""
        self.press(self.until(lambda: self.row(sign), sign)[answer])

    def leads(self, name: str) -> None:
        self.until(lambda: name in self.all("[data-testid='ranking'] li h3")[0].text, f"{name} to lead")

    def kept(self, group: Group) -> Look:
        found: Look = Look.objects.standing().filter(group=group).latest("pk")
        return found

    def focused(self) -> str:
        return self.driver.switch_to.active_element.get_attribute("aria-label") or ""

    def keys(self, *keys: str) -> None:
        self.driver.switch_to.active_element.send_keys(*keys)


class ByMouse(Looking):
    def test_a_whole_look(self) -> None:
        """Velvet on royal grammas: round of the day, one place of the plan, counts, water, what else is known, the next look."""
        self.open(f"/look/{self.grammas.uid}")
        self.sees("Today’s round")
        for sign, answer in (("gold_grey_dust", 0), ("white_spots_countable", 1), ("rapid_breathing", 0), ("off_food", 0), ("flashing", 0)):
            self.mark(sign, answer)
        # of three ways of eating only one is true
        self.until(lambda: "absent" in (self.tid("sign-eating_normally").get_attribute("class") or ""), "the lesser ones to be not there")
        self.leads("Marine velvet")
        self.sees("kills in hours")
        count = self.one("#count-rapid_breathing")
        count.send_keys("3", Keys.TAB)
        self.press(self.tid("rest"))
        self.press(self.tid("place-gills"))
        self.mark("gills_pale", 1)
        self.press(self.tid("more-facts"))
        self.press(self.tid("fact-crowding"))
        for label, text in (("ammonia", "0"), ("nitrite", "0"), ("pH", "8.2"), ("temperature", "25.5"), ("salinity", "1.024")):
            self.fill(label, text)
        self.until(lambda: self.tid("gate").text == "gate open", "the gate to open")
        asked = self.one("[data-testid='next-look'] .big").text
        self.press(self.tid("next-absent"))
        self.until(lambda: self.one("[data-testid='next-look'] .big").text != asked, "another look to be asked for")
        self.assertIn("Marine velvet", self.tid("meanwhile").text.replace("marine velvet", "Marine velvet"))
        self.fill("Note", "By torch, along the back.")
        self.press(self.tid("save-look"))
        self.until(lambda: "/records/" in self.driver.current_url, "the case")
        look = self.kept(self.grammas)
        self.assertEqual((look.signs["gold_grey_dust"], look.signs["white_spots_countable"], look.signs["gills_pale"]), (True, False, False))
        self.assertEqual((look.counts, look.note), ({"rapid_breathing": [3, 3]}, "By torch, along the back."))
        self.assertIn("crowding", look.context)
        self.assertFalse(look.signs["clamped_fins"])

    def test_two_side_by_side_answer_the_question_between_them(self) -> None:
        self.open(f"/look/{self.paddle.uid}")
        self.press(self.until(lambda: self.all("[data-testid^='compare-']"), "a pair to compare")[0])
        question = self.one("[data-testid='compare'] .big").text
        self.assert_accessible("side by side")
        self.press(self.tid("compare-seen"))
        self.until(lambda: self.one("[data-testid='compare'] .big").text != question, "the question to be answered")

    def test_yesterday_is_taken_over_and_what_changed_is_marked(self) -> None:
        self.open(f"/look/{self.paddle.uid}")
        self.until(lambda: self.tid("save-look").text == "Keep it: all 11 as before", "the look before")
        self.mark("clamped_fins", 1)
        self.sees("was seen")
        self.until(lambda: self.tid("save-look").text == "Keep it: 10 as before, 1 changed", "the change")
        self.press(self.tid("save-look"))
        self.until(lambda: "/records/" in self.driver.current_url, "the case")
        look = self.kept(self.paddle)
        self.assertEqual((look.signs["clamped_fins"], "clamped_fins" in look.carried, "rapid_breathing" in look.carried), (False, False, True))

    def test_bad_water_shuts_the_gate_before_all_else(self) -> None:
        self.open(f"/look/{self.paddle.uid}")
        self.fill("ammonia", "3")
        self.fill("pH", "8.4")
        self.until(lambda: self.tid("gate").text == "gate shut", "the gate to shut")
        self.sees("A fish that is still being harmed is treated in vain.")
        self.assertNotIn("If it gets no clearer", self.tid("meanwhile").text)
        self.fill("ammonia", "-3")
        self.until(lambda: self.all(".gate .says .brick"), "the field to say what is wrong")

    def test_air_and_salt_come_before_any_disease(self) -> None:
        """Oxygen of 1.5 and nitrite of 3.28: air first, salt with its grams, and the press that opens Measure filled in."""
        self.open(f"/look/{Group.objects.get(tank__name='Sluice').uid}")
        self.sees("Today’s round")
        self.mark("rapid_breathing", 0)
        for label, text in (("oxygen", "1.5"), ("nitrite", "3.28")):
            self.fill(label, text)
        mends = self.until(lambda: self.tid("mends") if "pure salt" in self.tid("mends").text else None, "what mends the water")
        self.assertLess(mends.text.index("oxygen"), mends.text.index("nitrite"))
        self.assertEqual(self.all("[data-testid^='act-']")[0].get_attribute("data-testid"), "act-more_air")
        grams = re.search(r"([\d.]+) g here", mends.text)
        assert grams is not None
        self.press(self.one("[data-testid='mend-nitrite'] a"))
        self.until(lambda: self.one("h1").text == "Measure", "Measure")
        self.until(lambda: self.field("Nitrite reads").get_attribute("value").startswith("0.99"), "the reading, as nitrogen")  # type: ignore[union-attr]
        self.until(lambda: grams[1].split(".")[0] in self.tid("measured").text, "the same grams")

    def test_one_fish_has_looks_of_its_own(self) -> None:
        self.open(f"/look/{self.paddle.uid}")
        self.press(self.tid("one-fish"))
        self.one("#one-fish").send_keys("torn tail")
        self.press("Look at it")
        self.until(lambda: not self.all("#count-rapid_breathing"), "no count of one fish")
        self.mark("red_open_sores", 0)
        self.press(self.tid("save-look"))
        self.until(lambda: "/records/" in self.driver.current_url, "the case")
        self.assertEqual(self.kept(self.paddle).fish, "torn tail")
        self.open(f"/look/{self.paddle.uid}/days")
        self.press("torn tail")
        self.sees("torn tail. One look.")


class ByKeyboard(Looking):
    def test_a_whole_look_without_a_mouse(self) -> None:
        """l goes to the list, letters answer, brackets walk the places, r clears a place, k keeps."""
        self.open(f"/look/{self.grammas.uid}")
        self.one("[data-testid='sign-flashing']")
        self.driver.find_element(By.TAG_NAME, "body").send_keys("l")
        self.until(lambda: ": not looked at" in self.focused(), "the first row")
        first = self.focused()
        self.keys("x")
        self.until(lambda: self.focused() not in ("", first), "the next row")
        while "gold or grey dust" not in self.focused():
            before = self.focused()
            self.keys(Keys.ARROW_DOWN)
            self.until(lambda before=before: self.focused() != before, "a row further down")  # type: ignore[misc]
        self.keys("s")
        self.leads("Marine velvet")
        self.keys("r")
        self.keys("]")
        self.until(lambda: len(self.all("button.label[aria-pressed=true]")) == 1, "a place of the plan")
        self.until(lambda: ": " in self.focused(), "the first row there")
        self.keys("r")
        self.keys("k")
        self.until(lambda: "/records/" in self.driver.current_url, "the case")
        look = self.kept(self.grammas)
        self.assertTrue(look.signs["gold_grey_dust"])
        self.assertFalse(look.signs["cottony_tufts"])

    def test_a_mark_is_taken_back(self) -> None:
        self.open(f"/look/{self.grammas.uid}")
        self.one("[data-testid='sign-flashing']")
        self.driver.find_element(By.TAG_NAME, "body").send_keys("l")
        self.until(lambda: ": not looked at" in self.focused(), "the first row")
        self.keys("s")
        self.sees("1 of")
        self.keys(Keys.ARROW_UP)
        self.until(lambda: ": seen" in self.focused(), "the marked row")
        self.keys("u")
        self.sees("0 of")


class ByThumb(Looking):
    def test_a_whole_look_on_a_phone(self) -> None:
        self.size(*PHONE)
        self.open(f"/look/{self.grammas.uid}")
        self.mark("gold_grey_dust", 0)
        self.mark("rapid_breathing", 0)
        self.press(self.tid("place-pick"))
        self.press(self.tid("place-fins"))
        self.mark("clamped_fins", 1)
        self.press(self.tid("type-readings"))
        self.fill("temperature", "25.5")
        self.assert_fits("the look with its fields open")
        small = [e.text for e in self.shown(".signs label, [data-testid=keep-here], .plan button") if e.rect["height"] < 55.5]
        self.assertEqual(small, [])
        self.assert_accessible("look on a phone")
        self.press(self.tid("keep-here"))
        self.until(lambda: "/records/" in self.driver.current_url, "the case")
        look = self.kept(self.grammas)
        self.assertEqual((look.signs["gold_grey_dust"], look.signs["clamped_fins"]), (True, False))

    def test_nothing_changed_is_one_press(self) -> None:
        self.size(*PHONE)
        self.open(f"/look/{self.paddle.uid}")
        self.press("Keep it: all 11 as before")
        self.until(lambda: "/records/" in self.driver.current_url, "the case")
        self.assertEqual(len(self.kept(self.paddle).carried), 11)


class OnArrival(Looking):
    def test_before_buying_in_the_bag_and_in_the_tank(self) -> None:
        self.open("/look/before-buying")
        self.fill("Fish", "cherry barb")
        self.driver.find_element(By.TAG_NAME, "body").send_keys(Keys.ESCAPE)
        self.fill("Seller", "the Saturday van")
        self.press("Look at them")
        self.sees("On arrival, from top to tail")
        self.mark("clamped_fins", 0)
        self.press("Keep this inspection")
        self.until(lambda: self.driver.current_url.endswith("/look"), "the list of looks")
        self.sees("cherry barb")
        look = Look.objects.standing().filter(group=None).latest("pk")
        self.assertEqual((look.place, look.seller, look.signs["clamped_fins"]), ("shop", "the Saturday van", True))
        self.open(f"/look/{self.grammas.uid}?mode=arrival")
        self.press("in the bag")
        self.fill("ammonia", "4")
        self.fill("pH", "8")
        self.fill("temperature", "24")
        self.mark("gasping_at_surface", 1)
        self.until(lambda: self.tid("gate").text == "gate shut", "the bag's water to be judged")
        self.press(self.tid("save-look"))
        self.until(lambda: self.driver.current_url != f"{self.live_server_url}/look/{self.grammas.uid}?mode=arrival", "it to be kept")
        self.assertEqual((self.kept(self.grammas).place, WaterReading.objects.filter(tank=self.grammas.tank).count()), ("bag", 0))


class OverDays(Looking):
    def test_the_ranking_turns_and_the_photos_stand_side_by_side(self) -> None:
        firefish = Group.objects.get(species_id="firefish", tank__name="Tideway")
        self.open(f"/look/{firefish.uid}/days")
        self.until(lambda: "marine velvet passed marine white spot" in self.tid("turns").text, "the turn")
        self.open(f"/look/{self.paddle.uid}/days")
        self.until(lambda: "worse" in self.tid("progress").text, "the progress")
        count = Photo.objects.count()
        picture = Path(self.folder) / "fish.jpg"
        picture.write_bytes(a_picture())
        self.all("input[type=file]")[0].send_keys(str(picture))
        self.until(lambda: Photo.objects.count() == count + 1, "the photo to be kept")
        half = Path(self.folder) / "half.jpg"
        half.write_bytes(a_picture()[:900])
        self.all("input[type=file]")[0].send_keys(str(half))
        self.sees("not a whole JPEG, PNG or WebP picture")
        self.assertEqual(Photo.objects.count(), count + 1)
