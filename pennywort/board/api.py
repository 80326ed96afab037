"""Routes of Today."""

from __future__ import annotations

from uuid import UUID

from django.http import HttpRequest, HttpResponse
from ninja import Path, Router

from pennywort.board import schemas as board
from pennywort.board import today as today_query
from pennywort.core.reference.register import called
from pennywort.courses import strip_schemas
from pennywort.courses.queries.targets import run_use
from pennywort.courses.strip_shown import days_out, strip_out
from pennywort.records.requests import act
from pennywort.tanks.upkeep_api import StandingOut

router = Router(tags=["courses"])


@router.get("/today", response=board.TodayOut, operation_id="today")
def today(request: HttpRequest, room_id: Path[UUID]) -> HttpResponse:
    """Strips of every tank, what is due, what was done."""
    actor = act(request, room_id)
    told = today_query.board_of(actor)
    local = actor.local(actor.now)
    out = board.TodayOut(
        date_words=f"{local:%A} {local.day} {local:%B}",
        time_words=f"{local:%H:%M}",
        sentence=told.sentence,
        fish_words=told.fish_words,
        axis=strip_schemas.AxisOut(starts_at=told.axis.starts_at, ends_at=told.axis.ends_at, now=told.axis.now, days=days_out(actor, told.axis)),
        strips=[strip_out(s) for s in told.strips],
        due=[
            board.DueOut(
                task=d.task.uid,
                kind=d.task.kind,
                section=today_query.section_of(d, actor),
                tank=d.task.course.tank.uid,
                tank_name=d.task.course.tank.name,
                group=UUID(d.group),
                case=d.task.course.case.uid,
                at_words=d.at_words,
                late_words=d.late_words,
                title=d.title,
                what=d.what,
                press=d.press,
                press_amount=d.press_amount,
                put_back=d.task.put_back,
                tool_words=d.tool_words,
                reaches=d.reaches,
                warning=d.warning,
                warning_short=d.warning_short,
                moves_words=d.moves_words,
                where_words=d.where_words,
                text=d.task.text,
                use=run_use(d.task),
                reads=[called().get(name, name) for name in d.task.reads],
                hangs=d.decided.state if d.decided else "",
                hangs_words=d.decided.words if d.decided else "",
            )
            for d in told.due
        ],
        done=[board.DoneOut(**vars(d)) for d in told.done],
        waiting=list(told.waiting),
        tomorrow=[board.TomorrowOut(**vars(t)) for t in told.tomorrow],
        upkeep=[StandingOut.of(s, actor) for s in told.upkeep],
    )
    # checked already as it was made: written as it is
    return HttpResponse(out.model_dump_json(), content_type="application/json")


@router.get("/rail", response=board.RailOut, operation_id="rail")
def rail(request: HttpRequest, room_id: Path[UUID]) -> board.RailOut:
    """The figures beside the screens' names."""
    due, waiting = today_query.unfinished(act(request, room_id))
    return board.RailOut(due=due, waiting=waiting)
