"""Salts as keepers type them: by weight, by specific gravity, by a TDS reading."""

from __future__ import annotations

from pennywort.core.water.osmolality import Dissolved, Salt
from pennywort.measure.schemas import SaltsIn
from pennywort.rooms.actor import Actor
from pennywort.rooms.salt import read_grams_per_l

BY_WEIGHT: tuple[Salt, ...] = ("sodium_chloride", "magnesium_sulfate", "marine_salt")


def dissolved(actor: Actor, typed: SaltsIn, where: str) -> tuple[Dissolved, ...]:
    """What is dissolved in a water, as typed: nothing that was left empty."""
    parts = []
    for name in BY_WEIGHT:
        text = getattr(typed, name)
        if text.strip():
            value = read_grams_per_l(actor, text, field=f"{where}.{name}")
            parts.append(Dissolved(salt=name, grams_per_l=value))
    tds = actor.read_optional(typed.tds, kind="concentration", field=f"{where}.tds")
    if tds is not None:
        parts.append(Dissolved(salt="tds", grams_per_l=tds / 1000))
    return tuple(parts)
