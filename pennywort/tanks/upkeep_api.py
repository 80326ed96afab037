"""Routes of standing tasks and of what was done at a tank."""

from __future__ import annotations

from datetime import date, datetime
from typing import Any
from uuid import UUID

from django.http import HttpRequest
from ninja import Path, Router
from pydantic import Field

from pennywort.core.lengths import KIND, PRODUCT
from pennywort.core.reference import library
from pennywort.records.actor import Actor
from pennywort.records.requests import act
from pennywort.records.schemas import Note, Plain, Typed, Write
from pennywort.records.writes import writes
from pennywort.tanks import upkeep
from pennywort.tanks.models import Upkeep
from pennywort.tanks.queries import on_one_water
from pennywort.tanks.services import tank_of

router = Router(tags=["tanks"])
MOST_DONE = 12


class UpkeepKindOut(Plain):
    id: str
    name: str
    every_days: int
    text: str
    # done by a water change, a water test, or by one press of its own
    done_by: str


class StandingOut(Plain):
    """A standing task: what, how often, when it was last done, and when it falls due."""

    uid: UUID
    tank: UUID
    tank_name: str
    kind: str
    done_by: str
    title: str
    words: str
    text: str
    last_words: str
    due_words: str
    due: bool
    late_words: str
    # a change as the form takes it
    share: str

    @staticmethod
    def of(standing: upkeep.PlannedUpkeep, actor: Actor) -> StandingOut:
        """As its tank and Today show it."""
        today, due_on, late = actor.local(actor.now).date(), standing.next.due_on, standing.next.late_days
        task = standing.task
        return StandingOut(
            uid=task.uid, tank=task.tank.uid, tank_name=task.tank.name, kind=task.kind, done_by=standing.kind.done_by, title=standing.title,
            words=standing.words, text=standing.kind.text,
            last_words=f"last {_day(standing.last_on)}" if standing.last_on else "not done yet",
            due_words="today" if due_on == today else _day(due_on), due=due_on <= today,
            late_words="" if not late else "1 day late" if late == 1 else f"{late} days late",
            share=f"{task.share_fraction * 100:g} %" if task.share_fraction else "",
        )  # fmt: skip


class UpkeepDoneOut(Plain):
    uid: UUID
    day_words: str
    at_words: str
    words: str
    note: str
    by: str


class UpkeepOut(Plain):
    kinds: list[UpkeepKindOut]
    standing: list[StandingOut]
    done: list[UpkeepDoneOut]


class StandingIn(Write):
    kind: str = Field(max_length=KIND)
    title: str = Field(default="", max_length=PRODUCT)
    every_days: Typed
    share: Typed = ""
    begins_on: date | None = None


class UpkeepIn(Write):
    kind: str = Field(default="other", max_length=KIND)
    standing_task: UUID | None = None
    note: Note = ""
    happened_at: datetime | None = None


def _day(day: date) -> str:
    return f"{day:%a} {day.day} {day:%b}"


@router.get("/tanks/{uuid:tank_id}/upkeep", response=UpkeepOut, operation_id="upkeep")
def read_upkeep(request: HttpRequest, room_id: Path[UUID], tank_id: UUID) -> UpkeepOut:
    """What is done here every so many days, when it falls due, and what was done last."""
    actor = act(request, room_id)
    tank = tank_of(actor, tank_id)
    entries = Upkeep.objects.standing().filter(tank__in=on_one_water(tank)).select_related("recorded_by", "standing_task").order_by("-happened_at", "-pk")
    done = []
    for entry in entries[:MOST_DONE]:
        local, (words, note) = actor.local(entry.happened_at), upkeep.upkeep_words(entry)
        done.append(UpkeepDoneOut(uid=entry.uid, day_words=_day(local.date()), at_words=f"{local:%H:%M}", words=words, note=note, by=actor.signed(entry)))
    return UpkeepOut(
        kinds=[UpkeepKindOut(id=k.id, name=k.name, every_days=k.every_days, text=k.text, done_by=k.done_by) for k in library().upkeep.values()],
        standing=[StandingOut.of(s, actor) for s in upkeep.planned_upkeep(actor, tanks=[tank])],
        done=done,
    )


@writes(router, "/tanks/{uuid:tank_id}/standing")
def plan_upkeep(actor: Actor, tank_id: UUID, body: StandingIn) -> dict[str, Any]:
    """Something to be done at a tank every so many days."""
    tank = tank_of(actor, tank_id)
    return upkeep.plan_upkeep(
        actor, uid=body.write_id, tank=tank, kind=body.kind, title=body.title, every_days=body.every_days, share=body.share, begins_on=body.begins_on
    )


@writes(router, "/standing/{uuid:standing_id}/end")
def end_upkeep(actor: Actor, standing_id: UUID, body: Write) -> dict[str, Any]:
    """It falls due no more."""
    return upkeep.end_upkeep(actor, task=standing_id)


@writes(router, "/tanks/{uuid:tank_id}/upkeep")
def note_upkeep(actor: Actor, tank_id: UUID, body: UpkeepIn) -> dict[str, Any]:
    """Something was done at a tank: the glass wiped, the sponge squeezed out."""
    tank = tank_of(actor, tank_id)
    return upkeep.note_upkeep(
        actor, uid=body.write_id, tank=tank, kind=body.kind, standing_task=body.standing_task, note=body.note, happened_at=body.happened_at
    )
