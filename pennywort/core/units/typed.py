"""Reading what a keeper typed: "2.5 gal", "1 tbsp", "82F", "1 1/2 cups", "25 %".

A bare number is read in the person's own unit. A comma is refused, because 1,250 means a thousand to one
reader and one and a quarter to another, and a dose hangs on it.
"""

from __future__ import annotations

import math
import re
from collections.abc import Mapping
from dataclasses import dataclass

from pennywort.core.errors import InvalidInput
from pennywort.core.units import phrases
from pennywort.core.units.phrases import NOT_NEGATIVE, SHARE_0_TO_100
from pennywort.core.units.preferences import Preferences
from pennywort.core.units.registry import convert_temperature, factor

_FRACTIONS = {"½": "1/2", "¼": "1/4", "¾": "3/4", "⅓": "1/3", "⅔": "2/3", "⅛": "1/8", "⅜": "3/8", "⅝": "5/8", "⅞": "7/8"}
_NUMBER = re.compile(
    r"^(?P<sign>[-+\u2212]?)\s*(?:(?P<whole>\d+)\s+(?P<wn>\d+)/(?P<wd>\d+)|(?P<n>\d+)/(?P<d>\d+)|"
    r"(?P<decimal>(?:\d+\.?\d*|\.\d+)(?:e[-+]?\d+)?))\s*(?P<unit>\S.*)?$",
    re.IGNORECASE | re.ASCII,
)

# typed word -> pint unit. "gal" alone is resolved by the reader's own gallon.
_VOLUME = {
    "l": "liter", "litre": "liter", "litres": "liter", "liter": "liter", "liters": "liter",
    "ml": "milliliter", "millilitre": "milliliter", "millilitres": "milliliter", "milliliter": "milliliter",
    "milliliters": "milliliter", "cc": "milliliter", "m3": "meter**3", "m³": "meter**3",
    "us gal": "gallon", "usgal": "gallon", "us gallon": "gallon", "us gallons": "gallon",
    "imp gal": "imperial_gallon", "uk gal": "imperial_gallon", "imp gallon": "imperial_gallon",
    "imp gallons": "imperial_gallon", "uk gallons": "imperial_gallon", "imperial gallons": "imperial_gallon",
    "tsp": "teaspoon", "teaspoon": "teaspoon", "teaspoons": "teaspoon",
    "tbsp": "tablespoon", "tablespoon": "tablespoon", "tablespoons": "tablespoon",
    "cup": "cup", "cups": "cup", "fl oz": "fluid_ounce", "floz": "fluid_ounce",
    "qt": "quart", "quart": "quart", "quarts": "quart", "pt": "pint", "ft3": "foot**3", "ft³": "foot**3",
}  # fmt: skip
_GALLON = {"gal", "gals", "gallon", "gallons", "g"}
_LENGTH = {
    "cm": "centimeter", "mm": "millimeter", "m": "meter", "in": "inch", "inch": "inch", "inches": "inch",
    '"': "inch", "″": "inch", "ft": "foot", "feet": "foot", "foot": "foot", "'": "foot",
}  # fmt: skip
_MASS = {
    "g": "gram", "gram": "gram", "grams": "gram", "gr": "gram", "mg": "milligram", "kg": "kilogram",
    "kilo": "kilogram", "kilos": "kilogram", "oz": "ounce", "ounce": "ounce", "ounces": "ounce",
    "lb": "pound", "lbs": "pound", "pound": "pound", "pounds": "pound", "µg": "microgram", "ug": "microgram",
}  # fmt: skip
_CONCENTRATION = {
    "mg/l": "milligram/liter", "mg per l": "milligram/liter", "g/l": "gram/liter", "ppm": "milligram/liter",
    "ppt": "gram/liter", "µg/l": "microgram/liter", "ug/l": "microgram/liter",
}  # fmt: skip
_TEMPERATURE = {
    "c": "degC", "°c": "degC", "ºc": "degC", "deg c": "degC", "celsius": "degC",
    "f": "degF", "°f": "degF", "ºf": "degF", "deg f": "degF", "fahrenheit": "degF",
}  # fmt: skip
_DURATION = {
    "h": "hour", "hr": "hour", "hrs": "hour", "hour": "hour", "hours": "hour", "min": "minute",
    "minutes": "minute", "d": "day", "day": "day", "days": "day", "week": "week", "weeks": "week",
}  # fmt: skip
# practical salinity and parts per thousand are read as g/kg: they differ by half a per cent, less than any keeper's tool
_SALINITY = {"g/kg": "gram/kilogram", "ppt": "gram/kilogram", "psu": "gram/kilogram", "‰": "gram/kilogram"}
_DENSITY = {"kg/l": "kilogram/liter", "g/ml": "kilogram/liter", "g/cm3": "kilogram/liter", "g/cm³": "kilogram/liter"}


# alkalinity and hardness: 1 degree is 17.848 mg/L as CaCO3, 1 meq/L 50.04 (molar masses; arithmetic)
_ALKALINITY = {"": 1.0, "mg/l": 1.0, "ppm": 1.0, "dkh": 17.848, "°dkh": 17.848, "kh": 17.848, "dgh": 17.848, "°d": 17.848, "meq/l": 50.04}
# a bare number on a card of hardness is degrees
_HARDNESS = {**_ALKALINITY, "": 17.848, "dh": 17.848, "gh": 17.848}
# salt by the hundred grams is read too: 1 % is 10 g/L
_GRAMS = {"": 1.0, "g/l": 1.0, "g/kg": 1.0, "ppt": 1.0, "‰": 1.0, "mg/l": 0.001, "ppm": 0.001, "%": 10.0, "percent": 10.0}
_MILLIGRAMS = {"": 1.0, "mg/l": 1.0, "ppm": 1.0, "g/l": 1000.0, "ppt": 1000.0, "µg/l": 0.001, "ug/l": 0.001}
# microlitres in a litre are parts in a million, by volume, as keepers say them of a liquid
_MICROLITRES = {"": 1.0, "ppm": 1.0, "µl/l": 1.0, "ul/l": 1.0, "ml/l": 1000.0, "ml/m3": 1.0}
_PIECES = {
    "": 1.0,
    **{w + s: 1.0 for w in ("piece", "tablet", "packet", "sachet", "capsule", "capful", "cap", "scoop", "pump", "squirt") for s in ("", "s")},
}
_DROPS = {"": 1.0, "drop": 1.0, "drops": 1.0}
_PERCENT = {"": 1.0, "%": 1.0, "percent": 1.0}
_STRENGTH = {"": 1.0, "mg/ml": 1.0, "mg per ml": 1.0, "g/l": 1.0, "g/ml": 1000.0, "mg/l": 0.001, "µg/ml": 0.001, "ug/ml": 0.001}
_EACH = {"": 1.0, "mg": 1.0, "g": 1000.0, "µg": 0.001, "ug": 0.001}
_PER_KG = {"": 1.0, "mg/kg": 1.0, "mg/kg/day": 1.0, "g/kg": 1000.0, "µg/kg": 0.001, "ug/kg": 0.001}


@dataclass(frozen=True, kw_only=True)
class Kind:
    """A kind of quantity: canonical unit, units accepted, and the range outside which a value is a slip.

    ``factors`` are plain multipliers by typed unit, "" for a bare number, where the size of the unit needs no library.
    """

    name: str
    canonical: str
    units: dict[str, str]
    low: float
    high: float
    examples: str
    factors: Mapping[str, float] | None = None


KINDS: dict[str, Kind] = {
    k.name: k
    for k in (
        Kind(name="volume", canonical="liter", units=_VOLUME, low=0.001, high=1_000_000, examples="60 L, 2.5 gal, 1 tbsp"),
        Kind(name="small_volume", canonical="milliliter", units=_VOLUME, low=0.001, high=100_000, examples="5 mL, 1 tsp"),
        Kind(name="length", canonical="centimeter", units=_LENGTH, low=0, high=3_000, examples="60 cm, 24 in"),
        Kind(name="mass", canonical="gram", units=_MASS, low=0, high=1_000_000, examples="45 g, 1.5 oz, 120 mg"),
        Kind(name="mass_heavy", canonical="kilogram", units=_MASS, low=0, high=10_000, examples="4 kg, 9 lb"),
        Kind(name="temperature", canonical="degC", units=_TEMPERATURE, low=-2, high=40, examples="25.5 C, 78 F"),
        Kind(name="concentration", canonical="milligram/liter", units=_CONCENTRATION, low=0, high=100_000, examples="0.25 mg/L"),
        Kind(name="salinity", canonical="gram/kilogram", units=_SALINITY, low=0, high=60, examples="34 g/kg, 1.025"),
        Kind(name="gravity", canonical="gravity", units={"sg": "gravity"}, low=0.99, high=1.06, examples="1.025"),
        Kind(name="ph", canonical="ph", units={}, low=3, high=11, examples="7.4"),
        Kind(name="fraction", canonical="fraction", units={"%": "percent", "percent": "percent"}, low=0, high=1, examples="25 %"),
        Kind(name="duration", canonical="hour", units=_DURATION, low=0.25, high=24 * 366, examples="24 h, 2 days"),
        Kind(name="number", canonical="1", units={}, low=0, high=1_000_000, examples="12.5", factors={"": 1.0}),
        Kind(name="pieces", canonical="1", units={}, low=0, high=10_000, examples="1 packet, 1.5 tablets", factors=_PIECES),
        Kind(name="drops", canonical="1", units={}, low=0, high=10_000, examples="10 drops", factors=_DROPS),
        Kind(name="percent", canonical="percent", units={}, low=0, high=1_000, examples="6 %", factors=_PERCENT),
        Kind(name="strength", canonical="mg/mL", units={}, low=0, high=10_000, examples="50 mg/mL", factors=_STRENGTH),
        Kind(name="each", canonical="mg", units={}, low=0, high=100_000, examples="600 mg, 2 g", factors=_EACH),
        Kind(name="dose_mg_per_l", canonical="mg/L", units={}, low=0, high=100_000, examples="2.5 mg/L", factors=_MILLIGRAMS),
        Kind(name="dose_g_per_l", canonical="g/L", units={}, low=0, high=400, examples="3 g/L, 0.3 %", factors=_GRAMS),
        Kind(name="dose_ul_per_l", canonical="uL/L", units={}, low=0, high=100_000, examples="25 µL/L", factors=_MICROLITRES),
        Kind(name="dose_mg_per_kg", canonical="mg/kg", units={}, low=0, high=10_000, examples="50 mg/kg", factors=_PER_KG),
        Kind(name="hardness", canonical="mg/L as CaCO3", units={}, low=0, high=2_000, examples="7, 7 dKH, 120 mg/L", factors=_HARDNESS),
        Kind(name="alkalinity", canonical="mg/L as CaCO3", units={}, low=0, high=1_000, examples="120 mg/L, 7 dKH", factors=_ALKALINITY),
        Kind(
            name="conductivity", canonical="mS/cm", units={}, low=0, high=90, examples="53 mS/cm, 830 µS/cm",
            factors={"": 1.0, "ms/cm": 1.0, "ms": 1.0, "µs/cm": 0.001, "us/cm": 0.001, "µs": 0.001, "us": 0.001},
        ),
        Kind(name="density", canonical="kilogram/liter", units=_DENSITY, low=0.2, high=8, examples="2.6"),
    )
}  # fmt: skip

_BARE = {
    "small_volume": "milliliter", "mass_heavy": "kilogram", "concentration": "milligram/liter",
    "duration": "hour", "density": "kilogram/liter", "salinity": "gram/kilogram",
}  # fmt: skip


def read_quantity(text: str, *, kind: str, field: str, preferences: Preferences) -> float:
    """Read a typed quantity into its canonical unit.

    :param text: what was typed, with or without a unit; at most 40 characters.
    :param kind: a key of :data:`KINDS`; the canonical units are L, mL, cm, g, kg, degC, mg/L, pH, 0-1, h, kg/L, g/kg.
    :param field: name of the input, given back in the error.
    :param preferences: the reader's units, for a bare number.
    :raises InvalidInput: not a number, a comma, an unknown or wrong unit, or a value out of range.

    Unit sizes: NIST Handbook 44, appendix C, as held by pint.
    """
    spec = KINDS[kind]
    value, unit = _split(text, field=field, spec=spec)
    return _within(_to_canonical(value, unit, spec=spec, preferences=preferences, field=field), spec=spec, field=field, text=text)


def _split(text: str, *, field: str, spec: Kind) -> tuple[float, str]:
    typed = text.replace("\u00a0", " ").strip()
    if not typed:
        raise InvalidInput(phrases.nothing_typed(spec.examples), field=field)
    if len(typed) > 40:
        raise InvalidInput(phrases.TOO_LONG_FOR_A_FIGURE, field=field)
    if "," in typed:
        raise InvalidInput(phrases.WITH_A_POINT, field=field)
    for sign, fraction in _FRACTIONS.items():
        typed = re.sub(rf"(\d)?\s*{sign}", lambda m, f=fraction: f"{m.group(1)} {f}" if m.group(1) else f, typed)  # type: ignore[misc]
    match = _NUMBER.match(typed)
    if match is None:
        raise InvalidInput(phrases.not_a_figure(text.strip(), spec.examples), field=field)
    if match["sign"] not in ("", "+") and spec.name != "temperature":
        raise InvalidInput(NOT_NEGATIVE, field=field)
    value = _number_in(match, field=field)
    return (-value if match["sign"] in ("-", "\u2212") else value), _tidy(match["unit"] or "")


def _number_in(match: re.Match[str], *, field: str) -> float:
    try:
        if match["whole"]:
            value = int(match["whole"]) + int(match["wn"]) / int(match["wd"])
        elif match["n"]:
            value = int(match["n"]) / int(match["d"])
        else:
            value = float(match["decimal"])
    except (ZeroDivisionError, OverflowError) as error:
        raise InvalidInput(phrases.NOT_A_NUMBER, field=field) from error
    if not math.isfinite(value):
        raise InvalidInput(phrases.TOO_LARGE, field=field)
    return value


def _tidy(unit: str) -> str:
    return re.sub(r"\s+", " ", unit.strip().rstrip(".").lower())


def _to_canonical(value: float, unit: str, *, spec: Kind, preferences: Preferences, field: str) -> float:
    if spec.factors is not None:
        if unit not in spec.factors:
            raise _wrong_unit(unit, spec=spec, field=field)
        return value * spec.factors[unit]
    if spec.name == "ph":
        if unit not in ("", "ph"):
            raise InvalidInput(phrases.PH_HAS_NO_UNIT, field=field)
        return value
    if spec.name in ("gravity", "fraction"):
        if unit and unit not in spec.units:
            raise _wrong_unit(unit, spec=spec, field=field)
        # a bare 25 means per cent, a bare 0.25 means the share itself; nobody changes a quarter of a per cent
        return value / 100 if spec.name == "fraction" and (unit or value > 1) else value
    if spec.name == "temperature":
        name = spec.units.get(unit) if unit else ("degF" if preferences.temperature == "f" else "degC")
        if name is None:
            raise _wrong_unit(unit, spec=spec, field=field)
        return convert_temperature(value, name, "degC")
    name = _unit_name(unit, spec=spec, preferences=preferences)
    if name is None:
        raise _wrong_unit(unit, spec=spec, field=field)
    return value * factor(name, spec.canonical)


def _unit_name(unit: str, *, spec: Kind, preferences: Preferences) -> str | None:
    gallon = "imperial_gallon" if preferences.volume == "imp_gal" else "gallon"
    if not unit:
        own = {
            "volume": {"l": "liter", "us_gal": "gallon", "imp_gal": "imperial_gallon"}[preferences.volume],
            "length": "inch" if preferences.length == "in" else "centimeter",
            "mass": "ounce" if preferences.mass == "oz" else "gram",
        }
        return own.get(spec.name) or _BARE[spec.name]
    if spec.units is _VOLUME and unit in _GALLON - {"g"}:
        return gallon
    return spec.units.get(unit)


def _wrong_unit(unit: str, *, spec: Kind, field: str) -> InvalidInput:
    return InvalidInput(phrases.not_a_unit(unit, spec.examples), field=field)


def _within(value: float, *, spec: Kind, field: str, text: str) -> float:
    if not math.isfinite(value) or value > spec.high or value < spec.low:
        typed = text.strip()
        if spec.name == "temperature":
            raise InvalidInput(phrases.no_water_for_fish(typed), field=field)
        if spec.name == "fraction":
            raise InvalidInput(SHARE_0_TO_100, field=field)
        if spec.name == "ph":
            raise InvalidInput(phrases.NO_PH_OF_A_TANK, field=field)
        raise InvalidInput(phrases.hardly_true(typed, too_large=value > spec.high or not math.isfinite(value)), field=field)
    return value


_RATIO = re.compile(r"^1\s*(?::|to|in)\s*(?P<parts>\d+(?:\.\d+)?)$", re.IGNORECASE | re.ASCII)


def read_ratio(text: str, *, field: str) -> float | None:
    """Of "1:19" or "1 to 19" the share of the first, 1/20; of "1 in 20" the same. None where it is no ratio.

    :raises InvalidInput: a ratio of nothing.
    """
    match = _RATIO.match(text.strip())
    if match is None:
        return None
    parts = float(match["parts"]) + (0.0 if "in" in text.lower() else 1.0)
    if not math.isfinite(parts) or parts <= 1:
        raise InvalidInput(phrases.ONE_PART_TO_HOW_MANY, field=field)
    return 1 / parts


def read_share(text: str, *, field: str, whole_l: float | None, preferences: Preferences) -> float:
    """A share of the water, 0 to 1: "25 %", "a third" as 1/3, "30 of 80 L", or litres where the whole is known.

    :param whole_l: the water that litres are a share of, in L; None where nobody knows it.
    :raises InvalidInput: not a share, or more than all of it.
    """
    typed = text.strip()
    if " of " in typed.lower():
        part, whole = re.split(r"\s+of\s+", typed, maxsplit=1, flags=re.IGNORECASE)
        of_l = read_quantity(whole, kind="volume", field=field, preferences=preferences)
        # "30 of 80 L": the part is in the unit of the whole
        unit = _split(whole, field=field, spec=KINDS["volume"])[1]
        part_unit = part if _split(part, field=field, spec=KINDS["volume"])[1] else f"{part} {unit}"
        return _share(read_quantity(part_unit, kind="volume", field=field, preferences=preferences), of_l, field=field)
    spec = KINDS["fraction"]
    _, unit = _split(typed, field=field, spec=spec)
    if unit and unit not in spec.units:
        part_l = read_quantity(typed, kind="volume", field=field, preferences=preferences)
        if whole_l is None:
            raise InvalidInput(phrases.PART_OF_HOW_MUCH, field=field)
        return _share(part_l, whole_l, field=field)
    return read_quantity(typed, kind="fraction", field=field, preferences=preferences)


def _share(part_l: float, whole_l: float, *, field: str) -> float:
    if part_l > whole_l * (1 + 1e-9):
        raise InvalidInput(phrases.MORE_WATER_THAN_THERE_IS, field=field)
    return part_l / whole_l
