"""The second half of some journeys: what a course does days later, what goes back, how it ends; with their figures by hand."""

from __future__ import annotations

from pathlib import Path

from pennywort.courses.models import Case, Course, Task
from pennywort.fish.models import Group, Photo
from tests.api.room import a_picture
from tests.browser.walks import Walk


class DaysLater(Walk):
    def begun(self, group: str, protocol: str, condition: str, *, days_ago: float, **more: object) -> Course:
        """A course that began so many days ago, all of it confirmed."""
        wish = {"protocol": protocol, "condition": condition, "confirmed": list(range(9)), "vet_word": True, "reason": "by the book", **more}
        self.put(f"groups/{group}/courses", {**wish, "starts_at": self.ago(days_ago)})
        return Course.objects.latest("pk")

    def test_4_a_reading_below_begins_the_count_again(self) -> None:
        """Four quarters of 9 mL reach 2.25 mg/L in 80 L on day 4; read daily, on day 8 at 1.2: two days later the count stands at day 2 of 30."""
        sill = self.tank("Sill", "marine", net="80 L")
        fish = self.fish(sill, "banggai cardinal", 5, days_ago=12)
        self.put("shelf/bottles", {"name": "copper, amine", "active": "copper", "kind": "mg_per_ml", "value": "5", "form": "bound", "content": "500 mL"})
        course = self.begun(fish, "copper_30_strict", "marine_ich", days_ago=10)
        for task in Task.objects.filter(course=course, kind="dose").order_by("due_at")[:4]:
            self.put(f"tasks/{task.uid}/dose", {"amount": "9 mL", "happened_at": task.due_at.isoformat()})
        for day in range(4, 11):
            self.put(f"tanks/{sill}/readings", {"copper": "1.2" if day == 8 else "2.2", "happened_at": self.ago(10 - day, 0.05)})
        self.open(f"/tanks/{sill}")
        self.until(lambda: "The count began again after" in self.tid("slip-words").text, "that it began again")
        self.sees("day 2 of 30")
        # above the range, a change brings it down; and the display stands without fish meanwhile
        self.measures("correct", volume="80 L", active="copper", reading="2.8", target="2.25", share="25 %")
        self.slip_says("20 %")
        self.treats(fish, condition="marine_ich")
        self.press(self.tid("protocol-empty_display"))
        self.sees("76")

    def test_13_the_pump_for_380_litres(self) -> None:
        """0.99 mg/L in 380 L are 376 mg, 12.5 mL of 3 % (1.0 g/mL): every twelve hours for a week, every eight for two, then 1.6 times: 602 mg, 20.1 mL."""
        display = self.tank("Tideway", "marine", net="380 L")
        fish = self.fish(display, "clownfish", 2, days_ago=30)
        self.treats(fish, condition="marine_ich")
        self.press(self.tid("protocol-peroxide_in_tank"))
        self.until(lambda: "12.5mL" in self.one_word(self.tid("slip-peroxide")), "the pump's dose")
        self.sees("Peroxide, more, every eight hours, 20.1 mL")
        self.measures(active="hydrogen_peroxide", use="hp_6", volume="1 gal")
        self.fill("Bring it to", "120")
        self.choose("choose-strength", "35 %")
        self.answers_all()
        self.press("I read it, it is right")
        # 454 mg of 35 % by weight at 1.13 kg/L are 1.148 mL; a syringe reads 0.02
        self.slip_says("1.14 mL")

    def test_16_brown_after_two_hours(self) -> None:
        """Violet turned brown before the four hours were over is spent: the next look says so, and the second dose is not given by the clock."""
        vat = self.tank("Vat", "coldwater_pond", net="262 L")
        fish = self.fish(vat, "shubunkin", 12, days_ago=40)
        self.begun(fish, "permanganate_tank", "columnaris", days_ago=0.08)
        self.open("/")
        self.press("Stand at it")
        self.press(self.until(lambda: self.all("#bath-sure"), "what must be sure")[0])
        self.press(self.tid("make-ready"))
        self.until(lambda: self.all("[data-testid='bath-run']"), "the run")
        self.walks_to_the_match()
        self.press(self.tid("fish-in"))
        self.press("brown")
        self.until(lambda: "It is spent" in self.tid("colour-words").text, "what brown says")

    def test_17_ten_days_with_their_tests(self) -> None:
        sill = self.tank("Sill", "marine", net="80 L")
        fish = self.fish(sill, "banggai cardinal", 5)
        self.put("shelf/bottles", {"name": "copper, amine", "active": "copper", "kind": "mg_per_ml", "value": "5", "form": "bound", "content": "500 mL"})
        self.treats(fish, condition="marine_velvet")
        self.press(self.tid("protocol-copper_10"))
        self.fill("days in range", "10")
        self.starts()
        self.until(lambda: Course.objects.filter(protocol_id="copper_10").exists(), "it to run")
        tests = Task.objects.filter(course__protocol_id="copper_10", kind="water_test")
        self.assertGreaterEqual(sum("copper" in t.reads for t in tests), 10)

    def test_18_what_goes_back_with_each_change(self) -> None:
        """2.5 mg/L acriflavine in 20 L; a third changed takes 16.7 mg of the 50 off."""
        bowl = self.tank("Bowl", net="20 L")
        fish = self.fish(bowl, "honey gourami", 2)
        self.treats(fish, condition="freshwater_velvet")
        self.press(self.tid("protocol-permanganate_then_mix"))
        # what goes in first, and twice what a third takes off: 50 and two times 16.7
        self.sees("acriflavine 83.3 mg")


class Ways(Walk):
    def test_2_packets_warmth_and_the_sponge(self) -> None:
        """A packet for 40 L is a fifth of one for 8 L; half of the water, then half again; the sponge is asked about before it goes to the display."""
        bowl = self.tank("Bowl", net="8 L")
        display = self.tank("Leat", net="180 L")
        self.fish(display, "cherry barb", 9, days_ago=200)
        fish = self.fish(bowl, "honey gourami", 1)
        self.read(bowl, temperature="26")
        self.measures("label", volume="8 L", amount="1", counts="pieces", per_volume="40 L")
        self.slip_says("piece")
        self.treats(fish)
        self.press(self.tid("protocol-in_advance"))
        for label, text in (("Product", "the green drops"), ("This much", "5 mL"), ("in every", "40 L"), ("for so many days", "7"), ("every", "24 h")):
            self.fill(label, text)
        self.until(lambda: self.text().count("Change half") >= 2, "all of it changed at the end")
        self.treats(fish, condition="ich")
        self.press(self.tid("protocol-salt_and_warmth"))
        self.sees("28")
        self.put("gear", {"name": "seasoned sponge", "kind": "sponge", "home": bowl})
        self.open("/gear")
        self.opens(lambda: self.one("[aria-label='Used in …: seasoned sponge']"))
        self.press(self.one("[role=dialog] .p-select"))
        self.press(self.option("Leat", whole=True))
        self.press(self.tid("save-contact"))
        self.sees("The fish of Bowl have been watched for 0 days.")

    def test_7_every_other_day_by_a_label(self) -> None:
        """A product each 48 h for as long as the cycle takes, 5 mL for 40 L: 11.25 mL in 90 L."""
        warm = self.tank("Leat", net="90 L")
        fish = self.fish(warm, "cherry barb", 8, days_ago=20)
        self.read(warm, temperature="25")
        self.treats(fish, condition="ich")
        self.press(self.tid("protocol-by_label"))
        self.fill("Product", "white spot drops")
        self.fill("This much", "5 mL")
        self.fill("in every", "40 L")
        self.fill("every", "48 h")
        self.fill("for so many days", "10")
        self.until(lambda: "11.2mL" in self.one_word(self.tid("slip")), "the dose")
        self.sees("Carbon")

    def test_9_a_picture_each_day(self) -> None:
        pond = self.tank("Vat", "coldwater_pond", net="600 L")
        koi = self.fish(pond, "shubunkin", 1, days_ago=60)
        self.put(f"groups/{koi}/looks", {"signs": {"ulcer_shallow": True}, "happened_at": self.ago(1)})
        picture = Path(self.folder) / "fish.jpg"
        picture.write_bytes(a_picture())
        self.open(f"/look/{koi}/days")
        for number, taken in ((1, self.day(-1)), (2, self.day(0))):
            self.fill("Taken", f"{taken.isoformat()} 08:00")
            self.all("input[type=file]")[0].send_keys(str(picture))
            self.until(lambda n=number: Photo.objects.count() == n, f"photo {number}")  # type: ignore[misc]
            self.driver.refresh()
            self.until(lambda n=number: len(self.all(".photos img, figure img")) >= n, f"{number} side by side")  # type: ignore[misc]
        taken_on = [p.happened_at.date() for p in Photo.objects.order_by("happened_at")]
        self.assertEqual(taken_on, [self.day(-1), self.day(0)])

    def test_15_put_together_and_the_sheet(self) -> None:
        """240 of which 20 ± 5 were lost within a week: 8 %; put together after four weeks with 120 ± 15, and each stays in its batch."""
        leat = self.tank("Leat", net="400 L")
        first = self.fish(leat, "harlequin rasbora", 240, days_ago=28, supplier="Dealer A")
        self.put(f"groups/{first}/losses", {"count": 20, "count_plus_minus": 5, "happened_at": self.ago(25)})
        self.fish(leat, "harlequin rasbora", 240, days_ago=21, supplier="Dealer B", dead_on_arrival=120, dead_on_arrival_plus_minus=15)
        second = Group.objects.get(supplier="Dealer B")
        self.put(f"groups/{second.uid}/merge", {"into": first})
        self.open(f"/tanks/{leat}")
        # 220 ± 5 and 120 ± 15: the root of 25 and 225 is 15.8
        self.sees("about 340 ± 16 harlequin rasboras")
        self.open("/records/batches")
        self.until(lambda: "240" in self.tid("batch-0").text and "240" in self.tid("batch-1").text, "both batches, each with its own")
        self.open("/records/supplier")
        self.choose("supplier", "Dealer A")
        self.sees("8 %")

    def test_20_swollen_day_by_day(self) -> None:
        brink = self.tank("Brink", "brackish", net="128 L")
        fish = self.fish(brink, "figure-eight puffer", 2, days_ago=90)
        for day, size in ((3, 3), (2, 2), (0.1, 1)):
            self.put(f"groups/{fish}/looks", {"signs": {"swollen_belly_even": True}, "sizes": {"swollen_belly_even": size}, "happened_at": self.ago(day)})
        self.open(f"/look/{fish}/days")
        self.until(lambda: "better" in self.tid("progress").text, "how it went")
        case = Case.objects.get()
        self.open(f"/records/{case.uid}")
        self.press(self.tid("close-case"))
        self.press("cured")
        self.press(self.one("[role=dialog] button[type=submit]"))
        self.until(lambda: Case.objects.get().outcome == "recovered", "the outcome")
        self.sees("Closed: cured")

    def test_21_three_days_for_new_fish_then_released(self) -> None:
        """The label's second reading: three days for new fish instead of seven; seen better, watched 33 days, they go."""
        bay = self.tank("Bay", net="40 L")
        display = self.tank("Leat", net="180 L")
        self.fish(display, "guppy", 5, days_ago=200)
        fish = self.fish(bay, "cherry barb", 2, days_ago=33)
        self.put(
            "shelf/labels",
            {"label": {"product": "leaf extract", "amount": "5 mL", "per_volume": "40 L", "every": "24 h", "days": 7, "new_days": 3, "change": "25 %",
                       "change_on_day": 8}},
        )  # fmt: skip
        self.treats(fish)
        self.press(self.tid("protocol-in_advance"))
        self.choose("label-shelf", "leaf extract")
        self.until(lambda: "5mL" in self.one_word(self.tid("slip-leaf extract")), "a dose a day")
        self.sees("35 mL leaf extract")
        self.choose("label-reading", "new, none is ill")
        self.sees("15 mL leaf extract")
        self.put(f"groups/{fish}/looks", {"signs": {"eating_normally": True, "flashing": False}})
        self.put(f"groups/{fish}/observations", {"appetite": "all"})
        self.read(bay, temperature="25", ammonia="0", nitrite="0", ph="7.2")
        self.read(display, temperature="25", ammonia="0", nitrite="0", ph="7.2")
        self.open(f"/release/{fish}")
        self.choose("release-to", "Leat")
        self.press("Move them over")
        self.press(self.tid("save-move"))
        self.until(lambda: Group.objects.filter(species_name="cherry barb", tank__name="Leat").exists(), "them in the display")
