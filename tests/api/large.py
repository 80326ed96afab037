"""A fishroom of many tanks with years of history, written in bulk: for the count of queries and for the bench."""

from __future__ import annotations

from datetime import datetime, timedelta
from typing import Any
from uuid import uuid4

from django.db.models import F

from pennywort.accounts.models import Fishroom, Keeper
from pennywort.courses.models import Case, Course, Dose, Task
from pennywort.courses.services import course
from pennywort.courses.services.course import Ticked, Wish
from pennywort.fish.kept import keep_missing
from pennywort.fish.models import Group, Loss
from pennywort.records.actor import Actor
from pennywort.shelf.products import OwnStrength, ProductIn
from pennywort.tanks.models import Tank, WaterChange, WaterReading

# what runs in one tank of five, in turn
RUNNING = [("salt_and_warmth", "ich", "freshwater_tropical"), ("copper_30_strict", "marine_ich", "marine"), ("watch", "", "freshwater_tropical")]


def fill(room: Fishroom, keeper: Keeper, *, tanks: int, years: float, now: datetime) -> None:
    """Tanks with a group every half year of which the newest is left, a course of salt each year, a change and a test a week, and a loss now and then."""
    start = now - timedelta(days=365 * years)
    by = {"fishroom": room, "recorded_by": keeper}
    made = [_tank(i, by, at=start) for i in range(tanks)]
    Tank.objects.bulk_create(made)
    groups = [_group(tank, by, at=start + timedelta(days=182 * j)) for tank in made for j in range(max(1, round(2 * years)))]
    Group.objects.bulk_create(groups)
    newest = {g.tank_id: g for g in groups}
    weeks = int(years * 52)
    days = [(tank, start + timedelta(days=7 * w + 1)) for tank in made for w in range(weeks)]
    WaterChange.objects.bulk_create(
        [WaterChange(**by, uid=uuid4(), recorded_at=at, happened_at=at, tank=t, changed_fraction=0.25, net_volume_l=45.0) for t, at in days], batch_size=900
    )
    copper = [2.0 if tank.water_type == "marine" and 20 < (at - start).days % 365 < 50 else None for tank, at in days]
    WaterReading.objects.bulk_create(
        [
            WaterReading(**by, uid=uuid4(), recorded_at=at, happened_at=at, tank=t, ph=7.2, nitrite_as_n_mg_per_l=0.0, copper_mg_per_l=cu)
            for (t, at), cu in zip(days, copper, strict=True)
        ],
        batch_size=900,
    )
    Loss.objects.bulk_create(
        [
            Loss(**by, uid=uuid4(), recorded_at=now, happened_at=min(g.recorded_at + timedelta(days=3), now), group=g, count=1 if newest[g.tank_id] is g else 6)
            for g in groups
        ],
        batch_size=900,
    )
    keep_missing()
    _old_courses(made, groups, by, start=start, years=years)
    actor = Actor(keeper=keeper, fishroom=room, now=now - timedelta(days=3))
    for i, tank in enumerate(made[::5]):
        protocol, condition, _ = RUNNING[i % len(RUNNING)]
        bottle = {"copper": ProductIn(own=OwnStrength(kind="mg_per_ml", value="5", form="bound"))} if "copper" in protocol else {}
        wish = Wish(protocol_id=protocol, products=bottle)
        ticked = Ticked(confirmed=list(range(6)), vet_word=True, reason="They are watched twice a day.")
        course.start_course(actor, uid=uuid4(), group=newest[tank.pk], condition=condition, wish=wish, ticked=ticked, starts_at=actor.now)
    _follow(by, until=now - timedelta(hours=2))


def _follow(by: dict[str, Any], *, until: datetime) -> None:
    """What the running courses asked for so far was done on time."""
    due = Task.objects.filter(fishroom=by["fishroom"], due_at__lt=until)
    Dose.objects.bulk_create(
        Dose(
            **by, uid=uuid4(), recorded_at=t.due_at, happened_at=t.due_at, course=t.course, task=t, medicine_id=t.medicine_id,
            amount_mg=t.dose_mg, net_volume_l=45.0,
        )
        for t in due.filter(kind="dose", dose_mg__gt=0).select_related("course")
    )  # fmt: skip
    due.update(done_at=F("due_at"), done_by=by["recorded_by"])


def _tank(i: int, by: dict[str, Any], *, at: datetime) -> Tank:
    water = RUNNING[i // 5 % len(RUNNING)][2]
    return Tank(
        **by, uid=uuid4(), recorded_at=at, name=f"Row {i // 10 + 1}, tank {i % 10 + 1} ({i})", water_type=water,
        length_cm=60, width_cm=30, water_depth_cm=28, net_volume_l=45.0, net_uncertainty_l=1.0,
    )  # fmt: skip


def _group(tank: Tank, by: dict[str, Any], *, at: datetime) -> Group:
    species, name = ("royal_gramma", "royal gramma") if tank.water_type == "marine" else ("cherry_barb", "cherry barb")
    return Group(**by, uid=uuid4(), recorded_at=at, tank=tank, species_id=species, species_name=name, arrived_on=at.date(), count=6)


def _old_courses(tanks: list[Tank], groups: list[Group], by: dict[str, Any], *, start: datetime, years: float) -> None:
    """A closed course a year in every tank: ten doses of what runs there now."""
    first = {}  # type: ignore[var-annotated]
    for group in groups:
        first.setdefault(group.tank_id, group)
    old_cases, old, doses = [], [], []
    for i, tank in enumerate(tanks):
        for year in range(int(years)):
            at = start + timedelta(days=365 * year + 20)
            case = Case(
                **by,
                uid=uuid4(),
                recorded_at=at,
                number=i * int(years) + year + 1,
                group=first[tank.pk],
                tank=tank,
                opened_at=at,
                closed_at=at + timedelta(days=40),
            )
            ends = at + timedelta(days=30)
            run = Course(
                **by, uid=uuid4(), recorded_at=at, case=case, tank=tank, protocol_id="copper_30_strict", protocol_version="1",
                net_volume_l=45.0, starts_at=at, treatment_ends_at=ends, observe_starts_at=ends, ends_at=ends,
            )  # fmt: skip
            old_cases.append(case)
            old.append(run)
            active = "copper" if tank.water_type == "marine" else "sodium_chloride"
            for day in range(10):
                given = at + timedelta(days=day)
                doses.append(Dose(**by, uid=uuid4(), recorded_at=given, happened_at=given, course=run, medicine_id=active, amount_mg=20.0, net_volume_l=45.0))
    Case.objects.bulk_create(old_cases, batch_size=900)
    Course.objects.bulk_create(old, batch_size=900)
    Dose.objects.bulk_create(doses, batch_size=900)
