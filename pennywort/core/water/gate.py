"""Water first: is what was measured fit for these fish, and what does it say as evidence."""

from __future__ import annotations

import math
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, fields, replace
from typing import Literal

from pennywort.core.reference.disease_models import Measure, WaterType
from pennywort.core.reference.library import Library
from pennywort.core.reference.models import Limit, Species
from pennywort.core.reference.reading_models import ReadingKind
from pennywort.core.water import phrases
from pennywort.core.water.chemistry import chloride_to_nitrite, unionised_ammonia_fraction
from pennywort.core.water.oxygen import oxygen_saturation_mg_per_l
from pennywort.core.water.warmth import THERMOMETER_C, bears

State = Literal["in_range", "above", "below", "unknown"]
Level = Literal["over", "in_range", "none", "unknown"]
# Where no salinity was read.
USUAL_SALINITY_G_PER_KG: dict[WaterType, float] = {"freshwater_tropical": 0.0, "coldwater_pond": 0.0, "brackish": 12.0, "marine": 35.0}
# what the gate judges beside the readings: a medicine by what was given
MEDICINE: Measure = "medicine"
# a course's salinity is met within this (common practice: a refractometer reads to 1)
SALINITY_STEP = 1.5


@dataclass(frozen=True, kw_only=True)
class Readings:
    """The newest readings of a water; None where nobody measured. Nitrogen compounds are as nitrogen, mg/L.

    ``others``: readings of the register that need no rule of their own, by their column.
    """

    temperature_c: float | None = None
    ph: float | None = None
    total_ammonia_as_n_mg_per_l: float | None = None
    nitrite_as_n_mg_per_l: float | None = None
    oxygen_mg_per_l: float | None = None
    chlorine_mg_per_l: float | None = None
    salinity_g_per_kg: float | None = None
    nitrate_as_n_mg_per_l: float | None = None
    chloride_mg_per_l: float | None = None
    others: Mapping[str, float] = field(default_factory=dict)

    @classmethod
    def of(cls, columns: Mapping[str, float | None]) -> Readings:
        """What was read, by the columns of the record."""
        told = {name: value for name, value in columns.items() if value is not None}
        return cls(**{n: v for n, v in told.items() if n in RULED}, others={n: v for n, v in told.items() if n not in RULED})

    @property
    def read(self) -> dict[str, float]:
        """Everything that was read, by its column."""
        ruled = {name: getattr(self, name) for name in RULED}
        return {**{name: value for name, value in ruled.items() if value is not None}, **self.others}


# the columns that a rule of the gate asks for by name
RULED = tuple(f.name for f in fields(Readings) if f.name != "others")


def name_of(measure: Measure, *, found: Library) -> str:
    """How sentences call a line of the gate."""
    return measure if measure == MEDICINE else found.readings[measure].name


@dataclass(frozen=True, kw_only=True)
class GateLine:
    """One reading against its limit. ``value`` is what was judged, in ``unit``; harmful means act before all else.

    ``needed`` lines keep the gate half open while nobody read them; ``swung`` marks a change within a day that shocks;
    ``doubted`` a figure that cannot be this water's: it is asked about, and judges nothing.
    """

    name: Measure
    state: State
    harmful: bool
    value: float | None
    unit: str
    low: float | None
    high: float | None
    words: str
    source: tuple[str, ...]
    needed: bool = True
    swung: bool = False
    doubted: bool = False


@dataclass(frozen=True, kw_only=True)
class Over:
    """A medicine that stands above its range: what the water holds by the ledger, and the end of the range, mg/L."""

    name: str
    level_mg_per_l: float
    high_mg_per_l: float


@dataclass(frozen=True, kw_only=True)
class WaterGate:
    """All lines; ``open`` if every needed one was read and all are in range, ``half`` if something is not known, else ``shut``.

    ``suspected`` says in words why the water is suspected though no reading shows it; empty if it is not.
    """

    state: Literal["open", "half", "shut"]
    lines: tuple[GateLine, ...]
    words: str
    suspected: str

    def state_of(self, name: Measure) -> State:
        """How one measure stands; ``unknown`` if this gate has no line for it."""
        return next((line.state for line in self.lines if line.name == name), "unknown")


@dataclass(frozen=True, kw_only=True)
class Circumstances:
    """What else bears on the water: the reading of a day ago, medicine in it, and whether all kinds fell ill at once.

    ``warmed_to_c``: the warmth that a running course asks for, degC; up to it the water is meant to be warm. ``kinds``: kinds
    of fish that live here, for those of which the species is not known. ``over``: the medicine that is above its range, where
    its level is known; ``salted_to_g_per_kg``: the salinity that a running course has asked for.
    """

    before: Readings | None = None
    medicine: Level = "unknown"
    warmed_to_c: float | None = None
    all_at_once: bool = False
    kinds: tuple[str, ...] = ()
    over: Over | None = None
    salted_to_g_per_kg: float | None = None


def _limit(found: Library, name: str, water: WaterType) -> Limit:
    for limit in found.limits.values():
        if limit.id.startswith(name) and water in limit.water:
            return limit
    raise KeyError(name)


def _salinity(readings: Readings, water: WaterType) -> float:
    return USUAL_SALINITY_G_PER_KG[water] if readings.salinity_g_per_kg is None else readings.salinity_g_per_kg


def free_ammonia_mg_per_l(readings: Readings, *, water: WaterType) -> float | None:
    """The un-ionised part of the ammonia that was read, mg/L as N (Emerson et al. 1975); None where ammonia, pH or temperature is missing.

    A salinity that nobody read is taken as usual in this water.
    """
    total = readings.total_ammonia_as_n_mg_per_l
    if total is None or readings.ph is None or readings.temperature_c is None:
        return None
    return total * unionised_ammonia_fraction(ph=readings.ph, temperature_c=readings.temperature_c, salinity_g_per_kg=_salinity(readings, water))


def measured_in(readings: Readings, *, water: WaterType, found: Library) -> dict[str, float]:
    """What was read, by the names that bounds of medicines and ticks of courses ask for, each in the unit of its column."""
    read = readings.read
    kinds = [kind for kind in found.readings.values() if kind.column in read]
    told = {name: read[kind.column] for kind in kinds for name in (kind.id, kind.asked_as) if name}
    part = free_ammonia_mg_per_l(readings, water=water)
    return told if part is None else {**told, "un_ionised_ammonia": part}


def _ammonia(readings: Readings, *, water: WaterType, found: Library) -> GateLine:
    care, harm = _limit(found, "ammonia_care", water), _limit(found, "ammonia_harm", water)
    total = readings.total_ammonia_as_n_mg_per_l

    def line(state: State, words: str, *, value: float | None = None, harmful: bool = False, unit: str = "mg/L NH₃-N") -> GateLine:
        return GateLine(name="ammonia", state=state, harmful=harmful, value=value, unit=unit, low=None, high=care.value, words=words, source=care.source)

    if total is None:
        return line("unknown", phrases.NOT_READ, unit="mg/L as N")
    if total == 0:
        return line("in_range", phrases.NONE, value=0.0)
    part = free_ammonia_mg_per_l(readings, water=water)
    if part is None:
        missing = [n for n, v in (("pH", readings.ph), ("temperature", readings.temperature_c)) if v is None]
        raised = total >= _limit(found, "ammonia_seen", water).value
        return line("above" if raised else "unknown", phrases.some_is_there(missing), harmful=raised)
    if part > care.value:
        return line("above", phrases.harms_or_too_much(part, harm.value), value=part, harmful=part > harm.value)
    return line("in_range", phrases.of_it_harms(part), value=part)


def _nitrite(readings: Readings, *, water: WaterType, found: Library) -> GateLine:
    sea = "_marine" if water == "marine" else ""
    care, harm = found.limits[f"nitrite_care{sea}"], found.limits[f"nitrite_harm{sea}"]
    value = readings.nitrite_as_n_mg_per_l
    state: State = "unknown" if value is None else "above" if value > care.value else "in_range"
    harmful = value is not None and value > harm.value
    words = phrases.NOT_READ if value is None else phrases.TOO_MUCH if state == "above" else phrases.NONE if value == 0 else phrases.LOW_ENOUGH
    if value is not None and state == "above" and readings.chloride_mg_per_l is not None and water != "marine":
        ratio = chloride_to_nitrite(chloride_mg_per_l=readings.chloride_mg_per_l, nitrite_as_n_mg_per_l=value)
        guard = _limit(found, "nitrite_guard", water).value
        harmful = harmful and ratio < guard
        words = phrases.chloride_guards(ratio, guard)
    return GateLine(
        name="nitrite", state=state, harmful=harmful, value=value, unit="mg/L as N", low=None, high=care.value, words=words, source=care.source
    )  # fmt: skip


def _between(
    name: Measure, value: float | None, *, low: float, high: float, unit: str, margin: float, source: tuple[str, ...], needed: bool = True
) -> GateLine:
    if value is None:
        return GateLine(
            name=name, state="unknown", harmful=False, value=None, unit=unit, low=low, high=high, words=phrases.NOT_READ, source=source, needed=needed
        )
    state: State = "below" if value < low else "above" if value > high else "in_range"
    harmful = value < low - margin or value > high + margin
    return GateLine(name=name, state=state, harmful=harmful, value=value, unit=unit, low=low, high=high, words="", source=source, needed=needed)


def _swing(line: GateLine, before: float | None, *, limit: Limit) -> GateLine:
    """The line with a shock marked: a change within a day by more than fish bear."""
    if line.value is None or before is None or abs(line.value - before) < limit.value:
        return line
    change = line.value - before
    # a line in range that swung is out of order all the same
    state: State = line.state if line.state in ("above", "below") else "above" if change > 0 else "below"
    words = phrases.shock(change)
    return GateLine(**{**vars(line), "state": state, "harmful": True, "words": words, "swung": True})


def _oxygen(readings: Readings, *, water: WaterType, found: Library) -> GateLine:
    care, harm = _limit(found, "oxygen_care", water), _limit(found, "oxygen_harm", water)
    value = readings.oxygen_mg_per_l
    state: State = "unknown" if value is None else "below" if value < care.value else "in_range"
    words = phrases.NOT_READ
    if value is not None:
        words = phrases.TOO_LITTLE if state == "below" else phrases.ENOUGH
        if readings.temperature_c is not None and readings.temperature_c >= 0:
            full = oxygen_saturation_mg_per_l(temperature_c=readings.temperature_c, salinity_g_per_kg=min(_salinity(readings, water), 45.0))
            words = phrases.of_what_it_can_hold(words, value, full)
    return GateLine(
        name="oxygen", state=state, harmful=value is not None and value < harm.value, value=value, unit="mg/L", low=care.value, high=None,
        words=words, source=care.source, needed=False,
    )  # fmt: skip


def _at_most(name: Measure, value: float | None, *, care: Limit, harm: float, unit: str, good: str, bad: str) -> GateLine:
    state: State = "unknown" if value is None else "above" if value > care.value else "in_range"
    words = phrases.NOT_READ if value is None else bad if state == "above" else phrases.NONE if value == 0 else good
    harmful = value is not None and value > harm
    return GateLine(
        name=name, state=state, harmful=harmful, value=value, unit=unit, low=None, high=care.value, words=words, source=care.source, needed=False
    )  # fmt: skip


def _by_limits(kind: ReadingKind, readings: Readings, *, water: WaterType, found: Library) -> GateLine | None:
    """A reading without a rule of its own, against the limit that bears its id; none where nobody read it or no limit is known for this water."""
    value = None if kind.held else readings.others.get(kind.column)
    limit = next((x for x in found.limits.values() if x.id.startswith(f"{kind.id}_") and water in x.water), None)
    if value is None or limit is None:
        return None
    if limit.low is None:
        return _at_most(kind.id, value, care=limit, harm=math.inf, unit=limit.unit, good=phrases.LOW_ENOUGH, bad=phrases.TOO_MUCH)
    high = math.inf if limit.high is None else limit.high
    line = _between(kind.id, value, low=limit.low, high=high, unit=limit.unit, margin=math.inf, source=limit.source, needed=False)
    return replace(line, high=limit.high)


def _held(kind: ReadingKind, readings: Readings, *, water: WaterType, medicine: Level, found: Library) -> GateLine | None:
    """What a course may hold, where none belongs. Under a medicine its own range decides, which the course knows."""
    value = readings.read.get(kind.column) if kind.held else None
    if value is None:
        return None
    seen = _limit(found, f"{kind.id}_seen", water)
    line = _at_most(kind.id, value, care=seen, harm=math.inf, unit=kind.unit, good=phrases.HARDLY_ANY, bad=phrases.there_is_here(kind.name))
    if medicine in ("in_range", "over"):
        over = medicine == "over"
        words = phrases.medicine_stands(over)
        return GateLine(**{**vars(line), "state": "above" if over else "unknown", "harmful": over, "high": None, "words": words})
    return line


def _salt(readings: Readings, before: Readings, *, water: WaterType, round_about: Circumstances, found: Library) -> GateLine:
    """Salinity; as far down, or up, as a running course asks for, the water is meant to be so."""
    salt, meant = _limit(found, "salinity", water), round_about.salted_to_g_per_kg
    low, high = float(salt.low or 0), float(salt.high or 0)
    if meant is not None:
        low, high = min(low, meant - SALINITY_STEP), max(high, meant + SALINITY_STEP)
    line = _between("salinity", readings.salinity_g_per_kg, low=low, high=high, unit="g/kg", margin=5, source=salt.source)
    return _swing(line, before.salinity_g_per_kg, limit=_limit(found, "swing_salinity", water))


def _medicine(over: Over) -> GateLine:
    return GateLine(
        name="medicine", state="above", harmful=True, value=over.level_mg_per_l, unit="mg/L", low=None, high=over.high_mg_per_l,
        words=phrases.above_by_what_was_given(over.name), source=("arithmetic",), needed=False,
    )  # fmt: skip


def doubted(lines: Sequence[GateLine], readings: Readings, *, water: WaterType, found: Library) -> list[GateLine]:
    """The lines, those marked whose figure cannot be this water's: it is no reading until it was read again."""
    full = None
    if readings.temperature_c is not None and readings.temperature_c >= 0:
        full = oxygen_saturation_mg_per_l(temperature_c=readings.temperature_c, salinity_g_per_kg=min(_salinity(readings, water), 45.0))
    out = list(lines)
    asked: tuple[tuple[Measure, float | None], ...] = (("salinity", readings.salinity_g_per_kg), ("ph", readings.ph), ("oxygen", readings.oxygen_mg_per_l))
    for name, value in asked:
        limit = next((x for x in found.limits.values() if x.id.startswith(f"believed_{name}") and water in x.water), None)
        if value is None or limit is None:
            continue
        figure = value / full if name == "oxygen" and full else value
        if (name == "oxygen" and full is None) or (limit.low or 0) <= figure <= (limit.high or math.inf):
            continue
        line = GateLine(
            name=name, state="unknown", harmful=False, value=value, unit=found.readings[name].unit, low=None, high=None, words=limit.note, source=limit.source,
            doubted=True,
        )  # fmt: skip
        out = [*(x for x in out if x.name != name), line]
    return out


def _lines(readings: Readings, *, water: WaterType, species: Sequence[Species], round_about: Circumstances, found: Library) -> tuple[GateLine, ...]:
    here = bears(species, kinds=round_about.kinds, water=water, found=found)
    ph, before = _limit(found, "ph", water), round_about.before or Readings()
    ph_line = _between("ph", readings.ph, low=float(ph.low or 0), high=float(ph.high or 0), unit="", margin=0.7, source=ph.source)
    meant_c = -math.inf if round_about.warmed_to_c is None else round_about.warmed_to_c + THERMOMETER_C
    warm = _between("temperature", readings.temperature_c, low=here.low_c, high=max(here.high_c, meant_c), unit="°C", margin=3.0, source=here.source)
    if warm.state == "in_range" and readings.temperature_c is not None and readings.temperature_c > here.high_c:
        warm = replace(warm, words=phrases.RAISED_FOR_THE_COURSE)
    lines = [
        _ammonia(readings, water=water, found=found),
        _nitrite(readings, water=water, found=found),
        _swing(ph_line, before.ph, limit=_limit(found, "swing_ph", water)),
        _swing(warm, before.temperature_c, limit=_limit(found, "swing_temperature", water)),
        _at_most(
            "chlorine", readings.chlorine_mg_per_l, care=_limit(found, "chlorine_care", water), harm=_limit(found, "chlorine_harm", water).value,
            unit="mg/L", good=phrases.HARDLY_ANY, bad=phrases.BURNS_GILLS,
        ),
        _oxygen(readings, water=water, found=found),
    ]  # fmt: skip
    if water in ("marine", "brackish"):
        lines.append(_salt(readings, before, water=water, round_about=round_about, found=found))
    if readings.nitrate_as_n_mg_per_l is not None:
        care = _limit(found, "nitrate_care", water)
        lines.append(
            _at_most("nitrate", readings.nitrate_as_n_mg_per_l, care=care, harm=math.inf, unit="mg/L as N", good=phrases.LOW_ENOUGH, bad=phrases.CHANGE_WATER)
        )
    kinds = found.readings.values()
    lines += [line for k in kinds if (line := _by_limits(k, readings, water=water, found=found)) is not None]
    lines += [line for k in kinds if (line := _held(k, readings, water=water, medicine=round_about.medicine, found=found)) is not None]
    if round_about.over is not None and not any(x.harmful and found.readings[x.name].held for x in lines):
        lines.append(_medicine(round_about.over))
    return tuple(doubted(lines, readings, water=water, found=found))


def water_gate(
    readings: Readings, *, water: WaterType, species: Sequence[Species], found: Library, round_about: Circumstances | None = None
) -> WaterGate:  # fmt: skip
    """Judge the newest readings of a water.

    Ammonia is judged by its un-ionised part (Emerson et al. 1975) against 0.02 and 0.05 mg/L as N (UF/IFAS FA-16,
    recalled); nitrite against SRAC 462, chloride of ten times its mass guarding (recalled); chlorine against the US EPA
    criteria (recalled); oxygen, pH, salinity and temperature by common practice. A reading that is far out (pH by 0.7,
    temperature by 3 degC, salinity by 5 g/kg) or that swung within a day counts as harmful at once.
    """
    here = round_about or Circumstances()
    lines = _lines(readings, water=water, species=species, round_about=here, found=found)
    bad = [name_of(line.name, found=found) for line in lines if line.state in ("above", "below")]
    unread = [name_of(line.name, found=found) for line in lines if line.state == "unknown" and line.needed]
    untested = [name_of(line.name, found=found) for line in lines if line.state == "unknown"]
    strange = [name_of(line.name, found=found) for line in lines if line.doubted]
    suspected = ""
    if strange:
        suspected = phrases.read_again_because(strange, (line.words for line in lines if line.doubted))
    elif here.medicine == "over":
        suspected = phrases.MEDICINE_ABOVE_RANGE
    elif here.all_at_once and untested:
        suspected = phrases.all_fell_ill_at_once(untested)
    if any(line.harmful for line in lines) or here.medicine == "over":
        what = ", ".join(dict.fromkeys([*bad, *(["medicine"] if here.medicine == "over" else [])]))
        return WaterGate(state="shut", lines=lines, words=phrases.mend_the_water(what), suspected=suspected)
    if strange:
        return WaterGate(state="half", lines=lines, words=phrases.read_again(strange), suspected=suspected)
    if bad:
        return WaterGate(state="half", lines=lines, words=phrases.out_of_range(bad), suspected=suspected)
    if unread or suspected:
        return WaterGate(state="half", lines=lines, words=phrases.not_read(unread or untested), suspected=suspected)
    return WaterGate(state="open", lines=lines, words=phrases.ALL_IN_RANGE, suspected=suspected)


def signs_from_readings(readings: Readings, *, gate: WaterGate, water: WaterType, found: Library) -> dict[str, bool]:
    """The signs that follow from a water test, seen or not there. What nobody read gives none."""
    signs: dict[str, bool] = {}

    def say(sign: str, value: float | None, seen: bool) -> None:
        if value is not None:
            signs[sign] = seen

    total, nitrate = readings.total_ammonia_as_n_mg_per_l, readings.nitrate_as_n_mg_per_l
    say("ammonia_raised", total, total is not None and total >= _limit(found, "ammonia_seen", water).value)
    say("nitrate_high", nitrate, nitrate is not None and nitrate > _limit(found, "nitrate_high", water).value)
    for sign, name in (
        ("nitrite_raised", "nitrite"), ("low_oxygen_measured", "oxygen"), ("chlorine_present", "chlorine"), ("ph_low_or_swing", "ph"),
        ("salinity_off", "salinity"), *((s.id, s.reading) for s in found.signs.values() if s.reading in found.readings and found.readings[s.reading].held),
    ):  # fmt: skip
        line = next((x for x in gate.lines if x.name == name and x.state != "unknown"), None)
        if line is not None:
            signs[sign] = line.state in ("above", "below")
    signs |= _signs_of_warmth(next(x for x in gate.lines if x.name == "temperature"))
    raised = any(seen for sign, seen in signs.items() if not found.signs[sign].good)
    if gate.state == "open" and not raised:
        signs["water_all_normal"] = True
    elif raised or any(line.state in ("above", "below") for line in gate.lines):
        signs["water_all_normal"] = False
    return signs


def _signs_of_warmth(line: GateLine) -> dict[str, bool]:
    """Too warm, too cold and moved are three things: a water that fell into its range has only moved."""
    if line.value is None:
        return {}
    warm, cold = line.high is not None and line.value > line.high, line.low is not None and line.value < line.low
    return {"water_too_warm": warm, "water_too_cold": cold, "temperature_moved": line.swung}
