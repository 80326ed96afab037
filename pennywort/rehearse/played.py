"""What the record of a rehearsal's fishroom says was done, as the living water takes it: doses, changes, steps, moves and acts."""

from __future__ import annotations

import json
import math
from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime, timedelta
from functools import cached_property, lru_cache

from pennywort.baths.models import BathEvent
from pennywort.core.course.ledger import Ledger, WaterEvent, rates_of
from pennywort.core.living.doing import Act, Doing, Done, InWater, by_the_hour, met_by, script_of
from pennywort.core.living.world import Lived, Seen, World, live
from pennywort.core.reference import library
from pennywort.core.reference.living_models import Scenario
from pennywort.courses.models import Course, Dose, Task
from pennywort.courses.queries.kept_protocols import protocol_of
from pennywort.courses.queries.targets import windows_of
from pennywort.fish.models import Group, Move
from pennywort.records.actor import Actor
from pennywort.rehearse.models import Rehearsal, RehearsalAct
from pennywort.tanks.models import Tank, WaterChange

HOUR = timedelta(hours=1)
# steps that leave no entry but their tick
STEPS = ("temperature", "salinity", "food", "remove")


@lru_cache(maxsize=32)
def _world(content: str) -> World:
    return World(Scenario.model_validate_json(content), found=library())


@dataclass(frozen=True, kw_only=True)
class Played:
    """A rehearsal as it stands at an instant of its own clock."""

    actor: Actor
    rehearsal: Rehearsal

    @cached_property
    def world(self) -> World:
        return _world(json.dumps(self.rehearsal.scenario, sort_keys=True))

    @property
    def scenario(self) -> Scenario:
        return self.world.scenario

    @cached_property
    def tank(self) -> Tank:
        return Tank.objects.filter(fishroom=self.actor.fishroom).order_by("pk")[0]

    @cached_property
    def groups(self) -> list[Group]:
        """The groups of the beginning, in the order of the scenario."""
        return list(Group.objects.filter(fishroom=self.actor.fishroom).order_by("pk").select_related("tank")[: len(self.scenario.fish)])

    @cached_property
    def kind_of_fish(self) -> list[int]:
        """Of each fish, in the order of the living water, which of the scenario's kinds it is."""
        return [place for place, kind in enumerate(self.scenario.fish) for _ in range(kind.count)]

    @property
    def most_hours(self) -> int:
        return self.scenario.days * 24

    def hour(self, at: datetime) -> float:
        """Hours since it began."""
        return (at - self.rehearsal.recorded_at) / HOUR

    def done_h(self, at: datetime) -> float:
        """The hour in which something done counts: never in the first, which is as the keeper found it."""
        return max(1.0, self.hour(at))

    def at(self, hour: float) -> datetime:
        return self.rehearsal.recorded_at + hour * HOUR

    @property
    def now_h(self) -> int:
        """Whole hours played, no more than the scenario has."""
        return min(self.most_hours, max(0, math.floor(self.hour(self.actor.now) + 1e-6)))

    @cached_property
    def acts(self) -> list[RehearsalAct]:
        return list(RehearsalAct.objects.standing().filter(fishroom=self.actor.fishroom).order_by("happened_at", "pk"))

    @cached_property
    def doing(self) -> Doing:
        """All that was done until now, in hours; what runs goes on."""
        return Doing(acts=tuple(self._kept_up()), held=tuple(self._held()), done=tuple(self._done()), filter_harm=tuple(self._harm()))

    def _kept_up(self) -> Iterable[Act]:
        for place, one in enumerate(self.acts):
            if one.act and not one.ends:
                later = [a.happened_at for a in self.acts[place + 1 :] if a.act == one.act and a.ends]
                yield Act(act=one.act, at_h=self.done_h(one.happened_at), until_h=self.hour(later[0]) if later else math.inf)

    @cached_property
    def courses(self) -> list[Course]:
        return list(Course.objects.filter(fishroom=self.actor.fishroom).order_by("pk"))

    @cached_property
    def changes(self) -> list[tuple[datetime, float]]:
        found = WaterChange.objects.standing().filter(fishroom=self.actor.fishroom, tank=self.tank)
        return [*found.order_by("happened_at").values_list("happened_at", "changed_fraction")]

    @cached_property
    def _doses(self) -> dict[str, list[Dose]]:
        doses = Dose.objects.standing().filter(fishroom=self.actor.fishroom, amount_mg__isnull=False).select_related("course").order_by("happened_at")
        by_medicine: dict[str, list[Dose]] = {name: [] for name in self.scenario.in_water}
        for dose in doses:
            by_medicine.setdefault(dose.medicine_id, []).append(dose)
        return by_medicine

    @cached_property
    def ledgers(self) -> dict[str, Ledger]:
        """The true level of each medicine: what was given into the true water, whatever a kit said of it."""
        carbon = Task.objects.filter(fishroom=self.actor.fishroom, kind__in=("carbon_in", "carbon_out"), done_at__isnull=False)
        common = [WaterEvent(at=at, changed_fraction=share) for at, share in self.changes]
        moves = [a.happened_at for a in self.acts if a.act and library().living_acts[a.act].moves]
        common += [WaterEvent(at=at, changed_fraction=1.0) for at in (*self._moves, *moves)]
        common += [WaterEvent(at=at, carbon=kind == "carbon_in") for at, kind in carbon.values_list("done_at", "kind") if at]
        return {
            medicine: Ledger(
                [e for e in (*common, *(WaterEvent(at=d.happened_at, added_mg=d.amount_mg or 0.0) for d in given)) if e.at >= self.at(0)],
                start_at=self.at(0), net_volume_l=self.world.net_volume_l, rates=rates_of(library().kinetics.get(medicine), sand=False),
                level_mg_per_l=self.scenario.in_water.get(medicine, 0.0),
            )
            for medicine, given in self._doses.items()
        }  # fmt: skip

    def _held(self) -> Iterable[InWater]:
        for medicine, ledger in self.ledgers.items():
            given = self._doses[medicine]
            window = next((w for w in windows_of(given[-1].course) if w.active == medicine), None) if given else None
            if window is None or window.low_mg_per_l <= 0:
                continue
            protocol = protocol_of(given[-1].course)
            use = next((m.use for m in protocol.medicines if m.active == medicine), "") if protocol else ""
            levels = by_the_hour(ledger, begins_at=self.at(0), begins_h=0, hours=self.most_hours)
            yield InWater(conditions=met_by(use, found=library()), low_mg_per_l=window.low_mg_per_l, high_mg_per_l=window.high_mg_per_l, levels_mg_per_l=levels)

    @cached_property
    def _moves(self) -> list[datetime]:
        return list(Move.objects.standing().filter(fishroom=self.actor.fishroom, parted_from=None).values_list("happened_at", flat=True).distinct())

    def _done(self) -> Iterable[Done]:
        for at, share in self.changes:
            yield Done(kind="water_change", at_h=self.done_h(at), to=share)
        for at in self._moves:
            yield Done(kind="transfer", at_h=self.done_h(at))
        conditions = {c.pk: tuple(p.conditions) for c in self.courses if (p := protocol_of(c)) is not None}
        ticked = Task.objects.filter(fishroom=self.actor.fishroom, kind__in=STEPS, done_at__isnull=False, skipped=False)
        for task in ticked.order_by("done_at"):
            assert task.done_at is not None
            kind, to = ("water_change", 1.0) if task.kind == "remove" else (task.kind, task.temperature_c or task.salinity_g_per_kg or 0.0)
            yield Done(kind=kind, at_h=self.done_h(task.done_at), to=to, conditions=conditions.get(task.course_id, ()))

        # a bath that was run, of a course or not: once for each time fish went in
        went_in = BathEvent.objects.standing().filter(fishroom=self.actor.fishroom, kind="in").select_related("run").order_by("happened_at")
        for event in went_in:
            yield Done(kind="bath", at_h=self.done_h(event.happened_at), conditions=met_by(event.run.use_id, found=library()))

    def _harm(self) -> Iterable[tuple[float, float, int]]:
        for course in self.courses:
            protocol = protocol_of(course)
            if protocol is not None:
                yield self.hour(course.starts_at), self.hour(course.stopped_at or course.observe_starts_at), protocol.risks.filter

    def lived(self, *, until_h: int) -> Lived:
        """The one run that is played, hour by hour up to an hour; 1 at the least."""
        hours = max(1, until_h)
        return live(self.world, [script_of(self.world, self.doing, hours=hours)], seed=self.rehearsal.seed, runs=1, seen=True)

    @cached_property
    def seen(self) -> list[Seen]:
        """Every hour so far; the last one is now."""
        lived = self.lived(until_h=self.now_h)
        return lived.seen if self.now_h else lived.seen[:1]
