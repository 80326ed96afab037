"""What was typed, read; what is shown, rounded. Unit sizes against NIST Handbook 44, appendix C."""

from __future__ import annotations

from unittest import TestCase

from hypothesis import given
from hypothesis import strategies as st

from pennywort.core.errors import InvalidInput
from pennywort.core.units import (
    Preferences,
    read_quantity,
    read_ratio,
    read_share,
    show_concentration,
    show_fraction,
    show_mass,
    show_small_volume,
    show_temperature,
    show_volume,
)
from pennywort.core.units.shown import round_figure

METRIC = Preferences()
US = Preferences(volume="us_gal", temperature="f", mass="oz", length="in")
IMPERIAL = Preferences(volume="imp_gal", temperature="f", mass="oz", length="in")


def read(text: str, kind: str, who: Preferences = METRIC) -> float:
    return read_quantity(text, kind=kind, field="x", preferences=who)


class NistUnits(TestCase):
    def test_volume_units_are_the_published_ones(self) -> None:
        """NIST Handbook 44 (2023) appendix C: gallon 3.785 411 784 L, cup 236.588 236 5 mL, and so on, exact."""
        for text, litres in (
            ("1 us gal", 3.785411784),
            ("1 cup", 0.2365882365),
            ("1 tbsp", 0.01478676478125),
            ("1 fl oz", 0.0295735295625),
            ("1 qt", 0.946352946),
            ("1 ft3", 28.316846592),
            # the imperial gallon: UK Weights and Measures Act 1985, 4.546 09 dm3
            ("1 imp gal", 4.54609),
        ):
            with self.subTest(text):
                self.assertAlmostEqual(read(text, "volume"), litres, delta=litres * 1e-12 if litres > 0.05 else 1e-12)

    def test_small_volumes(self) -> None:
        """NIST Handbook 44: teaspoon 4.928 921 593 75 mL, exact."""
        self.assertAlmostEqual(read("1 tsp", "small_volume"), 4.92892159375, places=10)
        self.assertAlmostEqual(read("1/2 tsp", "small_volume"), 2.464460796875, places=10)

    def test_mass_and_length(self) -> None:
        """NIST Handbook 44: pound 453.592 37 g, ounce 28.349 523 125 g, inch 2.54 cm, foot 30.48 cm, exact."""
        self.assertAlmostEqual(read("1 lb", "mass"), 453.59237, places=9)
        self.assertAlmostEqual(read("1 oz", "mass"), 28.349523125, places=9)
        self.assertAlmostEqual(read("24 in", "length"), 60.96, places=9)
        self.assertAlmostEqual(read("2 ft", "length"), 60.96, places=9)

    def test_fahrenheit(self) -> None:
        """degF = degC x 1.8 + 32 (NIST SP 811): 77 F is 25 C, 82 F is 27.78 C, 86 F is 30 C."""
        self.assertAlmostEqual(read("77 F", "temperature"), 25.0, places=9)
        self.assertAlmostEqual(read("82F", "temperature"), 27.7777777778, places=9)
        self.assertAlmostEqual(read("86°f", "temperature"), 30.0, places=9)


class Typed(TestCase):
    def test_what_keepers_type(self) -> None:
        """The figures of the first issue, and the ways hands write fractions."""
        for text, kind, expected in (
            ("2.5 gal", "volume", 9.46352946),
            ("1 tbsp", "small_volume", 14.78676478125),
            ("1 1/2 cups", "volume", 0.35488235475),
            ("1½ cups", "volume", 0.35488235475),
            ("½ tsp", "small_volume", 2.464460796875),
            (".5 L", "volume", 0.5),
            ("40 %", "fraction", 0.4),
            ("40", "fraction", 0.4),
            ("0.4", "fraction", 0.4),
            ("120 mg", "mass", 0.12),
            ("2 days", "duration", 48.0),
            ("24", "duration", 24.0),
            ("1.5 g/L", "concentration", 1500.0),
            ("0.25", "concentration", 0.25),
            ("−1 C", "temperature", -1.0),
            (["pH", "7"][1], "ph", 7.0),
        ):
            with self.subTest(text):
                self.assertAlmostEqual(read(text, kind), expected, places=9)

    def test_a_bare_number_is_in_the_readers_own_unit(self) -> None:
        """Ten is ten litres, ten US gallons or ten imperial gallons, by who types it."""
        self.assertAlmostEqual(read("10", "volume", METRIC), 10.0)
        self.assertAlmostEqual(read("10", "volume", US), 37.85411784)
        self.assertAlmostEqual(read("10", "volume", IMPERIAL), 45.4609)
        self.assertAlmostEqual(read("10 gal", "volume", IMPERIAL), 45.4609)
        self.assertAlmostEqual(read("77", "temperature", US), 25.0)
        self.assertAlmostEqual(read("10", "length", US), 25.4)

    def test_what_can_not_be_meant_is_refused_at_its_field(self) -> None:
        """Nothing negative, endless, doubtful or of another kind gets through, and the error names the field."""
        for text, kind in (
            ("", "volume"), ("abc", "volume"), ("-5 L", "volume"), ("nan", "volume"), ("inf", "volume"), ("1e308 gal", "volume"),
            ("1e999", "volume"), ("5 kg", "volume"), ("2,5 L", "volume"), ("1,000", "volume"), ("1/0 L", "volume"), ("82 C", "temperature"),
            ("500 F", "temperature"), ("2", "ph"), ("12", "ph"), ("7.2 mg", "ph"), ("120 %", "fraction"), ("0 L", "volume"), ("5 5", "volume"),
            ("1" * 50, "volume"), ("5 furlongs", "length"), ("0x10", "volume"), ("١٢", "ph"),
        ):  # fmt: skip
            with self.subTest(text=text, kind=kind), self.assertRaises(InvalidInput) as caught:
                read(text, kind)
            self.assertEqual(caught.exception.field, "x")
            self.assertGreater(len(caught.exception.message), 10)

    def test_eighty_two_degrees_asks_for_the_scale(self) -> None:
        """82 typed by a Celsius keeper is hot water: the error asks which scale was meant."""
        with self.assertRaisesRegex(InvalidInput, "°C or °F"):
            read("82", "temperature")


class Shown(TestCase):
    def test_figures_keep_the_digits_they_carry(self) -> None:
        """Three digits, trailing zeros kept, no powers of ten."""
        for value, text in ((0, "0"), (1.2, "1.20"), (0.04567, "0.0457"), (12.345, "12.3"), (123456, "123000"), (0.99999, "1.00")):
            self.assertEqual(round_figure(value), text)

    def test_doses_in_units_a_tool_has(self) -> None:
        """Below a gram always milligrams: no ounce scale resolves them."""
        self.assertEqual(show_mass(112.5, US).text, "112 mg")
        self.assertEqual(show_mass(56_666.7, METRIC).text, "56.7 g")
        self.assertEqual(show_mass(56_699.04625, US).text, "2 oz")
        self.assertEqual(show_mass(2_500_000, METRIC).text, "2.5 kg")
        self.assertEqual(show_small_volume(6.4).text, "6.4 mL")

    def test_water_and_warmth(self) -> None:
        self.assertEqual(show_volume(54.0, METRIC).text, "54.0 L")
        self.assertEqual(show_volume(37.85411784, US).text, "10.0 US gal")
        self.assertEqual(show_volume(4.54609, IMPERIAL).text, "1.00 imp gal")
        self.assertEqual(show_temperature(25.0, US).text, "77.0 °F")

    def test_concentrations_of_one_row_share_a_unit(self) -> None:
        """670 mg/L beside a range to 3 g/L is written 0.67 g/L."""
        self.assertEqual(show_concentration(670, like_mg_per_l=3000).text, "0.67 g/L")
        self.assertEqual(show_concentration(2.5).text, "2.50 mg/L")

    @given(st.floats(min_value=0.2, max_value=5000))
    def test_what_is_shown_reads_back(self, volume_l: float) -> None:
        """A shown volume typed again is the same water within its last digit, for every keeper."""
        for who in (METRIC, US, IMPERIAL):
            again = read(show_volume(volume_l, who).text, "volume", who)
            self.assertAlmostEqual(again, volume_l, delta=max(0.06, volume_l * 0.006) if who is METRIC else max(0.25, volume_l * 0.02))


class AsKeepersSayIt(TestCase):
    """Units as keepers write them: a packet, a drop, litres of a tank, a ratio, parts in a million of a liquid."""

    def read(self, text: str, kind: str) -> float:
        return read_quantity(text, kind=kind, field="x", preferences=Preferences())

    def test_pieces_drops_and_strengths(self) -> None:
        for text, kind, wanted in (
            ("1 packet", "pieces", 1.0), ("1.5 tablets", "pieces", 1.5), ("1½ pieces", "pieces", 1.5), ("½ tablet", "pieces", 0.5), ("10 drops", "drops", 10.0),
            ("2000 mg", "each", 2000.0), ("2 g", "each", 2000.0), ("600", "each", 600.0), ("50 mg/mL", "strength", 50.0), ("5 g/L", "strength", 5.0),
            ("6 %", "percent", 6.0), ("25 ppm", "dose_ul_per_l", 25.0), ("¼ cup", "small_volume", 59.147), ("½ cup", "small_volume", 118.294),
        ):  # fmt: skip
            with self.subTest(text):
                self.assertAlmostEqual(self.read(text, kind), wanted, places=3)
        for text, kind in (("5 mL", "each"), ("2 kg", "pieces"), ("5 mg", "drops"), ("6 mg", "percent")):
            with self.subTest(text), self.assertRaises(InvalidInput):
                self.read(text, kind)

    def test_a_share_in_litres(self) -> None:
        """30 of 80 L is 37.5 %; litres alone are a share of the tank they are taken from, and never more than it."""
        for text, whole_l, wanted in (
            ("25 %", None, 0.25),
            ("30 of 80 L", None, 0.375),
            ("5 gal of 40 gal", None, 0.125),
            ("16 L", 128.0, 0.125),
            ("1/4", 80.0, 0.25),
        ):
            with self.subTest(text):
                self.assertAlmostEqual(read_share(text, field="share", whole_l=whole_l, preferences=Preferences()), wanted, places=6)
        for text, whole_l in (("90 of 80 L", None), ("90 L", 80.0), ("30 L", None), ("half of 80 L", None), ("10 kg", 80.0), ("of", 80.0)):
            with self.subTest(text), self.assertRaises(InvalidInput) as caught:
                read_share(text, field="share", whole_l=whole_l, preferences=Preferences())
            self.assertEqual(caught.exception.field, "share")

    def test_a_ratio(self) -> None:
        """One part of bleach to 19 of water is a twentieth of it."""
        self.assertEqual((read_ratio("1:19", field="x"), read_ratio("1 to 19", field="x"), read_ratio("1 in 20", field="x")), (0.05, 0.05, 0.05))
        self.assertIsNone(read_ratio("200 mg/L", field="x"))
        with self.assertRaises(InvalidInput):
            read_ratio("1:0", field="x")

    def test_a_share_that_must_suffice_is_rounded_up(self) -> None:
        self.assertEqual(show_fraction(0.2647, up=True).text, "27 %")
        self.assertEqual(show_fraction(0.2647).text, "26 %")
        self.assertEqual(show_fraction(0.25, up=True).text, "25 %")
        # 2.51 to 2.50 mg/L: four in a thousand, not "0 %"
        self.assertEqual((show_fraction(0.00398).text, show_fraction(0.00398, up=True).text), ("0.4 %", "0.4 %"))

    def test_a_cup_is_not_a_fifth_of_a_litre(self) -> None:
        for volume_l, wanted in ((0.2366, "237 mL"), (0.35, "350 mL"), (1.04, "1.04 L"), (3.57, "3.6 L"), (54.0, "54.0 L"), (20_000.0, "20000 L")):
            self.assertEqual(show_volume(volume_l, Preferences()).text, wanted)
