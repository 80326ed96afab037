"""The ledger against scipy's solver, dilutions by hand, and what a keeper asks of it."""

from __future__ import annotations

import math
from datetime import UTC, datetime, timedelta
from unittest import TestCase

import numpy as np
from hypothesis import given, settings
from hypothesis import strategies as st
from scipy.integrate import solve_ivp

from pennywort.core.course.ledger import NO_LOSS, Ledger, Rates, WaterEvent, rates_of, wash_out
from pennywort.core.errors import InvalidInput
from pennywort.core.reference import library

START = datetime(2026, 11, 1, 9, tzinfo=UTC)
FOUND = library()


def after(hours: float) -> datetime:
    return START + timedelta(hours=hours)


def plain(*events: WaterEvent, volume: float = 100.0, rates: Rates = NO_LOSS, **more: float) -> Ledger:
    return Ledger(events, start_at=START, net_volume_l=volume, rates=rates, **more)  # type: ignore[arg-type]


def by_solver(events: list[WaterEvent], *, rates: Rates, evaporation: float, volume: float, at_h: list[float]) -> list[float]:
    """The same water by stiff integration of mass in water and in sand, stopped at every event."""
    water, sand, full, now, carbon = 0.0, 0.0, volume, 0.0, False
    level_l = volume
    found: dict[float, float] = {}

    def run(to: float) -> None:
        nonlocal water, sand, level_l, now
        if to <= now:
            return
        lost = rates.decay_per_h + (rates.carbon_per_h if carbon else 0.0)
        marks = sorted(t for t in at_h if now < t <= to)
        told = solve_ivp(
            lambda _t, y: [-(lost + rates.sand_in_per_h) * y[0] + rates.sand_out_per_h * y[1], rates.sand_in_per_h * y[0] - rates.sand_out_per_h * y[1]],
            (now, to), [water, sand], method="LSODA", t_eval=[*marks, to] if not marks or marks[-1] != to else marks, rtol=1e-11, atol=1e-11,
        )  # fmt: skip
        for t, mass in zip(told.t, told.y[0], strict=True):
            found[round(float(t), 9)] = float(mass) / max(level_l - evaporation * (float(t) - now), full / 2)
        water, sand = (float(v) for v in told.y[:, -1])
        level_l, now = max(level_l - evaporation * (to - now), full / 2), to

    # of one instant the change first, then the dose, then the reading: the rule of the docs, not of the solver
    for event in sorted(events, key=lambda e: (e.at, e.reading_mg_per_l is not None, e.added_mg > 0)):
        run((event.at - START) / timedelta(hours=1))
        if event.changed_fraction:
            water += event.changed_fraction * (level_l * event.fresh_mg_per_l - water)
        if event.changed_fraction or event.topped_up:
            water += (full - level_l) * event.fresh_mg_per_l
            level_l = full
        water += event.added_mg
        if event.carbon is not None:
            carbon = event.carbon
        if event.reading_mg_per_l is not None:
            water = event.reading_mg_per_l * level_l
    run(max(at_h))
    return [found[round(t, 9)] for t in at_h]


class AgainstScipy(TestCase):
    def test_the_same_events(self) -> None:
        """Doses, changes, carbon, sand, decay, evaporation and a reading over ten days: to a millionth of the highest level."""
        rates = Rates(decay_per_h=0.01, carbon_per_h=0.05, sand_in_per_h=0.02, sand_out_per_h=0.012)
        events = [
            WaterEvent(at=after(0), added_mg=200), WaterEvent(at=after(24), added_mg=150), WaterEvent(at=after(50), changed_fraction=0.3, fresh_mg_per_l=0.1),
            WaterEvent(at=after(70), topped_up=True), WaterEvent(at=after(90), carbon=True), WaterEvent(at=after(100), added_mg=300),
            WaterEvent(at=after(130), carbon=False), WaterEvent(at=after(160), reading_mg_per_l=0.8), WaterEvent(at=after(200), changed_fraction=0.5),
        ]  # fmt: skip
        at_h = [1.5, 30.25, 60.0, 95.5, 110.0, 150.5, 170.0, 239.0]
        ledger = plain(*events, rates=rates, evaporation_l_per_h=0.05)
        ours = [ledger.level(after(h)).concentration_mg_per_l for h in at_h]
        theirs = by_solver(events, rates=rates, evaporation=0.05, volume=100.0, at_h=at_h)
        np.testing.assert_allclose(ours, theirs, atol=1e-6 * max(theirs))

    @given(
        # nothing, or what a scale can show: the solver loses its way with a dose of 1e-308 mg
        st.lists(st.tuples(st.integers(0, 200), st.just(0.0) | st.floats(0.001, 500), st.floats(0, 0.9)), min_size=1, max_size=5),
        st.floats(0, 0.2), st.floats(0, 0.1), st.floats(0, 0.1), st.floats(0, 0.1),
    )  # fmt: skip
    @settings(max_examples=25, deadline=None)
    def test_any_events(self, done: list[tuple[int, float, float]], decay: float, into: float, back: float, evaporation: float) -> None:
        rates = Rates(decay_per_h=decay, sand_in_per_h=into, sand_out_per_h=back)
        events = [WaterEvent(at=after(h), added_mg=mg, changed_fraction=f) for h, mg, f in done]
        ledger = plain(*events, rates=rates, evaporation_l_per_h=evaporation)
        theirs = by_solver(events, rates=rates, evaporation=evaporation, volume=100.0, at_h=[201.5, 260.0])
        ours = [ledger.level(after(h)).concentration_mg_per_l for h in (201.5, 260.0)]
        np.testing.assert_allclose(ours, theirs, atol=1e-6 * max(1.0, *theirs))


class ByHand(TestCase):
    def test_three_changes_of_a_quarter(self) -> None:
        """2 mg/L after three quarters changed one by one: 2 x 0.75^3 = 0.84375 (dilution; arithmetic)."""
        ledger = plain(WaterEvent(at=START, added_mg=200), *(WaterEvent(at=after(h), changed_fraction=0.25) for h in (24, 48, 72)))
        self.assertAlmostEqual(ledger.level(after(80)).concentration_mg_per_l, 0.84375)

    def test_a_half_life(self) -> None:
        """36 hours halve it; carbon of 6 hours beside it leaves 2^-(1/36 + 1/6) an hour (arithmetic)."""
        rates = rates_of(FOUND.kinetics["formalin"], sand=False)
        ledger = plain(WaterEvent(at=START, added_mg=1000), rates=rates)
        self.assertAlmostEqual(ledger.level(after(36)).concentration_mg_per_l, 5.0)

    def test_sand_takes_three_of_five(self) -> None:
        """Five parts of copper dosed over sand, two left in the water in the end (common practice)."""
        ledger = plain(WaterEvent(at=START, added_mg=500), rates=rates_of(FOUND.kinetics["copper"], sand=True))
        self.assertAlmostEqual(ledger.level(after(24)).concentration_mg_per_l, 5 - 1.5)
        self.assertAlmostEqual(ledger.level(after(2000)).concentration_mg_per_l, 2.0, places=6)
        # over a bare bottom all of it stays
        bare = plain(WaterEvent(at=START, added_mg=500), rates=rates_of(FOUND.kinetics["copper"], sand=False))
        self.assertEqual(bare.level(after(2000)).concentration_mg_per_l, 5.0)

    def test_salt_stays_when_water_goes(self) -> None:
        """100 L at 3 g/L lose a litre in ten hours: 3.0303; topped up with fresh water 3 again (mass balance)."""
        ledger = plain(WaterEvent(at=START, added_mg=300_000), WaterEvent(at=after(10), topped_up=True), evaporation_l_per_h=0.1)
        self.assertAlmostEqual(ledger.level(after(10) - timedelta(seconds=1)).concentration_mg_per_l, 3000 / 0.99, delta=0.01)
        self.assertAlmostEqual(ledger.level(after(10)).concentration_mg_per_l, 3000)

    def test_full_doses_after_changes_pile_up(self) -> None:
        """A quarter changed and a full dose each day: 1, 1.75, 2.31, 2.73 of a dose, towards four (reference, mistake 7)."""
        events = [WaterEvent(at=after(24 * d), added_mg=100, changed_fraction=0.25 if d else 0.0) for d in range(40)]
        ledger = plain(*events)
        for day, level in ((0, 1.0), (1, 1.75), (2, 2.3125), (3, 2.734375)):
            self.assertAlmostEqual(ledger.level(after(24 * day)).concentration_mg_per_l, level)
        self.assertAlmostEqual(ledger.level(after(24 * 39)).concentration_mg_per_l, 4.0, delta=0.001)


class Asked(TestCase):
    def setUp(self) -> None:
        # 2.4 mg/L that halves in 48 hours, and a second dose after four days
        self.ledger = plain(
            WaterEvent(at=START, added_mg=240), WaterEvent(at=after(96), added_mg=180), rates=Rates(decay_per_h=math.log(2) / 48), volume_sd_l=2
        )

    def test_when_it_leaves_its_window(self) -> None:
        """2.4 falls to 1.5 after 48 x log2(1.6) = 32.55 hours; 2.4 again at 96, and again 32.55 later (arithmetic)."""
        fall = 48 * math.log2(1.6)
        cuts = self.ledger.crossings(1.5, since=START, until=after(200))
        self.assertEqual([rises for _, rises in cuts], [False, True, False])
        for (at, _), hours in zip(cuts, (fall, 96, 96 + fall), strict=True):
            self.assertAlmostEqual((at - START) / timedelta(hours=1), hours, delta=0.001)
        leaves = self.ledger.leaves(1.5, since=START, until=after(200))
        assert leaves is not None
        self.assertAlmostEqual((leaves - START) / timedelta(hours=1), 96 + fall, delta=0.001)
        self.assertAlmostEqual(self.ledger.hours_within(1.5, 2.5, since=START, until=after(200)), 2 * fall, delta=0.01)
        self.assertIsNone(self.ledger.leaves(0.01, since=START, until=after(200)))

    def test_the_band_of_the_volume_and_of_a_reading(self) -> None:
        """Two standard deviations of 2 % volume and 2 % dose: 5.66 %; after a reading its own 8 %, twice."""
        now = self.ledger.level(START)
        self.assertAlmostEqual(now.high_mg_per_l / now.concentration_mg_per_l - 1, 2 * math.hypot(0.02, 0.02), places=9)
        read = plain(WaterEvent(at=START, added_mg=240), WaterEvent(at=after(10), reading_mg_per_l=2.3), volume_sd_l=2)
        self.assertAlmostEqual(read.level(after(11)).concentration_mg_per_l, 2.3)
        self.assertAlmostEqual(read.level(after(11)).low_mg_per_l, 2.3 * 0.84)

    def test_a_reading_that_can_not_be(self) -> None:
        for reading, plausible, word in ((2.3, True, ""), (1.0, False, "taken up by sand"), (4.5, False, "less water than thought")):
            check = plain(WaterEvent(at=START, added_mg=240), WaterEvent(at=after(10), reading_mg_per_l=reading), volume_sd_l=2).checks[0]
            self.assertEqual(check.plausible, plausible)
            self.assertIn(word, check.words)
            self.assertAlmostEqual(check.expected.concentration_mg_per_l, 2.4)

    def test_wash_out_decides_when_the_next_may_start(self) -> None:
        """2.4 mg/L is below 0.1 after five changes of a half (2.4 / 32 = 0.075), not after four (arithmetic)."""
        ledger = plain(WaterEvent(at=START, added_mg=240))
        changes = [WaterEvent(at=after(24 * d), changed_fraction=0.5) for d in range(1, 7)]
        self.assertEqual(wash_out(ledger, since=after(1), changes=changes, below_mg_per_l=0.1, until=after(200)), after(120))
        self.assertIsNone(wash_out(ledger, since=after(1), changes=changes[:4], below_mg_per_l=0.1, until=after(200)))

    @given(st.lists(st.tuples(st.integers(0, 300), st.floats(0, 1e6), st.floats(0, 1), st.booleans()), max_size=8), st.floats(0, 1), st.floats(0, 1))
    @settings(max_examples=60, deadline=None)
    def test_mass_is_conserved(self, done: list[tuple[int, float, float, bool]], decay: float, into: float) -> None:
        """Given = in the water + in the sand + changed out + decayed, whatever happened."""
        rates = Rates(decay_per_h=decay, sand_in_per_h=into, sand_out_per_h=into / 3, carbon_per_h=0.1)
        events = [WaterEvent(at=after(h), added_mg=mg, changed_fraction=f, carbon=c, topped_up=c) for h, mg, f, c in done]
        m = plain(*events, rates=rates, evaporation_l_per_h=0.02).masses(after(400))
        total = m.water_mg + m.sand_mg + m.removed_mg + m.decayed_mg
        self.assertAlmostEqual(total, m.given_mg, delta=1e-6 * max(1.0, m.given_mg))
        self.assertGreaterEqual(min(m.water_mg, m.sand_mg), -1e-9)

    def test_what_can_not_be(self) -> None:
        for event, field in (
            (WaterEvent(at=START, added_mg=-1), "events.added_mg"), (WaterEvent(at=START, added_mg=math.nan), "events.added_mg"),
            (WaterEvent(at=START, changed_fraction=1.5), "events.changed_fraction"), (WaterEvent(at=after(-1), added_mg=1), "events.at"),
            (WaterEvent(at=START, reading_mg_per_l=math.inf), "events.reading_mg_per_l"),
        ):  # fmt: skip
            with self.assertRaises(InvalidInput) as caught:
                plain(event)
            self.assertEqual(caught.exception.field, field)
        for volume in (0.0, -5.0, math.nan):
            with self.assertRaises(InvalidInput) as caught:
                plain(volume=volume)
            self.assertEqual(caught.exception.field, "volume")
