"""What is going on in a tank: running courses, and the level of each medicine in its water."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import datetime, timedelta
from typing import Any, NamedTuple

from django.db.models import QuerySet

from pennywort.core.medicine.product import Product, active_measured, measured_for
from pennywort.core.medicine.tools import Measures
from pennywort.core.reference import library
from pennywort.core.units import show_amount
from pennywort.courses.models import Course, Dose, Task
from pennywort.records.actor import Actor
from pennywort.tanks.models import Tank
from pennywort.tanks.queries import on_one_water

# the level below this part of the largest dose is none
GONE_FRACTION = 0.01
# a dose belongs to its course from this long before its start
BEFORE_START = timedelta(hours=12)
# how a kept product says that it is dosed as itself
DIRECT = "direct"
# where less than this part of a refill is missing, the water is full: the plan's dose stands, with its warning
LEAST_REFILL = 0.05
WHOLE_CHANGES = ("remove", "transfer")
# what is stood at by the clock, step by step
RUN_HERE = ("bath", "dip", "swab")
# steps that leave no entry of their own: done is a tick, and undone by taking it back
TICKED = (*RUN_HERE, "food", "carbon_in", "carbon_out", "lights", "feed", "disinfect", "tell")


class Given(NamedTuple):
    """A dose that stands, as many of them are read at once."""

    tank_id: int
    happened_at: datetime
    course_id: int
    medicine_id: str
    product: str
    amount_mg: float | None
    amount_ml: float | None
    product_mg: float | None
    pieces_count: float | None
    net_volume_l: float
    water_change_id: int | None


def running_courses(tank: Tank, *, now: datetime) -> list[Course]:
    """Courses in this water neither stopped nor past their end, the newest last."""
    return list(
        Course.objects.filter(tank__in=on_one_water(tank), stopped_at=None, ends_at__gt=now).select_related("case", "case__group").order_by("starts_at", "pk")
    )


def open_tasks(tank: Tank, *, now: datetime) -> QuerySet[Task]:
    """Tasks of the running courses in this water that nobody did or left out, in order."""
    return (
        Task.objects.filter(course__tank__in=on_one_water(tank), course__stopped_at=None, course__ends_at__gt=now, done_at=None, skipped=False)
        .select_related("course__tank", "course__case__group")
        .order_by("due_at", "pk")
    )


def product_of(course: Course, active_id: str) -> Product:
    """What this course doses an active from; the pure powder where nothing else was kept."""
    kept: dict[str, Any] | None = course.products.get(active_id)
    active = library().actives[active_id]
    if not kept:
        return Product(name=active.name, share=1.0)
    return Product(**{k: v for k, v in kept.items() if k != DIRECT}, mg_per_ul=active.mg_per_ul if kept.get(DIRECT) else None)


def kept_product(product: Product) -> dict[str, Any]:
    """As a course keeps it: what is dosed as itself says so; how much a microlitre of that holds is known of its active."""
    return {k: v for k, v in vars(product).items() if k != "mg_per_ul"} | {DIRECT: product.direct}


def product_amount(course: Course, active_id: str, active_mg: float) -> tuple[Measures, float]:
    """mg, mL or pieces of the course's product that hold this much active."""
    return measured_for(product_of(course, active_id), active_mg=active_mg)


def active_mg_in(course: Course, active_id: str, amount: float) -> float:
    """The active in an amount of the course's product."""
    return active_measured(product_of(course, active_id), amount=amount)


def by_label(entry: Task | Dose | Given) -> tuple[Measures, float] | None:
    """What a task or an entry holds of a product by its label: mL, mg or pieces of it. None where it is told by its active."""
    names: tuple[tuple[Measures, str], ...] = (
        (("volume", "dose_ml"), ("mass", "dose_product_mg"), ("pieces", "dose_pieces_count"))
        if isinstance(entry, Task)
        else (("volume", "amount_ml"), ("mass", "product_mg"), ("pieces", "pieces_count"))
    )
    if (entry.dose_mg if isinstance(entry, Task) else entry.amount_mg) is not None:
        return None
    return next(((measures, getattr(entry, name)) for measures, name in names if getattr(entry, name) is not None), None)


def labels_on(course: Course) -> list[dict[str, Any]]:
    """The directions of every product that this course gives by its label, the first one first."""
    return [*([course.label] if course.label else []), *course.also_labels]


def label_of(task: Task) -> dict[str, Any]:
    """The label that a dose task goes by; empty for one that is told by its active."""
    if task.dose_mg is not None:
        return {}
    labels = labels_on(task.course)
    return next((x for x in labels if task.product and str(x["product"]).strip() == task.product), labels[0] if labels else {})


def held_by_labels(course: Course) -> set[str]:
    """Actives that the products by their labels hold, as far as those name them."""
    return {name for label in labels_on(course) for name in label.get("holds", ())}


def dose_now(task: Task, *, level_mg_per_l: float | None = None) -> float | None:
    """A dose task's amount for the water as it is today, mg of active; None where a product is given by its label.

    The plan was made for the volume of its day; if the tank was measured anew since, the doses still to come follow. A dose
    that fills up to its level is what is missing at the level of now, where that is told; a full water gets the plan's own.
    """
    tank, course = task.course.tank, task.course
    if task.dose_mg is None:
        return None
    planned_mg = task.dose_mg * tank.net_volume_l / course.net_volume_l
    if level_mg_per_l is None or not task.refill or task.expected_mg_per_l is None:
        return planned_mg
    missing_mg = (task.expected_mg_per_l - level_mg_per_l) * tank.net_volume_l
    return missing_mg if missing_mg > LEAST_REFILL * planned_mg else planned_mg


def due_amount(task: Task, *, level_mg_per_l: float | None = None) -> tuple[Measures, float]:
    """What is to be measured for a dose task: mg, mL or pieces of the course's product, for the water as it is today."""
    dose_mg = dose_now(task, level_mg_per_l=level_mg_per_l)
    if dose_mg is not None:
        return product_amount(task.course, task.medicine_id, dose_mg)
    measures, amount = by_label(task) or ("volume", 0.0)
    return measures, amount * task.course.tank.net_volume_l / task.course.net_volume_l


def given_amount(course: Course, dose: Dose | Given) -> tuple[Measures, float]:
    """What was measured for a dose that was given: the record keeps its active, the keeper reads his product."""
    return by_label(dose) or ("volume", 0.0) if dose.amount_mg is None else product_amount(course, dose.medicine_id, dose.amount_mg)


def takes_up(tank: Tank) -> bool:
    """Sand or rock in it takes up what is dosed."""
    return tank.sand_depth_cm > 0 or tank.rock_mass_kg > 0


def standing_in(tanks: Iterable[Tank]) -> dict[str, str]:
    """The sand and rock that stand in one water, each in words."""
    tanks = list(tanks)
    deepest_cm, rock_kg = max((t.sand_depth_cm for t in tanks), default=0.0), sum(t.rock_mass_kg for t in tanks)
    sand = {"sand": f"{deepest_cm:g} cm of sand"} if deepest_cm > 0 else {}
    return sand | ({"rock": f"{rock_kg:g} kg of rock"} if rock_kg > 0 else {})


def amount_words(course: Course, dose: Dose | Given, actor: Actor) -> str:
    """A dose in words, by its product: '57 g salt'."""
    amount = show_amount(*given_amount(course, dose), actor.preferences).text
    return f"{amount} {library().actives[dose.medicine_id].short_name if dose.medicine_id else dose.product}"
