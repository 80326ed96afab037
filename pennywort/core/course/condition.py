"""Whether a step that hangs on something is to be taken: by the water as it was read, or by how the fish went."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import Literal

from pennywort.core.course import phrases
from pennywort.core.diagnosis.progress import Seen, progress
from pennywort.core.reference.course_models import OnlyIf
from pennywort.core.reference.library import Library
from pennywort.core.reference.register import called

# hardness is held against its limit as it is kept
UNITS = {"concentration": " mg/L", "hardness": " mg/L", "salinity": " g/kg"}


@dataclass(frozen=True, kw_only=True)
class Decision:
    """``applies``: take it; ``does_not``: leave it out; ``unknown``: ``words`` say what must be looked at or read first."""

    state: Literal["applies", "does_not", "unknown"]
    words: str


def decide(only_if: OnlyIf, *, readings: Mapping[str, float], looks: Sequence[Seen], day: float, found: Library) -> Decision:
    """Decide one condition.

    :param readings: fresh ones by their id; hardness in mg/L as CaCO3; ammonia, nitrite and nitrate in mg/L as the ion, as kits show them.
    :param looks: those since the course began and the last before it, oldest first, by day of the course.
    :param day: days since the course began.
    """
    if only_if.reading is not None:
        return _by_reading(only_if, readings, found)
    if only_if.no_better_by_day is None:
        return Decision(state="unknown", words=phrases.decide_by_eye(only_if.words))
    if day < only_if.no_better_by_day - 0.5:
        return Decision(state="unknown", words=phrases.decided_on_day(only_if.no_better_by_day))
    if not looks or looks[-1].day < only_if.no_better_by_day - 1:
        return Decision(state="unknown", words=phrases.NOT_LOOKED_SINCE)
    gone = progress(looks, found=found)
    if gone is None:
        return Decision(state="unknown", words=phrases.NOTHING_TO_COMPARE)
    if gone.since_first == "better":
        return Decision(state="does_not", words=phrases.BETTER_THAN_AT_FIRST)
    if gone.since_first == "mixed":
        return Decision(state="unknown", words=phrases.BETTER_AND_WORSE)
    return Decision(state="applies", words=phrases.no_better_than_at_first(gone.since_first))


def _by_reading(only_if: OnlyIf, readings: Mapping[str, float], found: Library) -> Decision:
    reading = called().get(only_if.reading or "", only_if.reading or "")
    kind, value = found.readings.get(reading), readings.get(reading)
    name = (kind.asked_as or kind.name) if kind else reading.replace("_", " ")
    if value is None:
        return Decision(state="unknown", words=phrases.read_first(name))
    told = f"{name} {value:.3g}{UNITS.get(kind.typed_as, '') if kind else ''}"
    if only_if.above is not None and value > only_if.above:
        return Decision(state="applies", words=phrases.above_take_it(told, only_if.above))
    if only_if.below is not None and value < only_if.below:
        return Decision(state="applies", words=phrases.below_take_it(told, only_if.below))
    limit = phrases.limit_not_passed(only_if.above, only_if.below)
    return Decision(state="does_not", words=phrases.leave_it_out(told, limit))
