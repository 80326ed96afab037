"""Steps that hang on something, and when a parasite can be met."""

from __future__ import annotations

from unittest import TestCase

from pennywort.core.course.condition import decide
from pennywort.core.course.ledger import Ledger, WaterEvent
from pennywort.core.diagnosis.progress import Seen
from pennywort.core.errors import InvalidInput
from pennywort.core.parasite.life_cycle import left_fraction, left_over_time, passages
from pennywort.core.reference import library
from pennywort.core.reference.course_models import OnlyIf
from tests.core.test_ledger import START, after

FOUND = library()
NITRATE = OnlyIf(reading="nitrate", above=30, words="nitrate over 30")
NO_BETTER = OnlyIf(no_better_by_day=3, words="no better by day 3")


def look(day: float, **signs: bool) -> Seen:
    return Seen(day=day, signs=signs, shares={})


class Decisions(TestCase):
    def state(self, only_if: OnlyIf, *, day: float = 4.0, looks: tuple[Seen, ...] = (), **readings: float) -> str:
        return decide(only_if, readings=readings, looks=looks, day=day, found=FOUND).state

    def test_a_reading_decides(self) -> None:
        """Nitrate above 30 mg/L means a water change (common practice); at 30 it does not yet."""
        self.assertEqual([self.state(NITRATE, nitrate=v) for v in (31.0, 30.0, 12.0)], ["applies", "does_not", "does_not"])
        self.assertEqual(self.state(NITRATE), "unknown")
        low = OnlyIf(reading="oxygen", below=5, words="oxygen under 5")
        self.assertEqual([self.state(low, oxygen=v) for v in (4.2, 5.0)], ["applies", "does_not"])
        self.assertIn("nitrate 12 mg/L, not above 30", decide(NITRATE, readings={"nitrate": 12.0}, looks=(), day=1, found=FOUND).words)

    def test_how_the_fish_went_decides(self) -> None:
        """Not better in three to four days: the wrong medicine or the wrong disease (common practice)."""
        sick = look(0, rapid_breathing=True, off_food=True)
        better, same, worse = (
            look(3.5, rapid_breathing=False, off_food=False),
            look(3.5, rapid_breathing=True, off_food=True),
            look(3.5, rapid_breathing=True, off_food=True, gasping_at_surface=True),
        )
        for now, state in ((better, "does_not"), (same, "applies"), (worse, "applies")):
            self.assertEqual(self.state(NO_BETTER, looks=(sick, now)), state)

    def test_what_is_not_known_is_asked_for(self) -> None:
        sick = look(0, rapid_breathing=True)
        for day, looks, words in (
            (1.0, (sick,), "decided on day 3"),
            (4.0, (sick,), "look first"),
            (4.0, (), "look first"),
            (4.0, (look(3.5, rapid_breathing=True),), "nothing to compare"),
        ):
            got = decide(NO_BETTER, readings={}, looks=looks, day=day, found=FOUND)
            self.assertEqual(got.state, "unknown")
            self.assertIn(words, got.words)
        self.assertEqual(decide(OnlyIf(words="it looks right"), readings={}, looks=(), day=1, found=FOUND).state, "unknown")


class Passages(TestCase):
    def test_one_round_adds_up(self) -> None:
        """Cryptocaryon at 25 degC: on the fish 3 to 7 days, in the cyst 3 to 28 (UF/IFAS FA164, recalled), free 8 to 48 h."""
        fish, cyst, free = passages(FOUND.life_cycles["cryptocaryon"], temperature_c=25)
        self.assertEqual([round(h / 24, 6) for h in (fish.from_h, fish.to_h, cyst.from_h, cyst.to_h)], [0, 7, 3, 35])
        self.assertEqual((round(free.from_h / 24, 6), round(free.to_h / 24, 6)), (6, 37))
        # surely on the fish until day 3; a short cyst may open before a long stay on the fish ends: surely in the cyst never
        self.assertEqual([round(h / 24, 6) for h in (fish.sure_from_h, fish.sure_to_h, cyst.sure_from_h, cyst.sure_to_h)], [0, 3, 7, 6])
        self.assertEqual([p.stage.reached for p in (fish, cyst, free)], [False, False, True])

    def test_all_days_at_once_are_each_day_alone(self) -> None:
        cycle = FOUND.life_cycles["cryptocaryon"]
        days = [0.0, 5.0, 10.0, 14.0, 30.0]
        for by in ("medicine", "transfer"):
            at_once = left_over_time(cycle, temperature_c=25, days=days, by=by)
            for day, share in zip(days, at_once, strict=True):
                self.assertAlmostEqual(share, left_fraction(cycle, temperature_c=25, days=day, by=by), places=9)
            self.assertEqual(at_once, sorted(at_once, reverse=True))
        with self.assertRaises(InvalidInput):
            left_over_time(cycle, temperature_c=25, days=[1.0, -1.0], by="medicine")


class Lines(TestCase):
    def test_every_event_says_what_it_did(self) -> None:
        """100 mg in 100 L is 1 mg/L; a quarter changed leaves 0.75; read 0.6 where 0.75 was expected (arithmetic)."""
        ledger = Ledger(
            [WaterEvent(at=after(0), added_mg=100), WaterEvent(at=after(24), changed_fraction=0.25), WaterEvent(at=after(25), reading_mg_per_l=0.6)],
            start_at=START, net_volume_l=100,
        )  # fmt: skip
        dose, change, read = ledger.lines()
        self.assertEqual([(x.before.concentration_mg_per_l, x.after.concentration_mg_per_l) for x in (dose, change, read)], [(0, 1), (1, 0.75), (0.75, 0.6)])
        self.assertIsNone(dose.check)
        assert read.check is not None
        self.assertEqual((read.check.reading_mg_per_l, read.check.expected.concentration_mg_per_l), (0.6, 0.75))

    def test_of_one_instant_the_reading_is_of_what_came_of_it(self) -> None:
        at = after(0)
        ledger = Ledger([WaterEvent(at=at, reading_mg_per_l=2.0), WaterEvent(at=at, added_mg=200)], start_at=START, net_volume_l=100)
        self.assertEqual([x.event.added_mg for x in ledger.lines()], [200, 0])
        self.assertAlmostEqual(ledger.level(after(1)).concentration_mg_per_l, 2.0)
