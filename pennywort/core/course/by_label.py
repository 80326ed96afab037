"""Products by their own labels on the calendar: the doses of each, a look each day, tests, and the change at the end."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import replace
from datetime import datetime
from zoneinfo import ZoneInfo

from pennywort.core.course import phrases
from pennywort.core.course.plan import PlannedStep
from pennywort.core.course.when import again_at, at_hour, in_order
from pennywort.core.errors import InvalidInput
from pennywort.core.medicine.dose import Water
from pennywort.core.medicine.label import LabelDirections, check_label

# the lines of the first label; those of further ones follow, each at its own place
DOSES, LOOKS, TESTS, CHANGE, FURTHER = 0, 1, 2, 3, 4


def beside(labels: Sequence[LabelDirections], *, place: int, start: datetime, zone: ZoneInfo, water: Water) -> list[PlannedStep]:
    """The doses of products by their labels beside a protocol's own steps, from its line ``place`` on. :raises InvalidInput: none is said."""
    if not labels:
        raise InvalidInput(phrases.WHAT_THE_LABEL_TELLS, field="label.amount")
    return [replace(s, place=place + i) for i, label in enumerate(labels) for s in doses_of(label, start=start, zone=zone, water=water, named=len(labels) > 1)]


def by_labels(labels: Sequence[LabelDirections], *, start: datetime, zone: ZoneInfo, water: Water) -> tuple[list[PlannedStep], float]:
    """Doses by each label's own figures, a look each day, a test every other day, the medicine out at the end; and that end in hours.

    :raises InvalidInput: none is said, or directions that no bottle gives.
    """
    if not labels:
        raise InvalidInput(phrases.WHAT_THE_LABEL_TELLS, field="label.amount")
    many, days = len(labels) > 1, max(label.days for label in labels)
    steps = [
        replace(s, place=DOSES if i == 0 else FURTHER + 2 * i)
        for i, label in enumerate(labels)
        for s in doses_of(label, start=start, zone=zone, water=water, named=many)
    ]
    steps += [
        PlannedStep(place=LOOKS, number=d, kind="look", title=phrases.LOOK_AND_COMPARE, due_at=at_hour(start, 24.0 * d, zone=zone)) for d in range(1, days + 1)
    ]
    steps += [
        PlannedStep(
            place=TESTS, number=i, kind="water_test", title=phrases.AMMONIA_AND_NITRITE, due_at=at_hour(start, 24.0 * d, zone=zone),
            reads=("ammonia", "nitrite"),
        )
        for i, d in enumerate(range(2, days + 1, 2), start=1)
    ]  # fmt: skip
    ends = 24.0 * days
    for i, label in enumerate(labels):
        if label.change_fraction is None:
            continue
        # the label's own change, on its own day
        change_h = 24.0 * (label.change_on_day - 1) if label.change_on_day is not None else 24.0 * label.days
        title = phrases.change_of_the_label(many, label.product.strip())
        due = at_hour(start, change_h, zone=zone)
        place = CHANGE if i == 0 else FURTHER + 2 * i + 1
        steps.append(PlannedStep(place=place, number=1, kind="water_change", title=title, due_at=due, share=label.change_fraction))
        ends = max(ends, change_h)
    if all(label.change_fraction is None for label in labels):
        # where no label says anything half takes the medicine out
        out, due = phrases.CHANGE_AND_CARBON, at_hour(start, ends, zone=zone)
        steps.append(PlannedStep(place=CHANGE, number=1, kind="water_change", title=out, due_at=due, share=0.5))
    return in_order(steps), ends


def doses_of(label: LabelDirections, *, start: datetime, zone: ZoneInfo, water: Water, named: bool) -> list[PlannedStep]:
    """The doses of one label. ``named``: it is one of several, and says which."""
    check_label(label)
    count = math.ceil(label.days * 24 / label.every_h - 1e-9)
    product, amount = label.product.strip(), water.net_volume_l * label.amount / label.per_volume_l
    return [
        PlannedStep(
            place=DOSES, number=i + 1, kind="dose", title=phrases.dose_of(named, product, i, count),
            due_at=again_at(start, every_h=label.every_h, times=i, zone=zone), measures=label.measures, amount=amount, product=product,
            minimum_h=label.every_h * 0.75, every_h=label.every_h,
        )
        for i in range(count)
    ]  # fmt: skip
