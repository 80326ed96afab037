"""Reads of tanks and their water."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import datetime, timedelta

from django.db.models import Q, QuerySet

from pennywort.core.medicine.dose import Water
from pennywort.core.reference.disease_models import WaterType
from pennywort.core.reference.register import register
from pennywort.core.water.gate import Readings
from pennywort.core.water.volume import BoxTank, WaterVolume, water_volume
from pennywort.records.actor import Actor
from pennywort.tanks.models import Tank, WaterReading

# A reading older than this says nothing about the water now.
FRESH = timedelta(hours=24)
COLUMNS = tuple(kind.column for kind in register().values())


def tanks_of(actor: Actor) -> QuerySet[Tank]:
    """All tanks of the fishroom, in the order they were set up."""
    return Tank.objects.filter(fishroom=actor.fishroom).order_by("pk")


def standing_tanks_of(actor: Actor) -> QuerySet[Tank]:
    """Those of them that are not put away."""
    return tanks_of(actor).filter(put_away_at=None)


def on_one_water(tank: Tank) -> list[Tank]:
    """The tanks that share this tank's water, itself among them, in the order they were set up."""
    return on_their_waters([tank])


def on_their_waters(tanks: Iterable[Tank]) -> list[Tank]:
    """All tanks that share the water of one of these, themselves among them, in the order they were set up."""
    waters = {tank.water_id for tank in tanks}
    return list(Tank.objects.filter(Q(pk__in=waters) | Q(shares_water_with__in=waters)).order_by("pk"))


def equipment_on(tanks: Iterable[Tank]) -> set[str]:
    """What runs on a water, by the record of its tanks."""
    return {name for tank in tanks for name in tank.equipment}


def once_words(tank: Tank, members: Iterable[Tank]) -> str:
    """Where something goes that several tanks on one water would each ask for; empty for a water of its own."""
    others = [t.name for t in members if t.pk != tank.pk]
    if not others:
        return ""
    named = others[0] if len(others) == 1 else f"{', '.join(others[:-1])} and {others[-1]}"
    return f"once, into {tank.name}: {named} {'has' if len(others) == 1 else 'have'} the same water"


def water_of(tank: Tank) -> Water:
    """The tank's net water for dosing."""
    return Water(net_volume_l=tank.net_volume_l, net_uncertainty_l=tank.net_uncertainty_l)


def volume_of(tank: Tank) -> WaterVolume:
    """The tank's volume with its trace, reckoned anew from its measures."""
    return water_volume(
        BoxTank(
            length_cm=tank.length_cm,
            width_cm=tank.width_cm,
            water_depth_cm=tank.water_depth_cm,
            sand_depth_cm=tank.sand_depth_cm,
            sand_porosity_fraction=tank.sand_porosity_fraction,
            rock_mass_kg=tank.rock_mass_kg,
            rock_density_kg_per_l=tank.rock_density_kg_per_l,
            sump_volume_l=tank.sump_volume_l,
            measured_net_volume_l=tank.measured_net_volume_l,
        )
    )


def readings_of(tank: Tank) -> QuerySet[WaterReading]:
    """Readings of this water that stand, newest first; of other tanks on it those since this one was set up."""
    of_others = Q(tank__in=on_one_water(tank), happened_at__gte=tank.recorded_at)
    return WaterReading.objects.standing().filter(Q(tank=tank) | of_others).select_related("recorded_by").order_by("-happened_at", "-pk")


def fresh_readings(tank: Tank, *, now: datetime) -> tuple[Readings, datetime | None]:
    """The newest value of each measure within the last day, and when the newest of them was read."""
    newest: dict[str, float] = {}
    at: datetime | None = None
    for reading in readings_of(tank).filter(happened_at__gt=now - FRESH):
        at = at or reading.happened_at
        for name in COLUMNS:
            value = getattr(reading, name)
            if value is not None:
                newest.setdefault(name, value)
    return Readings.of(newest), at


def readings_before(tank: Tank, *, now: datetime) -> Readings:
    """Of each measure read more than once within the last day, the oldest value: what a shock is told from."""
    oldest: dict[str, float] = {}
    counts: dict[str, int] = {}
    for reading in readings_of(tank).filter(happened_at__gt=now - FRESH):
        for name in COLUMNS:
            value = getattr(reading, name)
            if value is not None:
                oldest[name] = value
                counts[name] = counts.get(name, 0) + 1
    return Readings.of({name: value for name, value in oldest.items() if counts[name] > 1})


def readings_in(test: WaterReading) -> Readings:
    """What one test read."""
    return Readings.of({name: getattr(test, name) for name in COLUMNS})


def water_type_of(tank: Tank) -> WaterType:
    """The tank's water as the reference names it."""
    water: WaterType = tank.water_type  # type: ignore[assignment]
    return water
