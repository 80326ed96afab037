"""A case told in order, with its figures."""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from pennywort.cases.figures import figures_of
from pennywort.core.outcome.figures import CaseFigures
from pennywort.core.reference import library
from pennywort.core.reference.naming import capital, plural
from pennywort.core.units import show_concentration, show_fraction, show_temperature, show_volume
from pennywort.courses.models import Case, Course, Dose, Task
from pennywort.courses.queries.running import amount_words, labels_on
from pennywort.courses.queries.span import began_at
from pennywort.courses.queries.targets import course_name
from pennywort.fish.group_ledger import loss_detail, loss_words
from pennywort.fish.models import Look, Loss, Observation
from pennywort.fish.queries import count_of
from pennywort.looks.shown import RANKED_LATER
from pennywort.records.actor import Actor
from pennywort.records.models import LedgerRecord
from pennywort.tanks.models import WaterChange, WaterReading
from pennywort.tanks.shown import figure_of, more_words

APPETITE = {"all": "eating", "less": "eating less", "none": "refusing food"}
BREATHING = {"calm": "breathing calmly", "fast": "breathing fast", "gasping": "gasping"}
FED = {"usual": "fed as usual", "little": "fed little", "none": "not fed"}
COMPARED = {"same": "as the day before", "changed": "changed since the day before"}


@dataclass(frozen=True, kw_only=True)
class StoryLine:
    """One line of the story. ``ledger`` and ``entry`` let it be struck out; empty where it can't be."""

    at: datetime
    kind: str
    words: str
    detail: str
    by: str
    ledger: str = ""
    entry: str = ""
    struck: bool = False
    corrected: bool = False


@dataclass(frozen=True, kw_only=True)
class Story:
    """The case page."""

    case: Case
    began_at: datetime
    figures: CaseFigures
    lines: tuple[StoryLine, ...]
    courses: tuple[Course, ...]


def condition_name(condition_id: str) -> str:
    """A condition's name; empty while there is none."""
    condition = library().conditions.get(condition_id)
    return condition.name if condition else ""


def reading_words(reading: WaterReading, actor: Actor) -> str:
    """A water test in a line."""
    parts = []
    for kind in library().readings.values():
        value = getattr(reading, kind.column) if kind.usual else None
        if value is None:
            continue
        if kind.typed_as == "temperature":
            parts.append(show_temperature(value, actor.preferences).text)
        elif kind.ion:
            parts.append(f"{kind.name} {show_concentration(value).text} as N")
        else:
            parts.append(f"{kind.name} {figure_of(kind, value, actor)}")
    rest = more_words(reading, actor)
    return ", ".join([*parts, *([rest] if rest else [])])


def observation_words(seen: Observation) -> tuple[str, str]:
    """What was observed, and the note where there is more than a note."""
    breaths = f"{seen.breaths_per_min} breaths a minute" if seen.breaths_per_min else ""
    told = ", ".join(
        w for w in (APPETITE.get(seen.appetite, ""), BREATHING.get(seen.breathing, ""), breaths, FED.get(seen.fed, ""), COMPARED.get(seen.compared, "")) if w
    )
    return (capital(told), seen.note) if told else (seen.note, "")


def look_words(look: Look) -> tuple[str, str]:
    """The verdict of a look, and what was seen."""
    signs = library().signs
    seen = [signs[s].label for s, yes in look.signs.items() if yes and s in signs]
    absent = sum(1 for yes in look.signs.values() if not yes)
    detail = "; ".join(seen) if seen else "nothing seen"
    later = RANKED_LATER if look.entered_later else ""
    return look.verdict, f"{detail}{f'; {absent} not there' if absent else ''}{f'. {look.note}' if look.note else ''}{f'. {later}' if later else ''}"


def _entry(actor: Actor, ledger: str, entry: LedgerRecord, *, kind: str, words: str, detail: str = "") -> StoryLine:
    later: LedgerRecord | None = getattr(entry, "correction", None)
    undone = later is not None and later.struck
    if later is not None and undone:
        detail = f"struck out: {later.reason}" if later.reason else "struck out"
    return StoryLine(
        at=entry.happened_at,
        kind=kind,
        words=words,
        detail=detail,
        by=actor.signed(entry),
        ledger="" if later else ledger,
        entry="" if later else str(entry.uid),
        struck=undone,
        corrected=later is not None and not undone,
    )


def story_of(actor: Actor, case: Case) -> Story:
    """The case from its first sign to its end, oldest first. Struck and corrected entries stay, marked so."""
    until = case.closed_at or actor.now
    began = began_at(case)
    span = {"happened_at__gte": began, "happened_at__lte": until, "struck": False}
    courses = list(Course.objects.filter(case=case).select_related("recorded_by", "tank").order_by("starts_at", "pk"))
    lines = [StoryLine(at=case.opened_at, kind="open", words="Case opened", detail=_start_words(case), by=case.by)]
    lines += [*_of_fish(actor, case, span), *_of_water(actor, case, span), *_of_courses(actor, case, courses)]
    if case.closed_at:
        lines.append(
            StoryLine(at=case.closed_at, kind="close", words=f"Closed: {case.get_outcome_display()}", detail=case.outcome_note, by=str(case.closed_by or ""))
        )
    order = {"open": 0, "close": 2}
    return Story(
        case=case,
        began_at=began,
        figures=figures_of(actor, [case], began={case.pk: began})[case.pk],
        lines=tuple(sorted(lines, key=lambda x: (x.at, order.get(x.kind, 1)))),
        courses=tuple(courses),
    )


RELATED = ("recorded_by", "correction")


def _of_fish(actor: Actor, case: Case, span: dict[str, Any]) -> Iterator[StoryLine]:
    """What was seen of the fish, and what was lost."""
    for look in Look.objects.filter(group=case.group, **span).select_related(*RELATED):
        words, detail = look_words(look)
        yield _entry(actor, "look", look, kind="look", words=words, detail=detail)
    for seen in Observation.objects.filter(group=case.group, **span).select_related(*RELATED):
        words, detail = observation_words(seen)
        yield _entry(actor, "observation", seen, kind="observation", words=words, detail=detail)
    for loss in Loss.objects.filter(group=case.group, **span).select_related(*RELATED):
        yield _entry(actor, "loss", loss, kind="loss", words=loss_words(loss), detail=loss_detail(loss, actor.local))


def _of_water(actor: Actor, case: Case, span: dict[str, Any]) -> Iterator[StoryLine]:
    """What keepers read of the water, and changed."""
    for reading in WaterReading.objects.filter(tank=case.tank, instrument="", **span).select_related(*RELATED):
        yield _entry(actor, "reading", reading, kind="reading", words=reading_words(reading, actor), detail=reading.note)
    for change in WaterChange.objects.filter(tank=case.tank, **span).select_related(*RELATED):
        yield _entry(actor, "change", change, kind="change", words=f"Changed {show_fraction(change.changed_fraction).text} of the water")


def _of_courses(actor: Actor, case: Case, courses: Sequence[Course]) -> Iterator[StoryLine]:
    """Courses as they began and were stopped, what was given, and what was given elsewhere."""
    for dose in Dose.objects.filter(course__case=case, struck=False).select_related(*RELATED, "course", "task"):
        words = f"{'Put back' if dose.water_change_id else 'Gave'} {amount_words(dose.course, dose, actor)}"
        yield _entry(actor, "dose", dose, kind="dose", words=words, detail=dose.task.title if dose.task else "")
    for task in Task.objects.filter(course__case=case, done_at__isnull=False).exclude(given_words="").select_related("done_by"):
        yield StoryLine(at=task.done_at or task.due_at, kind="bath", words=task.title, detail=task.given_words, by=str(task.done_by))
    for course in courses:
        began = min(course.starts_at, course.recorded_at)
        yield StoryLine(at=began, kind="course", words=f"Course started: {course_name(course)}", detail=_course_detail(course, actor), by=course.by)
        if course.stopped_at:
            yield StoryLine(at=course.stopped_at, kind="course", words="Course stopped", detail=course.stop_reason, by="")


def _start_words(case: Case) -> str:
    start = count_of(case.group, before=case.opened_at)
    return f"{start.words} {plural(case.group.species_name, start.count)} in {case.tank.name}"


def _course_detail(course: Course, actor: Actor) -> str:
    name = condition_name(course.condition_id)
    what = [f"for {name}"] if name else []
    what.append(f"{show_volume(course.net_volume_l, actor.preferences).text} net")
    what += [f"{label['product']}, by its label" for label in labels_on(course)]
    what.append(f"rule {course.protocol_version}")
    return ", ".join(what)
