"""What to do first when the power, a heater or a tank fails, and which tank comes first."""

from __future__ import annotations

from uuid import UUID

from django.http import HttpRequest
from ninja import Path, Router

from pennywort.core.outcome.crowding import grams_per_l
from pennywort.core.reference import library
from pennywort.fish.queries import count_of, fish_words, groups_of
from pennywort.library.api import SourcedText
from pennywort.records.actor import Actor
from pennywort.records.grouped import grouped
from pennywort.records.requests import act
from pennywort.records.schemas import Plain

router = Router(tags=["tanks"])


class FirstTankOut(Plain):
    """A water with fish in it, the one that runs out of air first in front."""

    uid: UUID
    name: str
    code: str
    fish: str


class EmergencyOut(Plain):
    id: str
    name: str
    sentence: str
    steps: list[SourcedText]
    then: list[SourcedText]


class EmergenciesOut(Plain):
    kinds: list[EmergencyOut]
    first: list[FirstTankOut]


@router.get("/emergencies", response=EmergenciesOut, operation_id="emergencies")
def emergencies(request: HttpRequest, room_id: Path[UUID]) -> EmergenciesOut:
    """First steps, and the tanks in the order in which their fish need air."""
    return EmergenciesOut(
        kinds=[
            EmergencyOut(id=e.id, name=e.name, sentence=e.sentence, steps=[SourcedText.of(s) for s in e.steps], then=[SourcedText.of(s) for s in e.then])
            for e in library().emergencies.values()
        ],
        first=_in_need(act(request, room_id)),
    )


def _in_need(actor: Actor) -> list[FirstTankOut]:
    """By how much fish there is for its water, at their full size; tanks on one sump are one water."""
    by_water = grouped((group for group in groups_of(actor) if count_of(group).count), lambda group: group.tank.water_id)
    rows = []
    for groups in by_water.values():
        # of kinds of a fishroom's own no length is known
        kinds = [library().species.get(g.species_id) for g in groups]
        fish = [(count_of(g).count, kind.adult_cm if kind else None) for g, kind in zip(groups, kinds, strict=True)]
        tanks = list(dict.fromkeys(g.tank for g in groups))
        row = FirstTankOut(uid=tanks[0].uid, name=" and ".join(t.name for t in tanks), code=tanks[0].code, fish=fish_words(groups))
        rows.append((grams_per_l(fish, net_volume_l=tanks[0].net_volume_l), row))
    return [row for _, row in sorted(rows, key=lambda pair: (-pair[0], pair[1].name))]
