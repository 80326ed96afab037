"""Plans, clocks and life cycles: the schools' own sums, and what is done late, twice or not at all."""

from __future__ import annotations

import math
from dataclasses import replace
from datetime import UTC, datetime, timedelta
from itertools import pairwise
from unittest import TestCase
from zoneinfo import ZoneInfo

from hypothesis import given, settings
from hypothesis import strategies as st

from pennywort.core.course.build import build_plan
from pennywort.core.course.clock import ClockRule, Counted, read_clock
from pennywort.core.course.plan import Chosen, CoursePlan, TankFacts
from pennywort.core.course.replan import replan
from pennywort.core.errors import InvalidInput, NotKnownYet, Refused
from pennywort.core.medicine.dose import Water
from pennywort.core.medicine.guards import Surroundings
from pennywort.core.medicine.label import LabelDirections
from pennywort.core.medicine.product import Product, listed_product, own_product
from pennywort.core.reference import library
from pennywort.core.reference.library import check_course
from pennywort.core.reference.models import Species
from pennywort.core.reference.yaml_files import ReferenceError

FOUND = library()
START = datetime(2026, 11, 1, 9, tzinfo=UTC)
LONDON = ZoneInfo("Europe/London")
LABEL = LabelDirections(product="mix", amount_ml=5, per_volume_l=40, every_h=24, days=7)
COPPER = own_product(FOUND.actives["copper"], kind="mg_per_ml", value=5.2, form="bound")


def after(hours: float) -> datetime:
    return START + timedelta(hours=hours)


def plan(name: str, *, start: datetime = START, volume: float | None = 80.0, warmth: float = 25.0, sand: bool = False, **chosen: object) -> CoursePlan:
    protocol = FOUND.courses[name]
    here = Surroundings(water=protocol.water[0], lives=frozenset(chosen.pop("lives", ())))  # type: ignore[call-overload]
    water = Water(net_volume_l=volume, net_uncertainty_l=2) if volume else None
    species = chosen.pop("species", ())
    tank = TankFacts(water=water, temperature_c=warmth, surroundings=here, standing={"sand": "3.0 cm of sand"} if sand else {}, species=species)  # type: ignore[arg-type]
    copper = next((FOUND.uses[m.use][1] for m in protocol.medicines if m.active == "copper"), None)
    products = {"copper": COPPER} if copper is not None and copper.form == "bound" else {}
    wish = Chosen(**{"label": LABEL, "products": products, **chosen})  # type: ignore[arg-type]
    return build_plan(protocol, tank=tank, chosen=wish, start_at=start, zone=LONDON, found=FOUND)


def replace_high(species: Species, high: float) -> Species:
    """The same fish, bearing another warmth at most."""
    return species.model_copy(update={"temperature": species.temperature.model_copy(update={"high": high})})


def hours(of: CoursePlan, kind: str) -> list[float]:
    return [round((s.due_at - START) / timedelta(hours=1), 6) for s in of.steps if s.kind == kind]


class Schools(TestCase):
    def test_every_protocol_makes_a_plan(self) -> None:
        for name in FOUND.courses:
            with self.subTest(name):
                made = plan(name)
                self.assertTrue(made.steps)
                self.assertEqual(list(made.steps), sorted(made.steps, key=lambda s: s.due_at))
                self.assertGreaterEqual(made.ends_at, made.treatment_ends_at)
                self.assertTrue(all(s.amount and s.amount > 0 for s in made.steps if s.kind == "dose"))

    def test_a_tank_that_stays_set_up_is_never_bleached(self) -> None:
        """What is emptied between the first move and the second is the tank the fish came from: sand, rock and life stay in it."""
        for name, protocol in FOUND.courses.items():
            if not any(s.kind == "transfer" for s in protocol.steps) or not any(s.kind == "disinfect" for s in protocol.steps):
                continue
            for lived in ({"sand": True}, {"lives": ("invertebrates",)}, {"lives": ("plants",)}):
                with self.subTest(name, **lived):
                    bare, kept = plan(name), plan(name, **lived)
                    moves = [s.due_at for s in kept.steps if s.kind == "transfer"]
                    second = moves[1] if len(moves) > 1 else kept.ends_at
                    self.assertFalse([s.title for s in kept.steps if s.kind == "disinfect" and moves[0] < s.due_at < second])
                    self.assertEqual(len(kept.steps), len(bare.steps))
        told = next(s for s in plan("tank_transfer", sand=True).steps if s.kind == "tell")
        self.assertEqual(told.title.split(":")[0], "The tank they came from is not bleached")

    def test_transfer_ends_on_day_twelve(self) -> None:
        """Four moves 72 hours apart: out on day 12 (Colorni 1987; UF/IFAS FA164, recalled)."""
        made = plan("tank_transfer")
        self.assertEqual(hours(made, "transfer"), [72, 144, 216, 288])
        self.assertEqual(made.treatment_ends_at, after(288))
        self.assertEqual(hours(plan("tank_transfer", parameters={"gap": 60.0}), "transfer"), [60, 120, 180, 240])

    def test_copper_in_quarters(self) -> None:
        """2.25 mg/L in 80 L is 180 mg: 45 mg a day for four days, 8.65 mL of a product of 5.2 mg/mL each; four tenths go back."""
        made = plan("copper_30_strict")
        doses = [s for s in made.steps if s.kind == "dose"]
        self.assertEqual(hours(made, "dose"), [0, 24, 48, 72])
        for dose in doses:
            self.assertAlmostEqual(dose.active_mg or 0, 45)
            self.assertEqual((dose.measures, round(dose.amount or 0, 3)), ("volume", 8.654))
        self.assertAlmostEqual(doses[-1].expected_mg_per_l or 0, 2.25)
        self.assertAlmostEqual(made.to_buy[0].amount, 34.615 * 1.4, places=2)
        # the level that the next test should read stands beside it, and is kept through changes
        self.assertAlmostEqual(
            next(s for s in made.steps if s.kind == "water_test" and s.due_at > after(200) and "copper" in s.reads).expected_mg_per_l or 0, 2.25
        )
        self.assertEqual(plan("copper_30_strict", prices={"copper": 0.5}).to_buy[0].cost, 0.5 * made.to_buy[0].amount)

    def test_copper_in_halves(self) -> None:
        """The same 180 mg in two: 90 mg on two days. Parts are whole ones, two to four."""
        made = plan("copper_30_strict", parameters={"portions": 2.0})
        self.assertEqual(hours(made, "dose"), [0, 24])
        self.assertEqual([round(s.active_mg or 0, 6) for s in made.steps if s.kind == "dose"], [90, 90])
        for portions in (2.5, 1.0, 5.0, float("nan")):
            with self.subTest(portions=portions), self.assertRaises(InvalidInput) as caught:
                plan("copper_30_strict", parameters={"portions": portions})
            self.assertEqual(caught.exception.field, "parameters.portions")

    def test_five_permanganate_days(self) -> None:
        """As some keepers do: five times, four days apart; by the sheet three times a week apart; once alone."""
        for further, gap, at in ((4.0, 4.0, [1, 97, 193, 289, 385]), (2.0, 7.0, [1, 169, 337]), (0.0, 7.0, [1])):
            made = plan("permanganate_tank", parameters={"further": further, "times": gap})
            self.assertEqual(hours(made, "dose"), at)

    def test_baths_twice_a_day_for_a_week(self) -> None:
        """Once a day for three: 2, 26, 50 h. Twice a day for seven: fourteen baths, the last at 2 + 13 x 12 = 158 h."""
        self.assertEqual(hours(plan("columnaris_four"), "bath"), [2, 26, 50])
        often = hours(plan("columnaris_four", parameters={"between": 12.0, "bathed": 7.0}), "bath")
        self.assertEqual((len(often), often[0], often[-1]), (14, 2, 158))

    def test_the_short_arithmetic_of_copper(self) -> None:
        """Free 18 h at most, on the fish 7 days, free 18 h again: nine days, ten for margin (common practice); the sheets say 14, the default."""
        days = (18 + 7 * 24 + 18) / 24
        self.assertEqual((math.ceil(days), plan("copper_10").parameters["days"]), (9, 14))
        # the keepers' ten days stay a school of it
        self.assertEqual(plan("copper_10", parameters={"days": 10.0}).parameters["days"], 10)

    def test_sand_takes_its_part_of_the_copper(self) -> None:
        bare, sandy = (next(s for s in plan("copper_30_strict", sand=x).steps if s.kind == "water_test" and s.due_at > after(300)) for x in (False, True))
        self.assertAlmostEqual((sandy.expected_mg_per_l or 0) / (bare.expected_mg_per_l or 1), 0.4, delta=0.02)

    def test_a_second_round_only_fills_up(self) -> None:
        """Half changed before round 2: praziquantel is filled to 2.5 mg/L again, for decay and change together, never more."""
        made = plan("two_rounds")
        second = [s for s in made.steps if s.kind == "dose" and s.active == "praziquantel"][1]
        self.assertAlmostEqual(second.expected_mg_per_l or 0, 2.5)
        self.assertTrue(100 < (second.active_mg or 0) < 200)

    def test_lengths_follow_the_water(self) -> None:
        """White spot at 28 degC takes days, at 18 weeks; the second worming falls later in the cold (reference, 2.9)."""
        warm, cool = plan("ich_salt", warmth=27.0), plan("ich_salt", warmth=16.0)
        self.assertLess(warm.parameters["days"], 20)
        self.assertGreater(cool.parameters["days"], 28)
        self.assertEqual(plan("praziquantel_rounds", warmth=23.0).parameters["gap"], 7)
        self.assertEqual(plan("praziquantel_rounds", warmth=15.5).parameters["gap"], 15)

    def test_a_label_beside_two_drugs(self) -> None:
        made = plan("in_advance")
        self.assertEqual(sum(s.kind == "dose" and s.active is None for s in made.steps), 7)
        self.assertEqual(sum(s.kind == "dose" and s.active == "praziquantel" for s in made.steps), 3)

    def test_who_must_not_meet_it(self) -> None:
        made = plan("copper_30_strict", lives=("invertebrates",))
        self.assertTrue(made.broken)
        self.assertFalse(plan("copper_30_strict").broken)
        self.assertTrue(any("loaches" in c.text for c in plan("salt_and_warmth", lives=("loach_catfish",)).cared))
        self.assertTrue(plan("antibiotic_water").vet)

    def test_salt_comes_in_thirds(self) -> None:
        """2 g/L in 85 L is 170 g, a third of it 56.67 g (arithmetic)."""
        made = plan("salt_and_warmth", volume=85.0)
        self.assertEqual([round((s.active_mg or 0) / 1000, 2) for s in made.steps if s.kind == "dose"], [56.67, 56.67, 56.67])
        self.assertAlmostEqual(made.held[0].target_mg_per_l, 2000)
        self.assertEqual((made.held[0].low_mg_per_l, made.held[0].high_mg_per_l), (1000, 3000))

    def test_fish_that_bear_less_get_less(self) -> None:
        """Corydoras and loaches bear 1 g/L (common practice): the target sinks to it, and 2 g/L is refused by name."""
        loaches = (FOUND.species["kuhli_loach"],)
        made = plan("salt_and_warmth", species=loaches)
        self.assertEqual((made.held[0].target_mg_per_l, made.parameters["target"]), (1000, 1))
        self.assertTrue(any(c.text == "kuhli loach: loaches bear no more than 1 g/L of salt" for c in made.cared))
        with self.assertRaisesRegex(Refused, "Kuhli loaches live here") as caught:
            plan("salt_and_warmth", species=loaches, parameters={"target": 2.0})
        self.assertEqual(caught.exception.field, "parameters.target")

    def test_warmth_that_is_not_borne(self) -> None:
        """Fish that bear 26 degC are not warmed to 28; what bears a degree less is warmed that far."""
        cool = replace_high(FOUND.species["cherry_barb"], 26.0)
        with self.assertRaisesRegex(Refused, "no warmth for them"):
            plan("salt_and_warmth", species=(cool,))
        near = replace_high(FOUND.species["cherry_barb"], 27.5)
        self.assertEqual(next(s.to for s in plan("salt_and_warmth", species=(near,)).steps if s.kind == "temperature"), 27.5)

    def test_cautions_begin_with_never(self) -> None:
        levels = [c.level for c in plan("two_rounds", species=(FOUND.species["panda_corydoras"],)).cautions]
        self.assertEqual(levels, sorted(levels, key=["never", "care", "know"].index))

    def test_what_can_not_be(self) -> None:
        with self.assertRaises(NotKnownYet):
            plan("copper_30_strict", volume=None)
        for parameters, field in (({"target": 9.0}, "parameters.target"), ({"moon": 1.0}, "parameters.moon"), ({"days": float("nan")}, "parameters.days")):
            with self.assertRaises(InvalidInput) as caught:
                plan("copper_30_strict", parameters=parameters)
            self.assertEqual(caught.exception.field, field)
        with self.assertRaises(InvalidInput):
            plan("by_label", label=None)
        with self.assertRaises(InvalidInput):
            plan("watch", start=datetime(2026, 11, 1, 9))

    def test_the_wrong_copper_is_refused(self) -> None:
        """Complexed copper's level by the sulfate would be ten times what kills."""
        copper = FOUND.actives["copper"]
        plain = own_product(copper, kind="mg_per_ml", value=25.0, form="plain")
        for product, field in (
            (listed_product(copper, "pentahydrate"), "products.copper.form"),
            (Product(name="crystals", listed="pentahydrate", share=0.2545, form="bound"), "products.copper"),
            # an own bottle of plain copper at the bound level, 2.25 mg/L, is ten times too much
            (plain, "products.copper.form"),
        ):
            with self.subTest(product.name), self.assertRaises(Refused) as caught:
                plan("copper_30_strict", products={"copper": product})
            self.assertEqual(caught.exception.field, field)
        # and nobody guesses which it is
        with self.assertRaises(NotKnownYet) as asked:
            plan("copper_30_strict", products={"copper": own_product(copper, kind="mg_per_ml", value=25.0)})
        self.assertEqual(asked.exception.field, "products.copper.form")
        self.assertIn("chelated", asked.exception.message)
        # a plain product has a course of its own, at its own level: 0.18 mg/L in 80 L is 14.4 mg of copper (arithmetic)
        made = plan("copper_plain", products={"copper": plain})
        self.assertAlmostEqual(sum(s.active_mg or 0 for s in made.steps if s.kind == "dose"), 14.4, places=6)
        with self.assertRaises(Refused):
            plan("copper_plain", products={"copper": own_product(copper, kind="mg_per_ml", value=5.0, form="bound")})

    @given(st.sampled_from(sorted(FOUND.courses)), st.integers(0, 365), st.floats(12, 30))
    @settings(max_examples=60, deadline=None)
    def test_no_two_doses_lie_nearer_than_the_minimum(self, name: str, day: int, warmth: float) -> None:
        try:
            made = plan(name, start=START + timedelta(days=day), warmth=warmth)
        except NotKnownYet as unknown:
            # colder or warmer than anything published: the days must be set by hand, and it says which
            self.assertRegex(unknown.field or "", "^parameters[.]")
            return
        for place in {s.place for s in made.steps if s.minimum_h}:
            line = [s for s in made.steps if s.place == place]
            for one, other in pairwise(line):
                self.assertGreaterEqual((other.due_at - one.due_at) / timedelta(hours=1), (one.minimum_h or 0) - 1e-9)

    def test_summer_time(self) -> None:
        """Daily tasks keep the clock of the fishroom over the night of 25 October 2026; 72 hours stay 72 hours' worth of days."""
        begin = datetime(2026, 10, 24, 8, tzinfo=UTC)
        looks = [s for s in plan("watch", start=begin).steps if s.kind == "look"]
        self.assertEqual([s.due_at.astimezone(LONDON).hour for s in looks[:3]], [9, 9, 9])
        self.assertEqual(looks[1].due_at - looks[0].due_at, timedelta(hours=25))

    def test_intervals_below_a_day_keep_their_hours_over_a_change_of_the_clocks(self) -> None:
        begin = datetime(2026, 10, 24, 9, tzinfo=UTC)
        eight_hourly = plan("fin_rot_label", start=begin, label=replace(LABEL, every_h=8))
        doses = [s.due_at for s in eight_hourly.steps if s.kind == "dose"]
        self.assertEqual({(b - a) / timedelta(hours=1) for a, b in pairwise(doses)}, {8})

    def test_what_follows_an_hour_later_follows_an_hour_later_on_every_day(self) -> None:
        """The change at nine and the copper at ten, also once the clocks went back: it was one instant, and the change took the dose out."""
        begin = datetime(2026, 10, 23, 8, tzinfo=UTC)
        steps = FOUND.courses["copper_fresh"].steps
        made = plan("copper_fresh", start=begin)
        out = [s.due_at for s in made.steps if s.kind == "water_change" and steps[s.place].at == "gap"]
        again = [s.due_at for s in made.steps if s.kind == "dose" and steps[s.place].at == "gap + 1 h"]
        self.assertEqual([b - a for a, b in zip(out, again, strict=False)], [timedelta(hours=1)] * len(again))
        self.assertEqual({d.astimezone(LONDON).hour for d in out}, {9})
        self.assertGreater(len(again), 2)


class Clocks(TestCase):
    STRICT = ClockRule(counts="readings", length_h=30 * 24, slip="restart", gap_h=36)

    def readings(self, *, days: int, low: tuple[int, ...] = (), missed: tuple[int, ...] = ()) -> list[Counted]:
        return [Counted(at=after(24 * d), good=d not in low, words="read 1.2, below 1.5") for d in range(days) if d not in missed]

    def test_thirty_days_in_range(self) -> None:
        state = read_clock(self.STRICT, self.readings(days=31), start_at=START, now=after(30 * 24))
        self.assertTrue(state.complete)
        state = read_clock(self.STRICT, self.readings(days=12), start_at=START, now=after(11 * 24))
        self.assertEqual((state.day_number, state.of_days, state.complete, state.ends_at), (12, 30, False, after(30 * 24)))

    def test_one_reading_below_begins_it_again(self) -> None:
        """Day 9 reads low: counted until day 8's reading, begun again with day 10's, done on day 40 (common practice, strict school)."""
        state = read_clock(self.STRICT, self.readings(days=13, low=(9,)), start_at=START, now=after(12 * 24))
        self.assertEqual([(s.kind, s.at, s.words) for s in state.slips], [("restarted", after(8 * 24), "read 1.2, below 1.5")])
        self.assertEqual((state.counted_h, state.day_number, state.ends_at), (48, 3, after(40 * 24)))

    def test_the_other_schools(self) -> None:
        """Pause leaves two days out; mixed restarts a gap of a day and more, and only adds a shorter one (reference, section 5.3)."""
        low = self.readings(days=13, low=(9,))
        paused = read_clock(replace(self.STRICT, slip="pause"), low, start_at=START, now=after(12 * 24))
        self.assertEqual((paused.counted_h, paused.slips[0].lost_h), (10 * 24, 48))
        mixed = replace(self.STRICT, slip="mixed", gap_h=24)
        self.assertEqual(read_clock(mixed, low, start_at=START, now=after(12 * 24)).slips[0].kind, "restarted")
        twice_a_day = [Counted(at=after(12 * i), good=i != 19) for i in range(25)]
        short = read_clock(replace(mixed, gap_h=26), twice_a_day, start_at=START, now=after(288))
        self.assertEqual((short.slips[0].kind, short.counted_h), ("paused", 288 - 24))

    def test_nobody_read(self) -> None:
        """Three days without a reading: nobody knows, the count begins again."""
        state = read_clock(self.STRICT, self.readings(days=12, missed=(6, 7)), start_at=START, now=after(11 * 24))
        self.assertEqual(state.slips[0].words, "nothing was read for 72 hours")
        self.assertEqual(state.counted_h, 72)
        late = read_clock(self.STRICT, self.readings(days=5), start_at=START, now=after(8 * 24))
        self.assertEqual((late.running, late.counted_h), (False, 96))

    def test_doses_on_time(self) -> None:
        """Daily doses for seven days; one left out pauses the count by what it left uncovered."""
        rule = ClockRule(counts="doses", length_h=7 * 24, slip="pause", gap_h=24, every_h=24)
        all_given = [Counted(at=after(24 * d), good=True) for d in range(7)]
        self.assertEqual(read_clock(rule, all_given, start_at=START, now=after(150)).day_number, 7)
        missed = [c for c in all_given if c.at != after(72)]
        state = read_clock(rule, missed, start_at=START, now=after(144))
        self.assertEqual((state.counted_h, state.slips[0].lost_h), (132, 12))

    def test_plain_days_and_no_length(self) -> None:
        rule = ClockRule(counts="days", length_h=14 * 24, slip="pause", gap_h=24)
        self.assertEqual(read_clock(rule, (), start_at=START, now=after(50)).day_number, 3)
        self.assertTrue(read_clock(rule, (), start_at=START, now=after(336)).complete)
        with self.assertRaises(InvalidInput):
            read_clock(replace(rule, length_h=0), (), start_at=START, now=START)


class Replanning(TestCase):
    def setUp(self) -> None:
        self.steps = plan("antibiotic_water").steps
        self.doses = [s for s in self.steps if s.kind == "dose"]

    def test_a_late_dose_moves_the_rest_of_its_line(self) -> None:
        """The first given 20 hours late: the second falls due 72 hours after it, the third 72 after that; looks and tests stay."""
        done = {(self.doses[0].place, 1): after(20)}
        got = replan(self.steps, done_at=done, now=after(21))
        self.assertEqual([(m.title, (m.due_at - m.was_at) / timedelta(hours=1)) for m in got.moved], [("Kanamycin", 20.0), ("Kanamycin", 20.0)])
        moved = [s for s in got.steps if s.kind == "dose"]
        self.assertEqual([s.due_at for s in moved], [START, after(92), after(164)])
        self.assertEqual(got.too_soon_until, {self.doses[0].place: after(80)})
        self.assertEqual([s for s in got.steps if s.kind == "water_test"], [s for s in self.steps if s.kind == "water_test"])

    def test_on_time_moves_nothing(self) -> None:
        done = {(self.doses[0].place, 1): after(1)}
        self.assertEqual(replan(self.steps, done_at=done, now=after(2)).moved, ())

    @given(st.lists(st.floats(0, 100), max_size=3), st.integers(0, 400))
    @settings(max_examples=80, deadline=None)
    def test_again_on_its_own_result_nothing_moves(self, delays: list[float], now_h: int) -> None:
        """Idempotent; what was done stays; and no two of a line lie nearer than their minimum."""
        done = {}
        at = START
        for i, late in enumerate(delays):
            at = max(self.doses[i].due_at, at) + timedelta(hours=late)
            done[(self.doses[i].place, self.doses[i].number)] = at
        once = replan(self.steps, done_at=done, now=after(now_h))
        again = replan(once.steps, done_at=done, now=after(now_h))
        self.assertEqual((again.steps, again.moved), (once.steps, ()))
        for s in once.steps:
            if (s.place, s.number) in done:
                self.assertIn(s, self.steps)
        open_doses = [s.due_at for s in once.steps if s.kind == "dose" and (s.place, s.number) not in done]
        for one, other in pairwise([*sorted(done.values())[-1:], *open_doses]):
            self.assertGreaterEqual((other - one) / timedelta(hours=1), 60 - 1e-9)


class AgainstWhat(TestCase):
    """What comes through is told of the disease it is given against, at a warmth that was published, at a dose that cures."""

    def test_velvet_is_measured_by_velvet(self) -> None:
        of = {name: plan("copper_30_strict", condition=name).left for name in ("marine_ich", "marine_velvet", "")}
        self.assertEqual(
            {name: left.cycle for name, left in of.items() if left}, {"marine_ich": "cryptocaryon", "marine_velvet": "amyloodinium", "": "cryptocaryon"}
        )
        velvet, ich = of["marine_velvet"], of["marine_ich"]
        assert velvet is not None and ich is not None
        self.assertNotAlmostEqual(velvet.left_fraction, ich.left_fraction, places=3)
        self.assertEqual((ich.days, ich.at_c), (30.0, 25.0))

    def test_nothing_is_claimed_where_nothing_waits_or_nothing_is_published(self) -> None:
        """Costia divides on the fish: no stage waits in safety, which is no cure; at 12 degC nobody has timed marine white spot."""
        self.assertIsNone(plan("copper_30_strict", condition="marine_ich", warmth=12.0).left)
        self.assertIsNone(plan("formalin_baths", condition="costia").left)

    def test_a_cold_pond_waits_for_the_eggs(self) -> None:
        """Eggs of gill flukes at 7 degC take weeks: the next round comes after them, not on day 15."""
        cold, warm = (plan("praziquantel_rounds", warmth=celsius).parameters["gap"] for celsius in (7.0, 23.0))
        self.assertGreater(cold, 40)
        self.assertLess(warm, 10)

    def test_a_dose_that_cures_nothing_is_refused_not_lowered(self) -> None:
        """Kuhli loaches bear 1 g/L of salt; white spot by salt needs 2 at the least: refused, with the reason."""
        loach = (FOUND.species["kuhli_loach"],)
        with self.assertRaises(Refused) as caught:
            plan("ich_salt", species=loach)
        self.assertEqual(caught.exception.field, "parameters.target")
        self.assertIn("at least", caught.exception.message)


class Contradictions(TestCase):
    """A protocol that contradicts a use it names does not load."""

    def refused(self, course: str, change: dict[str, object], words: str) -> None:
        protocol = FOUND.courses[course].model_copy(update=change)
        with self.assertRaisesRegex(ReferenceError, words):
            check_course(protocol, found=FOUND)

    def test_minutes_of_another_use(self) -> None:
        """A dip of seconds was planned for 45 minutes, and loaded."""
        dips = FOUND.courses["arrival_dips"]
        steps = tuple(s.model_copy(update={"minutes": "minutes"}) if s.use == "mb_3" else s for s in dips.steps)
        self.refused("arrival_dips", {"steps": steps}, "30 to 45 minutes, and mb_3 allows 0.1 to 0.5")

    def test_a_level_beyond_the_use(self) -> None:
        strict = FOUND.courses["copper_30_strict"]
        target = strict.parameters[0].model_copy(update={"high": 3.0})
        self.refused("copper_30_strict", {"parameters": (target, *strict.parameters[1:])}, "1.5 to 3, and cu_2 allows 1.5 to 2.5")

    def test_another_water_and_another_way(self) -> None:
        self.refused("copper_30_strict", {"water": ("marine", "freshwater_tropical")}, "cu_2 is for other water than freshwater_tropical")
        salt = FOUND.courses["ich_salt"]
        medicine = salt.medicines[0].model_copy(update={"use": "nacl_1"})
        self.refused("ich_salt", {"medicines": (medicine,)}, "nacl_1 is for dip, not for a dose")

    def test_a_salt_where_a_course_counts_the_metal(self) -> None:
        """cu_3 counts milligrams of crystals: a course on it would dose four times too much."""
        fresh = FOUND.courses["copper_fresh"]
        medicine = fresh.medicines[0].model_copy(update={"use": "cu_3"})
        self.refused("copper_fresh", {"medicines": (medicine,)}, "cu_3 counts a salt")
