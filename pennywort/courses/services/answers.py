"""What a reading asks for: over its range a change that brings it down, under it what is missing, as a task of the course."""

from __future__ import annotations

import math
from uuid import uuid5

from pennywort.core.course.answer import Asked, answer_to
from pennywort.core.reference import library
from pennywort.core.units import show_concentration, show_fraction
from pennywort.courses.models import Course, Task
from pennywort.courses.queries.targets import windows_of
from pennywort.courses.queries.water_records import WaterRecords
from pennywort.records.actor import Actor
from pennywort.tanks.models import Tank

# lines that stand in no protocol: what readings ask for
ANSWER_PLACE = 900


def answer_readings(actor: Actor, tank: Tank) -> str:
    """Tasks for what the newest readings of the medicines held here ask for, in place of those of older ones; in words, empty where nothing is asked."""
    book = WaterRecords([tank], now=actor.now)
    return " ".join(words for course in book.running(tank) if (words := _answer(actor, book, course)))


def _answer(actor: Actor, book: WaterRecords, course: Course) -> str:
    told = []
    for place, held in enumerate(windows_of(course), start=ANSWER_PLACE):
        active = library().actives[held.active]
        newest = book.newest_reading(course.tank, held.active) if held.kit_off_mg_per_l else None
        if newest is None or newest.read_at < course.starts_at or course.treatment_ends_at <= actor.now:
            continue
        building = any(p.kind == "dose" and p.medicine_id == held.active and not p.refill and p.course_id == course.pk for p in book.planned(course.tank))
        asked = answer_to(
            newest.level_mg_per_l, target_mg_per_l=held.target_mg_per_l, low_mg_per_l=held.low_mg_per_l, high_mg_per_l=held.high_mg_per_l,
            kit_off_mg_per_l=held.kit_off_mg_per_l, building=building,
        )  # fmt: skip
        open_ones = Task.objects.filter(course=course, place=place, done_at=None, skipped=False)
        # a newer reading speaks instead of an older one, and what was done since needs no answer
        if newest.acted_since:
            continue
        open_ones.update(skipped=True, done_at=actor.now, done_by=actor.keeper)
        if asked is not None:
            told.append(_task(actor, course, place=place, active=held.active, asked=asked, name=active.short_name))
    return " ".join(told)


def _task(actor: Actor, course: Course, *, place: int, active: str, asked: Asked, name: str) -> str:
    level, target = show_concentration(asked.level_mg_per_l).text, show_concentration(asked.target_mg_per_l).text
    number = Task.objects.filter(course=course, place=place).count() + 1
    base = {
        "uid": uuid5(course.uid, f"answer {place} {number}"),
        "fishroom": actor.fishroom,
        "recorded_at": actor.now,
        "recorded_by": actor.keeper,
        "course": course,
        "due_at": actor.now,
        "place": place,
        "number": number,
    }
    if asked.change_fraction:
        share = math.ceil(asked.change_fraction * 100 - 1e-9) / 100
        Task.objects.create(kind="water_change", title=f"{name.capitalize()} reads {level}: change down to {target}", water_share=share, **base)
        return f"{name.capitalize()} reads {level}, above its range: change {show_fraction(share).text} of the water. It stands on Today."
    missing_mg = (asked.target_mg_per_l - asked.level_mg_per_l) * course.tank.net_volume_l
    Task.objects.create(
        kind="dose", title=f"{name.capitalize()} reads {level}: up to {target}", medicine_id=active, dose_mg=missing_mg, refill=True,
        expected_mg_per_l=asked.target_mg_per_l, **base,
    )  # fmt: skip
    return f"{name.capitalize()} reads {level}, below its range: what is missing stands on Today."
