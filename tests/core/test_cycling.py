"""A filter brought to life: the two equations against an ODE solver, the days keepers know, and what readings teach."""

from __future__ import annotations

from unittest import TestCase

import numpy as np
from scipy.integrate import solve_ivp

from pennywort.core.errors import InvalidInput
from pennywort.core.water.cycling import BEGINNINGS, NitrogenRead, Origin, beginning_of, forecast
from pennywort.core.water.heater import heater_w, sold_as_w
from pennywort.core.water.nitrifying import HALF_SATURATION_MG_PER_L, Happening, Water, after, ahead, growth_per_day, slope

DOSED = (Happening(at_days=0, kind="ammonia", amount=2.0),)


def water(*values: float) -> np.ndarray:
    names = ("ammonia", "nitrite", "nitrate", "takes_ammonia", "takes_nitrite")
    return Water(**{name: np.array([value]) for name, value in zip(names, values, strict=True)}).stacked()


class Equations(TestCase):
    def test_against_an_ode_solver(self) -> None:
        """scipy's LSODA on the same equations, from nothing and from a settled sponge, with a dose, a change and a harm between: to 1e-4 mg/L."""
        for start in ((2.0, 0.0, 0.0, 1e-3, 1e-3), (4.0, 0.5, 10.0, 1.0, 0.6), (0.5, 4.0, 2.0, 0.05, 0.2)):
            for temperature_c in (18.0, 25.0, 28.0):
                growth = growth_per_day(temperature_c)
                mine, theirs = water(*start), np.array(start)
                for days, what in ((9.0, ("ammonia", 1.5)), (4.5, ("change", 0.4)), (6.25, ("harm", 0.3)), (12.0, None)):
                    mine = ahead(mine, days, growth)
                    told = solve_ivp(lambda _, y, g=growth: slope(y[:, None], g)[:, 0], (0, days), theirs, method="LSODA", rtol=1e-10, atol=1e-12)
                    theirs = told.y[:, -1]
                    np.testing.assert_allclose(mine[:, 0], theirs, atol=1e-4, rtol=1e-4)
                    if what is not None:
                        happening = Happening(at_days=0, kind=what[0], amount=what[1])  # type: ignore[arg-type]
                        mine, theirs = after(mine, happening), after(theirs[:, None], happening)[:, 0]

    def test_the_slope_by_hand(self) -> None:
        """Ammonia at the half-saturation, half the most is taken: c1 = 2 takes 1 mg/L a day, nitrite appears as fast, growth g/2 less decay 0.05."""
        told = slope(water(HALF_SATURATION_MG_PER_L, 0, 0, 2.0, 1.0), (0.8, 0.6))[:, 0]
        np.testing.assert_allclose(told, [-1.0, 1.0, 0.0, 2.0 * (0.4 - 0.05), -0.05], rtol=1e-12)

    def test_nitrogen_is_neither_made_nor_lost(self) -> None:
        state = water(5.0, 1.0, 3.0, 0.2, 0.1)
        for days in (0.3, 4.0, 20.0):
            state = ahead(state, days, growth_per_day(25))
            self.assertAlmostEqual(float(state[:3].sum()), 9.0, places=9)
            self.assertGreaterEqual(float(state.min()), -1e-9)

    def test_what_happens_to_the_water(self) -> None:
        """A change of two fifths leaves three fifths of what is dissolved and all that sits in the sponge; harm the other way round."""
        state = water(2.0, 1.0, 10.0, 0.5, 0.4)
        changed, harmed = (after(state, Happening(at_days=0, kind=k, amount=0.4)) for k in ("change", "harm"))
        np.testing.assert_allclose(changed[:, 0], [1.2, 0.6, 6.0, 0.5, 0.4])
        np.testing.assert_allclose(harmed[:, 0], [2.0, 1.0, 10.0, 0.3, 0.24])


class WhenReady(TestCase):
    def days(self, origin: Origin, **more: object) -> tuple[float | None, float | None, float | None]:
        values = {"temperature_c": 25.0, "load_mg_per_l": 1.0, "now_days": 0.0, "happenings": DOSED, **more}
        return forecast(origin=origin, **values).ready_days  # type: ignore[arg-type]

    def test_from_nothing_in_three_to_six_weeks(self) -> None:
        """At 25 degC, common practice: three to six weeks. The middle lies between, the band covers most of it."""
        low, middle, high = self.days("nothing")
        assert low is not None and middle is not None and high is not None
        self.assertTrue(21 <= middle <= 42, middle)
        self.assertTrue(18 <= low <= 28, low)
        self.assertTrue(35 <= high <= 49, high)

    def test_a_sponge_is_quicker_than_a_bottle_than_nothing(self) -> None:
        """A settled sponge within ten days, bottled bacteria in one to four weeks (common practice)."""
        sponge, bottle, nothing = (self.days(o)[1] or 99 for o in ("sponge", "bottle", "nothing"))
        self.assertLess(sponge, bottle)
        self.assertLess(bottle, nothing)
        self.assertTrue(sponge <= 10 and 7 <= bottle <= 28, (sponge, bottle))

    def test_a_sponge_settles_in_four_weeks(self) -> None:
        self.assertEqual(beginning_of("sponge", seasoned_days=28), BEGINNINGS["sponge"])
        self.assertEqual(beginning_of("sponge", seasoned_days=400), BEGINNINGS["sponge"])
        self.assertEqual(beginning_of("sponge", seasoned_days=0)[0], BEGINNINGS["nothing"][0])
        self.assertAlmostEqual(beginning_of("sponge", seasoned_days=14)[0], (BEGINNINGS["nothing"][0] + BEGINNINGS["sponge"][0]) / 2)

    def test_warmth_quickens_and_cold_slows(self) -> None:
        cold, warm = (self.days("bottle", temperature_c=t)[1] or 99 for t in (18.0, 28.0))
        self.assertGreater(cold, warm + 7)

    def test_readings_narrow_the_band_and_find_the_truth(self) -> None:
        """Readings made by the equations themselves from one beginning: the forecast finds the day that the equations give, more surely than without."""
        growth = growth_per_day(25)
        state, read, ready = water(2.0, 0, 0, 10**-2.2, 10**-2.6), [], None
        for day in range(1, 40):
            state = ahead(state, 1.0, growth)
            if day <= 16 and day % 2 == 0:
                a, n, x = (float(v) for v in state[:3, 0])
                read.append(NitrogenRead(at_days=float(day), total_ammonia_as_n_mg_per_l=a, nitrite_as_n_mg_per_l=n, nitrate_as_n_mg_per_l=x + 4.0))
            if day >= 16 and ready is None and state[0, 0] <= 0.1 and state[1, 0] <= 0.1:
                ready = day
        assert ready is not None
        with_them = forecast(origin="nothing", temperature_c=25, load_mg_per_l=1.0, now_days=16, read=read, happenings=DOSED)
        without = forecast(origin="nothing", temperature_c=25, load_mg_per_l=1.0, now_days=16, happenings=DOSED)
        low, middle, high = with_them.ready_days
        assert low is not None and middle is not None and high is not None
        # the load is given anew as soon as the ammonia is gone: a few days more than the first dose alone needs
        self.assertLess(abs(middle - ready), 5, (middle, ready))
        wide_low, _, wide_high = without.ready_days
        assert wide_low is not None and wide_high is not None
        self.assertLess(high - low, wide_high - wide_low)

    def test_a_medicine_that_hurts_it_sets_it_back(self) -> None:
        harm = Happening(at_days=5.0, kind="harm", amount=0.9)
        unhurt, hurt = (
            forecast(origin="sponge", temperature_c=25, load_mg_per_l=1.0, now_days=6, happenings=h).ready_days[1] or 99 for h in (DOSED, (*DOSED, harm))
        )
        self.assertGreater(hurt, unhurt + 3)

    def test_a_filter_that_cleared_its_load_twice_is_ready_now(self) -> None:
        """Half a mg/L given on days 7, 8 and 9, each gone a day later: two more loads settle it, on day 12. With nothing given it stays open for longer."""
        daily = [Happening(at_days=float(d), kind="ammonia", amount=0.5) for d in (7, 8, 9)]
        read = [NitrogenRead(at_days=d, total_ammonia_as_n_mg_per_l=0.0, nitrite_as_n_mg_per_l=0.0) for d in (7.98, 8.98, 9.98)]
        told = forecast(origin="sponge", temperature_c=25, load_mg_per_l=0.5, now_days=10, read=read, happenings=[*DOSED, *daily])
        idle = forecast(origin="sponge", temperature_c=25, load_mg_per_l=0.5, now_days=10, read=read, happenings=DOSED)
        self.assertEqual(told.ready_days[1], 12)
        self.assertGreater(idle.ready_days[1] or 99, 12)

    def test_what_cannot_be(self) -> None:
        for more, field in (
            ({"load_mg_per_l": 0.0}, "load"),
            ({"load_mg_per_l": float("nan")}, "load"),
            ({"temperature_c": 4.0}, "temperature"),
            ({"temperature_c": 60.0}, "temperature"),
            ({"now_days": -1.0}, "begun"),
            ({"now_days": 1e308}, "begun"),
            ({"happenings": [Happening(at_days=0, kind="change", amount=1.5)]}, "change"),
            ({"happenings": [Happening(at_days=0, kind="ammonia", amount=-1)]}, "ammonia"),
        ):
            with self.subTest(**{k: str(v) for k, v in more.items()}), self.assertRaises(InvalidInput) as caught:
                self.days("nothing", **more)
            self.assertEqual(caught.exception.field, field)


class Heaters(TestCase):
    def test_by_hand(self) -> None:
        """60 x 30 x 30 cm: 2 (0.18 + 0.18 + 0.09) = 0.90 m2; 10 degrees over the room: 5.7 x 0.9 x 10 x 1.5 = 77 W, sold as 100 W."""
        watts = heater_w(net_volume_l=45, water_c=26, room_c=16, sides_cm=(60, 30, 30))
        self.assertAlmostEqual(watts, 76.95, places=2)
        self.assertEqual(sold_as_w(watts), (1, 100))

    def test_a_cube_where_nobody_measured(self) -> None:
        """64 L is a cube of 40 cm: 6 x 0.16 = 0.96 m2."""
        self.assertAlmostEqual(heater_w(net_volume_l=64, water_c=20, room_c=18), 5.7 * 0.96 * 2 * 1.5, places=9)

    def test_none_and_several(self) -> None:
        self.assertEqual(sold_as_w(heater_w(net_volume_l=64, water_c=18, room_c=20)), (0, 0))
        self.assertEqual(sold_as_w(1100), (3, 500))
        self.assertEqual(sold_as_w(500), (1, 500))

    def test_what_cannot_be(self) -> None:
        for volume, room, field in ((0.0, 18.0, "volume"), (float("nan"), 18.0, "volume"), (40.0, -20.0, "room"), (40.0, 300.0, "room")):
            with self.subTest(volume=volume, room=room), self.assertRaises(InvalidInput) as caught:
                heater_w(net_volume_l=volume, water_c=26, room_c=room)
            self.assertEqual(caught.exception.field, field)
