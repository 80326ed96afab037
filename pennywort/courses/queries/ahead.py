"""What the running courses of a tank still ask for, in order: for the tank card, the presses of Today and the calendar."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime

from pennywort.core.medicine.phrases import time_in
from pennywort.core.units import Preferences, show_amount, show_fraction, show_temperature
from pennywort.courses.models import Task
from pennywort.courses.queries.running import due_amount, open_tasks
from pennywort.records.actor import Actor
from pennywort.tanks.models import Tank


@dataclass(frozen=True, kw_only=True)
class Ahead:
    """One thing to do: its day and hour in the fishroom, what it is, and how much."""

    due_at: datetime
    kind: str
    day_words: str
    at_words: str
    title: str
    amount: str
    text: str


def amount_of(task: Task, preferences: Preferences) -> str:
    """How much of it: a dose in its product, a share of the water, a warmth, a salinity, minutes; empty where nothing is measured."""
    if task.kind == "dose":
        return show_amount(*due_amount(task), preferences).text
    if task.water_share is not None:
        return show_fraction(task.water_share).text
    if task.temperature_c is not None:
        return show_temperature(task.temperature_c, preferences).text
    if task.salinity_g_per_kg is not None:
        return f"{task.salinity_g_per_kg:.3g} g/kg"
    return time_in(task.lasts_min) if task.lasts_min else ""


def ahead_in(actor: Actor, tank: Tank) -> list[Ahead]:
    """What is due and still to come in a tank, the earliest first."""
    return [
        Ahead(
            due_at=task.due_at,
            kind=task.kind,
            day_words=f"{actor.local(task.due_at):%a} {actor.local(task.due_at).day} {actor.local(task.due_at):%b}",
            at_words=f"{actor.local(task.due_at):%H:%M}",
            title=f"{task.title} ({task.only_if})" if task.only_if else task.title,
            amount=amount_of(task, actor.preferences),
            text=task.text,
        )
        for task in open_tasks(tank, now=actor.now)
    ]
