"""What the record holds of some waters, read in a fixed number of queries however many tanks there are."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable
from dataclasses import replace
from datetime import datetime, timedelta
from functools import cache, cached_property, reduce
from operator import or_
from typing import Any, NamedTuple, TypeVar, cast

from django.db.models import Max, Min, Q, QuerySet

from pennywort.core.course.clock import ClockState, Counted, Slip, judged, read_clock
from pennywort.core.course.ledger import Ledger, Level, WaterEvent, rates_of
from pennywort.core.reference import library
from pennywort.core.reference.reading_models import ReadingKind
from pennywort.courses.models import Course, Dose, Task
from pennywort.courses.queries.kept_protocols import protocol_of
from pennywort.courses.queries.running import BEFORE_START, GONE_FRACTION, WHOLE_CHANGES, Given, takes_up
from pennywort.courses.queries.targets import EDGE_FRACTION, clock_rule, read_in
from pennywort.records.grouped import grouped
from pennywort.tanks.models import Tank, WaterChange, WaterReading
from pennywort.tanks.queries import on_their_waters

# what changes the level of a medicine
IN_WATER = ("dose", "water_change", *WHOLE_CHANGES, "carbon_in", "carbon_out")
# of a running course of a whole fishroom, and of its case, nobody asks by whom it was begun and why, or what became of it
UNASKED = (
    "recorded_at", "recorded_by", "by_name", "reason", "confirmed", "first_ends_at", "stop_reason", "outcome", "outcome_note", "judged_at",
    "case__recorded_at", "case__recorded_by", "case__by_name", "case__closed_by", "case__outcome", "case__outcome_note", "case__taken_for_id",
)  # fmt: skip
# for so long the level that a dose is reckoned from stands still (common practice)
WEIGHING = timedelta(hours=3)
Row = TypeVar("Row", bound=NamedTuple)


class Changed(NamedTuple):
    """A water change that stands."""

    tank_id: int
    happened_at: datetime
    changed_fraction: float


class Planned(NamedTuple):
    """A task of a running course that does something to the water, and that nobody did or left out."""

    tank_id: int
    course_id: int
    due_at: datetime
    kind: str
    title: str
    medicine_id: str
    dose_mg: float | None
    water_share: float | None
    put_back: bool
    refill: bool


class Read(NamedTuple):
    """A water test, with the readings that answer for a medicine, by their ids."""

    tank_id: int
    happened_at: datetime
    instrument: str
    read: dict[str, float]


class Newest(NamedTuple):
    """The newest reading of a medicine."""

    read_at: datetime
    level_mg_per_l: float
    acted_since: bool


class Carbon(NamedTuple):
    """Carbon went in or out."""

    tank_id: int
    done_at: datetime
    kind: str


@cache
def answering() -> tuple[ReadingKind, ...]:
    """The readings that answer for some medicine, in the order of the register."""
    by = {active.read_by for active in library().actives.values()}
    return tuple(kind for kind in library().readings.values() if kind.id in by)


def _told(kinds: Iterable[ReadingKind]) -> Q:
    """A keeper's test, or an instrument's that read one of these."""
    return reduce(or_, (Q(**{f"{kind.column}__isnull": False}) for kind in kinds), Q(instrument=""))


def _kind_of(medicine_id: str) -> ReadingKind | None:
    return library().readings.get(library().actives[medicine_id].read_by)


class WaterRecords:
    """The doses, changes, readings and plans of some tanks at one instant.

    :param marks_since: for strips: what happened since then, and since the running courses started.
    :param whole: these are all tanks of their fishroom, those put away as well; of some tanks, whatever hangs on their water comes with them.
    """

    def __init__(self, tanks: Iterable[Tank], *, now: datetime, marks_since: datetime | None = None, whole: bool = False) -> None:
        asked = list(tanks)
        self.tanks = {t.pk: t for t in ([] if whole else on_their_waters(asked))} | {t.pk: t for t in asked}
        self._water = {tank.pk: tank.water_id for tank in self.tanks.values()}
        self.rooms = {tank.fishroom_id for tank in self.tanks.values()}
        self.now, self.marks_since, self.whole = now, marks_since, whole
        self._shown: set[int] | None = None
        self._ledgers: dict[tuple[int, str], Ledger | None] = {}

    def here(self, tank: str = "tank") -> Q:
        """What belongs to these tanks, by the link to its tank: a fishroom is asked for by its name, not by 200 tanks."""
        if not self.whole:
            return Q(**{f"{tank}__in": self.tanks})
        # a tank set up after these were read has a higher key
        return Q(fishroom__in=self.rooms, **{f"{tank}__lte": max(self.tanks, default=0)})

    def show_only(self, tanks: Iterable[Tank]) -> None:
        """Of a whole fishroom: whose strips are drawn. Of the others under treatment the past is read and what is overdue; of all others,
        that something was done. Asked for more of them it refuses, so that no screen shows a part as the whole.
        """
        self._shown = {tank.water_id for tank in tanks}

    def _was_read(self, tank: Tank, *, plan: bool = False) -> int:
        """:raises LookupError: a tank of which that was not read."""
        water = tank.water_id
        if self._shown is not None and water not in self._shown and (plan or water not in self._running):
            raise LookupError(f"tank {tank.pk} is not among those that are shown")
        return water

    def on_its_water(self, tank: Tank) -> list[Tank]:
        """The tanks of this book on one water with this one, itself among them."""
        return self._on_water.get(tank.water_id, [])

    @cached_property
    def _on_water(self) -> dict[int, list[Tank]]:
        return grouped(self.tanks.values(), lambda tank: tank.water_id)

    @cached_property
    def courses(self) -> dict[int, Course]:
        """Running courses by key, the oldest first."""
        standing = Q(stopped_at=None) | Q(stopped_at__gt=self.now)
        # of a whole fishroom nobody asks for more of their groups than is read of all groups
        found = Course.objects.filter(standing, self.here(), ends_at__gt=self.now).order_by("starts_at", "pk")
        found = found.select_related("case").defer(*UNASKED) if self.whole else found.select_related("case__group")
        for course in found:
            course.tank = self.tanks[course.tank_id]
            if not self.whole:
                course.case.group.tank = course.tank
        return {course.pk: course for course in found}

    @cached_property
    def _running(self) -> dict[int, list[Course]]:
        found: dict[int, list[Course]] = defaultdict(list)
        for course in self.courses.values():
            found[course.tank.water_id].append(course)
        return dict(found)

    def running(self, tank: Tank) -> list[Course]:
        """Courses in this water neither stopped nor past their end, the newest last."""
        return self._running.get(tank.water_id, [])

    def _wanted(self, tank: str) -> Q:
        """Of these tanks all; for a whole fishroom the marks, and in tanks under treatment what happened since it started."""
        if self.marks_since is None:
            return self.here(tank)
        treated = [t.pk for t in self.tanks.values() if t.water_id in self._running]
        lately = Q(happened_at__gte=self.marks_since)
        if self._shown is not None:
            lately &= Q(**{f"{tank}__in": [t.pk for t in self.tanks.values() if t.water_id in self._shown]})
        return self.here(tank) & Q(happened_at__gte=min(self._began, self.marks_since)) & (lately | Q(**{f"{tank}__in": treated}))

    @cached_property
    def _began(self) -> datetime:
        """When the first of the running courses did, with what may have been given before it."""
        return min((c.starts_at - BEFORE_START for c in self.courses.values()), default=self.now)

    @cached_property
    def _given(self) -> dict[int, list[Given]]:
        rows = Dose.objects.standing().filter(self._wanted("course__tank")).order_by("happened_at", "pk")
        return self._by_water(Given(*row) for row in rows.values_list(*_columns(Given, tank_id="course__tank_id")))

    def _by_water(self, rows: Iterable[Row]) -> dict[int, list[Row]]:
        found: dict[int, list[Row]] = defaultdict(list)
        for row in rows:
            found[self._water[cast(int, row[0])]].append(row)
        return dict(found)

    def given(self, tank: Tank) -> list[Given]:
        """Doses that stand, oldest first."""
        return self._given.get(tank.water_id, [])

    @cached_property
    def _changed(self) -> dict[int, list[Changed]]:
        rows = WaterChange.objects.standing().filter(self._wanted("tank")).order_by("happened_at", "pk")
        return self._by_water(Changed(*row) for row in rows.values_list(*Changed._fields))

    def changed(self, tank: Tank) -> list[Changed]:
        """Water changes that stand, oldest first."""
        return self._changed.get(self._was_read(tank), [])

    def courses_given(self, *, since: datetime) -> set[int]:
        """The courses, by their keys, of the doses since then."""
        return {d.course_id for rows in self._given.values() for d in rows if d.happened_at >= since}

    @property
    def last_given(self) -> dict[int, datetime]:
        """When a dose went into each tank last, by its key, of those that were read."""
        return {d.tank_id: d.happened_at for rows in self._given.values() for d in rows}

    @cached_property
    def changed_lately(self) -> set[int]:
        """The tanks, by their keys, that were changed since the marks begin."""
        return set(self._lately(WaterChange.objects.standing(), "tank"))

    @cached_property
    def tested_lately(self) -> set[int]:
        """The tanks, by their keys, that were tested since the marks begin; by an instrument only where it read a medicine."""
        tests = WaterReading.objects.standing().filter(_told(kind for kind in answering() if kind.held))
        found = set(self._lately(tests, "tank"))
        # of another tank on its water those since it was set up itself
        shared = {t.pk: {o.pk for o in members if o.pk != t.pk} & found for members in self._on_water.values() if len(members) > 1 for t in members}
        others = {pk for pks in shared.values() for pk in pks}
        last = dict(tests.filter(tank__in=others).order_by().values_list("tank").annotate(Max("happened_at"))) if others else {}
        return found | {pk for pk, beside in shared.items() if any(last[other] >= self.tanks[pk].recorded_at for other in beside)}

    def _lately(self, entries: QuerySet[Any], tank: str) -> QuerySet[Any, int]:
        return entries.filter(self.here(tank), happened_at__gte=self.marks_since).order_by().values_list(tank, flat=True).distinct()

    @cached_property
    def _planned(self) -> dict[int, list[Planned]]:
        rows = Task.objects.filter(course__in=self.courses, kind__in=IN_WATER, done_at=None, skipped=False).order_by("due_at", "pk")
        if self._shown is not None:
            rows = rows.filter(Q(due_at__lte=self.now) | Q(course__in=[pk for pk, course in self.courses.items() if course.tank.water_id in self._shown]))
        read = (Planned(self.courses[course_id].tank_id, course_id, *row) for course_id, *row in rows.values_list(*Planned._fields[1:]))
        return self._by_water(read)

    def planned(self, tank: Tank) -> list[Planned]:
        """What its running courses will still do to the water, the earliest first."""
        return self._planned.get(self._was_read(tank, plan=True), [])

    def overdue(self, tank: Tank) -> list[Planned]:
        """What its running courses should have done to the water by now, the earliest first."""
        return [p for p in self._planned.get(tank.water_id, []) if p.due_at <= self.now]

    @cached_property
    def _readings(self) -> dict[int, list[Read]]:
        # an instrument's hourly warmth says nothing of a medicine or a clock
        kinds = answering()
        rows = WaterReading.objects.standing().filter(_told(kinds), self._wanted("tank")).order_by("happened_at", "pk")
        return self._by_water(
            Read(tank_id, at, instrument, {k.id: value for k, value in zip(kinds, values, strict=True) if value is not None})
            for tank_id, at, instrument, *values in rows.values_list("tank_id", "happened_at", "instrument", *(kind.column for kind in kinds))
        )

    def readings(self, tank: Tank) -> list[Read]:
        """Its water tests that stand, oldest first; of tanks on its water those since it was set up itself."""
        return [r for r in self._readings.get(self._was_read(tank), []) if r.tank_id == tank.pk or r.happened_at >= tank.recorded_at]

    @cached_property
    def _carbon(self) -> dict[int, list[Carbon]]:
        rows = Task.objects.filter(self.here("course__tank"), kind__in=("carbon_in", "carbon_out"), done_at__isnull=False, skipped=False)
        if self.whole:
            rows = rows.filter(done_at__gte=self._began)
        return self._by_water(Carbon(*row) for row in rows.order_by("done_at", "pk").values_list(*_columns(Carbon, tank_id="course__tank_id")))

    @cached_property
    def _every_h(self) -> dict[int, float]:
        """How far apart the doses of each course are planned."""
        rows = Task.objects.filter(course__in=self.courses, kind="dose", every_h__isnull=False).values_list("course_id").annotate(Min("every_h"))
        return dict(rows)

    def _events(self, tank: Tank, given: Iterable[Given], *, medicine_id: str, start: datetime) -> list[WaterEvent]:
        """What happened to one medicine in this water: doses with the volume of their day, changes, carbon, readings of it."""
        events = [WaterEvent(at=d.happened_at, added_mg=d.amount_mg, net_volume_l=d.net_volume_l) for d in given if d.amount_mg is not None]
        events += [WaterEvent(at=c.happened_at, changed_fraction=c.changed_fraction) for c in self.changed(tank)]
        events += [WaterEvent(at=c.done_at, carbon=c.kind == "carbon_in") for c in self._carbon.get(tank.water_id, [])]
        if (kind := _kind_of(medicine_id)) is not None and kind.held:
            events += [WaterEvent(at=at, reading_mg_per_l=value) for at, value in self._read_of(tank, medicine_id)]
        return [e for e in events if start <= e.at <= self.now]

    def ledger(self, tank: Tank, medicine_id: str) -> Ledger | None:
        """The past of one medicine in this water; None if it was never given here."""
        key = (tank.water_id, medicine_id)
        if key not in self._ledgers:
            self._ledgers[key] = self._ledger(tank, medicine_id)
        return self._ledgers[key]

    def _ledger(self, tank: Tank, medicine_id: str) -> Ledger | None:
        held = self._holding(tank, medicine_id)
        given = [d for d in self.given(tank) if d.medicine_id == medicine_id and d.happened_at <= self.now]
        # a treatment starts in water that holds next to nothing of it, and keeps how much that was
        given = [d for d in given if held is None or d.course_id == held.pk]
        if not given:
            return None
        before = held.held_before.get(medicine_id, {}) if held else {}
        start = min(held.starts_at, given[0].happened_at) if held else given[0].happened_at
        return self._reckoned(tank, given, medicine_id=medicine_id, start=start, before=before)

    def past(self, course: Course, medicine_id: str) -> Ledger | None:
        """What one course, ended or not, made of a medicine in its water, up to this instant; None if it gave none."""
        given = [d for d in self.given(course.tank) if d.medicine_id == medicine_id and d.course_id == course.pk and d.happened_at <= self.now]
        if not given:
            return None
        before = course.held_before.get(medicine_id, {})
        start = min(course.starts_at, given[0].happened_at)
        return self._reckoned(course.tank, given, medicine_id=medicine_id, start=start, before=before)

    def _reckoned(self, tank: Tank, given: list[Given], *, medicine_id: str, start: datetime, before: dict[str, float]) -> Ledger:
        return Ledger(
            self._events(tank, given, medicine_id=medicine_id, start=start),
            start_at=start,
            net_volume_l=given[0].net_volume_l,
            volume_sd_l=tank.net_uncertainty_l,
            rates=rates_of(library().kinetics.get(medicine_id), sand=tank.water_id in self._sandy),
            level_mg_per_l=before.get("level_mg_per_l", 0.0),
            sand_mg=before.get("sand_mg", 0.0),
        )

    def _holding(self, tank: Tank, medicine_id: str) -> Course | None:
        return next((c for c in reversed(self.running(tank)) if medicine_id in c.targets_mg_per_l), None)

    @cached_property
    def _sandy(self) -> set[int]:
        return {t.water_id for t in self.tanks.values() if takes_up(t)}

    def ahead(self, tank: Tank, past: Ledger | None, medicine_id: str) -> Ledger:
        """What the plan makes of one medicine from now on; what is overdue counts as done now."""
        state = past.state(self.now) if past else None
        return Ledger(
            self._planned_events(tank, medicine_id),
            start_at=self.now,
            net_volume_l=tank.net_volume_l,
            volume_sd_l=tank.net_uncertainty_l,
            rates=rates_of(library().kinetics.get(medicine_id), sand=tank.water_id in self._sandy),
            level_mg_per_l=past.level(self.now).concentration_mg_per_l if past else 0.0,
            carbon=state.carbon if state else False,
            sand_mg=state.sand_mg if state else 0.0,
        )

    def _planned_events(self, tank: Tank, medicine_id: str) -> list[WaterEvent]:
        events = []
        for task in self.planned(tank):
            at = max(task.due_at, self.now)
            if task.kind == "dose" and task.medicine_id == medicine_id and task.dose_mg is not None:
                # the plan was made for the volume of its day
                events.append(WaterEvent(at=at, added_mg=task.dose_mg * tank.net_volume_l / self.courses[task.course_id].net_volume_l))
            elif task.kind in ("water_change", *WHOLE_CHANGES) and task.water_share and not task.put_back:
                events.append(WaterEvent(at=at, changed_fraction=task.water_share))
            elif task.kind in ("carbon_in", "carbon_out"):
                events.append(WaterEvent(at=at, carbon=task.kind == "carbon_in"))
        return events

    def level(self, tank: Tank, medicine_id: str) -> float:
        """The level of one medicine at this instant, mg/L."""
        ledger = self.ledger(tank, medicine_id)
        return ledger.level(self.now).concentration_mg_per_l if ledger else 0.0

    def level_to_weigh(self, task: Task) -> float:
        """The level a dose is reckoned from, mg/L. It stands still for some hours from when the dose fell due, so that its figure does not
        change while it is weighed; what happens to the water counts at once.
        """
        ledger = self.ledger(task.course.tank, task.medicine_id)
        if ledger is None:
            return 0.0
        still = self.now - (self.now - task.due_at) % WEIGHING
        return ledger.level(max(still, ledger.last_event_at)).concentration_mg_per_l

    def _read_of(self, tank: Tank, medicine_id: str) -> list[tuple[datetime, float]]:
        """The water tests that read this medicine, mg/L, oldest first."""
        kind = _kind_of(medicine_id)
        if kind is None:
            return []
        # grams of salt in a kilogram of water, as near as a meter reads
        per = 1000.0 if kind.typed_as == "salinity" else 1.0
        return [(r.happened_at, r.read[kind.id] * per) for r in self._readings.get(tank.water_id, []) if kind.id in r.read]

    def newest_reading(self, tank: Tank, medicine_id: str) -> Newest | None:
        """The newest water test that reads this medicine, and whether a dose or a change came after it."""
        read = [(at, value) for at, value in self._read_of(tank, medicine_id) if at <= self.now]
        if not read:
            return None
        at, value = read[-1]
        after = [d.happened_at for d in self.given(tank) if d.medicine_id == medicine_id] + [c.happened_at for c in self.changed(tank)]
        return Newest(read_at=at, level_mg_per_l=value, acted_since=any(x > at for x in after))

    def in_it_now(self, tank: Tank, medicine_id: str) -> Level | None:
        """The level at this instant with its band: by the ledger, or where none was given here by what was last read. None if nobody knows."""
        ledger, read = self.ledger(tank, medicine_id), self._read_of(tank, medicine_id)
        if ledger is None and read:
            start, value = read[-1]
            events = self._events(tank, (), medicine_id=medicine_id, start=start)
            rates = rates_of(library().kinetics.get(medicine_id), sand=tank.water_id in self._sandy)
            ledger = Ledger(
                [WaterEvent(at=start, reading_mg_per_l=value), *(e for e in events if e.reading_mg_per_l is None)],
                start_at=start, net_volume_l=tank.net_volume_l, volume_sd_l=tank.net_uncertainty_l, rates=rates,
            )  # fmt: skip
        return ledger.level(self.now) if ledger else None

    def medicines(self, tank: Tank) -> dict[str, tuple[float, float]]:
        """Medicines still in the water: their level and the largest dose so far, mg/L; under 1 % of that is none."""
        most: dict[str, float] = {}
        for d in self.given(tank):
            if d.medicine_id:
                most[d.medicine_id] = max(most.get(d.medicine_id, 0.0), (d.amount_mg or 0.0) / d.net_volume_l)
        levels = {name: self.level(tank, name) for name in sorted(most)}
        return {name: (level, most[name]) for name, level in levels.items() if level > GONE_FRACTION * most[name]}

    def clock(self, course: Course) -> ClockState | None:
        """The clock of a running course, if its protocol has one."""
        protocol = protocol_of(course)
        by_doses = protocol is not None and protocol.clock is not None and protocol.clock.counts == "doses"
        rule = clock_rule(course, every_h=self._every_h.get(course.pk) if by_doses else None)
        if rule is None:
            return None
        counted: list[Counted] = []
        if rule.counts == "doses":
            given = self.given(course.tank)
            counted = [Counted(at=d.happened_at, good=True) for d in given if d.course_id == course.pk and d.water_change_id is None]
        elif rule.counts == "readings":
            reading, low, high = read_in(course, protocol)
            rows = [(r.happened_at, r.read[reading]) for r in self.readings(course.tank) if reading in r.read]
            counted = [judged(at, value, low=low, high=high, edge_fraction=EDGE_FRACTION) for at, value in rows]
        if course.clock_from is None or course.clock_from > self.now:
            return read_clock(rule, counted, start_at=course.starts_at, now=self.now)
        before = read_clock(rule, counted, start_at=course.starts_at, now=course.clock_from)
        again = Slip(at=course.clock_from, kind="restarted", words=course.clock_from_words, lost_h=before.counted_h)
        after = read_clock(rule, counted, start_at=course.clock_from, now=self.now)
        return replace(after, slips=(*before.slips, again, *after.slips))


def _columns(row: type[NamedTuple], **named: str) -> list[str]:
    return [named.get(name, name) for name in row._fields]
