"""Routes of the release: the gate of a group, and how it is dripped over."""

from __future__ import annotations

from datetime import datetime, timedelta
from typing import Annotated, Literal
from uuid import UUID

from django.http import HttpRequest
from ninja import Path, Query, Router, Schema

from pennywort.core.errors import InvalidInput
from pennywort.core.outcome.release import Facts, Gate, Meal, drip, feeding_plan, gate
from pennywort.core.reference import library
from pennywort.core.reference.naming import plural
from pennywort.core.units import show_small_volume, show_volume
from pennywort.core.water.gate import Readings
from pennywort.courses.queries.running import running_courses
from pennywort.courses.queries.span import trouble
from pennywort.courses.queries.water_records import Book
from pennywort.courses.services.transfers import watched_since
from pennywort.fish.models import Group, Look, Observation
from pennywort.fish.queries import count_of
from pennywort.fish.services import group_of
from pennywort.records.actor import Actor
from pennywort.records.requests import act
from pennywort.tanks.models import Tank
from pennywort.tanks.queries import fresh_readings
from pennywort.tanks.services import tank_of

router = Router(tags=["fish"])
BOX_L = 5.0
# dripped until no more of a difference is left than this (common practice)
WITHIN_C, WITHIN_G_PER_KG = 0.5, 0.5


class ReleaseLineOut(Schema):
    name: str
    state: Literal["yes", "no", "unknown"]
    words: str
    ready_words: str


class FeedingOut(Schema):
    days_words: str
    feeds_words: str
    words: str


class ReleaseOut(Schema):
    """The gate: open or not, what is missing, and the earliest day."""

    fish: str
    open: bool
    words: str
    checks: list[ReleaseLineOut]
    drip: list[str]
    plan: list[str]
    feeding: list[FeedingOut]


def _facts(actor: Actor, group: Group, *, days: float, to: Tank | None) -> Facts:
    now, tank = actor.now, group.tank
    since = watched_since(actor, group)
    looks = list(Look.objects.standing().filter(group=group, happened_at__gt=since - timedelta(days=1)).order_by("happened_at"))
    rows = Observation.objects.standing().filter(group=group, happened_at__gt=now - timedelta(days=7)).exclude(appetite="")
    meals = [Meal(at=o.happened_at, well=o.appetite == "all") for o in rows]
    meals += [Meal(at=x.happened_at, well=bool(x.signs["eating_normally"])) for x in looks if "eating_normally" in x.signs]
    signs = [x.happened_at for x in looks if trouble(x.signs)]
    until = max((c.ends_at for c in running_courses(tank, now=now) if c.protocol_id != "watch"), default=None)
    left = Book([tank], now=now).medicines(tank)
    here, _ = fresh_readings(tank, now=now)
    there = fresh_readings(to, now=now)[0] if to else Readings()
    return Facts(
        watched_since=since,
        needed_days=days,
        treated_until=until,
        medicine=f"{', '.join(library().actives[a].short_name for a in left)} still in the water" if left else "",
        meals=meals,
        sign_at=max(signs, default=None),
        looked_at=max((x.happened_at for x in looks), default=None),
        apart_c=_apart(here.temperature_c, there.temperature_c),
        apart_g_per_kg=_apart(here.salinity_g_per_kg, there.salinity_g_per_kg),
        salt_matters=tank.water_type in ("marine", "brackish"),
        destination=to is not None,
    )


def _apart(one: float | None, other: float | None) -> float | None:
    return abs(one - other) if one is not None and other is not None else None


def _day(actor: Actor, at: datetime) -> str:
    local = actor.local(at)
    return f"{local:%A} {local.day} {local:%B}"


def _words(actor: Actor, found: Gate) -> str:
    if found.open:
        return "They may leave."
    missing = sum(c.state != "yes" for c in found.checks)
    if found.earliest_at is not None:
        return f"Not before {_day(actor, found.earliest_at)}, if all goes well."
    return f"{'One thing is' if missing == 1 else f'{missing} things are'} missing; waiting alone is not enough."


def _drip(actor: Actor, facts: Facts, *, box_l: float) -> list[str]:
    """How the box is dripped, by whichever difference asks for more."""
    wanted = [(facts.apart_c, WITHIN_C), (facts.apart_g_per_kg if facts.salt_matters else None, WITHIN_G_PER_KG)]
    plans = [drip(box_l=box_l, apart=apart, within=within) for apart, within in wanted if apart is not None and apart / within <= 20]
    if not plans:
        return []
    most = max(plans, key=lambda d: d.add_l)
    rate, mine = show_small_volume(most.rate_ml_per_min), actor.preferences
    return [
        f"Float fifteen minutes, then drip {show_volume(most.add_l, mine).text} of the new water to {show_volume(box_l, mine).text} of theirs.",
        f"Over {most.lasts_min:g} minutes: {rate.text} a minute. Their water does not go into the display.",
    ]


PLAN = (
    "Lights down, the others fed first; the newcomer in a box inside the display, so that both sides see each other for a day.",
    "Out of the box at dusk; a mirror on the pane where one fish rules, hides moved about.",
    "Look each day who chases whom, and write it down. Same shapes and smaller fish are chased first.",
)


@router.get("/groups/{uuid:group_id}/release", response=ReleaseOut, operation_id="release_gate")
def release_gate(
    request: HttpRequest, room_id: Path[UUID], group_id: UUID, days: float = 30, to: UUID | None = None, box: Annotated[str, Query(max_length=20)] = ""
) -> ReleaseOut:
    """Whether these fish may leave quarantine, and what is missing; ``box``: the water of theirs that they are dripped in. Keeps nothing."""
    actor = act(request, room_id)
    box_l = actor.read_optional(box, kind="volume", field="box")
    if box_l is not None and box_l <= 0:
        raise InvalidInput("This must be more than nothing.", field="box")
    group = group_of(actor, group_id)
    facts = _facts(actor, group, days=days, to=tank_of(actor, to) if to else None)
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
        drip=_drip(actor, facts, box_l=BOX_L if box_l is None else box_l),
        plan=list(PLAN),
        feeding=[
            FeedingOut(days_words=f"days {f.from_days} to {f.to_days}", feeds_words=f"{f.feeds_count} small feeds a day", words=f.words) for f in feeding_plan()
        ],
    )
