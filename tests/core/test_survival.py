"""Survival curves and the log-rank test, against a published worked example and against lifelines."""

from __future__ import annotations

from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from lifelines import KaplanMeierFitter
from lifelines.statistics import multivariate_logrank_test
from scipy.stats import chi2

from pennywort.core.errors import InvalidInput
from pennywort.core.outcome.survival import Spell, _chi_square_beyond, kaplan_meier, log_rank

# Weeks in remission of leukaemia patients, 6-MP and placebo (Freireich et al. 1963, the data of the textbooks; recalled)
SIX_MP = [
    (6, 3, True), (6, 1, False), (7, 1, True), (9, 1, False), (10, 1, True), (10, 1, False), (11, 1, False), (13, 1, True), (16, 1, True),
    (17, 1, False), (19, 1, False), (20, 1, False), (22, 1, True), (23, 1, True), (25, 1, False), (32, 2, False), (34, 1, False), (35, 1, False),
]  # fmt: skip
PLACEBO = [(1, 2), (2, 2), (3, 1), (4, 2), (5, 2), (8, 4), (11, 2), (12, 2), (15, 1), (17, 1), (22, 1), (23, 1)]


def spell(days: float, count: int, lost: bool) -> Spell:
    return Spell(days=days, count=count, lost=lost)


TREATED = [spell(d, n, lost) for d, n, lost in SIX_MP]
UNTREATED = [spell(d, n, True) for d, n in PLACEBO]

spells = st.lists(st.tuples(st.integers(0, 40), st.integers(1, 9), st.booleans()), min_size=1, max_size=12)


def spread(rows: list[Spell]) -> tuple[list[float], list[bool]]:
    """One row a fish, as lifelines takes them."""
    return [r.days for r in rows for _ in range(r.count)], [r.lost for r in rows for _ in range(r.count)]


class Published(TestCase):
    def test_six_mp(self) -> None:
        """21 patients, 9 events; S(6) 0.857, S(7) 0.807, S(10) 0.753, S(13) 0.690, S(16) 0.627, S(22) 0.538, S(23) 0.448."""
        curve = kaplan_meier(TREATED)
        self.assertEqual((curve.fish_count, curve.lost_count, curve.median_days), (21, 9, 23))
        self.assertEqual(
            [(s.day, round(s.share, 3)) for s in curve.steps], [(6, 0.857), (7, 0.807), (10, 0.753), (13, 0.690), (16, 0.627), (22, 0.538), (23, 0.448)]
        )
        self.assertEqual([s.at_risk_count for s in curve.steps], [21, 17, 15, 12, 11, 7, 6])

    def test_placebo_and_the_difference(self) -> None:
        """All 21 relapse, half by week 8; log-rank chi-square 16.79, p below 0.0001; 10.75 expected under 6-MP for the placebo group."""
        self.assertEqual(kaplan_meier(UNTREATED).median_days, 8)
        got = log_rank([TREATED, UNTREATED])
        self.assertEqual((round(got.chi_square, 2), got.freedom, got.chance_prob < 1e-4), (16.79, 1, True))
        self.assertEqual(([round(x, 2) for x in got.observed], [round(x, 2) for x in got.expected]), ([9, 21], [19.25, 10.75]))


class AgainstLifelines(TestCase):
    @given(spells)
    @settings(max_examples=40, deadline=None)
    def test_curves_and_bands(self, raw: list[tuple[int, int, bool]]) -> None:
        rows = [spell(float(d), n, lost) for d, n, lost in raw]
        curve = kaplan_meier(rows)
        days, lost = spread(rows)
        fit = KaplanMeierFitter().fit(days, lost)
        for step in curve.steps:
            self.assertAlmostEqual(step.share, float(fit.survival_function_at_times(step.day).iloc[0]), places=9)
            if 0 < step.share < 1:
                band = fit.confidence_interval_.loc[step.day]
                np.testing.assert_allclose([step.share_low, step.share_high], band.to_numpy(), atol=1e-9)

    @given(st.lists(spells, min_size=2, max_size=4))
    @settings(max_examples=40, deadline=None)
    def test_log_rank(self, raw: list[list[tuple[int, int, bool]]]) -> None:
        batches = [[spell(float(d), n, lost) for d, n, lost in b] for b in raw]
        if not any(s.lost for b in batches for s in b):
            self.assertEqual(log_rank(batches).chance_prob, 1.0)
            return
        pairs = [spread(b) for b in batches]
        theirs = multivariate_logrank_test(
            [d for days, _ in pairs for d in days], [i for i, (days, _) in enumerate(pairs) for _ in days], [e for _, lost in pairs for e in lost]
        )
        got = log_rank(batches)
        if got.chi_square > 1e-9 and np.isfinite(theirs.test_statistic):
            self.assertAlmostEqual(got.chi_square, float(theirs.test_statistic), delta=1e-6 * max(1.0, got.chi_square))
            self.assertAlmostEqual(got.chance_prob, float(theirs.p_value), places=7)

    def test_the_tail_of_chi_square(self) -> None:
        for freedom in (1, 2, 3, 7):
            for value in (0.01, 0.5, 2.0, 6.6, 30.0, 200.0):
                self.assertAlmostEqual(_chi_square_beyond(value, freedom), float(chi2.sf(value, freedom)), delta=1e-12)


class Small(TestCase):
    def test_small_numbers_are_said_to_be_small(self) -> None:
        self.assertTrue(kaplan_meier([spell(3, 2, True), spell(30, 6, False)]).few)
        self.assertFalse(kaplan_meier([spell(3, 6, True), spell(30, 40, False)]).few)
        self.assertTrue(log_rank([[spell(3, 2, True), spell(30, 6, False)], [spell(30, 50, False)]]).few)

    def test_nobody_lost_and_everybody_lost(self) -> None:
        self.assertEqual(kaplan_meier([spell(30, 8, False)]).share_at(29), 1.0)
        all_gone = kaplan_meier([spell(1, 8, True)])
        self.assertEqual((all_gone.share_at(0.5), all_gone.share_at(1), all_gone.steps[0].share_high), (1.0, 0.0, 0.0))

    def test_what_can_not_be(self) -> None:
        for bad in (spell(-1, 2, True), spell(float("nan"), 2, True), spell(1, -2, False)):
            with self.assertRaises(InvalidInput):
                kaplan_meier([bad])
        for batches in ([], [[spell(1, 1, True)]], [[spell(1, 1, True)], []]):
            with self.assertRaises(InvalidInput):
                log_rank(batches)
