"""Journeys 2, 5, 7, 9 to 12, 14, 15, 19 and 21: tanks made ready, watched, shared, put away; batches, release, the sick bay."""

from __future__ import annotations

from pennywort.accounts.models import Keeper
from pennywort.courses.models import Case, Course
from pennywort.fish.models import Group, Move, Order
from pennywort.tanks.models import AmmoniaFed, Contact, SetupStep, StandingTask
from tests.browser.walks import Walk


class MadeReady(Walk):
    def test_10_a_new_quarantine_tank(self) -> None:
        """42 L by measured water and no box; each item ticked; a sponge of the display; 0.3 g a day in 42 L are 0.296 mg/L: 60 % a day until then."""
        display = self.tank("Leat", net="180 L")
        self.open("/tanks/new")
        self.fill("Name", "Bay")
        self.fill("Net, if measured", "42 L")
        self.press("Set up this tank")
        self.sees("No fish in 42.0 L of water.")
        self.press("Made ready, filter")
        self.sees("Nobody lives here yet. 12 of 12 still to do.")
        for item in ("leak", "covered", "lid", "hides", "heater", "badge"):
            self.press(self.until(lambda i=item: self.tid(f"setup-{i}").find_elements("css selector", "button"), item)[0])  # type: ignore[misc]
            self.until(lambda i=item: SetupStep.objects.filter(item=i).exists(), item)  # type: ignore[misc]
        self.until(lambda: "6 of 12" in self.text(), "what is done")
        self.sees("nothing soaks up copper")
        # what touched copper or sick fish is asked about before it comes in
        self.press(self.tid("begin-filter"))
        self.press(self.one("[role=dialog] .p-select"))
        self.press(self.option("Leat", whole=True))
        self.fill("There since", self.day(-40).isoformat())
        self.press(self.tid("save-filter"))
        self.closes()
        self.sees("a seasoned sponge from Leat")
        self.fill("Food a day", "0.3 g")
        self.press("Reckon")
        self.until(lambda: "25.2L" in self.one_word(self.tid("filter-load")), "60 % of 42 L, never less than 0.296 over 0.5")
        self.until(lambda: self.tid("filter-ready").text.startswith("ready"), "when it is ready")
        self.press(self.tid("plan-changes"))
        self.until(lambda: StandingTask.objects.filter(kind="change", every_days=1).exists(), "the changes on Today")
        self.assertTrue(display)

    def test_12_filter_light_food_gear(self) -> None:
        """From nothing, fed 2.58 mg/L as NH4, 2 as N; light off on day one; a net that touched newcomers; bleach 18.5 mL against the keepers' 139."""
        tank = self.tank("Bay", net="42 L")
        self.open(f"/tanks/{tank}/ready")
        self.press(self.tid("begin-filter"))
        self.press("from nothing")
        self.press(self.tid("save-filter"))
        self.closes()
        self.press(self.tid("feed-filter"))
        self.fill("It raised the water by", "2.58 mg/L")
        self.press(self.tid("save-fed"))
        self.closes()
        self.assertAlmostEqual(AmmoniaFed.objects.get().total_ammonia_as_n_mg_per_l, 2.0, places=2)
        other = self.tank("Leat", net="180 L")
        self.fish(other, "cherry barb", 9, days_ago=200)
        self.open(f"/tanks/{tank}")
        self.press("Fish arrive")
        self.fill("Fish", "cherry barb")
        self.fill("How many came", "6")
        self.press(self.tid("arrive-plans"))
        self.press(self.tid("save-group"))
        self.closes()
        self.open("/")
        self.sees("Light stays off")
        # everything in it is contaminated: its net goes nowhere unasked
        self.open("/gear")
        self.press(self.tid("add-gear"))
        self.fill("Name", "net 1")
        self.press(self.all("[role=dialog] .p-select")[1])
        self.press(self.option("Bay", whole=True))
        self.press(self.tid("save-gear"))
        self.closes()
        self.opens(lambda: self.one("[aria-label='Used in …: net 1']"))
        self.press(self.one("[role=dialog] .p-select"))
        self.press(self.option("Leat", whole=True))
        self.press(self.tid("save-contact"))
        self.sees("The fish of Bay have been watched for 0 days.")
        self.press("It happened all the same")
        self.closes()
        self.assertEqual(Contact.objects.get().kind, "used")
        self.open(f"/tanks/{tank}/trace")
        self.until(lambda: "net 1, from Bay to Leat" in self.tid("trace-lines").text, "the trace")
        self.press("bleach for 5 L")
        self.slip_says("18.5 mL", "7 g")
        self.fill("Chlorine", "1500 mg/L")
        self.slip_says("139 mL")
        # nitrate above 30 mg/L asks for a change
        self.read(tank, nitrate="45")
        self.open(f"/tanks/{tank}/water")
        self.until(lambda: "Nitrate" in self.text() or "nitrate" in self.text(), "the nitrate")
        # taken down once nobody lives there
        group = Group.objects.get(tank__name="Bay")
        self.put(f"groups/{group.uid}/leavings", {"kind": "given", "count": 6})
        self.open(f"/tanks/{tank}/ready")
        self.press(self.tid("take-down"))
        self.fill("How it was cleaned", "bleached, dried for a week")
        self.press(self.tid("save-take-down"))
        self.until(lambda: "Put away since" in self.text(), "it is put away")


class Watched(Walk):
    def test_2_small_preventive_quarantine(self) -> None:
        """8 L with one honey gourami: a product of two actives by drops, 10 for each 38 L: 2.1 drops; the same active twice is stopped; a keeper allergic."""
        bowl = self.tank("Bowl", net="8 L")
        fish = self.fish(bowl, "honey gourami", 1)
        self.measures("label", volume="8 L", amount="10", counts="drops", per_volume="10 gal")
        self.slip_says("2")
        self.treats(fish)
        self.until(lambda: self.all("[data-testid='schools']"), "what is done in advance")
        self.sees("Fresh water, treated in advance")
        self.press(self.tid("protocol-in_advance"))
        for label, text in (("Product", "the green drops"), ("This much", "5 mL"), ("in every", "40 L"), ("for so many days", "7"), ("every", "24 h")):
            self.fill(label, text)
        # 2.5 mg/L praziquantel in 8 L, and of 5 mL for 40 L one for 8
        self.until(lambda: "20mg" in self.one_word(self.tid("slip-praziquantel")), "the powder")
        self.until(lambda: "1mL" in self.one_word(self.tid("slip-the green drops")), "the drops")
        # the label says what is in it: the same active twice is one medicine twice
        self.press(self.tid("label-holds"))
        self.press(self.option("Praziquantel"))
        self.sees("Never here: praziquantel is in more than one of these medicines")
        # whoever is allergic to it is stopped until he says who handles it
        Keeper.objects.filter(pk=self.maren.pk).update(allergies=["aminoglycoside"])
        self.measures(active="kanamycin", use="kan_1", volume="8 L")
        self.slip_says("allerg")

    def test_5_the_tank_that_always_stands(self) -> None:
        """A fifth every five days; with sand and rock the copper test decides, not the dose."""
        tank = self.tank("Pound", "marine", net="86 L", sand_depth="3 cm", rock_mass="4 kg")
        fish = self.fish(tank, "royal gramma", 3, days_ago=3)
        self.open(f"/tanks/{tank}")
        self.opens(lambda: self.one("[data-testid='upkeep'] .presses button"))
        self.press(self.tid("save-standing"))
        self.closes()
        self.assertEqual(StandingTask.objects.get().every_days, 5)
        self.read(tank, nitrate="20", ammonia="0", temperature="25", salinity="1.025")
        self.treats(fish, condition="marine_ich")
        self.press(self.tid("protocol-copper_30_strict"))
        self.sees("sand")
        self.treats(fish)
        self.press(self.tid("protocol-watch"))
        self.until(lambda: "No medicine goes in" in self.text(), "a month of watching")
        self.starts()
        self.until(lambda: Course.objects.filter(protocol_id="watch").exists(), "the watch, without a disease's name")

    def test_7_white_spot_in_warm_and_in_cold_water(self) -> None:
        """The cycle at 25 degC takes days, at 12 weeks; two tanks on one sump are dosed once."""
        warm = self.tank("Leat", net="90 L")
        twin = self.tank("Sluice", net="60 L", shares_water_with=warm)
        fish = self.fish(warm, "cherry barb", 8, days_ago=20)
        self.fish(twin, "guppy", 6, days_ago=20)
        pond = self.tank("Vat", "coldwater_pond", net="600 L")
        koi = self.fish(pond, "shubunkin", 9, days_ago=50)
        self.read(warm, temperature="25")
        self.read(pond, temperature="12")
        self.treats(fish, condition="ich")
        self.press(self.tid("protocol-salt_and_warmth"))
        # 2 g/L in the 150 L of both are 300 g, a third of it 100
        self.until(lambda: "100g" in self.one_word(self.tid("slip-salt")), "both tanks as one water")
        self.sees("Once, into Leat: Sluice has the same water")
        self.treats(koi, condition="ich")
        self.until(lambda: self.all("[data-testid='schools']"), "the ways in cold water")
        self.press(self.tid("protocol-ich_salt"))
        self.until(lambda: "What is left" in self.text() or "12.0" in self.text(), "the cycle in the cold")

    def test_21_watching_only(self) -> None:
        """Two fish under observation; the label of a plant extract read twice: seven days and a quarter changed for the sick, three for new fish."""
        tank = self.tank("Bay", net="40 L")
        fish = self.fish(tank, "cherry barb", 2, days_ago=7)
        self.put(
            "shelf/labels",
            {
                "label": {
                    "product": "leaf extract",
                    "amount": "5 mL",
                    "per_volume": "40 L",
                    "every": "24 h",
                    "days": 7,
                    "new_days": 3,
                    "change": "25 %",
                    "change_on_day": 8,
                }
            },
        )
        self.open(f"/look/{fish}")
        self.until(lambda: self.all("[data-testid='watch-for'] summary"), "what to look for")
        self.press(self.one("[data-testid='watch-for'] summary"))
        self.until(lambda: ":" in self.tid("watch-for").text, "by kind")
        self.treats(fish, condition="fin_rot")
        self.press(self.tid("protocol-fin_rot_label"))
        self.choose("label-shelf", "leaf extract")
        self.until(lambda: "5mL" in self.one_word(self.tid("slip")), "a dose a day")
        self.sees("The change that the label asks for")
        self.open("/shelf")
        self.opens(lambda: self.one("[aria-label='mend leaf extract']"))
        self.press("whole")
        self.fill("In it now", "120 mL")
        self.press(self.tid("save-mend"))
        self.closes()
        self.until(lambda: "120 mL of 120 mL left" in self.tid("labels").text, "what is in it")


class Batches(Walk):
    def test_15_large_batches(self) -> None:
        """240 ± 0 and about 20 ± 5 lost; 240 with about 120 ± 15 dead in the bags: 120 ± 15 are left. Four are kept back from 120: 116 ± 15 go."""
        tank = self.tank("Leat", net="400 L")
        other = self.tank("Sluice", net="200 L")
        self.fish(tank, "harlequin rasbora", 240, days_ago=28, supplier="Dealer A")
        first = Group.objects.get()
        self.put(f"groups/{first.uid}/losses", {"count": 20, "count_plus_minus": 5, "happened_at": self.ago(25)})
        self.open(f"/tanks/{other}")
        self.press("Fish arrive")
        self.fill("Fish", "harlequin rasbora")
        self.fill("How many came", "240")
        self.fill("Dead on arrival", "120")
        self.fill("From", "Dealer B")
        self.fill("give or take, of the dead", "15")
        self.press(self.tid("save-group"))
        self.closes()
        self.sees("about 120 ± 15 harlequin rasboras")
        self.open("/records/batches")
        self.sees("Dealer A")
        self.sees("Dealer B")
        second = Group.objects.get(supplier="Dealer B")
        third = self.tank("Bay", net="400 L")
        self.open(f"/tanks/{other}?move={second.uid}")
        self.choose("move-to", "Bay")
        self.fill("How many", "116")
        self.press(self.tid("save-move"))
        self.closes()
        self.until(lambda: Move.objects.filter(count=116, count_plus_minus=15).exists(), "those that go carry the plus-minus")
        self.open(f"/tanks/{other}")
        self.sees("4 harlequin rasboras")
        self.open("/records/supplier")
        self.until(lambda: "Dealer" in self.text(), "the supplier's sheet")
        # a third order waits with its tank
        self.open("/tanks")
        self.opens(lambda: self.tid("order"))
        self.fill("Fish", "harlequin rasbora")
        self.fill("How many", "240")
        self.fill("They come on", self.day(4).isoformat())
        self.fill("From", "Dealer A")
        self.press(self.tid("save-order"))
        self.closes()
        self.until(lambda: "240 harlequin rasboras" in self.tid("orders").text, "what is ordered")
        self.assertEqual((Order.objects.get().count, Order.objects.get().supplier), (240, "Dealer A"))
        self.assertTrue(third)

    def test_14_the_sick_bay(self) -> None:
        """A packet for each 40 L, three doses: in 18 L 0.45 of one, which is half a one; in 40 L one; in 110 L 2.75, which is three."""
        self.tank("Bay", net="40 L")
        soon = self.day(30).isoformat()
        self.put("shelf/bottles", {"name": "peroxide", "active": "hydrogen_peroxide", "expires_on": soon, "content": "250 mL"})
        self.open("/shelf")
        self.sees("30 days left")
        self.until(lambda: "pure salt" in self.tid("sick-bay-words").text, "what is missing")
        for volume, packets in (("18 L", "½ piece"), ("40 L", "1 piece"), ("110 L", "3 pieces")):
            self.measures("label", volume=volume, amount="1", counts="pieces", per_volume="40 L")
            self.slip_says(packets)
        self.open("/emergency")
        self.until(lambda: self.all("[data-testid='first-steps'] li"), "the first steps of a power cut")
        self.sees("air")


class Released(Walk):
    def test_19_release(self) -> None:
        """Three tangs to others: 1.5 degrees apart to a half; in a vessel of 8 L with 5 of theirs 3 L at a time, three times, 200 mL a minute."""
        quarantine = self.tank("Pound", "marine", net="86 L")
        display = self.tank("Tideway", "marine", net="400 L")
        tangs = self.fish(quarantine, "yellow tang", 3, days_ago=33)
        self.fish(display, "yellow tang", 3, days_ago=400)
        self.read(quarantine, temperature="25.5", salinity="1.025", ammonia="0", nitrite="0", ph="8.2")
        self.read(display, temperature="24", salinity="1.025", ammonia="0", nitrite="0", ph="8.2")
        self.put(f"groups/{tangs}/observations", {"appetite": "all"})
        self.put(f"groups/{tangs}/looks", {"signs": {"eating_normally": True, "flashing": False}})
        self.open(f"/release/{tangs}")
        self.choose("release-to", "Tideway")
        self.until(lambda: "1.5" in self.tid("gate").text, "how far apart")
        self.until(lambda: "fight their own kind" in self.tid("companions").text, "who lives there")
        self.fill("The box holds", "8 L")
        self.until(lambda: "3.0 L of the new water to 5.0 L of theirs" in self.text(), "the drip in steps")
        self.sees("200 mL a minute")
        self.sees("mirror")
        self.press(self.tid("plan-release"))
        self.until(lambda: StandingTask.objects.filter(tank__name="Tideway", kind="watch").exists(), "the days after")
        self.open("/")
        self.sees("Chasing: who goes for whom")

    def test_11_buying_a_puffer(self) -> None:
        """In the shop from fins to droppings; what it needs and whether a tank is ready; 25 mg/kg of two puffers of 12 g in food; bites that heal."""
        self.tank("Brink", "brackish", net="60 L")
        self.open("/look/before-buying")
        self.fill("Fish", "figure-eight puffer")
        self.until(lambda: "Brink" in self.tid("before-buying").text, "a tank for it")
        self.assertIn("no filter was begun", self.tid("before-buying").text)
        self.measures("food", dose="25", fish_count="2", mean_mass="12 g", days="3", eaten="1 %", food_at_hand="9 g")
        self.slip_says("mg")

    def test_9_a_swab(self) -> None:
        """One pass of 3 % on a sore, gills under water; a second on the same day is held back; a picture each day."""
        pond = self.tank("Vat", "coldwater_pond", net="600 L")
        koi = self.fish(pond, "shubunkin", 1, days_ago=60)
        self.open(f"/baths?group={koi}")
        self.choose("bath-use", "Hydrogen peroxide, on the wound")
        self.press(self.driver.find_element("id", "bath-sure"))
        self.press(self.tid("make-ready"))
        self.until(lambda: self.all("[data-testid='bath-run']"), "the run")
        self.walks_to_the_match()
        self.sees("once")
        self.press(self.tid("fish-in"))
        self.until(lambda: self.all("[data-testid='bath-ended']"), "it is done")
        # a second pass on the same day kills what heals: it is held back
        self.open(f"/baths?group={koi}")
        self.choose("bath-use", "Hydrogen peroxide, on the wound")
        self.press(self.driver.find_element("id", "bath-sure"))
        self.press(self.tid("make-ready"))
        self.sees("Again from")


class LookBack(Walk):
    def test_8_the_look_back_at_a_disaster(self) -> None:
        """Four sea fish watched for four weeks without a look, grains left alone; two lost. All of it entered afterwards, with its true days."""
        tank = self.tank("Tideway", "marine", net="225 L")
        fish = self.fish(tank, "firefish", 4, days_ago=34)
        self.put(f"groups/{fish}/looks", {"signs": {"white_spots_countable": True, "flashing": True}, "happened_at": self.ago(6)})
        self.put(f"groups/{fish}/looks", {"signs": {"gold_grey_dust": True, "rapid_breathing": True, "off_food": True}, "happened_at": self.ago(4)})
        self.open(f"/tanks/{tank}")
        self.opens(lambda: self.one("[aria-label='A loss among firefish']"))
        self.press(self.tid("losses-over"))
        self.fill("Day 1", self.day(-3).isoformat())
        self.press(self.tid("another-day"))
        self.fill("Day 2", self.day(-2).isoformat())
        self.press(self.tid("save-losses-over"))
        self.closes()
        self.sees("2 firefish")
        case = Case.objects.get()
        # the case began at its first sign, six days ago, whatever was pressed when
        self.open(f"/records/{case.uid}")
        self.until(lambda: "Entered" in self.text() or "entered" in self.text(), "that it was entered later")
        self.press(self.tid("close-case"))
        self.press("lost")
        self.press(self.one("[role=dialog] button[type=submit]"))
        self.until(lambda: Case.objects.get().closed_at, "the case to be closed")
        self.sees("From the first sign (rubs itself on things, white grains you can count) nothing was given, changed or moved.")
        self.sees("The looks were written down later")
