"""What must be reported where a fishroom stands."""

from __future__ import annotations

from dataclasses import dataclass

from pennywort.core.diagnosis import phrases
from pennywort.core.errors import InvalidInput
from pennywort.core.reference.library import Library


@dataclass(frozen=True, kw_only=True)
class Law:
    """The conditions that must be reported here; ``where`` and ``whom`` in words."""

    conditions: frozenset[str]
    where: str
    whom: str


def law_of(place: str, *, found: Library) -> Law:
    """The law of a place; "" stands for most places, as long as nobody said where this is.

    :raises InvalidInput: no such place.
    """
    if not place:
        most = frozenset(c.id for c in found.conditions.values() if c.notifiable == "most places")
        return Law(conditions=most, where=found.reporting.unknown, whom=phrases.A_VET_OR_THE_AUTHORITY)
    known = next((p for p in found.reporting.places if p.id == place), None)
    if known is None:
        raise InvalidInput(phrases.CHOOSE_A_PLACE, field="law")
    return Law(conditions=frozenset(known.conditions), where=f"in {known.name}", whom=known.whom)
