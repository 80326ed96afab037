"""The set-up of a tank: what makes it ready for its fish, what stands already, and taking it down and up again."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any
from uuid import UUID

from pennywort.core.errors import Conflict, InvalidInput
from pennywort.core.reference import library
from pennywort.core.reference.models import AfterStep, Need, SetupItem, Species
from pennywort.core.reference.naming import capital
from pennywort.core.units import show_length
from pennywort.core.water.heater import heater_w, sold_as_w
from pennywort.courses.queries.running import running_courses
from pennywort.fish.models import Order
from pennywort.fish.queries import fish_words, groups_in, groups_in_water, species_in, species_known
from pennywort.records.actor import Actor
from pennywort.records.services import new_entry
from pennywort.tanks.models import Gear, SetupStep, Tank

TAKEN_DOWN, SET_UP = "taken_down", "set_up"
WHOLE = {TAKEN_DOWN: "taken down and put away", SET_UP: "set up again"}
# the coldest night of a room that is lived in (common practice)
ROOM_C = 16.0


@dataclass(frozen=True, kw_only=True)
class Readied:
    """One item of the set-up: what it says here, and the entry that ticked it since the tank was last set up."""

    item: SetupItem
    text: str
    done: SetupStep | None


def since_set_up(steps: list[SetupStep]) -> list[SetupStep]:
    """Of a tank's steps, oldest first, those since it was last set up."""
    begins = max((i for i, s in enumerate(steps) if s.item in WHOLE), default=-1)
    return steps[begins + 1 :]


def orders_for(tank: Tank) -> list[Order]:
    """What is ordered for this tank and has not come, the next first."""
    return list(Order.objects.filter(tank=tank, closed_at=None).order_by("expected_on", "pk"))


def kinds_for(tank: Tank) -> list[Species]:
    """The kinds of fish that live in this tank or are ordered for it, as far as they are known."""
    found = {s.id: s for s in species_in(groups_in(tank))}
    for order in orders_for(tank):
        kind = species_known(order.species_id, fishroom_id=order.fishroom_id)
        if kind is not None:
            found.setdefault(kind.id, kind)
    return list(found.values())


def steps_since(tank: Tank) -> list[SetupStep]:
    """What was ticked since the tank was last set up, oldest first."""
    return since_set_up(list(SetupStep.objects.standing().filter(tank=tank).select_related("recorded_by").order_by("happened_at", "pk")))


def needs_of(kinds: Sequence[Species]) -> set[Need]:
    """What any of these kinds needs."""
    return {need for kind in kinds for need in kind.needs}


def asked_for(what: SetupItem | AfterStep, needs: set[Need]) -> bool:
    """Whether fish with these needs ask for an item of the set-up or a step of a plan."""
    return (not what.needs or bool(needs & set(what.needs))) and not needs & set(what.not_needs)


def items_for(water_type: str, kinds: Sequence[Species]) -> list[SetupItem]:
    """The items that this water and these fish ask for."""
    needs = needs_of(kinds)
    return [item for item in library().setup.values() if (not item.water or water_type in item.water) and asked_for(item, needs)]


def readied(actor: Actor, tank: Tank, *, room_c: float = ROOM_C) -> list[Readied]:
    """The set-up of a tank, item by item, in the order in which it is done."""
    kinds, steps = kinds_for(tank), {s.item: s for s in steps_since(tank)}
    return [Readied(item=i, text=_text(actor, i, tank, kinds, room_c=room_c), done=steps.get(i.id)) for i in items_for(tank.water_type, kinds)]


def _text(actor: Actor, item: SetupItem, tank: Tank, kinds: Sequence[Species], *, room_c: float) -> str:
    needs = needs_of(kinds)
    words = [item.firm.text if item.firm and needs & set(item.firm.needs) else item.text]
    if item.tells == "length":
        longest = max((k.adult_cm for k in kinds if k.adult_cm), default=None)
        if longest is not None:
            words.append(f"As long as the fish and wide enough to turn in: full-grown they reach {show_length(longest, actor.preferences).text}.")
    if item.tells == "heater":
        words.append(heater_words(tank, kinds, room_c=room_c))
    if item.tells == "gear":
        own = [g.name for g in Gear.objects.filter(home=tank, gone_at=None).order_by("pk")]
        if own:
            words.append(f"Here: {', '.join(own)}.")
    return " ".join(words)


def heater_words(tank: Tank, kinds: Sequence[Species], *, room_c: float) -> str:
    """How strong a heater this water needs, for the warmth its fish want, or 26 degC where nobody is known."""
    wanted = max((k.temperature.value for k in kinds if k.temperature.value), default=26.0)
    sides = (tank.length_cm, tank.width_cm, tank.water_depth_cm)
    watts = heater_w(net_volume_l=tank.net_volume_l, water_c=wanted, room_c=room_c, sides_cm=sides)
    many, size = sold_as_w(watts)
    if not many:
        return f"In a room of {room_c:g}\u00a0°C it is not needed for {wanted:g}\u00a0°C."
    heaters = f"{size} W" if many == 1 else f"{many} of {size} W"
    return f"For {wanted:g}\u00a0°C in a room that falls to {room_c:g}\u00a0°C: {heaters} ({watts:.0f} W reckoned, with half as much again in hand)."


def tick(actor: Actor, *, uid: UUID, tank: Tank, item: str, note: str, happened_at: datetime | None) -> dict[str, Any]:
    """Something of the set-up is in place. :raises InvalidInput: no such item. :raises Conflict: ticked already, or the tank is put away."""
    if item not in library().setup:
        raise InvalidInput("Choose what is in place from the list.", field="item")
    stands(tank, field="item")
    if any(s.item == item for s in steps_since(tank)):
        raise Conflict("This was ticked already.", field="item")
    entry = new_entry(SetupStep, actor, uid=uid, name="entry", happened_at=happened_at, tank=tank, item=item, note=note.strip())
    return {"uid": str(entry.uid)}


def stands(tank: Tank, *, field: str = "tank") -> None:
    """:raises Conflict: the tank is put away."""
    if tank.put_away_at is not None:
        raise Conflict(f"{tank.name} is put away. Set it up again first.", field=field)


def take_down(actor: Actor, *, uid: UUID, tank: Tank, note: str) -> dict[str, Any]:
    """Empty, disinfected and put away: it falls off the lists, its history stays.

    :raises Conflict: fish live in it or are ordered for it, a course runs, others share its water, or it is put away already.
    """
    stands(tank)
    if tank.shares_water_with_id or tank.on_its_water.exists():
        raise Conflict("It shares its water with another tank. Part them in its measures first.", field="tank")
    here = fish_words(groups_in_water(tank))
    if here:
        raise Conflict(f"There are fish in it: {here}.", field="tank")
    if running_courses(tank, now=actor.now):
        raise Conflict("A course is still running here. End it first.", field="tank")
    if orders_for(tank):
        raise Conflict("Fish are ordered for it. Choose another tank for them first.", field="tank")
    if not note.strip():
        raise InvalidInput("Say how it was cleaned: disinfected and dried, only dried, or not at all.", field="note")
    entry = new_entry(SetupStep, actor, uid=uid, name="entry", happened_at=None, tank=tank, item=TAKEN_DOWN, note=note.strip())
    tank.put_away_at = actor.now
    tank.save(update_fields=["put_away_at"])
    return {"uid": str(entry.uid)}


def set_up_again(actor: Actor, *, uid: UUID, tank: Tank) -> dict[str, Any]:
    """It stands again; its set-up begins anew. :raises Conflict: it was not put away."""
    if tank.put_away_at is None:
        raise Conflict(f"{tank.name} stands already.", field="tank")
    entry = new_entry(SetupStep, actor, uid=uid, name="entry", happened_at=None, tank=tank, item=SET_UP, note="")
    tank.put_away_at = None
    tank.save(update_fields=["put_away_at"])
    return {"uid": str(entry.uid)}


def step_words(step: SetupStep) -> str:
    """What was done, as the time line says it."""
    known = library().setup.get(step.item)
    words = WHOLE.get(step.item) or (f"in place: {known.name}" if known else step.item)
    return capital(words)
