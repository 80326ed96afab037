"""Water readings in words and figures, as this keeper's kits give them."""

from __future__ import annotations

from typing import Any

from pennywort.core.reference import library
from pennywort.core.reference.reading_models import ReadingKind
from pennywort.core.units import show_concentration, show_temperature
from pennywort.core.water.chemistry import MG_PER_L_PER_DEGREE, PER_N
from pennywort.core.water.gate import Readings
from pennywort.records.actor import Actor
from pennywort.tanks.models import WaterReading
from pennywort.tanks.queries import readings_in


def figure_of(kind: ReadingKind, value: float, actor: Actor) -> str:
    """One reading as the keeper would type it: his units, his kits' way of counting."""
    if kind.typed_as == "temperature":
        return show_temperature(value, actor.preferences).figure
    if kind.typed_as in ("ph", "salinity"):
        return f"{value:.1f}"
    if kind.typed_as == "hardness":
        return f"{value / MG_PER_L_PER_DEGREE:.1f}"
    per = PER_N[kind.ion] if kind.ion and actor.keeper.kit_basis == "ion" else 1.0
    return show_concentration(value * per).figure


def unit_of(kind: ReadingKind, actor: Actor) -> str:
    """The unit beside such a figure; of a nitrogen compound what is counted."""
    if kind.typed_as == "temperature":
        return f"°{actor.preferences.temperature.upper()}"
    counted = (kind.ion if actor.keeper.kit_basis == "ion" else "n").upper()
    return f"{kind.unit} {counted}" if kind.ion else kind.unit


IONS = {"nh4": "NH₄", "nh3": "NH₃", "no2": "NO₂", "no3": "NO₃", "n": "N"}


def register_out() -> list[dict[str, Any]]:
    """The register as the front end has it, kept beside its types; the ion a kit usually counts comes first."""

    def kits(kind: ReadingKind) -> list[dict[str, str]]:
        order = sorted(kind.counted, key=lambda c: (c != kind.ion, c == "n"))
        return [{"value": c, "label": f"{kind.unit} {IONS[c]}"} for c in order]

    return [
        {
            "id": k.id, "name": k.name, "label": k.label, "unit": k.unit, "hint": k.hint or k.unit, "kits": kits(k), "usual": k.usual, "held": k.held,
            "at_round": k.at_round, "at_look": k.at_look, "at_look_in": list(k.at_look_in),
        }
        for k in library().readings.values()
    ]  # fmt: skip


def as_typed(readings: Readings | WaterReading, actor: Actor) -> dict[str, str]:
    """Each measure that was read, by its id, as the keeper would type it."""
    read = readings.read if isinstance(readings, Readings) else readings_in(readings).read
    return {kind.id: figure_of(kind, read[kind.column], actor) for kind in library().readings.values() if kind.column in read}


def more_words(reading: WaterReading, actor: Actor) -> str:
    """What else was read than the usual four, in a line."""
    figures = as_typed(reading, actor)
    return ", ".join(f"{k.name} {figures[k.id]} {k.unit}" for k in library().readings.values() if k.id in figures and not k.usual)
