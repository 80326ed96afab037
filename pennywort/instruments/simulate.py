"""Stand-ins for instruments: what each would send, with noise, drift and faults, from a seed. No clock, no network."""

from __future__ import annotations

import math
import random
from collections.abc import Iterator, Mapping
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Any, Literal

from pennywort.core.reference.models import InstrumentKind

Fault = Literal["none", "stuck", "jump", "broken"]


@dataclass(frozen=True, kw_only=True)
class StandIn:
    """One simulated instrument. From ``fault_at`` on it has its fault; ``drift_per_day`` is in the unit of each of its measures."""

    kind: InstrumentKind
    seed: int
    drift_per_day: float = 0.0
    fault: Fault = "none"
    fault_at: datetime | None = None


def figures(stand_in: StandIn, truth: Mapping[str, float], *, since: datetime, until: datetime, every: timedelta) -> Iterator[dict[str, Any]]:
    """The lines that it would send between two instants, in the open format; the same seed, the same lines.

    :param truth: how the water is, by the name of the measure; what is missing reads nothing.
    """
    at = since
    held: dict[str, float] = {}
    while at <= until:
        for name, value in _reads(stand_in, truth, at=at, days=(at - since) / timedelta(days=1)).items():
            broken = stand_in.fault != "none" and stand_in.fault_at is not None and at >= stand_in.fault_at
            if broken and stand_in.fault == "stuck":
                value = held.setdefault(name, value)
            elif broken and stand_in.fault == "jump":
                value = value + 9.0
            elif broken and stand_in.fault == "broken":
                value = -127.0
            yield {"at": at.isoformat(), "measure": name, "value": value}
        at += every


def _reads(stand_in: StandIn, truth: Mapping[str, float], *, at: datetime, days: float) -> dict[str, float]:
    """Truth, a day's swing, drift and noise (a quarter of how far it wavers), rounded to the finest step, as the display does."""
    rng = random.Random(f"{stand_in.seed} {at.isoformat()}")  # noqa: S311
    swing = math.sin((at.hour + at.minute / 60 - 9) / 24 * 2 * math.pi)
    shown: dict[str, float] = {}
    for m in stand_in.kind.measures:
        value = shown[m.of] * m.times if m.of else truth.get(m.name, 0.0) + m.swing * swing + stand_in.drift_per_day * days
        shown[m.name] = _stepped(min(m.high, max(m.low, value + rng.gauss(0, m.noise / 4))), m.step)
    return shown


def _stepped(value: float, step: float) -> float:
    """A figure on the display: to its finest step, with no longer tail than that."""
    return round(round(value / step) * step, max(0, -math.floor(math.log10(step))))


def pump_reports(schedule: list[dict[str, Any]], *, until: datetime) -> list[dict[str, Any]]:
    """What a pump reports of the doses of its schedule that are due: each given when it was due, as exactly as its gear allows."""
    due = [d for d in schedule if datetime.fromisoformat(d["due_at"]) <= until]
    return [{"report": "dose", "task": d["task"], "at": d["due_at"], "ml": round(d["ml"], 2)} for d in due]
