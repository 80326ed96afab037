"""What is ticked before a course starts, and which ticks the record contradicts: those are not offered, and say why."""

from __future__ import annotations

from collections.abc import Iterator

from pennywort.core.course import phrases
from pennywort.core.course.plan import TankFacts
from pennywort.core.medicine.caution import SlipCaution
from pennywort.core.reference.course_models import CourseProtocol, ToConfirm
from pennywort.core.reference.library import Library
from pennywort.core.reference.naming import mid_sentence


def ticks_of(protocol: CourseProtocol, *, tank: TankFacts, condition: str, found: Library) -> tuple[tuple[ToConfirm, ...], tuple[SlipCaution, ...]]:
    """The ticks that can be true here, and a line for each that the record contradicts: never where ill fish must not meet it.

    ``condition``: what the course is against, by its id; empty where nothing is named.
    """
    offered, against = [], []
    for line in protocol.confirm:
        said = list(_contradicted(line, tank=tank, condition=condition, found=found))
        if said:
            text = phrases.asks_for_what_is_not(line.text.rstrip("."), said)
            against.append(SlipCaution(level="never" if line.well else "care", text=text, source=line.source, recalled=line.recalled))
        else:
            offered.append(line)
    return tuple(offered), tuple(against)


def _contradicted(line: ToConfirm, *, tank: TankFacts, condition: str, found: Library) -> Iterator[str]:
    """What the record says against it, in words that follow "there is"."""
    for name in line.without:
        if name in tank.standing:
            yield tank.standing[name]
        elif name in tank.surroundings.lives:
            yield phrases.LIFE_HERE[name] if name in phrases.LIFE_HERE else found.kin[name].name
    readings = tank.surroundings.readings
    too_low = [name for name, least in line.least.items() if readings.get(name, least) < least]
    too_high = [name for name, most in line.most.items() if readings.get(name, most) > most]
    for name in (*too_low, *too_high):
        yield phrases.READS[name].format(readings[name])
    if line.well and tank.seen:
        yield phrases.signs_in_the_last_look(found.signs[s].short for s in tank.seen[:3])
    for name in line.ruled_out:
        if name == condition:
            yield phrases.chosen_against(mid_sentence(found.conditions[name].short_name))
        elif name in tank.suspected:
            yield phrases.first_in_the_last_look(mid_sentence(found.conditions[name].short_name))
