"""Routes of the kinds of fish: those of the built-in list, and those that a fishroom wrote down itself."""

from __future__ import annotations

from uuid import UUID

import yaml
from django.http import HttpRequest, HttpResponse
from ninja import Path, Router

from pennywort.core.reference import library
from pennywort.core.reference.fish_words import needs_words
from pennywort.core.reference.models import Species
from pennywort.core.units import Preferences, show_temperature
from pennywort.fish.queries import as_species, own_species_of
from pennywort.records.requests import act
from pennywort.records.schemas import Plain

router = Router(tags=["fish"])


class SpeciesOut(Plain):
    id: str
    name: str
    also: list[str]
    latin: str
    water: str
    kin: str
    shape: str
    # its range in the reader's degrees; empty where nobody knows it
    range_words: str
    needs: list[str]
    tolerances: list[str]
    # written down in this fishroom
    own: bool

    @staticmethod
    def of(s: Species, mine: Preferences, *, own: bool) -> SpeciesOut:
        low, high = s.temperature.low, s.temperature.high
        words = ""
        if low is not None and high is not None:
            shown = show_temperature(high, mine)
            words = f"{show_temperature(low, mine).figure} to {shown.figure} {shown.unit}"
        return SpeciesOut(
            id=s.id, name=s.name, also=list(s.also), latin=s.latin, water=s.water, kin=s.kin, shape=s.shape, range_words=words, needs=needs_words(s),
            tolerances=list(dict.fromkeys(t.text for t in s.tolerances)), own=own,
        )  # fmt: skip


class FishKindOut(Plain):
    id: str
    name: str


@router.get("/species", response=list[SpeciesOut], operation_id="species")
def species(request: HttpRequest, room_id: Path[UUID]) -> list[SpeciesOut]:
    """The fish of the built-in list, then this fishroom's own; any other name may be typed."""
    actor = act(request, room_id)
    mine = actor.preferences
    own = [as_species(s) for s in own_species_of(actor)]
    return [*(SpeciesOut.of(s, mine, own=False) for s in library().species.values()), *(SpeciesOut.of(s, mine, own=True) for s in own)]


@router.get("/kinds", response=list[FishKindOut], operation_id="kinds")
def kinds(request: HttpRequest, room_id: Path[UUID]) -> list[FishKindOut]:
    """What kinds of fish there are, for a name that is on no list."""
    act(request, room_id)
    return [FishKindOut(id=k.id, name=k.name) for k in library().kin.values()]


@router.get("/species.yaml", operation_id="own_species_file")
def own_species_file(request: HttpRequest, room_id: Path[UUID]) -> HttpResponse:
    """This fishroom's own kinds as a file."""
    rows = [{"name": s.name, "water": s.water_type, "kin": s.kin} for s in own_species_of(act(request, room_id))]
    answer = HttpResponse(yaml.safe_dump(rows, allow_unicode=True, sort_keys=False), content_type="application/yaml")
    answer["Content-Disposition"] = 'attachment; filename="own-fish.yaml"'
    return answer
