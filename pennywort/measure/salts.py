"""Salts as keepers type them: by weight, by specific gravity, by a TDS reading."""

from __future__ import annotations

from pennywort.core.water.osmolality import Dissolved, Salt
from pennywort.measure.requests import SaltsIn
from pennywort.records.actor import Actor
from pennywort.tanks.salt import read_grams_per_l

BY_WEIGHT: tuple[Salt, ...] = ("sodium_chloride", "magnesium_sulfate", "marine_salt")


# mg/L for each uS/cm, as most meters multiply (between 0.5 and 0.7)
TDS_FACTOR = 0.64


def _tds_mg_per_l(actor: Actor, text: str, *, field: str) -> float | None:
    """A TDS reading, or what a conductivity meter says."""
    if "s/cm" in text.lower() or text.strip().lower().endswith(("µs", "us", "ms")):
        millisiemens = actor.read(text, kind="conductivity", field=field)
        return millisiemens * 1000 * TDS_FACTOR
    return actor.read_optional(text, kind="concentration", field=field)


def dissolved(actor: Actor, typed: SaltsIn, where: str) -> tuple[Dissolved, ...]:
    """What is dissolved in a water, as typed: nothing that was left empty."""
    parts = []
    for name in BY_WEIGHT:
        text = getattr(typed, name)
        if text.strip():
            value = read_grams_per_l(actor, text, field=f"{where}.{name}")
            parts.append(Dissolved(salt=name, grams_per_l=value))
    tds = _tds_mg_per_l(actor, typed.tds, field=f"{where}.tds")
    if tds is not None:
        parts.append(Dissolved(salt="tds", grams_per_l=tds / 1000))
    return tuple(parts)
