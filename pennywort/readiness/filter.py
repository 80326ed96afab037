"""A filter brought to life: how it was begun, what it was fed, what was read, and when it will be ready for these fish."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date, datetime, timedelta
from typing import Any, cast
from uuid import UUID

from pennywort.core.errors import InvalidInput, NotKnownYet
from pennywort.core.outcome.crowding import grams_per_l
from pennywort.core.reference import library
from pennywort.core.water.build_up import BuildUp, ammonia_build_up
from pennywort.core.water.chemistry import as_nitrogen_mg_per_l
from pennywort.core.water.cycling import Forecast, NitrogenRead, Origin, forecast
from pennywort.core.water.nitrifying import Happening
from pennywort.courses.models import Dose
from pennywort.fish.queries import count_of, groups_in, species_known, species_of_group
from pennywort.readiness.setup import orders_for, stands
from pennywort.records.actor import Actor
from pennywort.records.services import find, new_entry
from pennywort.tanks.models import AmmoniaFed, FilterStart, Tank, WaterChange
from pennywort.tanks.queries import on_one_water, readings_of

# fish in quarantine eat about a fiftieth of their mass a day, of food with 45 % protein (common practice)
EATEN_FRACTION, PROTEIN_FRACTION = 0.02, 0.45
# of what is fed to a filter without fish no more than this does it good: more stalls it (common practice)
MOST_FED_MG_PER_L = 8.0
USUAL_C = 25.0
# what an active leaves of the filter's bacteria where the formulary warns of it; assumptions
HARM = {"care": 0.3, "never": 0.9}
LIMIT_MG_PER_L = 0.5
# no filter is found ready before two more loads were cleared: what is no further off than that is ready now
TWO_LOADS_DAYS = 2.01


@dataclass(frozen=True, kw_only=True)
class Load:
    """What the fish of a tank, or those ordered for it, eat and give off. ``typed``: the keeper said how much they eat."""

    feed_g_per_day: float
    built: BuildUp
    typed: bool


def begin_filter(
    actor: Actor, *, uid: UUID, tank: Tank, origin: str, from_tank: UUID | None, seasoned_since: date | None, note: str, happened_at: datetime | None
) -> dict[str, Any]:
    """A filter is begun, or begun anew. :raises InvalidInput: a sponge of no tank, or a day to come."""
    stands(tank)
    lent = find(Tank, actor, from_tank, name="tank") if from_tank else None
    if origin == "sponge" and lent is None:
        raise InvalidInput("Which tank did the sponge run in?", field="from_tank")
    if lent is not None and lent.pk == tank.pk:
        raise InvalidInput("It comes from another tank.", field="from_tank")
    if seasoned_since is not None and seasoned_since > actor.local(happened_at or actor.now).date():
        raise InvalidInput("It can’t have run there since a day to come.", field="seasoned_since")
    entry = new_entry(
        FilterStart, actor, uid=uid, name="entry", happened_at=happened_at, tank=tank, origin=origin, from_tank=lent if origin == "sponge" else None,
        seasoned_since=seasoned_since if origin == "sponge" else None, note=note.strip(),
    )  # fmt: skip
    return {"uid": str(entry.uid)}


def feed_filter(actor: Actor, *, uid: UUID, tank: Tank, ammonia: str, counted_as: str, feed: str, happened_at: datetime | None) -> dict[str, Any]:
    """Ammonia that was given, mg/L, or food that rots, as a mass. :raises InvalidInput: neither, both, or so much that it stalls."""
    if bool(ammonia.strip()) == bool(feed.strip()):
        raise InvalidInput("Say by how much the ammonia rose, or how much food went in.", field="ammonia")
    feed_g = actor.read(feed, kind="mass", field="feed") if feed.strip() else None
    if feed_g is None:
        raised = as_nitrogen_mg_per_l(actor.read(ammonia, kind="concentration", field="ammonia"), counted_as=counted_as)
    else:
        raised = _built(feed_g, tank).per_day_mg_per_l
    if not 0 < raised <= MOST_FED_MG_PER_L:
        words = f"More than {MOST_FED_MG_PER_L:g} mg/L as N stalls the bacteria that take nitrite: change water instead."
        raise InvalidInput(words if raised > 0 else "This must be more than nothing.", field="feed" if feed_g else "ammonia")
    entry = new_entry(AmmoniaFed, actor, uid=uid, name="entry", happened_at=happened_at, tank=tank, total_ammonia_as_n_mg_per_l=raised, feed_g=feed_g)
    return {"uid": str(entry.uid)}


def _built(feed_g: float, tank: Tank) -> BuildUp:
    return ammonia_build_up(feed_g_per_day=feed_g, protein_fraction=PROTEIN_FRACTION, net_volume_l=tank.net_volume_l, limit_mg_per_l=LIMIT_MG_PER_L)


def load_of(actor: Actor, tank: Tank, *, feed: str = "") -> Load:
    """What a day brings to this water. :raises NotKnownYet: no fish live in it or are ordered, and nobody said what they eat."""
    if feed.strip():
        feed_g = actor.read(feed, kind="mass", field="feed")
        return Load(feed_g_per_day=feed_g, built=_built(feed_g, tank), typed=True)
    fish = _fish_for(tank)
    if not fish:
        raise NotKnownYet("How much will the fish eat in a day? Nobody lives here and nobody is ordered.", field="feed")
    return load_by(fish, tank)


def load_by(fish: Sequence[tuple[int, float | None]], tank: Tank) -> Load:
    """What so many fish of these adult lengths, cm, eat a day and give off into this water."""
    feed_g = EATEN_FRACTION * grams_per_l(fish, net_volume_l=tank.net_volume_l) * tank.net_volume_l
    return Load(feed_g_per_day=feed_g, built=_built(feed_g, tank), typed=False)


def _fish_for(tank: Tank) -> list[tuple[int, float | None]]:
    """Counts and adult lengths of all that live in the water of a tank or are ordered for it; an estimate counts with its plus."""
    found: list[tuple[int, float | None]] = []
    for member in on_one_water(tank):
        for group in groups_in(member):
            left, kind = count_of(group), species_of_group(group)
            if left.count:
                found.append((left.count + left.plus_minus, kind.adult_cm if kind else None))
        for order in orders_for(member):
            kind = species_known(order.species_id, fishroom_id=order.fishroom_id)
            found.append((order.count + order.count_plus_minus, kind.adult_cm if kind else None))
    return found


@dataclass(frozen=True, kw_only=True)
class Followed:
    """A filter since it was begun: what was fed and read, and the forecast for a load."""

    start: FilterStart
    so_far_days: float
    temperature_c: float
    temperature_read: bool
    read: tuple[NitrogenRead, ...]
    harmed: tuple[tuple[datetime, str], ...]
    fed: tuple[AmmoniaFed, ...]
    forecast: Forecast

    def at(self, days: float) -> datetime:
        return self.start.happened_at + timedelta(days=days)

    @property
    def works(self) -> bool:
        """Whether nothing but the next two loads stands between it and being ready."""
        middle = self.forecast.ready_days[1]
        return middle is not None and middle <= self.so_far_days + TWO_LOADS_DAYS


def started(tank: Tank) -> FilterStart | None:
    """The last time the filter of this tank was begun, as far as that holds."""
    return FilterStart.objects.standing().filter(tank=tank).select_related("recorded_by", "from_tank").order_by("happened_at", "pk").last()


def follow(actor: Actor, tank: Tank, start: FilterStart, *, load: Load) -> Followed:
    """The record of the filter since its beginning, and what comes. :raises InvalidInput: begun too long ago, or too cold."""
    since = start.happened_at

    def days(at: datetime) -> float:
        return (at - since).total_seconds() / 86400

    readings = list(readings_of(tank).filter(happened_at__gte=since).order_by("happened_at", "pk"))
    read = tuple(
        NitrogenRead(
            at_days=days(r.happened_at),
            total_ammonia_as_n_mg_per_l=r.total_ammonia_as_n_mg_per_l,
            nitrite_as_n_mg_per_l=r.nitrite_as_n_mg_per_l,
            nitrate_as_n_mg_per_l=r.nitrate_as_n_mg_per_l,
        )
        for r in readings
        if not r.instrument and (r.total_ammonia_as_n_mg_per_l, r.nitrite_as_n_mg_per_l, r.nitrate_as_n_mg_per_l) != (None, None, None)
    )
    warmth = [r.temperature_c for r in readings if r.temperature_c is not None]
    temperature_c = warmth[-1] if warmth else USUAL_C
    here = on_one_water(tank)
    fed = tuple(AmmoniaFed.objects.standing().filter(tank__in=here, happened_at__gte=since).order_by("happened_at", "pk"))
    harmed = tuple(_harm(here, since))
    happenings = [Happening(at_days=days(f.happened_at), kind="ammonia", amount=f.total_ammonia_as_n_mg_per_l) for f in fed]
    happenings += [
        Happening(at_days=days(at), kind="change", amount=share)
        for at, share in WaterChange.objects.standing().filter(tank__in=here, happened_at__gte=since).values_list("happened_at", "changed_fraction")
    ]
    happenings += [Happening(at_days=days(at), kind="harm", amount=HARM[library().actives[name].biofilter]) for at, name in harmed]
    seasoned = (actor.local(since).date() - start.seasoned_since).days if start.seasoned_since else None
    so_far = days(actor.now)
    found = forecast(
        origin=cast(Origin, start.origin), temperature_c=temperature_c, load_mg_per_l=load.built.per_day_mg_per_l, now_days=so_far,
        seasoned_days=seasoned, read=read, happenings=happenings,
    )  # fmt: skip
    return Followed(
        start=start, so_far_days=so_far, temperature_c=temperature_c, temperature_read=bool(warmth), read=read, harmed=harmed, fed=fed, forecast=found
    )  # fmt: skip


def _harm(here: Sequence[Tank], since: datetime) -> list[tuple[datetime, str]]:
    """Doses into this water that hurt the filter, one of each active a day: when and which."""
    rows = Dose.objects.standing().filter(course__tank__in=here, happened_at__gte=since).order_by("happened_at", "pk")
    found, last = [], dict[str, datetime]()
    for at, name in rows.values_list("happened_at", "medicine_id"):
        active = library().actives.get(name)
        if active is None or active.biofilter not in HARM:
            continue
        if name not in last or at - last[name] >= timedelta(days=1):
            found.append((at, name))
            last[name] = at
    return found


def origin_words(start: FilterStart) -> str:
    """Where the filter came from, in words."""
    if start.origin != "sponge":
        return {"bottle": "bottled bacteria", "nothing": "from nothing"}[start.origin]
    whence = f" from {start.from_tank.name}" if start.from_tank else ""
    since = start.seasoned_since
    return f"a seasoned sponge{whence}{f', there since {since.day} {since:%b}' if since else ''}"
