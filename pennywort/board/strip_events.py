"""What the strips of some tanks mark beside the medicine: fish, cases, recent courses, what was done and losses, in a fixed number of queries."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable
from datetime import datetime
from functools import cached_property
from typing import TypeVar

from django.db.models import Q

from pennywort.courses.models import Case, Course
from pennywort.courses.queries.water_records import WaterRecords
from pennywort.fish.models import Group, Loss
from pennywort.fish.queries import count_of, counted, perhaps_alive
from pennywort.records.grouped import grouped
from pennywort.tanks.models import Tank, Upkeep

R = TypeVar("R", Group, Case, Course, Upkeep)


class Marks:
    """Of these tanks, from ``since`` on. Groups: those with fish left, and those that came since."""

    def __init__(self, book: WaterRecords, *, since: datetime, until: datetime) -> None:
        self.book, self.tanks, self.since, self.until = book, book.tanks, since, until

    @cached_property
    def all_groups(self) -> list[Group]:
        """The groups of all these tanks, the newest arrivals last."""
        here, since = Group.objects.filter(self.book.here()), self.since.date()
        found = counted((perhaps_alive(here) | here.filter(arrived_on__gte=since)).order_by("arrived_on", "pk"))
        groups = [g for g in found if count_of(g).count > 0 or g.arrived_on >= since]
        for group in groups:
            group.tank = self.tanks[group.tank_id]
        return groups

    @cached_property
    def _groups(self) -> dict[int, list[Group]]:
        return _by(self.all_groups)

    def groups(self, tank: Tank) -> list[Group]:
        """The groups of one tank."""
        return self._groups.get(tank.pk, [])

    @cached_property
    def _cases(self) -> dict[int, list[Case]]:
        return _by(Case.objects.filter(self.book.here(), closed_at=None).select_related("group").order_by("opened_at", "pk"))

    def case(self, tank: Tank) -> Case | None:
        """The newest open case of a tank."""
        return next(reversed(self._cases.get(tank.pk, [])), None)

    @cached_property
    def courses(self) -> dict[int, Course]:
        """Running courses, those on the axis, and those that a dose on it belongs to."""
        given = {d.course_id for tank in self.tanks.values() for d in self.book.given(tank) if d.happened_at >= self.since}
        on_axis = self.book.here() & Q(ends_at__gt=self.since, starts_at__lt=self.until)
        found = Course.objects.filter(on_axis | Q(pk__in=given)).exclude(pk__in=self.book.courses)
        return {c.pk: c for c in found} | self.book.courses

    @cached_property
    def _recent(self) -> dict[int, list[Course]]:
        return _by(c for c in self.courses.values() if c.ends_at > self.since and c.starts_at < self.until)

    def recent(self, tank: Tank) -> list[Course]:
        """Courses on the axis, the running ones last."""
        return self._recent.get(tank.pk, [])

    @cached_property
    def _losses(self) -> dict[int, list[tuple[datetime, int]]]:
        rows = Loss.objects.standing().filter(self.book.here("group__tank"), happened_at__gte=self.since).order_by("happened_at", "pk")
        found: dict[int, list[tuple[datetime, int]]] = defaultdict(list)
        for tank_id, at, count in rows.values_list("group__tank_id", "happened_at", "count"):
            found[tank_id].append((at, count))
        return found

    @cached_property
    def _upkeep(self) -> dict[int, list[Upkeep]]:
        rows = Upkeep.objects.standing().filter(self.book.here(), happened_at__gte=self.since).select_related("standing_task", "recorded_by")
        return _by(rows.order_by("happened_at", "pk"))

    def upkeep(self, tank: Tank) -> list[Upkeep]:
        """What was done at it that has no ledger of its own."""
        return self._upkeep.get(tank.pk, [])

    def losses(self, tank: Tank) -> list[tuple[datetime, int]]:
        """When how many were lost in it."""
        return self._losses.get(tank.pk, [])


def _by(rows: Iterable[R]) -> dict[int, list[R]]:
    return grouped(rows, lambda row: row.tank_id)
