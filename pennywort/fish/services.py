"""Writes about fish: arrivals, looks, observations."""

from __future__ import annotations

from datetime import date, datetime, timedelta
from typing import Any
from uuid import UUID, uuid5

from pennywort.core.diagnosis.ranking import SOMETHING_ELSE, Ranking
from pennywort.core.errors import Conflict, InvalidInput
from pennywort.core.outcome.figures import Count, check_count
from pennywort.core.reference import library
from pennywort.fish.models import Group, Look, Observation, OwnSpecies
from pennywort.records.actor import Actor
from pennywort.records.services import find, new_entry
from pennywort.tanks.models import Tank

# no gill moves faster; a quicker count is a doubled tap
MOST_BREATHS = 300


def species_of(text: str) -> tuple[str, str]:
    """Id and name of a kind of fish as typed; the id is empty for one that is not on the built-in list.

    :raises InvalidInput: nothing typed.
    """
    typed = text.strip()
    if not typed:
        raise InvalidInput("Write which fish these are.", field="species")
    said = typed.casefold()
    known = next((s for s in library().species.values() if said in (s.id, s.name.casefold(), *(a.casefold() for a in s.also))), None)
    known = known or next((s for s in library().species.values() if said == s.latin.casefold()), None)
    return (known.id, known.name) if known else ("", typed)


def kind_in(actor: Actor, text: str) -> tuple[str, str]:
    """The same in a fishroom, which may have kinds of its own. :raises InvalidInput: nothing typed."""
    species_id, name = species_of(text)
    own = None if species_id or actor.fishroom.pk is None else OwnSpecies.objects.filter(fishroom=actor.fishroom, name__iexact=name).first()
    return (own.species_id, own.name) if own else (species_id, name)


def write_down_kind(actor: Actor, *, uid: UUID, name: str, water_type: str, kin: str) -> str:
    """A kind that is on no list, kept for this fishroom: its water and its kin. Answers its id. :raises InvalidInput: an unknown kin."""
    if kin not in library().kin:
        raise InvalidInput("Choose what kind of fish it is.", field="kin")
    own = OwnSpecies.objects.create(
        uid=uid, fishroom=actor.fishroom, recorded_at=actor.now, recorded_by=actor.keeper, name=name, water_type=water_type, kin=kin
    )
    return own.species_id


def find_waiting(actor: Actor, uid: UUID) -> Look:
    """A look at fish not bought yet. :raises Conflict: it belongs to a group already."""
    look = find(Look, actor, uid, name="look")
    if look.group_id is not None or Group.objects.filter(seen_before=look).exists():
        raise Conflict("This look belongs to a group already.", field="seen_before")
    return look


def add_group(
    actor: Actor,
    *,
    uid: UUID,
    tank: Tank,
    species: str,
    count: int,
    count_plus_minus: int,
    dead_on_arrival: int,
    supplier: str,
    arrived_on: date | None,
    seen_before: UUID | None = None,
    ordered_count: int | None = None,
    kin: str = "",
    dead_on_arrival_plus_minus: int = 0,
) -> dict[str, Any]:
    """Fish arrive in a tank. ``species`` may be from the built-in list (by id or name), of the fishroom's own, or free text.

    ``kin``: of a name that nobody knows yet what kind of fish it is; it is then kept for the fishroom, with this tank's water.
    ``seen_before`` is the look at these fish at the seller's.
    """
    species_id, species_name = kind_in(actor, species)
    if kin and not species_id:
        species_id = write_down_kind(actor, uid=uuid5(uid, "kind"), name=species_name, water_type=tank.water_type, kin=kin)
    before = find_waiting(actor, seen_before) if seen_before else None
    check_count(Count(count=count, plus_minus=count_plus_minus), field="count", least=1)
    if not 0 <= dead_on_arrival <= count:
        raise InvalidInput("No more can be dead on arrival than arrived.", field="dead_on_arrival")
    check_count(Count(count=dead_on_arrival, plus_minus=dead_on_arrival_plus_minus), field="dead_on_arrival")
    if ordered_count is not None:
        check_count(Count(count=ordered_count), field="ordered_count", least=1)
    today = actor.local(actor.now).date()
    day = arrived_on or today
    if day > today or day < today - timedelta(days=365 * 30):
        raise InvalidInput("They can’t have arrived in the future, nor thirty years ago.", field="arrived_on")
    if tank.put_away_at is not None:
        raise Conflict(f"{tank.name} is put away. Set it up again first.", field="tank")
    group = Group.objects.create(
        uid=uid,
        fishroom=actor.fishroom,
        recorded_at=actor.now,
        recorded_by=actor.keeper,
        tank=tank,
        species_id=species_id,
        species_name=species_name,
        seen_before=before,
        count=count,
        count_plus_minus=count_plus_minus,
        dead_on_arrival=dead_on_arrival,
        dead_on_arrival_plus_minus=dead_on_arrival_plus_minus,
        ordered_count=ordered_count,
        supplier=supplier.strip(),
        arrived_on=day,
    )
    return {"uid": str(group.uid)}


def group_of(actor: Actor, uid: UUID) -> Group:
    """:raises NotFound: not in this fishroom."""
    return find(Group, actor, uid, name="group of fish")


def add_look(
    actor: Actor, *, uid: UUID, group: Group | None, ranking: Ranking, note: str, happened_at: datetime | None, corrects: UUID | None, **facts: Any
) -> Look:
    """One look, kept with the ranking it gave, so that old looks keep their old answer."""
    shares = {line.condition: round(line.share, 4) for line in ranking.ranked if line.share >= 0.00005}
    return new_entry(
        Look,
        actor,
        uid=uid,
        name="look",
        happened_at=happened_at,
        corrects=corrects,
        group=group,
        shares={**shares, SOMETHING_ELSE: round(ranking.something_else_share, 4)},
        verdict=ranking.verdict,
        note=note,
        **facts,
    )


def add_observation(
    actor: Actor,
    *,
    uid: UUID,
    group: Group,
    appetite: str,
    breathing: str,
    note: str,
    happened_at: datetime | None,
    corrects: UUID | None,
    breaths_per_min: int | None = None,
    compared: str = "",
    fed: str = "",
) -> dict[str, Any]:
    """Appetite, breathing, a note. :raises InvalidInput: nothing observed, or no breaths a fish takes."""
    if not (appetite or breathing or note.strip() or compared or fed or breaths_per_min is not None):
        raise InvalidInput("Nothing to write down yet.", field="note")
    if breaths_per_min is not None and not 1 <= breaths_per_min <= MOST_BREATHS:
        raise InvalidInput(f"Between 1 and {MOST_BREATHS} breaths a minute. Tap along once more.", field="breaths_per_min")
    values = {
        "group": group, "appetite": appetite, "breathing": breathing, "note": note.strip(), "breaths_per_min": breaths_per_min,
        "compared": compared, "fed": fed,
    }  # fmt: skip
    entry = new_entry(Observation, actor, uid=uid, name="observation", happened_at=happened_at, corrects=corrects, **values)
    return {"uid": str(entry.uid)}
