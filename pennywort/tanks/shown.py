"""Water readings in words and figures, as this keeper's kits give them."""

from __future__ import annotations

from pennywort.core.units import show_concentration, show_temperature
from pennywort.core.water.chemistry import PER_N
from pennywort.core.water.gate import Readings
from pennywort.records.actor import Actor
from pennywort.tanks.models import WaterReading


def basis_words(actor: Actor, as_n_mg_per_l: float | None, *, ion: str) -> str:
    """Nitrogen compounds as this keeper's kit gives them."""
    if as_n_mg_per_l is None:
        return ""
    as_ion = actor.keeper.kit_basis == "ion"
    return show_concentration(as_n_mg_per_l * PER_N[ion] if as_ion else as_n_mg_per_l).figure


def as_typed(readings: Readings | WaterReading, actor: Actor) -> dict[str, str]:
    """Each measure that was read, as the keeper would type it: his units, his kits' way of counting."""
    r = readings
    figures = {
        "temperature": show_temperature(r.temperature_c, actor.preferences).figure if r.temperature_c is not None else "",
        "ph": f"{r.ph:.1f}" if r.ph is not None else "",
        "ammonia": basis_words(actor, r.total_ammonia_as_n_mg_per_l, ion="nh4"),
        "nitrite": basis_words(actor, r.nitrite_as_n_mg_per_l, ion="no2"),
        "nitrate": basis_words(actor, r.nitrate_as_n_mg_per_l, ion="no3"),
        "salinity": f"{r.salinity_g_per_kg:.1f}" if r.salinity_g_per_kg is not None else "",
    }
    plain = {"oxygen": r.oxygen_mg_per_l, "chlorine": r.chlorine_mg_per_l, "chloride": r.chloride_mg_per_l, "copper": r.copper_mg_per_l}
    figures |= {name: show_concentration(value).figure for name, value in plain.items() if value is not None}
    return {name: figure for name, figure in figures.items() if figure}


def more_words(reading: WaterReading, actor: Actor) -> str:
    """What else was read than the usual four, in a line."""
    figures = as_typed(reading, actor)
    units = {"salinity": "g/kg"}
    names = ("oxygen", "chlorine", "chloride", "copper", "nitrate", "salinity")
    return ", ".join(f"{name} {figures[name]} {units.get(name, 'mg/L')}" for name in names if name in figures)
