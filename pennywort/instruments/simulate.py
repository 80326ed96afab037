"""Stand-ins for instruments: what each would send, with noise, drift and faults, from a seed. No clock, no network."""

from __future__ import annotations

import math
import random
from collections.abc import Iterator
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Any, Literal

Fault = Literal["none", "stuck", "jump", "broken"]


@dataclass(frozen=True, kw_only=True)
class Truth:
    """How the water is, for the stand-ins to follow."""

    temperature_c: float = 25.0
    salinity_g_per_kg: float = 0.3
    copper_mg_per_l: float = 0.0
    unionised_ammonia_as_n_mg_per_l: float = 0.002


@dataclass(frozen=True, kw_only=True)
class StandIn:
    """One simulated instrument. From ``fault_at`` on it has its fault; ``drift_per_day`` is in the unit of its first measure."""

    kind: str
    seed: int
    drift_per_day: float = 0.0
    fault: Fault = "none"
    fault_at: datetime | None = None


def figures(stand_in: StandIn, truth: Truth, *, since: datetime, until: datetime, every: timedelta) -> Iterator[dict[str, Any]]:
    """The lines that it would send between two instants, in the open format; the same seed, the same lines."""
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


def _reads(stand_in: StandIn, truth: Truth, *, at: datetime, days: float) -> dict[str, float]:
    """Truth, a day's swing, drift and noise, rounded as the display does."""
    rng = random.Random(f"{stand_in.seed} {at.isoformat()}")  # noqa: S311
    swing = math.sin((at.hour + at.minute / 60 - 9) / 24 * 2 * math.pi)
    drift = stand_in.drift_per_day * days
    if stand_in.kind == "thermometer":
        return {"temperature_c": round(truth.temperature_c + 0.3 * swing + drift + rng.gauss(0, 0.06), 1)}
    if stand_in.kind == "salinity_pen":
        salinity = max(0.0, truth.salinity_g_per_kg + drift + rng.gauss(0, 0.08))
        return {"salinity_g_per_kg": round(salinity, 1), "tds_mg_per_l": round(salinity * 1000 + rng.gauss(0, 8))}
    if stand_in.kind == "copper_colorimeter":
        return {"copper_mg_per_l": round(max(0.0, truth.copper_mg_per_l + drift + rng.gauss(0, 0.012)), 2)}
    if stand_in.kind == "ammonia_badge":
        return {"unionised_ammonia_as_n_mg_per_l": round(max(0.0, truth.unionised_ammonia_as_n_mg_per_l + drift + rng.gauss(0, 0.001)), 3)}
    return {}


def pump_reports(schedule: list[dict[str, Any]], *, until: datetime) -> list[dict[str, Any]]:
    """What a pump reports of the doses of its schedule that are due: each given when it was due, as exactly as its gear allows."""
    due = [d for d in schedule if datetime.fromisoformat(d["due_at"]) <= until]
    return [{"report": "dose", "task": d["task"], "at": d["due_at"], "ml": round(d["ml"], 2)} for d in due]
