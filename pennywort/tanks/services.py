"""Writes to tanks and the ledger of their water."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from typing import Any
from uuid import UUID

from django.db import IntegrityError
from django.db.models import Q

from pennywort.core.errors import Conflict, InvalidInput
from pennywort.core.reference.reading_models import ReadingKind
from pennywort.core.reference.register import register
from pennywort.core.water.chemistry import as_nitrogen_mg_per_l
from pennywort.core.water.gate import Readings
from pennywort.core.water.volume import BoxTank, WaterVolume, water_volume
from pennywort.records.actor import Actor
from pennywort.records.services import find, new_entry
from pennywort.tanks.models import Tank, WaterChange, WaterReading
from pennywort.tanks.queries import volume_of
from pennywort.tanks.salt import read_salinity_g_per_kg


@dataclass(frozen=True, kw_only=True)
class TypedTank:
    """A tank's measures as typed."""

    length: str
    width: str
    water_depth: str
    sand_depth: str = ""
    sand_porosity: str = ""
    rock_mass: str = ""
    rock_density: str = ""
    sump_volume: str = ""
    measured_net_volume: str = ""


def box_of(actor: Actor, typed: TypedTank) -> BoxTank:
    """The measures in canonical units. :raises InvalidInput: naming the field."""

    def read(name: str, kind: str, default: float) -> float:
        value = actor.read_optional(getattr(typed, name), kind=kind, field=name)
        return default if value is None else value

    sides = {"length": typed.length, "width": typed.width, "water_depth": typed.water_depth}
    boxed, measured = any(text.strip() for text in sides.values()), typed.measured_net_volume.strip()
    if not boxed and not measured:
        raise InvalidInput("Give the inside measures, or the net volume as you measured it.", field="length")
    length_cm, width_cm, depth_cm = (actor.read(text, kind="length", field=name) if boxed else 0.0 for name, text in sides.items())
    return BoxTank(
        length_cm=length_cm,
        width_cm=width_cm,
        water_depth_cm=depth_cm,
        sand_depth_cm=read("sand_depth", "length", 0.0),
        sand_porosity_fraction=read("sand_porosity", "fraction", 0.4),
        rock_mass_kg=read("rock_mass", "mass_heavy", 0.0),
        rock_density_kg_per_l=read("rock_density", "density", 2.6),
        sump_volume_l=read("sump_volume", "volume", 0.0),
        measured_net_volume_l=actor.read_optional(typed.measured_net_volume, kind="volume", field="measured_net_volume"),
    )


def reckon(actor: Actor, typed: TypedTank) -> WaterVolume:
    """Gross and net volume of what is typed, without keeping anything."""
    return water_volume(box_of(actor, typed))


def _name(actor: Actor, name: str, *, besides: Tank | None = None) -> str:
    wanted = name.strip()
    if not wanted:
        raise InvalidInput("Give the tank a name.", field="name")
    others = Tank.objects.filter(fishroom=actor.fishroom, name=wanted)
    if besides is not None:
        others = others.exclude(pk=besides.pk)
    if others.exists():
        raise InvalidInput(f"There is a tank called {wanted} already.", field="name")
    return wanted


def _fill(tank: Tank, box: BoxTank, volume: WaterVolume) -> None:
    for field, value in vars(box).items():
        setattr(tank, field, value)
    tank.net_volume_l = volume.net_volume_l
    tank.net_uncertainty_l = volume.net_uncertainty_l


def keep_tank(actor: Actor, *, uid: UUID, tank: Tank | None, typed: TypedTank, facts: dict[str, Any], shares: UUID | None = None) -> dict[str, Any]:
    """Make a tank, or change one's measures; doses given keep the volume they were given into.

    ``shares``: another tank on the same sump, if one is.
    """
    box = box_of(actor, typed)
    volume = water_volume(box)
    kept = tank or Tank(uid=uid, fishroom=actor.fishroom, recorded_at=actor.now, recorded_by=actor.keeper)
    facts = {**facts, "name": _name(actor, facts["name"], besides=tank)}
    for field, value in facts.items():
        setattr(kept, field, value)
    waters = {kept.water_id} if tank else set()
    joined = _first_of_water(actor, shares, kept) if shares else None
    _fill(kept, box, volume)
    try:
        kept.save()
    except IntegrityError as error:
        raise Conflict("This tank is already here.", field="name") from error
    _join(kept, joined)
    for water_id in waters | {kept.water_id}:
        _fill_water(water_id)
    return {"uid": str(kept.uid)}


def _first_of_water(actor: Actor, shares: UUID, tank: Tank) -> Tank:
    """The tank that stands for the water to join. :raises InvalidInput: itself, or another kind of water."""
    other = find(Tank, actor, shares, name="tank")
    if other.pk == tank.pk:
        raise InvalidInput("A tank shares its water with another.", field="shares_water_with")
    if other.water_type != tank.water_type:
        raise InvalidInput(f"{other.name} holds another kind of water.", field="shares_water_with")
    return other.shares_water_with or other


def _join(tank: Tank, first: Tank | None) -> None:
    """Put a tank on a water, or on its own. Those that hung on it stay together under the next of them."""
    if first is not None and first.pk == tank.pk:
        return
    followers = list(Tank.objects.filter(shares_water_with=tank).order_by("pk"))
    tank.shares_water_with = first
    tank.save(update_fields=["shares_water_with"])
    if followers:
        heir = followers[0]
        Tank.objects.filter(pk=heir.pk).update(shares_water_with=None)
        Tank.objects.filter(pk__in=[f.pk for f in followers[1:]]).update(shares_water_with=heir)
        _fill_water(heir.pk)


def _fill_water(water_id: int) -> None:
    """Give each tank on one water the volume of all; what each may be off by adds up."""
    members = list(Tank.objects.filter(Q(pk=water_id, shares_water_with=None) | Q(shares_water_with=water_id)))
    own = [volume_of(m) for m in members]
    Tank.objects.filter(pk__in=[m.pk for m in members]).update(
        net_volume_l=sum(v.net_volume_l for v in own), net_uncertainty_l=sum(v.net_uncertainty_l for v in own)
    )


class TypedTest:
    """A water test as typed, by the ids of the register; what was not read is left out, or empty.

    ``<id>_as`` say what the kit counts: n, nh3, nh4, no2, no3; without one it follows ``basis`` (ion or n), and that the keeper's own setting.
    """

    def __init__(self, *, basis: str | None = None, **typed: str | None) -> None:
        kinds = register()
        strange = [n for n in typed if n not in kinds and n.removesuffix("_as") not in kinds]
        if strange:
            raise InvalidInput(f"Nobody knows the reading “{strange[0][:40]}” here.", field=strange[0])
        self.basis = basis
        self.figures = {name: typed[name] or "" for name in kinds if (typed.get(name) or "").strip()}
        self.counted = {name: as_counted for name in kinds if (as_counted := typed.get(f"{name}_as"))}

    def __repr__(self) -> str:
        return f"TypedTest({self.figures}, {self.counted}, {self.basis})"

    @property
    def read(self) -> set[str]:
        """Ids of what was typed."""
        return set(self.figures)


def typed_ids() -> tuple[str, ...]:
    """What a test may read, in the order of the register."""
    return tuple(register())


def read_test(actor: Actor, typed: TypedTest) -> Readings:
    """A water test as typed, in the record's units; None where nothing was read.

    :raises InvalidInput: a value out of range, naming the field.
    """
    return Readings.of({register()[name].column: _read(actor, typed, register()[name]) for name in typed.figures})


def _read(actor: Actor, typed: TypedTest, kind: ReadingKind) -> float:
    text = typed.figures[kind.id]
    if kind.typed_as == "salinity":
        return read_salinity_g_per_kg(actor, text, field=kind.id)
    value = actor.read(text, kind=kind.typed_as, field=kind.id)
    if kind.most is not None and value > kind.most:
        raise InvalidInput("No kit reads so much. Check the unit and the point.", field=kind.id)
    if not kind.ion:
        return value
    as_ion = (typed.basis or actor.keeper.kit_basis) == "ion"
    return as_nitrogen_mg_per_l(value, counted_as=typed.counted.get(kind.id) or (kind.ion if as_ion else "n"))


def add_reading(
    actor: Actor, *, uid: UUID, tank: Tank, typed: TypedTest, note: str = "", happened_at: datetime | None = None, corrects: UUID | None = None
) -> dict[str, Any]:
    """One water test. :raises InvalidInput: nothing measured, or a value out of range, naming the field."""
    if not typed.figures:
        raise InvalidInput("Nothing measured yet: fill in at least one.", field="temperature")
    values: dict[str, Any] = {"tank": tank, "note": note, **read_test(actor, typed).read}
    reading = new_entry(WaterReading, actor, uid=uid, name="reading", happened_at=happened_at, corrects=corrects, **values)
    return {"uid": str(reading.uid)}


def add_water_change(actor: Actor, *, uid: UUID, tank: Tank, changed_fraction: float, happened_at: datetime | None = None) -> WaterChange:
    """A share of the water changed. :raises InvalidInput: nothing, or more than all."""
    if not 0 < changed_fraction <= 1:
        raise InvalidInput("A share lies between 0 and 100 %.", field="share")
    values: dict[str, Any] = {"tank": tank, "changed_fraction": changed_fraction, "net_volume_l": tank.net_volume_l}
    return new_entry(WaterChange, actor, uid=uid, name="water change", happened_at=happened_at, **values)


def tank_of(actor: Actor, uid: UUID) -> Tank:
    """:raises NotFound: not in this fishroom."""
    return find(Tank, actor, uid, name="tank")
