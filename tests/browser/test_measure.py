"""Measure in the browser: a dose with its gates, other kinds, a worksheet, the formulary, and by thumb."""

from __future__ import annotations

from pathlib import Path

from selenium.webdriver.common.keys import Keys

from tests.browser.chromium import PHONE
from tests.browser.test_screens import DemoCase


class Measuring(DemoCase):
    def setUp(self) -> None:
        super().setUp()
        self.enter_as(self.maren)

    def slip(self) -> str:
        return self.tid("measured").text

    def test_a_bath_from_question_to_amount(self) -> None:
        """Peroxide for sea fish: the gate asks, 75 mg/L in 10 L is 25 mL; a strong bottle is asked back; 200 mg/L is refused."""
        self.open("/measure")
        self.choose("choose-active", "Hydrogen peroxide")
        self.choose("choose-use", "marine velvet")
        self.sees("How much water?")
        self.fill("Water", "10 L")
        self.until(lambda: self.all("[data-testid='confirm-all']"), "the gate")
        self.assertNotIn("mL", self.slip().split("range")[0])
        self.press(self.tid("confirm-all"))
        self.until(lambda: "25mL" in self.one(".big").text.replace("\n", "").replace(" ", ""), "the amount")
        self.sees("Reaches 75.0 mg/L")
        self.sees("30 min")
        self.assert_accessible("measure, a bath")
        self.fill("Bring it to", "200")
        self.sees("Never above 150 mg/L for this.")
        self.fill("Bring it to", "75")
        self.choose("choose-strength", "35 % by weight")
        self.press(self.tid("confirm-all"))
        self.sees("thirteen times the usual 3 %")
        self.press(self.tid("confirm-strength"))
        self.until(lambda: "1.9" in self.one(".big").text, "the strong one")

    def test_a_tank_that_must_not_have_it(self) -> None:
        """Copper and shrimp: never, and no amount is printed."""
        self.open("/measure?active=copper&use=cu_1")
        self.fill("Water", "85 L")
        self.until(lambda: self.all("[data-testid='confirm-all']"), "the gate")
        self.press(self.tid("lives-invertebrates"))
        self.until(lambda: self.tid("measured").get_attribute("data-verdict") == "never", "the stop")
        self.assertEqual(self.all(".slip .big"), [])
        self.sees("shrimp, corals and other animals without a backbone live here")
        self.assert_accessible("measure, never")

    def test_a_working_filter_is_asked_for(self) -> None:
        """Methylene blue kills the filter's bacteria: with a filter that works on this water no amount is printed."""
        self.open("/measure?active=methylene_blue&use=mb_1")
        self.fill("Water", "40 L")
        # the blue stock on the shelf comes first: 80 mg are 8 mL of it
        self.until(lambda: "8mL" in self.one(".slip .big").text.replace("\n", "").replace(" ", ""), "the amount")
        self.press(self.tid("runs-biofilter"))
        self.until(lambda: self.tid("measured").get_attribute("data-verdict") == "never", "the stop")
        self.sees("it kills the filter’s bacteria")
        self.assertEqual(self.all(".slip .big"), [])

    def test_the_tank_of_the_record(self) -> None:
        self.open("/measure?active=sodium_chloride&use=nacl_3")
        self.choose("choose-tank", "Paddle")
        self.until(lambda: "loaches and catfish live here" in self.slip(), "what lives there")

    def test_other_kinds(self) -> None:
        self.open("/measure")
        self.press(self.tid("measure-vessel"))
        for label, text in (("Length", "120"), ("Width at the sides", "45"), ("Water depth", "44"), ("Its name says", "75 gal")):
            self.fill(label, text)
        self.until(lambda: self.all("[data-testid='measured']") and "237.6" in self.slip(), "the net volume")
        self.sees("16 % less than the name on the box")
        self.fill("Water depth", "-4")
        self.sees("This can’t be negative.")
        self.press(self.tid("measure-osmolality"))
        self.fill("Bath: TDS", "193")
        self.fill("Their water: TDS", "530")
        self.sees("it dilutes them")
        self.press(self.tid("measure-stop"))
        self.choose("field-active", "Potassium permanganate")
        self.fill("Water", "100 L")
        self.fill("Still in it", "2")
        self.until(lambda: "3.2" in self.slip(), "the peroxide")
        self.assert_accessible("measure, another kind")

    def test_two_buckets(self) -> None:
        self.open("/measure?what=dips")
        self.fill("Water", "1 gal")
        self.choose("field-buckets.0.use", "formalin, bath at 21")
        self.choose("field-buckets.1.use", "methylene blue, dip")
        self.fill("Temperature", "20")
        self.fill("Oxygen", "8")
        self.choose("field-by_label", "gives these doses")
        self.sees("Does one of them look ill")
        self.choose("field-looks_ill", "none of them")
        self.all("input")[4].send_keys("30")
        self.until(lambda: self.all("[data-testid='confirm-all']"), "what is asked first")
        self.press(self.tid("confirm-all"))
        self.until(lambda: "Bucket 2, methylene blue" in self.slip(), "the steps")
        self.sees("Rinse: a minute in clean water")

    def test_the_shelf(self) -> None:
        """A bottle is written down, is offered where it is measured, is poured away, and comes back."""
        self.open("/shelf")
        self.sees("One bottle is past its date.")
        self.press(self.tid("add-bottle"))
        self.fill("Name on it", "salt tub")
        # by keyboard: the list is long, and it closes when the page is scrolled
        self.press(self.tid("bottle-active"))
        self.one(".p-select-filter").send_keys("sodium chl")
        self.until(lambda: len(self.all(".p-select-option")) == 1, "the one that fits")
        self.one(".p-select-filter").send_keys(Keys.ARROW_DOWN, Keys.ENTER)
        self.until(lambda: "Sodium chloride" in self.tid("bottle-active").text, "the active")
        self.press(self.tid("save-bottle"))
        self.until(lambda: "salt tub" in self.tid("bottles").text, "the bottle")
        self.open("/measure?active=sodium_chloride&use=nacl_3")
        self.until(lambda: "salt tub" in self.tid("choose-strength").text, "the bottle first")
        self.open("/shelf")
        self.press(self.one("[aria-label='salt tub: used up']"))
        self.until(lambda: "salt tub" not in self.tid("bottles").text, "it is gone")
        self.press(self.tid("put-back"))
        self.until(lambda: "salt tub" in self.tid("bottles").text and not self.all("[data-testid='put-back']"), "it is back")
        self.opens(lambda: self.tid("add-tool"))
        self.fill("Called", "gram scale")
        self.fill("It reads", "0")
        self.fill("Up to", "500 g")
        self.press(self.tid("save-tool"))
        self.sees("Its smallest mark must be more than nothing.")
        self.fill("It reads", "0.1 g")
        self.press(self.tid("save-tool"))
        self.until(lambda: "gram scale" in self.tid("tools").text, "the tool")

    def test_a_worksheet_in_and_out(self) -> None:
        self.open("/measure/sheet")
        self.one("[data-testid='volume-1']").send_keys("45 L")
        self.choose("use-1", "salt, in the tank: stress")
        self.until(lambda: "90 g" in self.tid("sheet").text, "the first line")
        self.press(self.tid("all-tanks"))
        self.until(lambda: "Never here" in self.tid("sheet").text or "First these" in self.tid("sheet").text, "a line for every tank")
        self.assert_accessible("worksheet")
        self.press(self.tid("sheet-save"))
        folder = Path(self.folder) / "downloads"
        file = self.until(lambda: next(folder.glob("worksheet*.csv"), None), "the file")
        self.all("[data-testid='sheet-file']")[0].send_keys(str(file))
        self.until(lambda: "90 g" in self.tid("sheet").text, "the same again")
        half = folder / "half.csv"
        half.write_text("place,volume,use\n45 L,")
        self.all("[data-testid='sheet-file']")[0].send_keys(str(half))
        self.sees("more or fewer cells")

    def test_where_a_figure_comes_from(self) -> None:
        self.open("/measure/formulary")
        self.press("Formalin")
        self.sees("200 to 250 µL/L")
        self.sees("recalled from the source named, not yet checked")
        self.press("Measure it")
        self.until(lambda: "/measure?" in self.driver.current_url, "the measure screen")

    def test_by_thumb(self) -> None:
        self.size(*PHONE)
        self.open("/measure?active=praziquantel&use=pzq_1")
        self.fill("Water", "20 gal")
        self.press(self.tid("confirm-all"))
        # 189 mg of it, from the worm powder of 99 % on the shelf
        self.until(lambda: "191mg" in self.one(".big").text.replace("\n", "").replace(" ", ""), "the amount")
        self.assert_fits("measure on a phone")
        self.assert_accessible("measure on a phone")
