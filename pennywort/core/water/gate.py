"""Water first: is what was measured fit for these fish, and what does it say as evidence."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Literal

from pennywort.core.reference.library import Library
from pennywort.core.reference.models import Limit, Species, WaterType
from pennywort.core.water.chemistry import unionised_ammonia_fraction

State = Literal["in_range", "above", "below", "unknown"]
# Sea water is taken at 35 g/kg where no salinity was read: it shifts the harmful share of ammonia by under a tenth.
SEA_SALINITY_G_PER_KG = 35.0


@dataclass(frozen=True, kw_only=True)
class Readings:
    """The newest readings of a tank; None where nobody measured. Nitrogen compounds are as nitrogen, mg/L."""

    temperature_c: float | None = None
    ph: float | None = None
    total_ammonia_as_n_mg_per_l: float | None = None
    nitrite_as_n_mg_per_l: float | None = None


@dataclass(frozen=True, kw_only=True)
class GateLine:
    """One reading against its limit. ``value`` is what was judged, in ``unit``; harmful means act before all else."""

    name: Literal["ammonia", "nitrite", "ph", "temperature"]
    state: State
    harmful: bool
    value: float | None
    unit: str
    low: float | None
    high: float | None
    words: str
    source: tuple[str, ...]


@dataclass(frozen=True, kw_only=True)
class Gate:
    """All lines; ``open`` if every one was read and is in range, ``half`` if something is not known, else ``shut``."""

    state: Literal["open", "half", "shut"]
    lines: tuple[GateLine, ...]
    words: str


def _limit(found: Library, name: str, water: WaterType) -> Limit:
    for limit in found.limits.values():
        if limit.id.startswith(name) and water in limit.water:
            return limit
    raise KeyError(name)


def _ammonia(readings: Readings, *, water: WaterType, found: Library) -> GateLine:
    care, harm = _limit(found, "ammonia_care", water), _limit(found, "ammonia_harm", water)
    total = readings.total_ammonia_as_n_mg_per_l
    if total is None:
        return GateLine(
            name="ammonia", state="unknown", harmful=False, value=None, unit="mg/L as N", low=None, high=care.value, words="not read", source=care.source
        )
    if total == 0:
        return GateLine(
            name="ammonia", state="in_range", harmful=False, value=0.0, unit="mg/L NH₃-N", low=None, high=care.value, words="none", source=care.source
        )
    if readings.ph is None or readings.temperature_c is None:
        missing = " and ".join(n for n, v in (("pH", readings.ph), ("temperature", readings.temperature_c)) if v is None)
        raised = total >= _limit(found, "ammonia_seen", water).value
        return GateLine(
            name="ammonia", state="above" if raised else "unknown", harmful=raised, value=None, unit="mg/L NH₃-N", low=None, high=care.value,
            words=f"there is some; read {missing} to know how much of it harms", source=care.source,
        )  # fmt: skip
    salinity = SEA_SALINITY_G_PER_KG if water == "marine" else 0.0
    harmful_part = total * unionised_ammonia_fraction(ph=readings.ph, temperature_c=readings.temperature_c, salinity_g_per_kg=salinity)
    state: State = "above" if harmful_part > care.value else "in_range"
    words = "harms the gills" if harmful_part > harm.value else "too much" if state == "above" else f"{harmful_part:.3f} of it harms"
    return GateLine(
        name="ammonia",
        state=state,
        harmful=harmful_part > harm.value,
        value=harmful_part,
        unit="mg/L NH₃-N",
        low=None,
        high=care.value,
        words=words,
        source=care.source,
    )


def _nitrite(readings: Readings, *, water: WaterType, found: Library) -> GateLine:
    sea = "_marine" if water == "marine" else ""
    care, harm = found.limits[f"nitrite_care{sea}"], found.limits[f"nitrite_harm{sea}"]
    value = readings.nitrite_as_n_mg_per_l
    if value is None:
        return GateLine(
            name="nitrite", state="unknown", harmful=False, value=None, unit="mg/L as N", low=None, high=care.value, words="not read", source=care.source
        )
    state: State = "above" if value > care.value else "in_range"
    words = "too much" if state == "above" else "none" if value == 0 else "low enough"
    return GateLine(
        name="nitrite", state=state, harmful=value > harm.value, value=value, unit="mg/L as N", low=None, high=care.value, words=words, source=care.source
    )


def _between(
    name: Literal["ph", "temperature"], value: float | None, *, low: float, high: float, unit: str, margin: float, source: tuple[str, ...]
) -> GateLine:
    if value is None:
        return GateLine(name=name, state="unknown", harmful=False, value=None, unit=unit, low=low, high=high, words="not read", source=source)
    state: State = "below" if value < low else "above" if value > high else "in_range"
    harmful = value < low - margin or value > high + margin
    return GateLine(name=name, state=state, harmful=harmful, value=value, unit=unit, low=low, high=high, words="", source=source)


def temperature_range(species: Sequence[Species], *, water: WaterType, found: Library) -> tuple[float, float, tuple[str, ...]]:
    """The range in degC that all the fish here bear; the water type's own range where no species is known."""
    known = [s.temperature for s in species if s.temperature.low is not None and s.temperature.high is not None]
    own = _limit(found, "temperature", water)
    low = max((t.low for t in known if t.low is not None), default=own.low)
    high = min((t.high for t in known if t.high is not None), default=own.high)
    if low is None or high is None or low > high:
        low, high = own.low, own.high
    return float(low or 0), float(high or 0), own.source


def water_gate(readings: Readings, *, water: WaterType, species: Sequence[Species], found: Library) -> Gate:
    """Judge the newest readings of a tank.

    Ammonia is judged by its un-ionised part (Emerson et al. 1975) against 0.02 and 0.05 mg/L as N (UF/IFAS FA-16,
    recalled); nitrite against SRAC 462 (recalled); pH by water type and temperature by the fish (common practice).
    A reading that is far out (pH by 0.7, temperature by 3 degC) counts as harmful at once (common practice).
    """
    low_c, high_c, source_c = temperature_range(species, water=water, found=found)
    ph = _limit(found, "ph", water)
    lines = (
        _ammonia(readings, water=water, found=found),
        _nitrite(readings, water=water, found=found),
        _between("ph", readings.ph, low=float(ph.low or 0), high=float(ph.high or 0), unit="", margin=0.7, source=ph.source),
        _between("temperature", readings.temperature_c, low=low_c, high=high_c, unit="°C", margin=3.0, source=source_c),
    )
    names = {"ammonia": "ammonia", "nitrite": "nitrite", "ph": "pH", "temperature": "temperature"}
    bad = [names[line.name] for line in lines if line.state in ("above", "below")]
    unread = [names[line.name] for line in lines if line.state == "unknown"]
    if any(line.harmful for line in lines):
        return Gate(state="shut", lines=lines, words=f"Mend the water first: {', '.join(bad)}.")
    if bad:
        return Gate(state="half", lines=lines, words=f"Out of range: {', '.join(bad)}.")
    if unread:
        return Gate(state="half", lines=lines, words=f"Not read: {', '.join(unread)}.")
    return Gate(state="open", lines=lines, words="All read and in range.")


def signs_from_readings(readings: Readings, *, water: WaterType, found: Library) -> dict[str, bool]:
    """The signs that follow from a water test: raised ammonia and nitrite, seen or not there. Unread gives none."""
    signs: dict[str, bool] = {}
    if readings.total_ammonia_as_n_mg_per_l is not None:
        signs["ammonia_raised"] = readings.total_ammonia_as_n_mg_per_l >= _limit(found, "ammonia_seen", water).value
    if readings.nitrite_as_n_mg_per_l is not None:
        sea = "_marine" if water == "marine" else ""
        signs["nitrite_raised"] = readings.nitrite_as_n_mg_per_l > found.limits[f"nitrite_care{sea}"].value
    return signs
