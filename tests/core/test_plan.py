"""From a protocol to dated tasks, and the figures of a case."""

from __future__ import annotations

import itertools
from datetime import UTC, date, datetime, timedelta
from unittest import TestCase
from zoneinfo import ZoneInfo

from hypothesis import given
from hypothesis import strategies as st

from pennywort.core.course.plan import Plan, make_plan
from pennywort.core.errors import InvalidInput, Refused
from pennywort.core.medicine.dose import Water
from pennywort.core.medicine.slip import LabelDirections
from pennywort.core.outcome.figures import Count, alive, case_figures, check_count
from pennywort.core.reference import library

FOUND = library()
LONDON = ZoneInfo("Europe/London")
WATER = Water(net_volume_l=85)
START = datetime(2026, 11, 20, 8, 0, tzinfo=UTC)


def plan(protocol: str, *, start: datetime = START, zone: ZoneInfo = LONDON, species: tuple[str, ...] = (), label: LabelDirections | None = None) -> Plan:
    aims = {m.medicine: m.target.value for m in FOUND.protocols[protocol].medicines}
    return make_plan(
        FOUND.protocols[protocol], start_at=start, zone=zone, water=WATER, species=[FOUND.species[s] for s in species], targets_mg_per_l=aims, label=label
    )


def label(every_h: float, days: int) -> LabelDirections:
    return LabelDirections(product="mix", amount_ml=5, per_volume_l=40, every_h=every_h, days=days)


class Plans(TestCase):
    def test_salt_with_warmth(self) -> None:
        """Three thirds a day apart make up the whole; two half changes take it out; fourteen days are watched."""
        made = plan("salt_and_warmth")
        doses = [t for t in made.tasks if t.kind == "dose"]
        self.assertEqual([t.due_at for t in doses], [START + timedelta(days=d) for d in (0, 1, 2)])
        self.assertAlmostEqual(sum(t.dose_mg or 0 for t in doses), 170_000, places=3)
        changes = [(t.due_at - START, t.water_share, t.put_back) for t in made.tasks if t.kind == "water_change"]
        self.assertEqual(changes[:3], [(timedelta(days=d), 0.25, True) for d in (4, 8, 12)])
        self.assertEqual(changes[3:], [(timedelta(days=14), 0.5, False), (timedelta(days=16), 0.5, False)])
        self.assertEqual(made.ends_at - made.observe_starts_at, timedelta(days=14))
        self.assertEqual(len([t for t in made.tasks if t.kind == "look"]), 14)

    def test_two_rounds_forty_eight_hours_apart(self) -> None:
        """Common practice: day 0 and again 48 h later, half a dose after half a change."""
        doses = [(t.due_at - START, t.medicine, t.dose_mg) for t in plan("two_rounds").tasks if t.kind == "dose"]
        self.assertEqual(
            doses,
            [
                (timedelta(0), "praziquantel", 212.5),
                (timedelta(0), "metronidazole", 425.0),
                (timedelta(hours=48), "praziquantel", 106.25),
                (timedelta(hours=48), "metronidazole", 212.5),
            ],
        )

    def test_labels_count_their_doses(self) -> None:
        """Daily for 7 days is 7 doses, every other day for 14 is 7, twice daily for 3 is 6, every 48 h for 5 is 3."""
        for every_h, days, count in ((24, 7, 7), (48, 14, 7), (12, 3, 6), (48, 5, 3), (24, 1, 1)):
            with self.subTest(every_h=every_h, days=days):
                doses = [t for t in plan("by_label", label=label(every_h, days)).tasks if t.kind == "dose"]
                self.assertEqual(len(doses), count)
                self.assertEqual(doses[-1].due_at, START + timedelta(hours=every_h * (count - 1)))
                self.assertAlmostEqual(doses[0].dose_ml or 0, 85 * 5 / 40)

    def test_daily_tasks_keep_the_clock_across_summer_time(self) -> None:
        """London's clocks go forward on 29 March 2026: 08:00 stays 08:00, which is 07:00 UTC from then on."""
        start = datetime(2026, 3, 28, 8, 0, tzinfo=UTC)
        doses = [t.due_at for t in plan("by_label", start=start, label=label(24, 3)).tasks if t.kind == "dose"]
        self.assertEqual([d.astimezone(LONDON).hour for d in doses], [8, 8, 8])
        self.assertEqual(doses[1], datetime(2026, 3, 29, 7, 0, tzinfo=UTC))

    def test_hourly_intervals_are_real_hours(self) -> None:
        start = datetime(2026, 3, 28, 20, 0, tzinfo=UTC)
        doses = [t.due_at for t in plan("by_label", start=start, label=label(6, 1)).tasks if t.kind == "dose"]
        self.assertEqual([b - a for a, b in itertools.pairwise(doses)], [timedelta(hours=6)] * 3)

    def test_warmth_stops_at_what_the_fish_bear(self) -> None:
        """Cherry barbs bear 27 C: the course warms to 27, not 28. Panda corydoras bear 25: it is refused."""
        warm = next(t for t in plan("salt_and_warmth", species=("cherry_barb",)).tasks if t.kind == "temperature")
        self.assertEqual(warm.temperature_c, 27)
        with self.assertRaisesRegex(Refused, "Panda corydoras"):
            plan("salt_and_warmth", species=("cherry_barb", "panda_corydoras"))

    def test_watching_gives_no_dose(self) -> None:
        made = plan("watch")
        self.assertEqual({t.kind for t in made.tasks}, {"look", "water_test", "water_change"})
        self.assertEqual(made.ends_at - made.starts_at, timedelta(days=30))

    def test_a_start_without_a_zone_is_refused(self) -> None:
        with self.assertRaises(InvalidInput):
            plan("watch", start=datetime(2026, 1, 1))

    @given(st.sampled_from(["salt_and_warmth", "two_rounds", "watch"]), st.datetimes(min_value=datetime(2020, 1, 1), max_value=datetime(2035, 1, 1)))
    def test_tasks_are_in_order_and_within_the_course(self, protocol: str, start: datetime) -> None:
        begin = start.replace(tzinfo=UTC)
        made = plan(protocol, start=begin)
        dues = [t.due_at for t in made.tasks]
        self.assertEqual(dues, sorted(dues))
        self.assertGreaterEqual(dues[0], begin)
        self.assertLessEqual(dues[-1], made.ends_at)


class Figures(TestCase):
    def test_estimates_stay_estimates(self) -> None:
        """About 600 came, 20 dead, about 50 lost since: about 530 are left, and the doubts add up."""
        left = alive(arrived=Count(count=600, plus_minus=15), dead_on_arrival=20, lost=[Count(count=50, plus_minus=5)])
        self.assertEqual(left, Count(count=530, plus_minus=20))
        self.assertEqual(left.words, "about 530 ± 20")
        self.assertEqual(Count(count=9).words, "9")

    def test_a_case_in_figures(self) -> None:
        got = case_figures(
            opened_on=date(2026, 11, 1),
            ended_on=date(2026, 11, 20),
            doses_given=3,
            looks=5,
            fish_at_start=Count(count=12),
            lost=[Count(count=1), Count(count=2)],
        )
        self.assertEqual((got.days, got.doses_given, got.looks, got.fish_lost.count, got.fish_left.count), (20, 3, 5, 3, 9))
        self.assertAlmostEqual(got.survived_fraction or 0, 0.75)

    def test_a_case_can_not_end_before_it_opens(self) -> None:
        with self.assertRaises(InvalidInput):
            case_figures(opened_on=date(2026, 2, 2), ended_on=date(2026, 2, 1), doses_given=0, looks=0, fish_at_start=Count(count=1), lost=[])

    def test_counts_out_of_sense(self) -> None:
        for count, field in (
            (Count(count=0), "count"),
            (Count(count=-3), "count"),
            (Count(count=200_000), "count"),
            (Count(count=5, plus_minus=6), "count_plus_minus"),
        ):
            with self.assertRaises(InvalidInput) as caught:
                check_count(count, field="count", least=1)
            self.assertEqual(caught.exception.field, field)
