"""Journeys 1 to 4, 6, 13 and 16 to 18: salts, baths, copper, permanganate, with their figures by hand."""

from __future__ import annotations

from tests.browser.walks import Walk


class Salts(Walk):
    def test_1_three_salts_kept_apart(self) -> None:
        """54 L at 2 g/L are 108 g, 6 level tablespoons of 18 g; of 1.4 g/L a 25 % change leaves 1.05, and 0.75^7 x 1.4 = 0.19 is under 0.2."""
        self.measures(active="sodium_chloride", use="nacl_3", volume="54 L")
        self.slip_says("108 g", "6 level tablespoons", "dissolve it in 700 mL of water first", "it must be pure", "marine salt and Epsom salt are other things")
        self.slip_says("fish without scales", "it does not evaporate")
        self.measures("carries", volume="54 L", salt="sodium_chloride", now="1.4", share="25 %", under="0.2", evaporated="2 L")
        self.slip_says("1.05 g/L", "fresh water carries none: nothing to add", "7 changes of 25 % each")
        # 22 L of sea water at SG 1.025 hold 34.08 g in each litre, 750 g; of a mix with 8 % water in it 814 g. A 15 % change carries 112 g off
        self.measures("salt_steps", volume="22 L", salt="marine_salt", fish="none", now="0", target="1.025")
        self.slip_says("814 g", "34.08 g/L")
        self.measures("carries", volume="22 L", salt="marine_salt", now="1.025", evaporated="1.5 L", share="15 %")
        self.slip_says("fresh water carries none: nothing to add", "112 g")
        # Epsom salt for a bloated barb: 0.2 g/L for days are 10.8 g, or 3.7 g/L for a quarter of an hour, 14.8 g in 4 L
        self.measures(active="magnesium_sulfate", use="eps_2", volume="54 L")
        self.slip_says("10.8 g", "Three to seven days")
        self.measures(active="magnesium_sulfate", use="eps_3", volume="4 L")
        self.answers_all()
        self.slip_says("14.8 g", "15 min by the clock")
        barb = self.fish(self.tank("Paddle", net="54 L"), "cherry barb", 1)
        self.makes_bath(barb, use="Magnesium sulfate (Epsom salt), bath: constipation", water="4 L")
        self.walks_to_the_match()
        self.matches("25", "25.2")
        self.press(self.tid("fish-in"))
        self.until(lambda: self.all("[data-testid='timer']"), "the timer")

    def test_20_swollen_in_brackish_water(self) -> None:
        """A bath mixed to 193 mg/L for fish of 530 thins them; 16 L of 128 swapped for brine bring SG 1.004 to 1.006."""
        self.measures("osmolality", bath__tds="193", home__tds="530")
        self.slip_says("it dilutes them")
        self.measures("salt_steps", volume="128 L", salt="marine_salt", now="1.004", target="1.006", swapped="16 L")
        self.slip_says("16", "g")
        tank = self.tank("Brink", "brackish", net="128 L")
        fish = self.fish(tank, "figure-eight puffer", 2, days_ago=90)
        self.read(tank, salinity="1.004", temperature="26")
        self.treats(fish, condition="dropsy")
        self.until(lambda: self.all("[data-testid='schools']"), "the ways")
        self.sees("Salinity raised for a brackish fish")


class Baths(Walk):
    def test_3_two_buckets_on_arrival(self) -> None:
        """6 L in each: formalin at 100 uL/L in warm water are 0.6 mL; the blue at 30 mg/L 180 mg. A fish that looks ill goes no such way."""
        self.measures("dips")
        self.fill("Water", "6 L")
        self.choose("field-buckets.0.use", "formalin, bath warmer than 21")
        self.choose("field-buckets.1.use", "methylene blue, dip")
        self.fill("Temperature", "25")
        self.fill("Oxygen", "8")
        self.choose("field-by_label", "gives these doses")
        self.choose("field-looks_ill", "one or more")
        self.until(lambda: "ill" in self.text().lower() and not self.all(".slip .big"), "nothing for an ill fish")
        self.choose("field-looks_ill", "none of them")
        # methylene blue is given as the vet says: 30 mg/L, six litres of it 180 mg
        self.all("input")[4].send_keys("30")
        self.answers_all()
        self.slip_says("0.6 mL", "180 mg", "Rinse: a minute in clean water", "Bucket 2, methylene blue")
        sea = self.tank("Sill", "marine", net="76 L")
        cardinals = self.fish(sea, "banggai cardinal", 2)
        self.open(f"/baths?group={cardinals}")
        self.choose("bath-use", "Methylene blue, dip")
        self.fill("Water in the vessel", "6 L")
        self.fill("Your vet says", "30")
        self.press(self.driver.find_element("id", "bath-sure"))
        self.press(self.until(lambda: next((e for e in self.all("label") if "A veterinarian told me" in e.text), None), "the vet's word"))
        self.press(self.tid("make-ready"))
        self.until(lambda: self.all("[data-testid='bath-run']"), "the run")
        self.walks_to_the_match()
        self.matches("25.4", "25.6", "34", "34")
        self.press(self.tid("fish-in"))
        self.until(lambda: self.all("[data-testid^='sign-']"), "the signs")
        self.press(self.all("[data-testid^='sign-']")[0])
        self.until(lambda: self.all("[data-testid='take-them-out']"), "the alarm: out")

    def test_6_a_flat_pale_patch(self) -> None:
        """Salt at 2 g/L in 45 L is 90 g in halves; three acriflavine baths a day apart; twice a day for seven days are fourteen; salt alone is a school."""
        tank = self.tank("Weir", net="45 L")
        fish = self.fish(tank, "cherry barb", 6, days_ago=9)
        self.open(f"/look/{fish}")
        for sign, answer in (("flat_grey_sheen", 0), ("cottony_tufts", 1)):
            self.press(self.until(lambda s=sign, a=answer: self.all(f"[data-testid='sign-{s}'] label")[a : a + 1], sign)[0])  # type: ignore[misc]
        self.until(lambda: "Columnaris" in self.tid("ranking").text, "columnaris among what fits")
        self.treats(fish, condition="columnaris")
        self.sees("Columnaris by salt alone")
        self.press(self.tid("protocol-columnaris_four"))
        self.until(lambda: "45 g" in self.tid("slip-salt").text, "half of 90 g")
        self.sees("Stressors first")
        self.fill("hours between two baths", "12")
        self.fill("days of baths (some keepers: all the days)", "7")
        self.until(lambda: self.text().count("Acriflavine bath") >= 14, "fourteen baths on the day board")

    def test_13_peroxide(self) -> None:
        """120 mg/L in 1 L: 4 mL of 3 %, 2 of 6 %, of 35 % a third of a millilitre; a gallon of 3.785 L takes 15 mL of 3 %."""
        self.measures(active="hydrogen_peroxide", use="hp_6", volume="1 L")
        self.fill("Bring it to", "120")
        self.answers_all()
        self.slip_says("4 mL")
        self.fill("Water", "1 gal")
        self.slip_says("15 mL")
        self.choose("choose-strength", "6 %")
        self.answers_all()
        self.slip_says("7.6 mL")
        sea = self.tank("Sill", "marine", net="76 L")
        fish = self.fish(sea, "clownfish", 2)
        self.treats(fish, condition="marine_ich", school="")
        self.press(self.tid("protocol-transfer_peroxide"))
        # moves every 72 h: on days 4, 7, 10 and 13 of the board
        self.until(lambda: self.text().count("Move ") >= 4, "the moves")
        # two baths of the moves, the second six days after the first
        self.until(lambda: self.text().count("Peroxide bath") >= 2, "two baths")
        self.press(self.tid("protocol-peroxide_in_tank"))
        self.until(lambda: "pump" in self.text() and self.all("[data-testid^='slip-']"), "the pump, with its dose")
        # the bath itself, with a strip read between two turns
        self.open(f"/baths?group={fish}")
        self.choose("bath-use", "Hydrogen peroxide, bath: marine velvet")
        self.fill("Water in the vessel", "10 L")
        self.press(self.driver.find_element("id", "bath-sure"))
        self.press(self.tid("make-ready"))
        self.until(lambda: self.all("[data-testid='bath-run']"), "the run")


class Copper(Walk):
    def setUp(self) -> None:
        super().setUp()
        self.sill = self.tank("Sill", "marine", net="80 L")
        self.fish_here = self.fish(self.sill, "banggai cardinal", 5)
        self.put("shelf/bottles", {"name": "copper, amine", "active": "copper", "kind": "mg_per_ml", "value": "5", "form": "bound", "content": "500 mL"})

    def test_4_white_grains_that_can_be_counted(self) -> None:
        """Five ways side by side. 2.25 mg/L in 80 L are 180 mg, 36 mL of 5 mg/mL: 9 a day for four. Read 2.8: a change of 0.2 brings it to 2.24."""
        self.treats(self.fish_here, condition="marine_ich")
        for way in ("Copper at range, thirty days, begun again", "Low salinity held", "Tank transfer every 72 hours", "Chloroquine at the level", "Watch only"):
            self.sees(way)
        self.press(self.tid("protocol-copper_30_strict"))
        self.until(lambda: "9mL" in self.one_word(self.tid("slip-copper")), "a quarter a day")
        self.until(lambda: "are there: enough" in self.tid("there-words").text, "what stands on the shelf")
        self.starts()
        self.until(lambda: self.all("[data-testid='due-dose']"), "the first part to be due")
        self.press("Gave 9 mL")
        self.until(lambda: not self.all("[data-testid='due-dose']"), "the dose to be done")
        self.measures("correct", volume="80 L", active="copper", reading="2.8", target="2.25", share="25 %")
        self.slip_says("20 %")
        # a reading under the range is said at once where it is read
        self.read(self.sill, copper="0.4")
        self.open(f"/tanks/{self.sill}")
        self.until(lambda: self.all("[data-testid='ledger-copper']"), "the ledger")
        self.until(lambda: "0.40" in self.tid("ledger-copper").text or "0.4 mg/L" in self.tid("ledger-copper").text, "the reading in it")

    def test_17_copper_in_ten_days(self) -> None:
        """Halves on two days are 18 mL each; what comes through of white spot in ten days and in thirty."""
        self.treats(self.fish_here, condition="marine_velvet")
        self.press(self.tid("protocol-copper_30_strict"))
        self.fill("parts, one a day: 4 quarters, or 2 halves", "2")
        self.until(lambda: "18mL" in self.one_word(self.tid("slip-copper")), "half a day")
        self.press(self.tid("protocol-copper_10"))
        self.fill("days in range", "10")
        self.until(lambda: "What is left" in self.text(), "what comes through")
        self.sees("of velvet")
        # ten days of it against white spot leave more than thirty do: it is no way against that
        self.treats(self.fish_here, condition="marine_ich")
        self.until(lambda: self.all("[data-testid='schools']"), "the ways")
        self.assertFalse(self.all("[data-testid='protocol-copper_10']"))


class Permanganate(Walk):
    def test_16_permanganate_in_the_tank(self) -> None:
        """262 L truly: 2 mg/L are 524 mg; the name of 300 L would have given 600, 2.29 mg/L. Peroxide to stop 524 mg stands ready. Five days, four apart."""
        self.measures(active="permanganate", use="km_1", volume="262 L")
        self.answers_all()
        self.slip_says("524 mg")
        self.fill("Water", "300 L")
        self.slip_says("600 mg")
        self.measures("stop", active="permanganate", volume="262 L", level="2")
        self.slip_says("mL")
        tank = self.tank("Vat", "coldwater_pond", net="262 L")
        fish = self.fish(tank, "shubunkin", 12, days_ago=40)
        self.treats(fish, condition="columnaris")
        self.press(self.tid("protocol-permanganate_tank"))
        self.until(lambda: "524mg" in self.one_word(self.tid("slip-permanganate")), "the dose for its true water")
        self.fill("further times after the first (some keepers: four)", "4")
        self.fill("days between", "4")
        self.until(lambda: self.text().count("Four hours: stop it with peroxide") >= 5, "five days on the board")
        self.sees("hit gills that have not healed")
        for step in ("without conditioner", "Colour and breathing: violet works, brown is spent", "Change half", "Ammonia and nitrite"):
            self.sees(step)

    def test_18_velvet_on_small_labyrinth_fish(self) -> None:
        """80 mg in 15 L are 5.33 mg/L: within the bath's own. After it 2.5 mg/L acriflavine in 20 L, 50 mg; a third changed carries 16.7 mg off."""
        self.measures("what_is", volume="15 L", use="km_2", amount="80 mg")
        self.slip_says("5.33 mg/L")
        tank = self.tank("Bowl", net="20 L")
        fish = self.fish(tank, "honey gourami", 2)
        self.treats(fish, condition="freshwater_velvet")
        self.press(self.tid("protocol-permanganate_then_mix"))
        self.until(lambda: "50mg" in self.one_word(self.tid("slip-acriflavine")), "the yellow")
        self.until(lambda: "20mg" in self.one_word(self.tid("slip-methylene blue")), "the blue")
        # two changes a week, a third each, and what they take goes back
        self.until(lambda: self.text().count("Change a third") >= 2, "the changes")
        self.sees("Permanganate bath in a bucket of its own")
