"""Figures as one person reads them: in his units, with no more digits than the figure carries."""

from __future__ import annotations

import math
from dataclasses import dataclass

from pennywort.core.units.preferences import Preferences
from pennywort.core.units.registry import convert_temperature, factor


@dataclass(frozen=True, kw_only=True)
class Shown:
    """A figure and its unit, ready to print."""

    figure: str
    unit: str

    @property
    def text(self) -> str:
        return f"{self.figure} {self.unit}".strip()


def round_figure(value: float, *, significant: int = 3) -> str:
    """``value`` with ``significant`` digits, in plain notation, trailing zeros kept (1.20 stays 1.20). In the unit that it came in."""
    if value == 0:
        return "0"
    rounded = float(f"{value:.{significant - 1}e}")
    exponent = int(f"{abs(rounded):e}".split("e")[1])
    decimals = max(0, significant - 1 - exponent)
    return f"{rounded:.{decimals}f}"


def _trim(text: str) -> str:
    return text.rstrip("0").rstrip(".") if "." in text else text


def show_volume(volume_l: float, preferences: Preferences) -> Shown:
    """Water volume in the reader's unit, to a hundredth of it or better; below 1 L in mL, as jugs and cylinders are marked."""
    unit = {"l": "liter", "us_gal": "gallon", "imp_gal": "imperial_gallon"}[preferences.volume]
    if 0 < volume_l < 1:
        return show_small_volume(volume_l * 1000)
    value = volume_l * factor("liter", unit)
    name = {"liter": "L", "gallon": "US gal", "imperial_gallon": "imp gal"}[unit]
    if unit == "liter":
        decimals = 0 if value >= 1000 else 1 if value >= 10 or abs(round(value, 1) - value) <= 0.01 * value else 2
    else:
        decimals = 3 if value < 1 else 2 if value < 10 else 1
    return Shown(figure=f"{value:.{decimals}f}", unit=name)


def show_small_volume(volume_ml: float) -> Shown:
    """A liquid dose: always mL, three digits, because syringes are marked so."""
    return Shown(figure=_trim(round_figure(volume_ml)), unit="mL")


def show_mass(mass_mg: float, preferences: Preferences) -> Shown:
    """A weighed dose: mg below 1 g (no ounce scale resolves it), else g, kg or oz."""
    if mass_mg < 1000:
        return Shown(figure=_trim(round_figure(mass_mg)), unit="mg")
    if preferences.mass == "oz":
        return Shown(figure=_trim(round_figure(mass_mg / 1000 * factor("gram", "ounce"))), unit="oz")
    if mass_mg < 1_000_000:
        return Shown(figure=_trim(round_figure(mass_mg / 1000)), unit="g")
    return Shown(figure=_trim(round_figure(mass_mg / 1_000_000, significant=4)), unit="kg")


def quarters(count: float) -> str:
    """A count in quarters as it is written: 1½, ¼, 3; with three digits where it is none. A count, without a unit."""
    whole, part = int(count), (count - int(count)) * 4
    if abs(part - round(part)) > 1e-6 or part > 3.5:
        return f"{count:.3g}"
    return f"{whole or ''}{('', '¼', '½', '¾')[round(part)]}" or "0"


def show_amount(measures: str, amount: float, preferences: Preferences, *, piece: str = "piece") -> Shown:
    """An amount of a product: mg of it ("mass"), mL ("volume"), or pieces of the kind it comes in."""
    if measures == "mass":
        return show_mass(amount, preferences)
    if measures == "volume":
        return show_small_volume(amount)
    figure = quarters(amount)
    return Shown(figure=figure, unit=piece if amount <= 1 and "." not in figure else f"{piece}s")


def show_concentration(concentration_mg_per_l: float, *, like_mg_per_l: float | None = None) -> Shown:
    """mg/L, or g/L from 500 mg/L up. ``like_mg_per_l`` keeps a row of figures in one unit."""
    if (like_mg_per_l if like_mg_per_l is not None else concentration_mg_per_l) >= 500:
        return Shown(figure=f"{concentration_mg_per_l / 1000:.2f}", unit="g/L")
    if concentration_mg_per_l >= 10:
        return Shown(figure=f"{concentration_mg_per_l:.1f}", unit="mg/L")
    return Shown(figure=f"{concentration_mg_per_l:.2f}", unit="mg/L")


def show_temperature(temperature_c: float, preferences: Preferences) -> Shown:
    """One decimal, in the reader's scale. From °C to °C or °F (°C x 1.8 + 32)."""
    if preferences.temperature == "f":
        return Shown(figure=f"{convert_temperature(temperature_c, 'degC', 'degF'):.1f}", unit="°F")
    return Shown(figure=f"{temperature_c:.1f}", unit="°C")


def show_length(length_cm: float, preferences: Preferences) -> Shown:
    """One decimal, cm or inches."""
    if preferences.length == "in":
        return Shown(figure=f"{length_cm * factor('centimeter', 'inch'):.1f}", unit="in")
    return Shown(figure=f"{length_cm:.1f}", unit="cm")


def show_fraction(fraction: float, *, up: bool = False) -> Shown:
    """A share in per cent: whole numbers, tenths below one. ``up``: never less, for a share that must suffice."""
    tenths = round(fraction * 1000, 6)
    step = 10 if tenths >= 10 else 1
    counted = math.ceil(tenths / step - 1e-6) if up else round(tenths / step)
    return Shown(figure=_trim(f"{counted * step / 10:.1f}"), unit="%")
