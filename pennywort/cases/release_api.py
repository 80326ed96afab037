"""Routes of the release: the gate of a group, and how it is dripped over."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Literal
from uuid import UUID

from django.http import HttpRequest
from ninja import Path, Query, Router

from pennywort.core.errors import InvalidInput
from pennywort.core.lengths import PIECE
from pennywort.core.outcome.release import Release, ReleaseFacts, drip, feeding_plan, gate
from pennywort.core.reference.naming import plural
from pennywort.core.units import show_small_volume, show_volume
from pennywort.courses.queries.release import companions_of, release_facts
from pennywort.fish.queries import count_of
from pennywort.fish.services import group_of
from pennywort.records.actor import Actor
from pennywort.records.requests import act
from pennywort.records.schemas import Plain
from pennywort.tanks.services import tank_of

router = Router(tags=["fish"])
BOX_L = 5.0
# dripped until no more of a difference is left than this (common practice)
WITHIN_C, WITHIN_G_PER_KG = 0.5, 0.5


class ReleaseLineOut(Plain):
    name: str
    state: Literal["yes", "no", "unknown"]
    words: str
    ready_words: str


class FeedingOut(Plain):
    days_words: str
    feeds_words: str
    words: str


class ReleaseOut(Plain):
    """The gate: open or not, what is missing, and the earliest day."""

    fish: str
    open: bool
    words: str
    checks: list[ReleaseLineOut]
    companions: list[str]
    drip: list[str]
    plan: list[str]
    feeding: list[FeedingOut]


def _day(actor: Actor, at: datetime) -> str:
    local = actor.local(at)
    return f"{local:%A} {local.day} {local:%B}"


def _words(actor: Actor, found: Release) -> str:
    if found.open:
        return "They may leave."
    missing = sum(c.state != "yes" for c in found.checks)
    if found.earliest_at is not None:
        return f"Not before {_day(actor, found.earliest_at)}, if all goes well."
    return f"{'One thing is' if missing == 1 else f'{missing} things are'} missing; waiting alone is not enough."


def _drip(actor: Actor, facts: ReleaseFacts, *, box_l: float, holds_l: float | None) -> list[str]:
    """How the box is dripped, by whichever difference asks for more."""
    wanted = [(facts.apart_c, WITHIN_C), (facts.apart_g_per_kg if facts.salt_matters else None, WITHIN_G_PER_KG)]
    plans = [drip(box_l=box_l, apart=apart, within=within, holds_l=holds_l) for apart, within in wanted if apart is not None and apart / within <= 20]
    if not plans:
        return []
    most = max(plans, key=lambda d: (d.steps_count, d.add_l))
    rate, mine = show_small_volume(most.rate_ml_per_min), actor.preferences
    box = show_volume(box_l, mine).text
    first = f"Float fifteen minutes, then drip {show_volume(most.step_l, mine).text} of the new water to {box} of theirs."
    if most.steps_count > 1:
        times = "Once more" if most.steps_count == 2 else f"{most.steps_count - 1} times more"
        first = f"{first} Pour off to {box}, and drip as much again. {times}: the vessel holds no more at once."
    return [first, f"Over {most.lasts_min:.0f} minutes in all: {rate.text} a minute. Their water does not go into the display."]


PLAN = (
    "Lights down, the others fed first; the newcomer in a box inside the display, so that both sides see each other for a day.",
    "Out of the box at dusk; a mirror on the pane where one fish rules, hides moved about.",
    "Look each day who chases whom, and write it down. Same shapes and smaller fish are chased first.",
)


@router.get("/groups/{uuid:group_id}/release", response=ReleaseOut, operation_id="release_gate")
def release_gate(
    request: HttpRequest,
    room_id: Path[UUID],
    group_id: UUID,
    days: float = 30,
    to: UUID | None = None,
    box: Annotated[str, Query(max_length=PIECE)] = "",
    holds: Annotated[str, Query(max_length=PIECE)] = "",
) -> ReleaseOut:
    """Whether these fish may leave quarantine, and what is missing; ``box``: the water of theirs that they are dripped in, in a vessel that
    ``holds`` so much. Keeps nothing."""
    actor = act(request, room_id)
    box_l = actor.read_optional(box, kind="volume", field="box")
    if box_l is not None and box_l <= 0:
        raise InvalidInput("This must be more than nothing.", field="box")
    holds_l = actor.read_optional(holds, kind="volume", field="holds")
    if holds_l is not None and holds_l <= (BOX_L if box_l is None else box_l):
        raise InvalidInput("It holds more than what is in it.", field="holds")
    group = group_of(actor, group_id)
    into = tank_of(actor, to) if to else None
    facts = release_facts(actor, group, days=days, to=into)
    found = gate(facts, now=actor.now)
    left = count_of(group)
    return ReleaseOut(
        fish=f"{left.words} {plural(group.species_name, left.count)}",
        open=found.open,
        words=_words(actor, found),
        checks=[
            ReleaseLineOut(
                name=c.name,
                state=c.state,
                words=c.words,
                ready_words=f"from {_day(actor, c.ready_at)}" if c.ready_at and c.state == "no" and c.ready_at > actor.now else "",
            )
            for c in found.checks
        ],
        companions=companions_of(actor, group, into) if into else [],
        drip=_drip(actor, facts, box_l=BOX_L if box_l is None else box_l, holds_l=holds_l),
        plan=list(PLAN),
        feeding=[
            FeedingOut(days_words=f"days {f.from_days} to {f.to_days}", feeds_words=f"{f.feeds_count} small feeds a day", words=f.words) for f in feeding_plan()
        ],
    )
