"""Temperatures within a sentence, written so that they can be told in the reader's own degrees.

The reference and the core write Celsius with a no-break space before its unit, a difference with a narrow one. What a keeper typed
has a plain space, and stays as it was typed.
"""

from __future__ import annotations

import re

from pennywort.core.units.preferences import Preferences
from pennywort.core.units.registry import convert_temperature

ON_THE_SCALE, APART = "\u00a0°C", "\u202f°C"
_POINT = re.compile(rf"(\d+(?:\.\d+)?)(?:( to | and |–)(\d+(?:\.\d+)?))?{ON_THE_SCALE}")
_DIFFERENCE = re.compile(rf"(\d+(?:\.\d+)?){APART}")


def degrees(temperature_c: float) -> str:
    """A temperature in a sentence of the core: "27 °C"."""
    return f"{round(temperature_c, 1):g}{ON_THE_SCALE}"


def degrees_apart(difference_c: float) -> str:
    """A difference of two temperatures in a sentence of the core: "1.5 °C"."""
    return f"{difference_c:.1f}{APART}"


def in_reference(text: str) -> str:
    """A text of the reference files: every temperature in it is one on the scale."""
    return text.replace(" °C", ON_THE_SCALE)


def in_own_degrees(text: str, preferences: Preferences) -> str:
    """A sentence of the core or the reference as this reader reads temperatures."""
    if preferences.temperature != "f" or "°C" not in text:
        return text
    text = _POINT.sub(lambda m: f"{_fahrenheit(m[1])}{m[2] or ''}{_fahrenheit(m[3]) if m[3] else ''}\u00a0°F", text)
    return _DIFFERENCE.sub(lambda m: f"{float(m[1]) * 9 / 5:.1f}\u202f°F", text)


def _fahrenheit(celsius: str) -> str:
    return f"{round(convert_temperature(float(celsius), 'degC', 'degF'), 1):g}"
