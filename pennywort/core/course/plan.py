"""From a protocol to dated tasks."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from typing import Literal
from zoneinfo import ZoneInfo

from pennywort.core.errors import InvalidInput, Refused
from pennywort.core.medicine.dose import Water, known_water, label_dose_ml, mass_for_target_mg
from pennywort.core.medicine.slip import LabelDirections, check_label
from pennywort.core.reference.models import Protocol, ProtocolStep, Species

TaskKind = Literal["dose", "water_change", "water_test", "look", "temperature"]


@dataclass(frozen=True, kw_only=True)
class PlannedTask:
    """One dated thing to do. Doses are mg of active (by weight) or mL of product (by label)."""

    kind: TaskKind
    title: str
    due_at: datetime
    medicine: str | None = None
    dose_mg: float | None = None
    dose_ml: float | None = None
    water_share: float | None = None
    put_back: bool = False
    temperature_c: float | None = None


@dataclass(frozen=True, kw_only=True)
class Plan:
    """A protocol on the calendar. All instants are aware and in UTC; tasks in the order they fall due."""

    starts_at: datetime
    treatment_ends_at: datetime
    observe_starts_at: datetime
    ends_at: datetime
    tasks: tuple[PlannedTask, ...]


def _at(start: datetime, hours: float, *, zone: ZoneInfo) -> datetime:
    """``hours`` after the start; whole days keep the clock time of the fishroom across a change of summer time."""
    if hours % 24 == 0:
        local = start.astimezone(zone).replace(tzinfo=None) + timedelta(hours=hours)
        return local.replace(tzinfo=zone).astimezone(UTC)
    return start + timedelta(hours=hours)


def _hours(step: ProtocolStep) -> list[float]:
    if step.every_h is None or step.until_h is None:
        return [step.start_h]
    count = math.floor((step.until_h - step.start_h) / step.every_h + 1e-9)
    return [step.start_h + i * step.every_h for i in range(count + 1) if step.start_h + i * step.every_h < step.until_h + 1e-9]


def _bearable_c(step: ProtocolStep, *, species: Sequence[Species]) -> float | None:
    if step.temperature is None:
        return None
    tightest = min((s for s in species if s.temperature.high is not None), key=lambda s: s.temperature.high or 0, default=None)
    wanted = step.temperature.value
    if tightest is None or tightest.temperature.high is None or tightest.temperature.high >= wanted:
        return wanted
    if tightest.temperature.high < (step.temperature.low or wanted):
        raise Refused(f"{tightest.name.capitalize()} live here and bear at most {tightest.temperature.high:g} °C: no warmth for them.", field="protocol")
    return tightest.temperature.high


def _steps(
    protocol: Protocol, *, start: datetime, zone: ZoneInfo, water: Water | None, targets_mg_per_l: dict[str, float], species: Sequence[Species]
) -> list[PlannedTask]:
    tasks = []
    for step in protocol.steps:
        if step.kind == "observe":
            continue
        dose_mg = None
        if step.kind == "dose" and step.medicine is not None:
            target = targets_mg_per_l[step.medicine]
            dose_mg = (step.share or 1.0) * mass_for_target_mg(net_volume_l=known_water(water).net_volume_l, target_mg_per_l=target)
        for hours in _hours(step):
            tasks.append(
                PlannedTask(
                    kind=step.kind,
                    title=step.title,
                    due_at=_at(start, hours, zone=zone),
                    medicine=step.medicine,
                    dose_mg=dose_mg,
                    water_share=step.share if step.kind == "water_change" else None,
                    put_back=step.put_back,
                    temperature_c=_bearable_c(step, species=species),
                )
            )
    return tasks


def _label(label: LabelDirections, *, start: datetime, zone: ZoneInfo, water: Water | None) -> list[PlannedTask]:
    check_label(label)
    dose_ml = label_dose_ml(net_volume_l=known_water(water).net_volume_l, label_amount_ml=label.amount_ml, label_per_volume_l=label.per_volume_l)
    count = math.ceil(label.days * 24 / label.every_h - 1e-9)
    doses = [PlannedTask(kind="dose", title=f"Dose {i + 1} of {count}", due_at=_at(start, i * label.every_h, zone=zone), dose_ml=dose_ml) for i in range(count)]
    looks = [PlannedTask(kind="look", title="Look: better, same or worse", due_at=_at(start, 24.0 * day, zone=zone)) for day in range(1, label.days + 1)]
    tests = [PlannedTask(kind="water_test", title="Ammonia and nitrite", due_at=_at(start, 24.0 * day, zone=zone)) for day in range(2, label.days + 1, 2)]
    out = PlannedTask(kind="water_change", title="Change half, carbon in: medicine out", due_at=_at(start, 24.0 * label.days, zone=zone), water_share=0.5)
    return [*doses, *looks, *tests, out]


def make_plan(
    protocol: Protocol,
    *,
    start_at: datetime,
    zone: ZoneInfo,
    water: Water | None,
    species: Sequence[Species],
    targets_mg_per_l: dict[str, float] | None = None,
    label: LabelDirections | None = None,
) -> Plan:
    """Put a protocol on the calendar.

    :param start_at: aware instant of the first task. :param zone: the fishroom's zone; daily tasks keep its clock.
    :raises InvalidInput: a naive start, or impossible label directions. :raises NotKnownYet: no net volume.
    :raises Refused: warmth that a fish here does not bear.
    """
    if start_at.tzinfo is None:
        raise InvalidInput("Give the time with its zone.", field="starts_at")
    start = start_at.astimezone(UTC)
    observe_h = 24 * protocol.days_of_observation.value
    if protocol.kind == "label":
        if label is None:
            raise InvalidInput("Say what the label tells.", field="label.amount")
        tasks = _label(label, start=start, zone=zone, water=water)
        treated_h = 24.0 * label.days
    else:
        tasks = _steps(protocol, start=start, zone=zone, water=water, targets_mg_per_l=targets_mg_per_l or {}, species=species)
        treated_h = 24 * protocol.days_of_treatment.value if protocol.days_of_treatment else 0.0
    ends = treated_h + observe_h
    window = next((s for s in protocol.steps if s.kind == "observe"), None)
    observe_start_h = window.start_h if window else treated_h
    if window and window.until_h:
        ends = window.until_h
    order = {"water_change": 0, "dose": 1, "temperature": 2, "look": 3, "water_test": 4}
    return Plan(
        starts_at=start,
        treatment_ends_at=_at(start, treated_h, zone=zone),
        observe_starts_at=_at(start, observe_start_h, zone=zone),
        ends_at=_at(start, ends, zone=zone),
        tasks=tuple(sorted(tasks, key=lambda t: (t.due_at, order[t.kind]))),
    )
