"""What the strips of some tanks mark beside the medicine: fish, cases, recent courses, what was done and losses, in a fixed number of queries."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable
from datetime import datetime
from functools import cached_property
from typing import TypeVar
from uuid import UUID

from django.db.models import Q

from pennywort.courses.models import Case, Course
from pennywort.courses.queries.water_records import WaterRecords
from pennywort.fish.models import Group, Loss
from pennywort.fish.queries import Shoal, perhaps_alive, shoals
from pennywort.records.grouped import grouped
from pennywort.tanks.models import Tank, Upkeep

R = TypeVar("R", Shoal, Case, Course, Upkeep)


class Marks:
    """Of these tanks, from ``since`` on. Groups: those with fish left, and those that came since."""

    def __init__(self, book: WaterRecords, *, since: datetime, until: datetime) -> None:
        self.book, self.tanks, self.since, self.until = book, book.tanks, since, until

    @cached_property
    def all_groups(self) -> list[Shoal]:
        """The groups of all these tanks, the newest arrivals last."""
        here, since = Group.objects.filter(self.book.here()), self.since.date()
        found = shoals((perhaps_alive(here) | here.filter(arrived_on__gte=since)).order_by("arrived_on", "pk"))
        return [g for g in found if g.left.count > 0 or g.arrived_on >= since]

    @cached_property
    def _groups(self) -> dict[int, list[Shoal]]:
        return _by(self.all_groups)

    def groups(self, tank: Tank) -> list[Shoal]:
        """The groups of one tank."""
        return self._groups.get(tank.pk, [])

    @cached_property
    def _cases(self) -> dict[int, list[Case]]:
        # of a running course it came with it
        treated = {c.case_id: c.case for c in self.book.courses.values()}
        others = Case.objects.filter(self.book.here(), closed_at=None).exclude(pk__in=treated)
        found = [*others, *(case for case in treated.values() if case.closed_at is None)]
        return _by(sorted(found, key=lambda case: (case.opened_at, case.pk)))

    @cached_property
    def group_uids(self) -> dict[int, UUID]:
        """The groups of these tanks and of their cases, those of which none are left as well."""
        known = {g.pk: g.uid for g in self.all_groups}
        asked = {c.case.group_id for c in self.book.courses.values()} | {case.group_id for cases in self._cases.values() for case in cases}
        gone = Group.objects.filter(pk__in=asked - known.keys()) if asked - known.keys() else Group.objects.none()
        return known | dict(gone.values_list("pk", "uid"))

    def case(self, tank: Tank) -> Case | None:
        """The newest open case of a tank."""
        return next(reversed(self._cases.get(tank.pk, [])), None)

    @cached_property
    def courses(self) -> dict[int, Course]:
        """Running courses, those on the axis, and those that a dose on it belongs to."""
        given = self.book.courses_given(since=self.since) - self.book.courses.keys()
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

    @property
    def touched(self) -> set[int]:
        """The tanks, by their keys, with an open case, a loss, or something done that has no ledger of its own."""
        return {*self._cases, *self._losses, *self._upkeep}

    def lost(self, *, since: datetime) -> int:
        """How many were lost in all of them."""
        return sum(count for rows in self._losses.values() for at, count in rows if at >= since)

    @property
    def ill(self) -> list[tuple[Tank, Case]]:
        """The tanks that stand and have an open case, each with its newest, in the order they were set up."""
        found = [(self.tanks[pk], self._cases[pk][-1]) for pk in sorted(self._cases)]
        return [(tank, case) for tank, case in found if tank.put_away_at is None]

    def losses(self, tank: Tank) -> list[tuple[datetime, int]]:
        """When how many were lost in it."""
        return self._losses.get(tank.pk, [])


def _by(rows: Iterable[R]) -> dict[int, list[R]]:
    return grouped(rows, lambda row: row.tank_id)
