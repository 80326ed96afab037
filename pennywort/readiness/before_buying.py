"""Before fish are bought: what this kind needs in quarantine, and which tank is ready for it, from when."""

from __future__ import annotations

from pennywort.core.errors import InvalidInput, NotKnownYet
from pennywort.core.reference import library
from pennywort.core.reference.models import Species
from pennywort.courses.models import Course
from pennywort.fish.models import Group, Order
from pennywort.fish.order_api import order_words
from pennywort.fish.queries import counted, fish_words, species_known
from pennywort.fish.services import kind_in
from pennywort.readiness.filter import follow, load_by, started
from pennywort.readiness.setup import items_for, since_set_up
from pennywort.readiness.shown import ready_words
from pennywort.records.actor import Actor
from pennywort.records.grouped import grouped
from pennywort.records.schemas import Plain
from pennywort.tanks.models import FilterStart, SetupStep, Tank

NEED_WORDS = {
    "hides": "something to hide in",
    "group_of_6": "five others of its kind",
    "tight_lid": "a lid without gaps",
    "live_food_first": "live food first, then mixed with what it is to eat later",
    "dim": "dim light",
    "sand_to_bury": "sand to bury itself in",
    "strong_flow": "a strong stream",
    "driftwood": "wood to rasp",
    "kept_alone": "a tank for itself",
}


class TankForItOut(Plain):
    """A tank of this water, whether it can take them, and what speaks against it."""

    tank: str
    name: str
    ready: bool
    words: list[str]


class BeforeBuyingOut(Plain):
    """A kind of fish before it is paid for."""

    name: str
    known: bool
    needs: list[str]
    bears_badly: list[str]
    tanks: list[TankForItOut]
    words: str


def before_buying(actor: Actor, *, species: str, count: int, water: str) -> BeforeBuyingOut:
    """What this kind needs, and the tanks of its water, the ready ones first. :raises InvalidInput: no kind, or none of them."""
    if not 1 <= count <= 100_000:
        raise InvalidInput("How many are to come?", field="count")
    species_id, name = kind_in(actor, species)
    kind = species_known(species_id, fishroom_id=actor.fishroom.pk)
    fitting = list(Tank.objects.filter(fishroom=actor.fishroom, water_type=kind.water if kind else water).order_by("pk"))
    now = _Now(actor, fitting)
    tanks = [_tank(actor, tank, kind, count, now=now) for tank in fitting]
    return BeforeBuyingOut(
        name=name, known=kind is not None, needs=[NEED_WORDS[n] for n in kind.needs] if kind else [], bears_badly=_badly(kind),
        tanks=sorted(tanks, key=lambda t: (not t.ready, len(t.words), t.name)),
        words="" if kind else "Nobody wrote down what this kind needs: ask the seller, and read before you pay.",
    )  # fmt: skip


class _Now:
    """What stands in, is ordered for and was done to many tanks, read at once. Fish and courses are by the water."""

    def __init__(self, actor: Actor, tanks: list[Tank]) -> None:
        mine = {"tank__in": tanks}
        water = {t.pk: t.water_id for t in Tank.objects.filter(fishroom=actor.fishroom)}
        here = [pk for pk, water_id in water.items() if water_id in {t.water_id for t in tanks}]
        self.fish = grouped(counted(Group.objects.filter(tank__in=here).order_by("arrived_on", "pk")), lambda group: water[group.tank_id])
        self.orders = grouped(Order.objects.filter(**mine, closed_at=None).order_by("expected_on", "pk"), lambda order: order.tank_id)
        self.steps = grouped(SetupStep.objects.standing().filter(**mine).order_by("happened_at", "pk"), lambda step: step.tank_id)
        running = Course.objects.filter(tank__in=here, stopped_at=None, ends_at__gt=actor.now).values_list("tank_id", flat=True)
        self.treated = {water[tank_id] for tank_id in running}
        self.begun = set(FilterStart.objects.standing().filter(**mine).values_list("tank_id", flat=True))


def _badly(kind: Species | None) -> list[str]:
    """What this kind must not meet, and what it bears badly, by name."""
    if kind is None:
        return []
    found, words = library(), []
    for level, says in (("never", "never"), ("care", "only with care")):
        names = sorted({found.actives[t.active].short_name for t in kind.tolerances if t.level == level and t.active in found.actives})
        if names:
            words.append(f"{says} {', '.join(names)}")
    return words


def _tank(actor: Actor, tank: Tank, kind: Species | None, count: int, *, now: _Now) -> TankForItOut:
    """What speaks against this tank today; ready where nothing does."""
    words: list[str] = []
    if tank.put_away_at is not None:
        return TankForItOut(tank=str(tank.uid), name=tank.name, ready=False, words=["put away: set it up first"])
    here = fish_words(now.fish[tank.water_id])
    if here:
        words.append(f"{here} live in its water: what they have, these will have")
    words += [f"{order_words(o)} are ordered for it" for o in now.orders[tank.pk]]
    if tank.water_id in now.treated:
        words.append("a course is running in it")
    done = {s.item for s in since_set_up(now.steps[tank.pk])}
    missing = [i.name for i in items_for(tank.water_type, [kind] if kind else []) if i.id not in done]
    if missing:
        words.append(f"still to do: {', '.join(missing)}")
    # where fish live their filter works for them already; the forecast is long to reckon
    words += [] if here else _filter(actor, tank, kind, count, begun=tank.pk in now.begun)
    return TankForItOut(tank=str(tank.uid), name=tank.name, ready=not words, words=words)


def _filter(actor: Actor, tank: Tank, kind: Species | None, count: int, *, begun: bool) -> list[str]:
    """What the filter still lacks for so many of this kind."""
    load = load_by([(count, kind.adult_cm if kind else None)], tank)
    start = started(tank) if begun else None
    if start is None:
        return ["no filter was begun: without one, water is changed each day"]
    try:
        followed = follow(actor, tank, start, load=load)
    except (InvalidInput, NotKnownYet) as problem:
        return [problem.message]
    return [] if followed.works else [f"its filter: {ready_words(followed, actor)}"]
