"""What a course warns of: the cautions of all it uses, and which of them its water and fish meet."""

from __future__ import annotations

from collections.abc import Iterable, Iterator, Sequence, Set
from dataclasses import replace

from pennywort.core.course import phrases
from pennywort.core.course.plan import TankFacts
from pennywort.core.medicine.caution import SlipCaution
from pennywort.core.medicine.guards import EQUIPMENT_WORDS, RUNNING_WORDS, active_meets, cautions, meets, uptake_line
from pennywort.core.medicine.phrases import for_you
from pennywort.core.reference.course_models import CourseProtocol
from pennywort.core.reference.formulary_models import Active, Use
from pennywort.core.reference.library import Library
from pennywort.core.reference.models import CautionLevel


def warnings_of(
    protocol: CourseProtocol, *, tank: TankFacts, found: Library, uses: Sequence[str], holds: Sequence[Sequence[str]] = ()
) -> tuple[tuple[SlipCaution, ...], tuple[SlipCaution, ...]]:
    """Never, care and know of every use in it, and which of them these surroundings meet.

    ``holds``: of each product by its label the actives in it; products given at the same time meet one another.
    """
    lines: dict[str, SlipCaution] = {}
    hit: dict[str, SlipCaution] = {}
    mine = {m.active for m in protocol.medicines}
    for use_id in uses:
        active, use = found.uses[use_id]
        # what a protocol gives together is its own affair: it says so in its text
        here = replace(tank.surroundings, in_water=tank.surroundings.in_water - mine)
        met = meets(active, use, here=here, found=found)
        for line in cautions(active, use, met=met):
            named = _named(active, use, line, many=len(uses) > 1)
            lines.setdefault(named.text, named)
        for line in met:
            hit.setdefault(line.text, _named(active, use, line, many=len(uses) > 1))
    for m in protocol.medicines if tank.standing else ():
        uptake = uptake_line(found.actives[m.active], found=found, words=" and ".join(tank.standing.values()))
        if uptake is not None:
            lines.setdefault(uptake.text, uptake)
    for line, met_here in [*_of_products(tank, holds, mine=mine, found=found), *_borne(tank, {*mine, *(name for of_one in holds for name in of_one)})]:
        lines.setdefault(line.text, line)
        if met_here:
            hit.setdefault(line.text, line)
    return worst_first(lines.values()), tuple(hit.values())


def _of_products(tank: TankFacts, holds: Sequence[Sequence[str]], *, mine: set[str], found: Library) -> Iterator[tuple[SlipCaution, bool]]:
    """What is to be minded of products by their labels, each with whether these surroundings meet it."""
    if len(holds) > 1 and not all(holds):
        text = phrases.CONTENTS_UNKNOWN
        yield SlipCaution(level="care", text=text, source=("common practice",), recalled=True), True
    for place, name in ((i, name) for i, of_one in enumerate(holds) for name in of_one):
        active = found.actives[name]
        others = {other for i, of_one in enumerate(holds) if i != place for other in of_one}
        together = list(_given_with(active, tank=tank, others=others, found=found))
        # beside the medicines of the protocol itself, of which it speaks in its text: only what must never meet them
        together += [line for line in _given_with(active, tank=tank, others=mine, found=found) if line.level == "never"]
        yield from ((line, True) for line in together)
        hazard = active.keeper_hazard
        yield SlipCaution(level="care", text=for_you(hazard.text), source=hazard.source, recalled=hazard.recalled), False


def _borne(tank: TankFacts, actives: set[str]) -> Iterator[tuple[SlipCaution, bool]]:
    """What the kinds that live here bear poorly of these."""
    for one in tank.species:
        for t in one.tolerances:
            if t.active in actives:
                level: CautionLevel = "care" if t.level == "never" else t.level
                yield SlipCaution(level=level, text=f"{one.name}: {t.text}", source=t.source, recalled=t.recalled), True


def _given_with(active: Active, *, tank: TankFacts, others: set[str], found: Library) -> Iterator[SlipCaution]:
    """What an active of a product meets in this water and in what is given with it at the same time."""
    if active.id in others:
        text = phrases.given_twice(active.short_name)
        yield SlipCaution(level="never", text=text, source=("common practice",), recalled=True)
    here = replace(tank.surroundings, in_water=tank.surroundings.in_water | (others - {active.id}))
    yield from active_meets(active, here=here, found=found)


def off_words(protocol: CourseProtocol, *, equipment: Set[str], found: Library) -> str:
    """What is switched off while the medicines of a course are in the water, from their own files; empty where nothing is."""
    held = [found.uses[m.use] for m in protocol.medicines]
    names = dict.fromkeys(name for active, use in held if use.route == "prolonged" for name in active.equipment_off)
    if not names:
        return ""
    here = [RUNNING_WORDS[n] for n in names if n in equipment]
    return phrases.off_while_medicine_is_in([EQUIPMENT_WORDS[n] for n in names], here)


def worst_first(lines: Iterable[SlipCaution]) -> tuple[SlipCaution, ...]:
    """Never before care before know; within each as they came."""
    order = {"never": 0, "care": 1, "know": 2}
    return tuple(sorted(lines, key=lambda c: order[c.level]))


def _named(active: Active, use: Use, line: SlipCaution, *, many: bool) -> SlipCaution:
    return replace(line, text=f"{active.short_name}: {line.text}") if many and active.short_name not in line.text else line
