"""What is going on in a tank: running courses, and the level of each medicine in its water."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import datetime
from typing import Any

from django.db.models import QuerySet

from pennywort.core.course.ledger import Ledger, WaterEvent, rates_of
from pennywort.core.medicine.formulary import Measures
from pennywort.core.medicine.product import Product, active_measured, measured_for
from pennywort.core.reference import library
from pennywort.courses.models import Course, Dose, Task
from pennywort.tanks.models import Tank, WaterChange, WaterReading

# the level below this part of the largest dose is none
GONE_FRACTION = 0.01
WHOLE_CHANGES = ("remove", "transfer")
# steps that leave no entry of their own: done is a tick, and undone by taking it back
TICKED = ("bath", "dip", "swab", "food", "carbon_in", "carbon_out", "lights", "feed", "disinfect", "tell")


def running_courses(tank: Tank, *, now: datetime) -> list[Course]:
    """Courses neither stopped nor past their end, the newest last."""
    return list(Course.objects.filter(tank=tank, stopped_at=None, ends_at__gt=now).select_related("case", "case__group").order_by("starts_at", "pk"))


def open_tasks(tank: Tank, *, now: datetime) -> QuerySet[Task]:
    """Tasks of running courses that nobody did or skipped, in order."""
    return (
        Task.objects.filter(course__tank=tank, course__stopped_at=None, course__ends_at__gt=now, done_at=None, skipped=False)
        .select_related("course__tank", "course__case__group")
        .order_by("due_at", "pk")
    )


def doses_in(tank: Tank) -> QuerySet[Dose]:
    """Doses that stand, oldest first."""
    return Dose.objects.standing().filter(course__tank=tank).select_related("recorded_by", "course", "task").order_by("happened_at", "pk")


def changes_in(tank: Tank) -> QuerySet[WaterChange]:
    """Water changes that stand, oldest first."""
    return WaterChange.objects.standing().filter(tank=tank).select_related("recorded_by").order_by("happened_at", "pk")


def product_of(course: Course, active_id: str) -> Product:
    """What this course doses an active from; the pure powder where nothing else was kept."""
    kept: dict[str, Any] | None = course.products.get(active_id)
    return Product(**kept) if kept else Product(name=library().actives[active_id].name, share=1.0)


def product_amount(course: Course, active_id: str, active_mg: float) -> tuple[Measures, float]:
    """mg, mL or pieces of the course's product that hold this much active."""
    return measured_for(product_of(course, active_id), active_mg=active_mg)


def active_mg_in(course: Course, active_id: str, amount: float) -> float:
    """The active in an amount of the course's product."""
    return active_measured(product_of(course, active_id), amount=amount)


def past_events(tank: Tank, doses: Iterable[Dose], changes: Iterable[WaterChange], *, medicine_id: str) -> list[WaterEvent]:
    """What happened to one medicine in this water: doses with the volume of their day, changes, carbon, readings of it."""
    events = [
        WaterEvent(at=d.happened_at, added_mg=d.amount_mg, net_volume_l=d.net_volume_l)
        for d in doses
        if d.medicine_id == medicine_id and d.amount_mg is not None
    ]
    events += [WaterEvent(at=c.happened_at, changed_fraction=c.changed_fraction) for c in changes]
    carbon = Task.objects.filter(course__tank=tank, kind__in=("carbon_in", "carbon_out"), done_at__isnull=False, skipped=False)
    events += [WaterEvent(at=t.done_at, carbon=t.kind == "carbon_in") for t in carbon if t.done_at]
    if medicine_id == "copper":
        read = WaterReading.objects.standing().filter(tank=tank, copper_mg_per_l__isnull=False)
        events += [WaterEvent(at=r.happened_at, reading_mg_per_l=r.copper_mg_per_l) for r in read]
    return events


def dose_now(task: Task) -> tuple[float | None, float | None]:
    """A dose task's amount for the water as it is measured today: mg of active, or mL of a product by its label.

    The plan was made for the volume of its day; if the tank was measured anew since, the doses still to come follow.
    """
    factor = task.course.tank.net_volume_l / task.course.net_volume_l
    return (
        task.dose_mg * factor if task.dose_mg is not None else None,
        task.dose_ml * factor if task.dose_ml is not None else None,
    )


def due_amount(task: Task) -> tuple[Measures, float]:
    """What is to be measured for a dose task: mg, mL or pieces of the course's product, for the water as measured today."""
    dose_mg, dose_ml = dose_now(task)
    return product_amount(task.course, task.medicine_id, dose_mg) if dose_mg is not None else ("volume", dose_ml or 0.0)


def given_amount(dose: Dose) -> tuple[Measures, float]:
    """What was measured for a dose that was given: the record keeps its active, the keeper reads his product."""
    if dose.amount_mg is None:
        return "volume", dose.amount_ml or 0.0
    return product_amount(dose.course, dose.medicine_id, dose.amount_mg)


def planned_events(tasks: Iterable[Task], *, medicine_id: str, now: datetime) -> list[WaterEvent]:
    """What the plan will do to one medicine; what is overdue counts as done now."""
    events = []
    for task in tasks:
        at = max(task.due_at, now)
        dose_mg, _ = dose_now(task)
        if task.kind == "dose" and task.medicine_id == medicine_id and dose_mg is not None:
            events.append(WaterEvent(at=at, added_mg=dose_mg))
        elif task.kind in ("water_change", *WHOLE_CHANGES) and task.water_share and not task.put_back:
            events.append(WaterEvent(at=at, changed_fraction=task.water_share))
        elif task.kind in ("carbon_in", "carbon_out"):
            events.append(WaterEvent(at=at, carbon=task.kind == "carbon_in"))
    return events


def takes_up(tank: Tank) -> bool:
    """Sand or rock in it takes up what is dosed."""
    return tank.sand_depth_cm > 0 or tank.rock_mass_kg > 0


def ledger_of(tank: Tank, *, medicine_id: str, now: datetime) -> Ledger | None:
    """The past of one medicine in this water; None if it was never given here."""
    doses = [d for d in doses_in(tank) if d.medicine_id == medicine_id and d.happened_at <= now]
    if not doses:
        return None
    start = doses[0].happened_at
    events = [e for e in past_events(tank, doses, changes_in(tank), medicine_id=medicine_id) if start <= e.at <= now]
    return Ledger(
        events,
        start_at=start,
        net_volume_l=doses[0].net_volume_l,
        volume_sd_l=tank.net_uncertainty_l,
        rates=rates_of(library().kinetics.get(medicine_id), sand=takes_up(tank)),
    )


def ahead_of(tank: Tank, past: Ledger | None, tasks: Iterable[Task], *, medicine_id: str, now: datetime) -> Ledger:
    """What the plan makes of one medicine from now on."""
    state = past.state(now) if past else None
    return Ledger(
        planned_events(tasks, medicine_id=medicine_id, now=now),
        start_at=now,
        net_volume_l=tank.net_volume_l,
        volume_sd_l=tank.net_uncertainty_l,
        rates=rates_of(library().kinetics.get(medicine_id), sand=takes_up(tank)),
        level_mg_per_l=past.level(now).concentration_mg_per_l if past else 0.0,
        carbon=state.carbon if state else False,
        sand_mg=state.sand_mg if state else 0.0,
    )


def level_now(tank: Tank, *, medicine_id: str, now: datetime) -> float:
    """The level of one medicine at this instant, mg/L."""
    ledger = ledger_of(tank, medicine_id=medicine_id, now=now)
    return ledger.level(now).concentration_mg_per_l if ledger else 0.0


def medicines_in(tank: Tank, *, now: datetime) -> dict[str, tuple[float, float]]:
    """Medicines still in the water: their level and the largest dose so far, mg/L; under 1 % of that is none."""
    doses = list(doses_in(tank))
    found = {}
    for name in sorted({d.medicine_id for d in doses if d.medicine_id}):
        most = max((d.amount_mg or 0) / d.net_volume_l for d in doses if d.medicine_id == name)
        level = level_now(tank, medicine_id=name, now=now)
        if level > GONE_FRACTION * most:
            found[name] = (level, most)
    return found
