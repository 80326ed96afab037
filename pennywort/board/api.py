"""Routes of Today."""

from __future__ import annotations

from typing import Annotated
from uuid import UUID

from django.http import HttpRequest, HttpResponse
from ninja import Path, Query, Router

from pennywort.board import schemas as board
from pennywort.board import today as today_query
from pennywort.board.strips import RoomStrips
from pennywort.core.errors import NotFound
from pennywort.core.reference.register import called
from pennywort.courses import strip_schemas
from pennywort.courses.queries.targets import run_use
from pennywort.courses.strip_shown import axis_out, stands_out, strip_out
from pennywort.records.actor import Actor
from pennywort.records.requests import act
from pennywort.tanks.queries import tanks_of
from pennywort.tanks.upkeep_api import StandingOut

router = Router(tags=["courses"])

# what a tall screen shows of Today before it is moved
FIRST_STRIPS = 16
MOST_STRIPS = 100


@router.get("/today", response=board.TodayOut, operation_id="today")
def today(request: HttpRequest, room_id: Path[UUID]) -> HttpResponse:
    """Strips of every tank, what is due, what was done."""
    actor = act(request, room_id)
    told = today_query.board_of(actor, most_strips=FIRST_STRIPS)
    out = board.TodayOut(
        **_now(actor),
        sentence=told.sentence,
        fish_words=told.fish_words,
        axis=axis_out(actor, told.axis),
        strips=[strip_out(s) for s in told.strips],
        below=[board.TankBelowOut(**vars(t)) for t in told.below],
        due=[
            board.DueOut(
                task=d.task.uid,
                kind=d.task.kind,
                section=today_query.section_of(d, actor),
                tank=d.task.course.tank.uid,
                tank_name=d.task.course.tank.name,
                group=d.group,
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
    return _as_it_is(out)


@router.get("/strips", response=board.StripsOut, operation_id="strips")
def strips(request: HttpRequest, room_id: Path[UUID], tanks: Annotated[list[UUID], Query(min_length=1, max_length=MOST_STRIPS)]) -> HttpResponse:
    """The strips of some tanks, in the order they are asked for; of one that was put away none."""
    actor = act(request, room_id)
    known = {tank.uid: tank for tank in tanks_of(actor).filter(uid__in=tanks)}
    if any(uid not in known for uid in tanks):
        raise NotFound("There is no such tank here.", field="tanks")
    standing = [known[uid] for uid in dict.fromkeys(tanks) if known[uid].put_away_at is None]
    room = RoomStrips(actor, only=standing)
    return _as_it_is(board.StripsOut(**_now(actor), axis=axis_out(actor, room.axis), strips=[strip_out(room.strip(tank)) for tank in standing]))


@router.get("/stands", response=list[strip_schemas.StandsOut], operation_id="stands")
def stands(request: HttpRequest, room_id: Path[UUID]) -> list[strip_schemas.StandsOut]:
    """How every tank stands, in the order of Today."""
    room = RoomStrips(act(request, room_id))
    return [stands_out(room.strip(tank)) for tank in room.tanks]


def _now(actor: Actor) -> dict[str, str]:
    local = actor.local(actor.now)
    return {"date_words": f"{local:%A} {local.day} {local:%B}", "time_words": f"{local:%H:%M}"}


def _as_it_is(out: board.TodayOut | board.StripsOut) -> HttpResponse:
    # checked already as it was made: written as it is
    return HttpResponse(out.model_dump_json(), content_type="application/json")


@router.get("/rail", response=board.RailOut, operation_id="rail")
def rail(request: HttpRequest, room_id: Path[UUID]) -> board.RailOut:
    """The figures beside the screens' names."""
    due, waiting = today_query.unfinished(act(request, room_id))
    return board.RailOut(due=due, waiting=waiting)
