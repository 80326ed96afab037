"""Steps of salinity in a course: never away from where they lead, in even parts, and each from the level before it."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import replace

from pennywort.core.course import phrases
from pennywort.core.course.plan import PlannedStep
from pennywort.core.errors import InvalidInput
from pennywort.core.medicine.caution import SlipCaution
from pennywort.core.reference.course_models import CourseProtocol


def stepped(steps: Sequence[PlannedStep], *, now_g_per_kg: float | None) -> list[PlannedStep]:
    """The steps with each salinity step's level before it (``from_g_per_kg``), those dropped that the water is past already.

    A leg is a run of steps one way; its last step is where it leads and always stays. A step that comes again and again goes
    there in even parts.

    Salinities in g/kg.

    :param now_g_per_kg: what was read lately, None where nothing was.
    """
    level, kept = now_g_per_kg, {id(s): s for s in steps if s.kind != "salinity"}
    for leg in _legs([s for s in steps if s.kind == "salinity"]):
        goal = leg[-1].to or 0.0
        start = level
        for i, step in enumerate(leg, start=1):
            to = step.to or 0.0
            if step.every_h is not None and start is not None:
                to = start + (goal - start) * i / len(leg)
            elif i < len(leg) and level is not None and not min(level, goal) < to < max(level, goal):
                continue
            kept[id(step)] = replace(step, to=to, from_g_per_kg=level)
            level = to
    return [kept[id(s)] for s in steps if id(s) in kept]


def passed(
    before: Sequence[PlannedStep], after: Sequence[PlannedStep], *, protocol: CourseProtocol, chosen: Mapping[str, float], now_g_per_kg: float | None
) -> tuple[SlipCaution, ...]:
    """A line on the steps that were dropped. :raises InvalidInput: one that was typed, naming its parameter.

    Salinities in g/kg.
    """
    places = {s.place for s in after}
    dropped = [s for s in before if s.place not in places]
    if not dropped or now_g_per_kg is None:
        return ()
    behind = [f"{s.to:g} g/kg" for s in dropped]
    for step in dropped:
        if (name := str(protocol.steps[step.place].to)) in chosen:
            raise InvalidInput(phrases.chosen_lies_behind(now_g_per_kg, behind), field=f"parameters.{name}")
    return (SlipCaution(level="know", text=phrases.step_is_left_out(now_g_per_kg, behind), source=("arithmetic",), recalled=False),)


def _legs(steps: Sequence[PlannedStep]) -> list[list[PlannedStep]]:
    """Runs of steps that lead one way: a step that turns back, or one that is repeated, begins the next."""
    legs: list[list[PlannedStep]] = []
    for step in steps:
        last = legs[-1] if legs else []
        turns = len(last) > 1 and ((last[-1].to or 0.0) - (last[-2].to or 0.0)) * ((step.to or 0.0) - (last[-1].to or 0.0)) < 0
        if not last or turns or (step.place != last[-1].place and (step.every_h is not None or last[-1].every_h is not None)):
            legs.append([step])
        else:
            last.append(step)
    return legs
