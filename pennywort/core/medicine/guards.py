"""Never, care, know: what a use must not meet in this water, and what its gate asks first."""

from __future__ import annotations

from collections.abc import Iterator, Mapping
from dataclasses import dataclass, field, replace
from functools import lru_cache
from typing import Literal

from pennywort.core.medicine import phrases
from pennywort.core.medicine.bath import BathWater, shorter_for
from pennywort.core.medicine.caution import SlipCaution
from pennywort.core.reference.disease_models import WaterType
from pennywort.core.reference.formulary_models import Active, Interaction, Use, WaterBound
from pennywort.core.reference.library import Library
from pennywort.core.units.degrees import ON_THE_SCALE

CP = ("common practice",)
LIFE_WORDS = {
    "invertebrates": phrases.WITHOUT_A_BACKBONE, "snails": "snails", "plants": "plants", "elasmobranchs": phrases.SHARKS_AND_RAYS,
    "fry": "fry", "soft_water_fish": "soft-water fish",
}  # fmt: skip
EQUIPMENT_WORDS = {"carbon": "carbon", "uv": "UV", "skimmer": "skimmer", "ozone": "ozone"}
# the same as the beginning of a sentence on one tank
RUNNING_WORDS = EQUIPMENT_WORDS | {"skimmer": "the skimmer"}
UNITS = {"temperature": ON_THE_SCALE, "oxygen": " mg/L", "alkalinity": " mg/L as CaCO₃", "ph": "", "un_ionised_ammonia": " mg/L NH₃-N"}
MEASURES = {"temperature": "temperature", "oxygen": "oxygen", "alkalinity": "alkalinity", "ph": "pH", "un_ionised_ammonia": "ammonia"}
# what is read for it, where that is more than its name
READ_FOR = {**MEASURES, "un_ionised_ammonia": phrases.AMMONIA_PH_WARMTH}


@dataclass(frozen=True, kw_only=True)
class Surroundings:
    """What a dose meets: who lives there, what runs, what is in the water, and what was read.

    ``lives`` ids of kinds of fish (kin) and of Life; ``running`` equipment; ``in_water`` ids of actives;
    ``readings`` temperature degC, oxygen mg/L, alkalinity and hardness mg/L as CaCO3, ph, un_ionised_ammonia mg/L as N.
    ``bath`` the water of a bath beside the fish's own; ``allergies`` ids of what the keeper may not touch.
    """

    water: WaterType
    lives: frozenset[str] = frozenset()
    running: frozenset[str] = frozenset()
    in_water: frozenset[str] = frozenset()
    biofilter: bool = False
    expired: bool = False
    readings: Mapping[str, float] = field(default_factory=dict)
    bath: BathWater = field(default_factory=BathWater)
    allergies: frozenset[str] = frozenset()


def _line(level: Literal["never", "care", "know"], text: str, source: tuple[str, ...] = CP, *, recalled: bool = True) -> SlipCaution:
    return SlipCaution(level=level, text=text, source=source, recalled=recalled)


def _of_life(active: Active, here: Surroundings, found: Library) -> Iterator[SlipCaution]:
    for life in active.never_with:
        if life in here.lives:
            yield _line("never", phrases.kills_or_harms(LIFE_WORDS[life], active.short_name))
    for name in active.care_with:
        if name in here.lives:
            who = found.kin[name].name if name in found.kin else LIFE_WORDS[name]
            yield _line("care", phrases.bears_poorly(who, active.short_name))


def tender_words(active: Active, use: Use, *, lives: frozenset[str], temperature_c: float | None, found: Library) -> tuple[str, ...]:
    """What is to be minded of these fish at a bath or dose of it: who bears it poorly, and who stays in it for less, or in what warmth.

    Minutes, °C and g/kg as the files of the medicine give them.
    """
    met = _of_life(active, Surroundings(water=use.water[0], lives=lives), found)
    cut = shorter_for(use, lives=lives, temperature_c=temperature_c)
    return (*(line.text for line in met), *([cut.text] if cut else []))


def _of_equipment(active: Active, use: Use, here: Surroundings) -> Iterator[SlipCaution]:
    # a bath is a vessel of its own: the tank's equipment does not meet it
    if use.route != "prolonged":
        return
    for name in active.equipment_off:
        if name in here.running:
            yield _line("never", phrases.running_takes_out(RUNNING_WORDS[name], active.short_name))
    if not here.running and active.equipment_off:
        off = ", ".join(EQUIPMENT_WORDS[n] for n in active.equipment_off)
        yield replace(_line("care", phrases.off_while_it_works(off)), asks=True)
    if active.biofilter and here.biofilter:
        if active.biofilter == "never":
            yield _line("never", phrases.KILLS_THE_BACTERIA)
        else:
            yield _line("care", phrases.BACTERIA_SUFFER)


def _of_interactions(active: Active, here: Surroundings, found: Library) -> Iterator[SlipCaution]:
    mine = {active.id, *(["antibiotic"] if _is_antibiotic(active) else [])}
    there = here.in_water | {"antibiotic" for name in here.in_water if name in found.actives and _is_antibiotic(found.actives[name])}
    listed: set[str] = set()
    for name in sorted(here.in_water - {active.id}):
        twice = {active.id, *active.holds} & {name, *(found.actives[name].holds if name in found.actives else ())}
        if twice:
            listed.add(name)
            what = " and ".join(sorted(found.actives[t].short_name for t in twice))
            yield _line("never", phrases.given_twice(found.actives[name].short_name, what))
    for pair, ours, theirs in _both_ways(found) if there else ():
        if not mine.isdisjoint(ours) and (met := there & theirs):
            other = sorted(met & set(found.actives)) or sorted(met)
            listed |= met
            name = found.actives[other[0]].short_name if other[0] in found.actives else other[0]
            yield _line(pair.level, phrases.in_this_water(name, pair.text), pair.source, recalled=pair.recalled)
    for name in sorted(here.in_water - listed - {active.id}):
        if name in found.actives:
            yield _line("care", phrases.one_at_a_time(found.actives[name].short_name))


@lru_cache(maxsize=2)
def _both_ways(found: Library) -> tuple[tuple[Interaction, frozenset[str], frozenset[str]], ...]:
    """Every interaction from either side, in the order of its file."""
    pairs = ((pair, frozenset(pair.one), frozenset(pair.other)) for pair in found.interactions.values())
    return tuple(way for pair, one, other in pairs for way in ((pair, one, other), (pair, other, one)))


ANTIBIOTICS = ("aminoglycoside", "nitrofuran", "macrolide", "tetracycline", "quinolone", "sulfonamide", "phenicol", "penicillin")


def _is_antibiotic(active: Active) -> bool:
    return any(word in active.family for word in ANTIBIOTICS)


def beyond(bound: WaterBound, value: float) -> bool:
    """Whether a reading lies outside a bound. In the unit of the bound."""
    return (bound.least is not None and value < bound.least) or (bound.most is not None and value > bound.most)


def _of_water(active: Active, use: Use, here: Surroundings) -> Iterator[SlipCaution]:
    if here.water not in use.water:
        yield _line("never", phrases.for_other_water(active.short_name), use.source)
    for bound in (*active.bounds, *use.bounds):
        value = here.readings.get(bound.measure)
        if value is None:
            if bound.level == "never":
                yield replace(_line("care", phrases.read_first(READ_FOR[bound.measure], bound.text), bound.source), asks=True)
        elif beyond(bound, value):
            # a hardness typed in degrees is no round figure of milligrams
            figure = f"{value:.3g}" if abs(value) < 1000 else f"{value:.0f}"
            yield _line(bound.level, phrases.reads_what_forbids(MEASURES[bound.measure], figure, UNITS[bound.measure], bound.text), bound.source)


def meets(active: Active, use: Use, *, here: Surroundings, found: Library) -> tuple[SlipCaution, ...]:
    """What this use meets in these surroundings. With a never-line among them no amount is given."""
    lines = [_line("never", phrases.past_its_date(active.short_name))] if here.expired else []
    # gear is treated in an empty bucket: no fish, no plants, no filter meet it
    if use.route != "gear":
        lines += [*_of_life(active, here, found), *_of_equipment(active, use, here), *_of_interactions(active, here, found), *_of_water(active, use, here)]
    return tuple(lines)


def uptake_line(active: Active, *, found: Library, words: str) -> SlipCaution | None:
    """What sand and rock do to a medicine, as far as anybody knows; None of what they leave alone."""
    known = found.kinetics.get(active.id)
    if known is None or known.sand_share is None:
        return None
    share = known.sand_share
    low, high = (share.low or share.value) * 100, (share.high or share.value) * 100
    text = phrases.taken_up(words, low, high, active.short_name)
    return SlipCaution(level="care", text=text, source=share.source, recalled=share.recalled, asks=True)


def active_meets(active: Active, *, here: Surroundings, found: Library) -> tuple[SlipCaution, ...]:
    """What an active meets in these surroundings whatever it is given for: life, other medicines, what it was mixed with."""
    allergens = [a.name for a in found.allergens.values() if a.id in here.allergies and active.id in a.actives]
    allergic = [_line("care", phrases.you_are_allergic(name, active.short_name)) for name in allergens]
    return (*allergic, *_of_life(active, here, found), *_of_interactions(active, here, found))


def cautions(active: Active, use: Use, *, met: tuple[SlipCaution, ...]) -> tuple[SlipCaution, ...]:
    """What the use meets, and what always stands beside it: never first; each says why and where it comes from."""
    hazard, stop, law = active.keeper_hazard, active.stop, active.regulation
    always = [
        _line("care", phrases.for_you(hazard.text), hazard.source, recalled=hazard.recalled),
        _line("know", phrases.to_stop_it_aside(stop.text), stop.source, recalled=stop.recalled),
        _line("know", law.text, law.source, recalled=law.recalled),
    ]
    if use.contraindications and use.route != "gear":
        always.insert(0, _line("care", use.contraindications, use.source))
    if use.most_minutes:
        always.append(_line("never", phrases.longer_than(use.most_minutes), use.source))
    # what the active itself asks, whoever lives here
    always += [SlipCaution(level=c.level, text=c.text, source=c.source, recalled=c.recalled) for c in active.cautions]
    lines: dict[str, SlipCaution] = {}
    for line in (*met, *always):
        lines.setdefault(line.text, line)
    order = {"never": 0, "care": 1, "know": 2}
    return tuple(sorted(lines.values(), key=lambda c: order[c.level]))
