"""Routes of the records: cases, their story, closing, files out and in."""

from __future__ import annotations

from datetime import datetime
from hashlib import sha256
from typing import Annotated, Any, cast
from uuid import UUID

from django.db.models import Count, Prefetch
from django.http import HttpRequest, HttpResponse, JsonResponse
from ninja import Path, Query, Router

from pennywort.cases import case_file as exchange
from pennywort.cases import story as story_query
from pennywort.cases.figures import figures_of
from pennywort.cases.look_back import facts_of
from pennywort.core.outcome.figures import CaseFigures
from pennywort.core.outcome.look_back import look_back
from pennywort.core.reference.naming import plural
from pennywort.core.units import show_fraction
from pennywort.courses import schemas
from pennywort.courses.models import Case, Course
from pennywort.courses.queries.span import began_of
from pennywort.courses.queries.targets import course_name
from pennywort.courses.services import cases
from pennywort.fish.models import Group
from pennywort.records.actor import Actor
from pennywort.records.requests import act
from pennywort.records.schemas import Written
from pennywort.records.services import find, write_once
from pennywort.records.writes import writes
from pennywort.tanks.models import Tank

router = Router(tags=["records"])

# what a list of many hundred cases says of each
OF_CASE = ("uid", "number", "group", "tank", "opened_at", "condition_id", "closed_at", "outcome", "outcome_note", "taken_for_id")
OF_GROUP = ("uid", "species_name", "count", "count_plus_minus", "dead_on_arrival", "dead_on_arrival_plus_minus")
CLOSED_AT_A_TIME = 100
# what a database keeps in such a column
MOST_NUMBER = 2**31 - 1


def _day(local: datetime, actor: Actor) -> str:
    """A day of this year with its weekday, of another with its year."""
    return f"{local.day} {local:%b %Y}" if local.year != actor.local(actor.now).year else f"{local:%a} {local.day} {local:%b}"


def _case(case: Case, actor: Actor, *, began: datetime, figures: CaseFigures) -> schemas.CaseOut:
    opened = actor.local(began)
    closed = actor.local(case.closed_at) if case.closed_at else None
    return schemas.CaseOut(
        uid=case.uid,
        number=case.number,
        tank=case.tank.uid,
        tank_name=case.tank.name,
        group=case.group.uid,
        fish=f"{figures.fish_left.words} {plural(case.group.species_name, figures.fish_left.count)}",
        condition=case.condition_id,
        condition_name=story_query.condition_name(case.condition_id),
        opened_words=_day(opened, actor),
        closed_words=_day(closed, actor) if closed else "",
        open=case.closed_at is None,
        outcome=cast(schemas.CaseOutcome, case.outcome),
        outcome_words=case.get_outcome_display() if case.outcome else "",
        outcome_note=case.outcome_note,
        taken_for_name=story_query.condition_name(case.taken_for_id),
        figures=schemas.FiguresOut(
            days=figures.days,
            doses_given=figures.doses_given,
            looks=figures.looks,
            fish_at_start=figures.fish_at_start.words,
            fish_lost=figures.fish_lost.words,
            fish_left=figures.fish_left.words,
            survived=show_fraction(figures.survived_fraction).text if figures.survived_fraction is not None else "",
        ),
    )


def _sentence(out: schemas.CaseOut) -> str:
    name = out.condition_name or "No name yet"
    if out.open:
        return f"{name}. Day {out.figures.days}, {out.figures.fish_lost} lost, {out.figures.fish_left} left."
    days = "1 day" if out.figures.days == 1 else f"{out.figures.days} days"
    return f"{name}: {out.outcome_words} after {days}, {out.figures.fish_lost} lost, {out.figures.fish_left} left."


@router.get("/cases", response=schemas.CasesOut, operation_id="cases")
def list_cases(request: HttpRequest, room_id: Path[UUID], before: Annotated[int | None, Query(ge=1, le=MOST_NUMBER)] = None) -> schemas.CasesOut:
    """Every open case and the newest closed ones, newest first; with ``before`` the closed ones of lower numbers."""
    actor = act(request, room_id)
    held = (Prefetch("group", Group.objects.only(*OF_GROUP)), Prefetch("tank", Tank.objects.only("uid", "name")))
    here = Case.objects.filter(fishroom=actor.fishroom).order_by("-number")
    shown = here.only(*OF_CASE).prefetch_related(*held)
    closed = shown.filter(closed_at__isnull=False)
    # one more than is shown tells whether there are more
    page = list((closed if before is None else closed.filter(number__lt=before))[: CLOSED_AT_A_TIME + 1])
    found = [*(shown.filter(closed_at=None) if before is None else ()), *page[:CLOSED_AT_A_TIME]]
    began = began_of(found)
    figures = figures_of(actor, found, began=began)
    of_all = here.aggregate(all=Count("pk"), closed=Count("closed_at"))
    return schemas.CasesOut(
        open=of_all["all"] - of_all["closed"],
        closed=of_all["closed"],
        cases=[_case(c, actor, began=began[c.pk], figures=figures[c.pk]) for c in found],
        go_on_before=found[-1].number if len(page) > CLOSED_AT_A_TIME else None,
    )


@router.get("/cases/{uuid:case_id}", response=schemas.StoryOut, operation_id="case")
def read_case(request: HttpRequest, room_id: Path[UUID], case_id: UUID) -> schemas.StoryOut:
    """One case, told in order."""
    actor = act(request, room_id)
    case = cases.case_of(actor, case_id)
    told = story_query.story_of(actor, case)
    out = _case(case, actor, began=told.began_at, figures=told.figures)
    first = actor.local(told.began_at).date()
    lines = []
    for line in told.lines:
        local = actor.local(line.at)
        lines.append(
            schemas.LineOut(**vars(line), day=(local.date() - first).days + 1, day_words=f"{local:%a} {local.day} {local:%b}", at_words=f"{local:%H:%M}")
        )
    courses = [
        schemas.CourseOut(
            uid=c.uid,
            name=course_name(c),
            words=f"{c.tank.name}, from {actor.local(c.starts_at):%a} {actor.local(c.starts_at).day} {actor.local(c.starts_at):%b}",
            running=c.stopped_at is None and c.ends_at > actor.now,
            outcome=cast(schemas.CourseOutcome, c.outcome),
            outcome_words=c.get_outcome_display() if c.outcome else "",
            outcome_note=c.outcome_note,
        )
        for c in told.courses
    ]
    return schemas.StoryOut(**out.dict(), sentence=_sentence(out), lines=lines, courses=courses)


@writes(router, "/cases/{uuid:case_id}/close")
def close_case(actor: Actor, case_id: UUID, body: schemas.CloseIn) -> dict[str, Any]:
    """Close a case with its outcome."""
    case = cases.case_of(actor, case_id)
    return cases.close_case(actor, case=case, outcome=body.outcome, note=body.note, condition=body.condition)


@router.get("/cases/{uuid:case_id}/look-back", response=list[schemas.FindingOut], operation_id="look_back")
def read_look_back(request: HttpRequest, room_id: Path[UUID], case_id: UUID) -> list[schemas.FindingOut]:
    """What the record of a case says afterwards: delays, doses, levels, the ranking, losses."""
    actor = act(request, room_id)
    return [schemas.FindingOut(topic=f.topic, words=f.words) for f in look_back(facts_of(actor, cases.case_of(actor, case_id)))]


@writes(router, "/courses/{uuid:course_id}/outcome")
def judge_course(actor: Actor, course_id: UUID, body: schemas.JudgeIn) -> dict[str, Any]:
    """How a course did."""
    course = find(Course, actor, course_id, name="course")
    return cases.judge_course(actor, course=course, outcome=body.outcome, note=body.note)


@router.get("/cases/{uuid:case_id}/file", operation_id="export_case", response={200: dict})
def export_case(request: HttpRequest, room_id: Path[UUID], case_id: UUID) -> HttpResponse:
    """The case as a JSON file that any Pennywort reads."""
    case = cases.case_of(act(request, room_id), case_id)
    answer = JsonResponse(exchange.export_case(case), json_dumps_params={"indent": 1, "ensure_ascii": False})
    answer["Content-Disposition"] = f'attachment; filename="case-{case.number}.json"'
    return answer


@router.post("/cases/import", response=Written, operation_id="import_case")
def import_case(request: HttpRequest, room_id: Path[UUID], body: schemas.ImportIn) -> dict[str, object]:
    """Bring in a case from its JSON file, all of it or nothing."""
    actor = act(request, room_id)
    file = exchange.read_case_file(body.text)
    return write_once(
        actor,
        body.write_id,
        "import_case",
        {"case": file.case.uid, "sha256": sha256(body.text.encode()).hexdigest()},
        lambda: exchange.import_case(actor, file),
    )
