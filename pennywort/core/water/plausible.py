"""Whether a figure that an instrument sends can be true: out of range, a jump, or stuck."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Literal

from pennywort.core.errors import InvalidInput
from pennywort.core.reference.models import InstrumentMeasure
from pennywort.core.water import phrases

Seen = Literal["ok", "out_of_range", "jump", "stuck"]
# a jump that as many samples in a row agree on is the water, not the instrument (common practice: read it three times)
AGREE_COUNT = 3
# fewer of the same figure say nothing
LEAST_STUCK_COUNT = 6


@dataclass(frozen=True, kw_only=True)
class Sampled:
    """One figure of an instrument and how it was judged; ``value`` in the unit of its measure."""

    at: datetime
    value: float
    seen: Seen = "ok"


@dataclass(frozen=True, kw_only=True)
class Judged:
    """``ok``, or why a figure is not believed, in words."""

    seen: Seen
    words: str


def judge(value: float, *, at: datetime, before: Sequence[Sampled], measure: InstrumentMeasure) -> Judged:
    """Hold one figure against what the instrument can read and what it sent before.

    In the unit of the measure; steps, jumps an hour and hours without change by the reference.

    :param before: its earlier figures of this measure, oldest first. :raises InvalidInput: no number.
    """
    if not math.isfinite(value):
        raise InvalidInput(phrases.NOT_A_NUMBER, field="value")
    if not measure.low <= value <= measure.high:
        return Judged(seen="out_of_range", words=phrases.cannot_be_read(value, measure.unit))
    if _stuck(value, at=at, before=before, measure=measure):
        return Judged(seen="stuck", words=phrases.stuck(measure.stuck_h))
    last = next((s for s in reversed(before) if s.seen == "ok"), None)
    if last is None or not _jumps(value, at=at, last=last, measure=measure):
        return Judged(seen="ok", words="")
    lately = [s for s in before if s.at > last.at and s.seen == "jump"][-(AGREE_COUNT - 1) :]
    if len(lately) == AGREE_COUNT - 1 and all(abs(s.value - value) <= measure.noise for s in lately):
        return Judged(seen="ok", words="")
    hours = (at - last.at) / timedelta(hours=1)
    within = f"{hours * 60:.0f} minutes" if hours < 2 else f"{hours:.0f} hours"
    return Judged(seen="jump", words=phrases.changed_too_fast(last.value, value, measure.unit, within))


def _jumps(value: float, *, at: datetime, last: Sampled, measure: InstrumentMeasure) -> bool:
    hours = max(0.0, (at - last.at) / timedelta(hours=1))
    return abs(value - last.value) > measure.noise + measure.jump_per_h * hours


def _stuck(value: float, *, at: datetime, before: Sequence[Sampled], measure: InstrumentMeasure) -> bool:
    """The very same figure longer than any water stands still; nothing at all is no figure (none of a medicine is 0)."""
    if not measure.stuck_h or value == 0:
        return False
    count, since = 0, at
    for s in reversed(before):
        if abs(s.value - value) > measure.step / 1000:
            break
        count, since = count + 1, s.at
    return count >= LEAST_STUCK_COUNT and at - since > timedelta(hours=measure.stuck_h)
