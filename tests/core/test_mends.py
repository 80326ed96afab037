"""Water at fault: what mends the reading leads, with its figure, and never an act that would harm."""

from __future__ import annotations

from unittest import TestCase

from pennywort.core.course.mends import Mending, mends_for
from pennywort.core.diagnosis.acts import Acts, acts
from pennywort.core.diagnosis.facts import LookFacts
from pennywort.core.diagnosis.network import weigh
from pennywort.core.reference import library
from pennywort.core.reference.disease_models import WaterType
from pennywort.core.water.gate import Circumstances, Over, Readings, signs_from_readings, water_gate

FOUND = library()
GOOD: dict[str, float] = {"temperature_c": 25, "ph": 7.2, "total_ammonia_as_n_mg_per_l": 0.0, "nitrite_as_n_mg_per_l": 0.0, "oxygen_mg_per_l": 7.5}
SEA: dict[str, float] = {**GOOD, "ph": 8.2, "salinity_g_per_kg": 34}
# each: the reading at fault, the water, and the act that comes first, as the reference names it (common practice; published where its row says)
EMERGENCIES: list[tuple[dict[str, float], WaterType, str, str]] = [
    ({"oxygen_mg_per_l": 1.5}, "freshwater_tropical", "oxygen", "more_air"),
    ({"oxygen_mg_per_l": 2.9}, "coldwater_pond", "oxygen", "more_air"),
    ({"oxygen_mg_per_l": 1.0}, "marine", "oxygen", "more_air"),
    ({"chlorine_mg_per_l": 0.5}, "freshwater_tropical", "chlorine", "dechlorinate"),
    ({"chlorine_mg_per_l": 2.0}, "coldwater_pond", "chlorine", "dechlorinate"),
    ({"chlorine_mg_per_l": 0.05}, "marine", "chlorine", "dechlorinate"),
    ({"temperature_c": 34.0}, "freshwater_tropical", "temperature", "more_air"),
    ({"temperature_c": 40.0}, "freshwater_tropical", "temperature", "more_air"),
    ({"temperature_c": 33.0}, "marine", "temperature", "more_air"),
    ({"temperature_c": 14.0}, "freshwater_tropical", "temperature", "into_range"),
    ({"temperature_c": 18.0}, "marine", "temperature", "into_range"),
    ({"nitrite_as_n_mg_per_l": 1.0}, "freshwater_tropical", "nitrite", "chloride"),
    ({"nitrite_as_n_mg_per_l": 4.0}, "coldwater_pond", "nitrite", "chloride"),
    ({"nitrite_as_n_mg_per_l": 6.0}, "marine", "nitrite", "large_change"),
    ({"total_ammonia_as_n_mg_per_l": 2.0, "ph": 8.0}, "freshwater_tropical", "ammonia", "large_change"),
    ({"total_ammonia_as_n_mg_per_l": 1.0, "ph": 8.4}, "marine", "ammonia", "large_change"),
]
SICK: tuple[dict[str, bool], ...] = (
    {},
    {"rapid_breathing": True},
    {"gasping_at_surface": True, "rapid_breathing": True},
    {"flashing": True, "white_spots_countable": True},
)


def told(readings: dict[str, float], water: WaterType, signs: dict[str, bool], *, before: Readings | None = None) -> tuple[tuple[Mending, ...], Acts]:
    whole = Readings(**{**(SEA if water == "marine" else GOOD), **readings})  # type: ignore[arg-type]
    gate = water_gate(whole, water=water, species=(), found=FOUND, round_about=Circumstances(before=before))
    seen = {**signs, **signs_from_readings(whole, gate=gate, water=water, found=FOUND)}
    mends = mends_for(gate, whole, water=water, found=FOUND)
    leading = tuple(dict.fromkeys(a for m in mends if m.harmful for a in m.mend.acts))
    weighed = weigh(LookFacts(water=water, signs=seen), found=FOUND)
    return mends, acts(weighed, water_at_fault=gate.state == "shut", mending=leading)


class Emergencies(TestCase):
    def test_the_act_that_mends_the_reading_leads(self) -> None:
        """Sixteen readings, each alone and under three kinds of sick fish: 64 cases. No medicine is advised in any of them."""
        for readings, water, reading, first in EMERGENCIES:
            for signs in SICK:
                with self.subTest(readings=readings, water=water, signs=tuple(signs)):
                    mends, do = told(readings, water, signs)
                    self.assertEqual((mends[0].reading, mends[0].harmful), (reading, True))
                    self.assertEqual(do.do[0].action, first)
                    self.assertEqual(do.treat, ())
                    self.assertNotIn(first, [a for a, _ in do.not_now])

    def test_two_at_once(self) -> None:
        """Oxygen before ammonia, chlorine before nitrite: in the order in which they kill."""
        for readings, order in (
            ({"oxygen_mg_per_l": 1.5, "total_ammonia_as_n_mg_per_l": 2.0, "ph": 8.0}, ["oxygen", "ammonia"]),
            ({"chlorine_mg_per_l": 0.5, "nitrite_as_n_mg_per_l": 1.0}, ["chlorine", "nitrite"]),
            ({"temperature_c": 34.0, "oxygen_mg_per_l": 2.0}, ["oxygen", "temperature"]),
        ):
            mends, do = told(readings, "freshwater_tropical", {})
            self.assertEqual([m.reading for m in mends], order)
            self.assertEqual(do.do[0].action, mends[0].mend.acts[0])

    def test_what_is_only_out_of_range_leads_nothing(self) -> None:
        """Two degrees too warm is told with its rate; it is no emergency."""
        mends, do = told({"temperature_c": 30.0}, "freshwater_tropical", {"flashing": True})
        self.assertEqual([(m.reading, m.harmful) for m in mends], [("temperature", False)])
        self.assertIn("half a degree in an hour", mends[0].rate)
        self.assertNotEqual(do.do[0].action, "partial_change")

    def test_good_water_mends_nothing(self) -> None:
        self.assertEqual(told({}, "freshwater_tropical", {})[0], ())
        self.assertEqual(told({}, "marine", {})[0], ())


class Figures(TestCase):
    """By hand."""

    def first(self, readings: dict[str, float], water: WaterType = "freshwater_tropical") -> Mending:
        return told(readings, water, {})[0][0]

    def test_nitrite_asks_for_salt(self) -> None:
        """1 mg/L as N is 3.28 as the ion; ten times that of chloride is 32.8, 54.1 mg/L of salt (SRAC 462; 58.44 / 35.453); 40 of chloride guard."""
        self.assertAlmostEqual(self.first({"nitrite_as_n_mg_per_l": 1.0}).given_mg_per_l or 0, 54.1, delta=0.1)
        less = self.first({"nitrite_as_n_mg_per_l": 1.0, "chloride_mg_per_l": 20.0}).given_mg_per_l or 0
        self.assertAlmostEqual(less, 54.1 - 20 * 58.44 / 35.453, delta=0.1)
        self.assertIsNone(self.first({"nitrite_as_n_mg_per_l": 1.0, "chloride_mg_per_l": 40.0}).given_mg_per_l)
        # a gram of salt in a litre holds 550 mg of chloride and more: it guards already
        self.assertIsNone(self.first({"nitrite_as_n_mg_per_l": 1.0, "salinity_g_per_kg": 1.0}).given_mg_per_l)

    def test_ammonia_asks_for_changes_of_half_at_most(self) -> None:
        """2 mg/L at pH 8 and 25 °C has 5.4 % free (Emerson 1975): 0.108, and 0.02 is kept: three halves leave 0.0135, two 0.027."""
        mend = self.first({"total_ammonia_as_n_mg_per_l": 2.0, "ph": 8.0})
        self.assertEqual((mend.share_fraction, mend.changes_count), (0.5, 3))

    def test_old_water_is_changed_by_fifths(self) -> None:
        """Total ammonia of 60 mg/L at pH 6.4 has 0.14 % free, 0.085 mg/L: seven fifths bring 0.085 under 0.02 (0.8^7 = 0.21)."""
        mend = self.first({"total_ammonia_as_n_mg_per_l": 60.0, "ph": 6.4})
        self.assertEqual((mend.share_fraction, mend.changes_count), (0.2, 7))

    def test_chlorine_asks_for_seven_of_thiosulfate(self) -> None:
        self.assertAlmostEqual(self.first({"chlorine_mg_per_l": 0.5}).given_mg_per_l or 0, 3.5, places=3)

    def test_a_medicine_above_its_range_asks_for_its_share(self) -> None:
        """5 mg/L where 2.5 is the most: half, once; 3 where 2.5 is: a sixth (dilution)."""
        for level, share in ((5.0, 0.5), (3.0, 1 / 6)):
            over = Over(name="praziquantel", level_mg_per_l=level, high_mg_per_l=2.5)
            gate = water_gate(Readings.of(GOOD), water="freshwater_tropical", species=(), found=FOUND, round_about=Circumstances(medicine="over", over=over))
            (mend,) = mends_for(gate, Readings.of(GOOD), water="freshwater_tropical", found=FOUND)
            self.assertEqual((mend.mend.acts[0], mend.changes_count), ("stop_dosing", 1))
            self.assertAlmostEqual(mend.share_fraction or 0, share)

    def test_a_share_in_one_change(self) -> None:
        """Nitrate of 10 mg/L as N against 6.8: 32 in 100, once."""
        mend = self.first({"nitrate_as_n_mg_per_l": 10.0})
        self.assertAlmostEqual(mend.share_fraction or 0, 0.32)
        self.assertEqual(mend.changes_count, 1)

    def test_warmth_by_its_distance(self) -> None:
        """Range 22 to 28 °C: 29.5 is near, 31 far, 34 kills; 21, 18 and 12 the same way up."""
        for celsius, words in (
            (29.5, "up to two degrees too warm"), (31.0, "two to four degrees too warm"), (34.0, "more than four degrees too warm"),
            (21.0, "up to two degrees too cold"), (18.0, "two to five degrees too cold"), (12.0, "more than five degrees too cold"),
        ):  # fmt: skip
            self.assertIn(words, self.first({"temperature_c": celsius}).rate)

    def test_what_moved_fast(self) -> None:
        """pH from 6.0 to 7.4 within a day: back into water like theirs; the figure is not chased."""
        mends, do = told({"ph": 7.4}, "freshwater_tropical", {}, before=Readings(ph=6.0))
        self.assertEqual((mends[0].mend.id, do.do[0].action), ("ph_moved", "origin_water"))


class Data(TestCase):
    def test_every_reading_of_the_gate_has_what_mends_it(self) -> None:
        """Of each reading that can be at fault on one side; pH and salinity that are only off are the fish's own affair, and told by the gate."""
        covered = {(m.reading, m.state, w) for m in FOUND.mends.values() for w in m.water}
        for water in ("freshwater_tropical", "coldwater_pond", "brackish", "marine"):
            for reading, state in (
                ("oxygen", "below"),
                ("chlorine", "above"),
                ("temperature", "above"),
                ("temperature", "below"),
                ("temperature", "swung"),
                ("ph", "swung"),
                ("nitrite", "above"),
                ("ammonia", "above"),
                ("copper", "above"),
                ("nitrate", "above"),
                ("salinity", "swung"),
            ):
                self.assertIn((reading, state, water), covered)

    def test_rates_reach_as_far_as_water_can_be(self) -> None:
        for way in ("up", "down"):
            rows = [b.beyond_c for b in FOUND.bring_back.values() if b.direction == way]
            self.assertEqual((rows, rows[-1] >= 40), (sorted(rows), True))
