"""From an empty house to a closed case, as a newcomer makes it in the browser."""

from __future__ import annotations

import json
from pathlib import Path

from selenium.webdriver.common.keys import Keys

from pennywort.accounts.models import Fishroom, Keeper, Membership
from pennywort.courses.models import Case, Dose
from pennywort.tanks.models import WaterChange, WaterReading
from tests.browser.base import BrowserCase

PASSWORD = "slow water runs deep"


class Journey(BrowserCase):
    def test_from_a_sick_fish_to_a_closed_case(self) -> None:
        self.set_up()
        self.tank()
        self.fish()
        self.look()
        self.course()
        self.today()
        self.log()
        self.close_it()
        self.files()

    def set_up(self) -> None:
        self.open("/")
        self.sees("Nobody lives here yet")
        self.fill("Your name", "Maren V.")
        self.fill("Fishroom", "Alder Lock")
        self.fill("Sign-in name", "maren")
        self.fill("Password", "short")
        self.press("Open the fishroom")
        self.sees("too short")
        self.fill("Password", PASSWORD)
        self.press("Open the fishroom")
        self.accept_cautions()
        self.sees("No tank is set up yet")

    def tank(self) -> None:
        self.press("Set up the first tank")
        self.fill("Name", "Sluice")
        self.fill("Short mark", "Q1")
        self.fill("Length", "60 cm")
        self.fill("Width", "40 cm")
        self.fill("Water depth", "37 cm")
        self.until(lambda: "88.8" in self.tid("volume").text, "the gross volume as typed")
        self.fill("Sand, depth", "40 cm")
        self.sees("The sand would reach the water line.")
        self.fill("Sand, depth", "2 cm")
        self.fill("Rock, weight", "3.6 kg")
        # 88.8 less 2.88 of grains less 1.38 of rock
        self.until(lambda: "84.5" in self.tid("volume").text, "the net volume as typed")
        self.press(self.one("summary"))
        self.sees("60 × 40 × 2 × (1 − 0.4) ÷ 1000")
        self.press("Set up this tank")
        self.sees("No fish in 84.5 L of water.")

    def fish(self) -> None:
        self.press("Fish arrive")
        self.fill("Fish", "cherry barb")
        self.until(lambda: self.all(".p-autocomplete-option"), "the list of names")
        self.field("Fish").send_keys(Keys.ESCAPE)
        self.sees("23.0 to 27.0 °C")
        self.fill("How many came", "14")
        self.fill("Dead on arrival", "20")
        self.press(self.tid("save-group"))
        self.sees("No more can be dead on arrival than arrived.")
        self.fill("Dead on arrival", "2")
        self.fill("From", "the Saturday van")
        self.press(self.tid("save-group"))
        self.sees("12 cherry barbs in 84.5 L of water.")

    def look(self) -> None:
        self.press(self.one("[data-testid='group-cherry barb'] .does a"))
        self.sees("Nothing looked at yet.")
        for sign, answer in (("white_spots_countable", 0), ("gold_grey_dust", 1), ("flat_grey_sheen", 1), ("saddle_patch", 1)):
            self.press(self.all(f"[data-testid='sign-{sign}'] label")[answer])
        self.press(self.all("[data-testid='sign-flashing'] label")[0])
        self.until(lambda: "White spot" in self.all("[data-testid='ranking'] li h3")[0].text, "white spot to lead")
        self.sees("White spot fits best")
        self.assertTrue(self.tid("next-look").is_displayed())
        self.assertIn("Air stone on full", self.tid("meanwhile").text)
        self.fill("ammonia", "2")
        self.fill("pH", "8.2")
        self.fill("temperature", "79 F")
        self.until(lambda: self.tid("gate").text == "gate shut", "the gate to shut on 2 mg/L at pH 8.2")
        self.sees("Mend the water first: ammonia.")
        self.fill("temperature", "82")
        self.sees("is no water for fish")
        self.fill("temperature", "79 F")
        self.fill("ammonia", "0")
        self.fill("nitrite", "0")
        self.until(lambda: self.tid("gate").text == "gate open", "the gate to open")
        self.press("Keep it and choose a course")
        self.until(lambda: "/courses/for/" in self.driver.current_url, "the courses")

    def course(self) -> None:
        self.until(lambda: "White spot" in self.one(".p-select").text, "white spot to be chosen")
        slip = self.tid("slip-salt")
        # 2 g/L in 84.5 L is 169 g, a third of it 56 g
        self.assertIn("56", slip.text)
        self.assertIn("169 g in all", slip.text)
        self.assertIn("2.00 g/L", slip.text)
        self.assertFalse(self.tid("start-course").is_enabled())
        for i in range(3):
            self.press(self.tid(f"confirm-{i}"))
        self.press("Start now")
        self.until(lambda: self.all("[data-testid='due-dose']"), "the first dose to be due")

    def today(self) -> None:
        self.press("Gave 56 g")
        self.until(lambda: not self.all("[data-testid='due-dose']"), "the dose to be done")
        self.sees("gave 56 g salt")
        self.assertAlmostEqual(Dose.objects.get().amount_mg or 0, 56_000)
        self.until(lambda: "0.66" in self.tid("strip-Sluice").text, "the level on the strip")
        self.press("undo")
        self.until(lambda: self.all("[data-testid='due-dose']"), "the dose to be due again")
        self.press("other amount")
        self.fill("Amount", "560 g")
        self.press(self.tid("save-dose"))
        self.sees("times what was planned")
        self.fill("Amount", "55 g")
        self.press("Gave 55 g")
        self.until(lambda: "gave 55 g salt" in self.text(), "the other amount")
        self.press(self.one("[data-testid='strip-Sluice'] h2 a"))
        self.press("Log in the tank")
        self.press("Water change")
        self.fill("Share of the water", "25 %")
        self.until(lambda: self.all("[data-testid='goes-back']") and "13.7" in self.tid("goes-back").text, "a quarter of 55 g to go back")
        self.press(self.tid("save-change"))
        self.until(lambda: WaterChange.objects.exists(), "the water change")
        self.assertAlmostEqual(Dose.objects.standing().order_by("-pk")[0].amount_mg or 0, 13_750)

    def log(self) -> None:
        self.press("Observe")
        self.press("eats less")
        self.press("fast")
        self.fill("In your words", "More grains than yesterday.")
        self.press("Write it down")
        self.until(lambda: not self.all("[role=dialog]"), "the observation to be kept")
        self.press("Water test")
        self.fill("Nitrite", "two")
        self.press("Keep this test")
        self.sees("can’t be read as a figure")
        self.fill("Nitrite", "0.1")
        self.press("Keep this test")
        self.until(lambda: WaterReading.objects.filter(nitrite_as_n_mg_per_l__gt=0).exists(), "the test")
        self.until(lambda: not self.all("[role=dialog]"), "the dialog to close")
        self.press("Loss")
        self.press("One lost")
        self.sees("11 cherry barbs in 84.5 L")

    def close_it(self) -> None:
        self.press(self.one("nav a[href='/records']"))
        self.press(self.tid("case-1"))
        self.press("Close the case")
        self.press("cured")
        self.fill("What you would tell the next keeper", "Look every day.")
        self.press(self.tid("save-close"))
        self.sees("cured after 1 day, 1 lost, 11 left")
        lines = [e.text for e in self.all("[data-testid='story-line']")]
        for words in (
            "Case opened",
            "White spot fits best",
            "Course started: Salt with raised temperature",
            "Gave 55 g salt",
            "Changed 25 % of the water",
            "1 lost, found dead",
            "Closed: cured",
        ):
            self.assertTrue(any(words in line for line in lines), words)
        figures = self.tid("figures").text
        self.assertIn("12", figures)
        self.assertIn("92 %", figures)

    def files(self) -> None:
        downloads = Path(self.folder) / "downloads"
        self.press(self.tid("export-json"))
        self.press(self.tid("export-ics"))
        file = self.until(lambda: next(downloads.glob("*.json"), None), "the JSON file")
        calendar = self.until(lambda: next(downloads.glob("*.ics"), None), "the calendar")
        self.assertEqual(calendar.read_text().count("BEGIN:VEVENT"), 30)
        before = self.tid("figures").text, [e.text for e in self.all("[data-testid='story-line']")]
        room = Fishroom.objects.create(name="Empty Lock", time_zone=Fishroom.objects.get().time_zone)
        Membership.objects.filter(keeper=Keeper.objects.get()).update(fishroom=room)
        self.open("/records")
        self.sees("No case yet")
        half = downloads / "half.json"
        half.write_text(file.read_text()[:400])
        self.tid("import-file").send_keys(str(half))
        self.sees("cut short")
        self.tid("import-file").send_keys(str(file))
        self.until(lambda: self.all("[data-testid='story-line']"), "the case to come in")
        after = self.tid("figures").text, [e.text for e in self.all("[data-testid='story-line']")]
        self.assertEqual(after, before)
        self.assertEqual(Case.objects.filter(fishroom=room).count(), 1)
        self.assertEqual(json.loads(file.read_text())["case"]["outcome"], "recovered")
