"""A look: ranked, kept, and with what follows from it."""

from __future__ import annotations

from datetime import datetime, timedelta
from typing import Any, Literal
from uuid import UUID, uuid5

from pennywort.core.errors import InvalidInput
from pennywort.core.reference.disease_models import WaterType
from pennywort.courses.models import Case
from pennywort.courses.queries.span import ended_over, trouble
from pennywort.courses.services.cases import open_case
from pennywort.courses.services.readings import tick_off, tick_tests
from pennywort.fish.models import Group, Look
from pennywort.fish.services import add_look, kind_in
from pennywort.looks.circumstances import newcomer, subject_of
from pennywort.looks.weighing import Diagnosis, Looked, diagnose_typed
from pennywort.records.actor import Actor
from pennywort.tanks.services import add_reading

Kind = Literal["daily", "arrival"]
Place = Literal["", "shop", "bag", "tank"]


def _something(looked: Looked) -> None:
    if not looked.signs and not looked.test.figures:
        raise InvalidInput("Nothing looked at yet: mark at least one sign as seen or not there.", field="signs")


def _kept(diagnosis: Diagnosis, looked: Looked, carried: list[str]) -> dict[str, Any]:
    """What is kept of a look besides its subject."""
    return {
        "fish": looked.fish.strip(),
        "signs": dict(diagnosis.facts.signs),
        "counts": {s: [k, n] for s, (k, n) in looked.counts.items() if looked.signs.get(s)},
        "sizes": dict(looked.sizes),
        "context": list(diagnosis.facts.context),
        "kin": diagnosis.facts.kin or "",
        "carried": [s for s in carried if s in looked.signs],
    }


def record_look(
    actor: Actor,
    *,
    uid: UUID,
    group: Group,
    looked: Looked,
    kind: Kind = "daily",
    place: Place = "",
    carried: list[str] | None = None,
    note: str = "",
    happened_at: datetime | None = None,
    corrects: UUID | None = None,
) -> dict[str, Any]:
    """Keep a look and its water test, open a case if something was seen, and tick off the looks that were due.

    In the bag the test is of the bag's water: it is kept with the look and never counts as the tank's.

    :raises InvalidInput: nothing looked at, an unknown sign, or a reading out of range.
    """
    _something(looked)
    in_bag = place == "bag"
    diagnosis = diagnose_typed(actor, subject_of(actor, group), looked, alone=in_bag)
    if looked.test.figures and not in_bag:
        add_reading(actor, uid=uuid5(uid, "reading"), tank=group.tank, typed=looked.test, happened_at=happened_at)
    bag = diagnosis.readings.read if in_bag else {}
    look = add_look(
        actor, uid=uid, group=group, ranking=diagnosis.ranking, note=note.strip(), happened_at=happened_at, corrects=corrects,
        kind=kind, place=place, bag=bag, **_kept(diagnosis, looked, carried or []),
    )  # fmt: skip
    case = Case.objects.filter(group=group, closed_at=None).first()
    if case is None and trouble(look.signs):
        # of a case that is over by now this is a part, written down later
        case = ended_over(group, look.happened_at) or open_case(actor, write_id=uid, group=group, at=look.happened_at)
    tick_off(actor, tank=group.tank, kind="look", at=look.happened_at)
    if not in_bag:
        tick_tests(actor, tank=group.tank, read=looked.test.read, at=look.happened_at)
    return {"uid": str(look.uid), "case": str(case.uid) if case else None}


def record_inspection(
    actor: Actor, *, uid: UUID, water: WaterType, species: str, fish_count: int, seller: str, looked: Looked, note: str, happened_at: datetime | None
) -> dict[str, Any]:
    """Keep a look at fish that are not bought yet. They become a group when they arrive.

    :raises InvalidInput: nothing looked at, no name of the fish, or an unknown sign.
    """
    _something(looked)
    species_id, species_name = kind_in(actor, species)
    diagnosis = diagnose_typed(actor, newcomer(actor, water=water, species_id=species_id, fish_count=fish_count), looked, alone=True, at_seller=True)
    bag = diagnosis.readings.read
    look = add_look(
        actor, uid=uid, group=None, ranking=diagnosis.ranking, note=note.strip(), happened_at=happened_at, corrects=None, kind="arrival", place="shop",
        bag=bag, water_type=water, species_id=species_id, species_name=species_name, seller=seller.strip(), **_kept(diagnosis, looked, []),
    )  # fmt: skip
    return {"uid": str(look.uid), "case": None}


def waiting_inspections(actor: Actor) -> list[Look]:
    """Looks at fish not bought yet, newest first: of the last thirty days, that did not become a group."""
    since = actor.now - timedelta(days=30)
    found = Look.objects.standing().filter(fishroom=actor.fishroom, group=None, became=None, happened_at__gt=since)
    return list(found.select_related("recorded_by").order_by("-happened_at", "-pk"))
