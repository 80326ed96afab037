"""Routes of tanks and water tests."""

from __future__ import annotations

from collections import defaultdict
from typing import Annotated, Any, Literal
from uuid import UUID

from django.http import HttpRequest
from ninja import Path, Router
from pydantic import Field, create_model

from pennywort.core.lengths import CALLED, CODE
from pennywort.core.reference.disease_models import WaterType
from pennywort.core.reference.formulary_models import Equipment
from pennywort.core.reference.register import register
from pennywort.core.units import show_length, show_temperature, show_volume
from pennywort.core.units.shown import show_fraction
from pennywort.core.water.volume import WaterVolume
from pennywort.records.actor import Actor
from pennywort.records.requests import act
from pennywort.records.schemas import Entry, In, Note, Plain, ShownOut, TraceOut, Typed, Write
from pennywort.records.writes import writes
from pennywort.tanks import queries, services
from pennywort.tanks.models import Tank
from pennywort.tanks.shown import as_typed, more_words

router = Router(tags=["tanks"])


class Measures(In):
    # none of the three where the net volume was measured
    length: Typed = ""
    width: Typed = ""
    water_depth: Typed = ""
    sand_depth: Typed = ""
    sand_porosity: Typed = ""
    rock_mass: Typed = ""
    rock_density: Typed = ""
    sump_volume: Typed = ""
    measured_net_volume: Typed = ""

    def typed(self) -> services.TypedTank:
        return services.TypedTank(**{name: getattr(self, name) for name in services.TypedTank.__dataclass_fields__})


class TankIn(Measures, Write):
    code: str = Field(default="", max_length=CODE)
    name: str = Field(max_length=CALLED)
    water_type: WaterType
    has_invertebrates: bool = False
    has_plants: bool = False
    equipment: Annotated[list[Equipment], Field(max_length=4)] = []
    shares_water_with: UUID | None = None

    def facts(self) -> dict[str, object]:
        return {name: getattr(self, name) for name in ("code", "name", "water_type", "has_invertebrates", "has_plants", "equipment")}


class VolumeOut(Plain):
    gross: ShownOut
    net: ShownOut
    uncertainty: ShownOut
    less_words: str
    measured: bool
    trace: list[TraceOut]

    @staticmethod
    def of(volume: WaterVolume, actor: Actor) -> VolumeOut:
        part = 1 - volume.net_volume_l / volume.gross_volume_l
        less = "" if abs(part) < 0.005 else f"{show_fraction(abs(part)).text} {'less' if part > 0 else 'more'} than the box"
        return VolumeOut(
            gross=ShownOut.of(show_volume(volume.gross_volume_l, actor.preferences)),
            net=ShownOut.of(show_volume(volume.net_volume_l, actor.preferences)),
            uncertainty=ShownOut.of(show_volume(volume.net_uncertainty_l, actor.preferences)),
            less_words=less,
            measured=volume.measured,
            trace=[TraceOut.of(line) for line in volume.trace],
        )


class TankOut(Plain):
    uid: UUID
    code: str
    name: str
    water_type: WaterType
    has_invertebrates: bool
    has_plants: bool
    equipment: list[Equipment]
    volume: VolumeOut
    typed: dict[str, str]
    shares_water_with: UUID | None
    put_away: bool
    one_water_words: str

    @staticmethod
    def of(tank: Tank, actor: Actor, members: list[Tank]) -> TankOut:
        others = [m for m in members if m.pk != tank.pk]
        whole = show_volume(tank.net_volume_l, actor.preferences).text
        return TankOut(
            uid=tank.uid,
            code=tank.code,
            name=tank.name,
            water_type=queries.water_type_of(tank),
            has_invertebrates=tank.has_invertebrates,
            has_plants=tank.has_plants,
            equipment=tank.equipment,
            volume=VolumeOut.of(queries.volume_of(tank), actor),
            typed=_typed_again(tank, actor),
            put_away=tank.put_away_at is not None,
            shares_water_with=others[0].uid if others else None,
            one_water_words=f"one water with {', '.join(m.name for m in others)}: {whole} in all, and that is what a dose meets" if others else "",
        )


def _typed_again(tank: Tank, actor: Actor) -> dict[str, str]:
    """A tank's measures as this keeper would type them, for the form."""
    mine = actor.preferences

    def length(value_cm: float) -> str:
        return show_length(value_cm, mine).text if value_cm else ""

    return {
        "length": length(tank.length_cm),
        "width": length(tank.width_cm),
        "water_depth": length(tank.water_depth_cm),
        "sand_depth": length(tank.sand_depth_cm),
        "sand_porosity": show_fraction(tank.sand_porosity_fraction).text if tank.sand_depth_cm else "",
        "rock_mass": f"{tank.rock_mass_kg:g} kg" if tank.rock_mass_kg else "",
        "rock_density": f"{tank.rock_density_kg_per_l:g} kg/L" if tank.rock_mass_kg else "",
        "sump_volume": show_volume(tank.sump_volume_l, mine).text if tank.sump_volume_l else "",
        "measured_net_volume": show_volume(tank.measured_net_volume_l, mine).text if tank.measured_net_volume_l else "",
    }


def _test_fields() -> dict[str, Any]:
    """A field for each reading of the register, and for each that kits count in several ways one that says which."""
    kinds = register().values()
    said = {f"{k.id}_as": (Literal[k.counted] | None, None) for k in kinds if k.counted}
    return {**{k.id: (Typed, "") for k in kinds}, **said}


_TestFields: Any = create_model("_TestFields", __base__=In, **_test_fields())


class TestIn(_TestFields):  # type: ignore[misc]
    """A water test as typed. Kits differ in what they count: ``*_as`` says it, else the keeper's own setting."""

    basis: Literal["ion", "n"] | None = None

    def typed_test(self) -> services.TypedTest:
        return services.TypedTest(basis=self.basis, **{name: getattr(self, name) for name in _TestFields.model_fields})


class ReadingIn(TestIn, Entry):
    note: Note = ""


@router.post("/volume", response=VolumeOut, operation_id="reckon_volume")
def reckon_volume(request: HttpRequest, room_id: Path[UUID], body: Measures) -> VolumeOut:
    """Gross and net volume of what is typed; keeps nothing."""
    actor = act(request, room_id)
    return VolumeOut.of(services.reckon(actor, body.typed()), actor)


@router.get("/tanks", response=list[TankOut], operation_id="tanks")
def tanks(request: HttpRequest, room_id: Path[UUID]) -> list[TankOut]:
    """All tanks of the fishroom."""
    actor = act(request, room_id)
    waters: dict[int, list[Tank]] = defaultdict(list)
    for tank in queries.tanks_of(actor):
        waters[tank.water_id].append(tank)
    return [TankOut.of(tank, actor, waters[tank.water_id]) for tank in sorted((t for w in waters.values() for t in w), key=lambda t: t.pk)]


@writes(router, "/tanks")
def make_tank(actor: Actor, body: TankIn) -> dict[str, Any]:
    """A new tank."""
    return services.keep_tank(actor, uid=body.write_id, tank=None, typed=body.typed(), facts=body.facts(), shares=body.shares_water_with)


class ReadingOut(Plain):
    uid: UUID
    day_words: str
    at_words: str
    by: str
    temperature: ShownOut | None
    ph: str
    ammonia: str
    nitrite: str
    more: str
    note: str


@router.get("/tanks/{uuid:tank_id}/water", response=list[ReadingOut], operation_id="readings")
def readings(request: HttpRequest, room_id: Path[UUID], tank_id: UUID) -> list[ReadingOut]:
    """The last eight water tests that keepers made and that stand, newest first."""
    actor = act(request, room_id)
    rows = []
    for r in queries.readings_of(services.tank_of(actor, tank_id)).filter(instrument="")[:8]:
        local, figures = actor.local(r.happened_at), as_typed(r, actor)
        rows.append(
            ReadingOut(
                uid=r.uid,
                day_words=f"{local:%a} {local.day} {local:%b}",
                at_words=f"{local:%H:%M}",
                by=actor.signed(r),
                temperature=ShownOut.of(show_temperature(r.temperature_c, actor.preferences)) if r.temperature_c is not None else None,
                ph=figures.get("ph", ""),
                ammonia=figures.get("ammonia", ""),
                nitrite=figures.get("nitrite", ""),
                more=more_words(r, actor),
                note=r.note,
            )
        )
    return rows
