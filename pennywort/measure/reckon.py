"""From a request of any kind to its answer."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from pennywort.core.errors import NotFound, PennywortError
from pennywort.measure import corrections as others
from pennywort.measure import dips, dose, food, questions, waters
from pennywort.measure.schemas import MeasuredOut, ProblemOut, RowOut
from pennywort.records.actor import Actor

KINDS: dict[str, Callable[[Actor, Any], MeasuredOut]] = {
    "dose": dose.dose,
    "label": others.label,
    "vessel": waters.vessel,
    "true_volume": waters.true_volume,
    "salinity": waters.salinity,
    "osmolality": waters.osmolality,
    "salt_steps": waters.salt_steps,
    "carries": waters.carries,
    "dips": dips.dips,
    "nitrite": waters.nitrite,
    "correct": others.correct,
    "food": food.food,
    "ammonia": waters.ammonia,
    "tap": others.tap,
    "disinfect": others.disinfect,
    "stop": others.stop,
    "what_is": questions.what_is,
    "free_ammonia": questions.free_ammonia,
    "half_life": questions.half_life,
}


def reckon(actor: Actor, body: Any) -> MeasuredOut:
    """:raises PennywortError: naming the field, as each kind says."""
    return KINDS[body.kind](actor, body)


def row(actor: Actor, body: Any) -> RowOut:
    """The same for a row of a worksheet: a fault stays in its row."""
    try:
        return RowOut(answer=reckon(actor, body), problem=None)
    except (PennywortError, NotFound) as error:
        return RowOut(answer=None, problem=ProblemOut(detail=error.message, field=getattr(error, "field", "") or ""))
