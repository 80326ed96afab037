"""A tank's set-up, its filter and what is ordered, as their page shows them."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import date, datetime, timedelta
from uuid import UUID

from pennywort.core.reference import library
from pennywort.core.reference.naming import capital
from pennywort.core.units import show_concentration, show_fraction, show_mass, show_temperature, show_volume
from pennywort.core.water.chemistry import PER_N
from pennywort.core.water.cycling import Curve
from pennywort.fish.models import Order
from pennywort.fish.order_api import OrderOut, order_words
from pennywort.fish.queries import fish_words, groups_in
from pennywort.readiness.filter import LIMIT_MG_PER_L, Followed, Load
from pennywort.readiness.setup import Readied, orders_for, readied
from pennywort.records.actor import Actor
from pennywort.records.schemas import Plain, ShownOut
from pennywort.tanks.models import Tank

# a day is drawn by so many points of its curve
POINTS = 240
# a change of more than this is no daily change any more
MOST_CHANGED = 0.9
RATIO_LEAST = 0.005
WHEN_READY = (
    "From now on it is given a day’s load, 0.5 mg/L as N at least, each time the ammonia is gone; "
    "it is ready when such a load is cleared in a day twice running."
)


def day_words(day: date) -> str:
    return f"{day:%a} {day.day} {day:%b}"


class SetupItemOut(Plain):
    id: str
    name: str
    text: str
    done_words: str
    by: str
    # the entry that ticked it, to be struck out
    entry: UUID | None


class ReadyOut(Plain):
    """What makes this tank ready, what of it stands, and for whom."""

    sentence: str
    put_away_words: str
    items: list[SetupItemOut]
    done: int
    missing: list[str]
    orders: list[OrderOut]

    @staticmethod
    def of(actor: Actor, tank: Tank, *, room_c: float) -> ReadyOut:
        rows = readied(actor, tank, room_c=room_c)
        orders = orders_for(tank)
        away = actor.local(tank.put_away_at) if tank.put_away_at else None
        return ReadyOut(
            sentence=_sentence(actor, tank, orders, rows),
            put_away_words=f"Put away since {day_words(away.date())}. {_how(tank)}" if away else "",
            items=[_item(actor, row) for row in rows],
            done=sum(row.done is not None for row in rows),
            missing=[row.item.name for row in rows if row.done is None],
            orders=[OrderOut.of(o, actor) for o in orders],
        )


def _how(tank: Tank) -> str:
    last = tank.setup_steps.filter(struck=False).order_by("-happened_at", "-pk").first()
    return f"{last.note}." if last is not None and last.note else ""


def _sentence(actor: Actor, tank: Tank, orders: list[Order], rows: list[Readied]) -> str:
    if orders:
        first = orders[0]
        come = f"{order_words(first)} come {day_words(first.expected_on)}."
    else:
        here = fish_words(groups_in(tank))
        come = f"{here} live here." if here else "Nobody lives here yet."
    missing = sum(row.done is None for row in rows)
    return f"{capital(come)} {'All of it stands.' if not missing else f'{missing} of {len(rows)} still to do.'}"


def _item(actor: Actor, row: Readied) -> SetupItemOut:
    at = actor.local(row.done.happened_at).date() if row.done else None
    return SetupItemOut(
        id=row.item.id, name=row.item.name, text=row.text, done_words=day_words(at) if at else "", by=actor.signed(row.done) if row.done else "",
        entry=row.done.uid if row.done else None,
    )  # fmt: skip


class NineInTenOut(Plain):
    low: float
    middle: float
    high: float


class NitrogenOut(Plain):
    """What is expected at an instant, as the keeper's kit counts."""

    at: datetime
    ammonia: NineInTenOut
    nitrite: NineInTenOut
    nitrate: NineInTenOut


class KitReadOut(Plain):
    at: datetime
    ammonia: float | None
    nitrite: float | None
    nitrate: float | None


class FedOut(Plain):
    uid: UUID
    day_words: str
    words: str


class LoadOut(Plain):
    """What the fish give off, and the daily change that holds it without a filter."""

    feed: ShownOut
    per_day: ShownOut
    from_fish: bool
    change_share: str
    change: ShownOut | None
    words: str

    @staticmethod
    def of(load: Load, tank: Tank, actor: Actor) -> LoadOut:
        mine, share = actor.preferences, load.built.daily_fraction
        holds = share <= MOST_CHANGED
        words = (
            f"Without a filter a change of {show_fraction(share, up=True).text} each day keeps ammonia under {LIMIT_MG_PER_L:g} mg/L as N."
            if holds
            else "No daily change holds this: feed less, fewer fish, more water, or a filter that works."
        )
        # never less than was reckoned
        whole = min(1.0, -(-share * 100 // 1) / 100) if holds else 0.0
        return LoadOut(
            feed=ShownOut.of(show_mass(load.feed_g_per_day * 1000, mine)),
            per_day=ShownOut.of(show_concentration(load.built.per_day_mg_per_l)),
            from_fish=not load.typed,
            change_share=f"{whole * 100:g} %" if whole > RATIO_LEAST else "",
            change=ShownOut.of(show_volume(whole * tank.net_volume_l, mine)) if whole > RATIO_LEAST else None,
            words=words,
        )


class DayMarkOut(Plain):
    at: datetime
    words: str


class ForecastOut(Plain):
    """From the beginning of the filter to the day on which it is ready, or as far as is looked ahead."""

    begins_at: datetime
    ends_at: datetime
    now: datetime
    curve: list[NitrogenOut]
    read: list[KitReadOut]
    highest: dict[str, float]
    highest_words: dict[str, str]
    days: list[DayMarkOut]
    ready_at: datetime | None
    ready_from: datetime | None
    ready_until: datetime | None
    ready_words: str
    words: list[str]
    unit_words: str


class FilterOut(Plain):
    """The filter of a tank: its load, how it was begun, what it was fed, and the forecast."""

    origin_words: str
    begun_words: str
    entry: UUID | None
    fed: list[FedOut]
    load: LoadOut | None
    ask_load: str
    forecast: ForecastOut | None
    trouble: str


def fed_out(followed: Followed, actor: Actor) -> list[FedOut]:
    """What was given to the filter, newest first."""
    rows = []
    for entry in reversed(followed.fed):
        at = actor.local(entry.happened_at)
        food = f"{show_mass(entry.feed_g * 1000, actor.preferences).text} of food, " if entry.feed_g else ""
        rows.append(FedOut(uid=entry.uid, day_words=f"{day_words(at.date())} {at:%H:%M}", words=f"{food}{entry.total_ammonia_as_n_mg_per_l:.2g} mg/L as N"))
    return rows


def forecast_out(followed: Followed, actor: Actor, *, orders: Sequence[Order] = ()) -> ForecastOut:
    """The forecast as it is drawn, in what the keeper's kits count."""
    ion = actor.keeper.kit_basis == "ion"
    per = {"ammonia": PER_N["nh4"], "nitrite": PER_N["no2"], "nitrate": PER_N["no3"]} if ion else dict.fromkeys(("ammonia", "nitrite", "nitrate"), 1.0)
    early, middle, late = (followed.at(d) if d is not None else None for d in followed.forecast.ready_days)
    end = max(followed.at(followed.forecast.curves[-1].at_days) if late is None else late + timedelta(days=3), actor.now + timedelta(days=7))
    shown = [c for c in followed.forecast.curves if followed.at(c.at_days) <= end]
    every = max(1, len(shown) // POINTS)
    curve = [_band(c, followed, per) for c in shown[::every]]
    read = [
        KitReadOut(
            at=followed.at(r.at_days),
            ammonia=None if r.total_ammonia_as_n_mg_per_l is None else r.total_ammonia_as_n_mg_per_l * per["ammonia"],
            nitrite=None if r.nitrite_as_n_mg_per_l is None else r.nitrite_as_n_mg_per_l * per["nitrite"],
            nitrate=None if r.nitrate_as_n_mg_per_l is None else r.nitrate_as_n_mg_per_l * per["nitrate"],
        )
        for r in followed.read
    ]
    # the rows are scaled to what is likely: a band that goes above is cut at its row
    highest = {name: 1.25 * max([0.4, *(getattr(b, name).middle for b in curve), *(v for r in read if (v := getattr(r, name)) is not None)]) for name in per}
    return ForecastOut(
        begins_at=followed.start.happened_at, ends_at=end, now=actor.now, curve=curve, read=read, highest=highest,
        highest_words={name: show_concentration(value).figure for name, value in highest.items()}, days=_days(followed, actor, end),
        ready_at=middle, ready_from=early, ready_until=late, ready_words=ready_words(followed, actor),
        words=[*_held_against(followed, actor, orders), *_words(followed, actor)],
        unit_words="mg/L as NH₄, NO₂ and NO₃, as your kit counts" if ion else "mg/L as nitrogen, N",
    )  # fmt: skip


def _band(curve: Curve, followed: Followed, per: dict[str, float]) -> NitrogenOut:
    def times(values: tuple[float, float, float], factor: float) -> NineInTenOut:
        low, middle, high = (round(v * factor, 4) for v in values)
        return NineInTenOut(low=low, middle=middle, high=high)

    ammonia, nitrite, nitrate = times(curve.ammonia, per["ammonia"]), times(curve.nitrite, per["nitrite"]), times(curve.nitrate, per["nitrate"])
    return NitrogenOut(at=followed.at(curve.at_days), ammonia=ammonia, nitrite=nitrite, nitrate=nitrate)


def _days(followed: Followed, actor: Actor, end: datetime) -> list[DayMarkOut]:
    """Marks of the axis: every second, fifth or tenth day, by how long it is."""
    first = actor.local(followed.start.happened_at).replace(hour=0, minute=0, second=0, microsecond=0) + timedelta(days=1)
    count = max(1, (end - first).days)
    every = next(n for n in (1, 2, 5, 7, 14, 28) if count / n <= 14 or n == 28)
    marks = [first + timedelta(days=d) for d in range(0, count + 1, every)]
    return [DayMarkOut(at=m, words=f"{m.day} {m:%b}" if m.day <= every else f"{m.day}") for m in marks]


def ready_words(followed: Followed, actor: Actor) -> str:
    """When, and how sure: "ready Thu 3 Dec, give or take 4 days"."""
    early, middle, late = followed.forecast.ready_days
    if middle is None or early is None:
        return "not ready within ten weeks, as it goes now"
    at = actor.local(followed.at(middle))
    if followed.works and (late or 0) - early <= 1:
        return f"ready by {day_words(at.date())}, if the next two loads are cleared in a day"
    if late is None:
        return f"ready about {day_words(at.date())}, perhaps weeks later"
    off = max(1, round((late - early) / 2))
    return f"ready {day_words(at.date())}, give or take {off} {'day' if off == 1 else 'days'}"


def _held_against(followed: Followed, actor: Actor, orders: Sequence[Order]) -> list[str]:
    """Whether it will be ready for those who are ordered: in days before or after they come."""
    middle = followed.forecast.ready_days[1]
    if not orders or middle is None:
        return []
    ready_on, come_on = actor.local(followed.at(middle)).date(), orders[0].expected_on
    days = (ready_on - come_on).days
    who = order_words(orders[0])
    if days <= 0:
        return [f"It is ready before the {who} come on {day_words(come_on)}."]
    late = "a day" if days == 1 else f"{days} days"
    return [f"The {who} come on {day_words(come_on)}: the filter is ready {late} later. Until then water is changed, or they come later."]


def _words(followed: Followed, actor: Actor) -> list[str]:
    """What the forecast rests on, a sentence each."""
    warmth = show_temperature(followed.temperature_c, actor.preferences).text
    words = [f"At {warmth}, as last read." if followed.temperature_read else f"Nobody read the temperature since: {warmth} is taken."]
    words.append(
        f"{len(followed.read)} {'test' if len(followed.read) == 1 else 'tests'} of ammonia, nitrite or nitrate since it was begun."
        if followed.read
        else "Nothing was read yet: this is only what such a filter usually does. Two tests tell much more."
    )
    words.append(WHEN_READY)
    for at, name in followed.harmed[-3:]:
        active = library().actives[name]
        words.append(f"{capital(active.short_name)} on {day_words(actor.local(at).date())} set it back.")
    return words
