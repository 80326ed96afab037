"""Fish go to another tank, whole or in part, and what that does to the clocks: whoever shares a water shares its risk."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, time, timedelta
from typing import Any
from uuid import UUID, uuid5

from django.db.models import Q

from pennywort.core.errors import Conflict, InvalidInput
from pennywort.core.outcome.figures import Count, check_count
from pennywort.core.reference.naming import plural
from pennywort.courses.models import Case, Course, Task
from pennywort.courses.queries.situation import situation_of
from pennywort.courses.queries.targets import course_name
from pennywort.courses.queries.watching import watched_since
from pennywort.courses.queries.water_records import WaterRecords
from pennywort.courses.services.calendar import begin_again
from pennywort.fish.models import Group, Individual, Move, Recount
from pennywort.fish.orders import came, open_order
from pennywort.fish.queries import count_of, groups_in_water
from pennywort.fish.services import add_group
from pennywort.records.actor import Actor
from pennywort.records.services import find, new_entry, when
from pennywort.tanks.models import Tank

# groups that came within this of one another are one quarantine (common practice)
SAME_DAY_H = 24.0


@dataclass(frozen=True, kw_only=True)
class Going:
    """How many of a group go; all of them where ``whole``."""

    count: Count
    whole: bool


def how_many(group: Group, *, count: int | None, plus_minus: int, at: datetime | None = None) -> Going:
    """How many go, or went at an instant that has been. :raises InvalidInput: none, or more than are left."""
    left = count_of(group)
    if left.count == 0:
        raise InvalidInput("None are left in this group.", field="count")
    if count is None:
        return Going(count=count_of(group, before=at), whole=True)
    wanted = check_count(Count(count=count, plus_minus=plus_minus), field="count", least=1)
    if wanted.count > left.count + left.plus_minus:
        raise InvalidInput(f"Only {left.words} are left in this group.", field="count")
    return Going(count=wanted, whole=wanted.count >= left.count and not left.plus_minus)


def joined_words(group: Group, count: int) -> str:
    """Who came, in words: "3 firefish joined"."""
    return f"{count} {plural(group.species_name, count)} joined"


def what_it_does(actor: Actor, group: Group, *, to: Tank, going: Going) -> list[str]:
    """What a move would change, told before it is made: clocks, the watching of others, medicine that waits there, courses left behind."""
    words = []
    book = WaterRecords([to], now=actor.now)
    same_water = to.water_id == group.tank.water_id
    for course in [] if same_water else book.running(to):
        state = book.clock(course)
        if state is not None and state.counted_h >= 1:
            words.append(f"{course_name(course)} in {to.name} stands at day {state.day_number} of {state.of_days}. With these fish it begins again.")
        elif course.targets_mg_per_l:
            words.append(f"{course_name(course)} is running in {to.name}: these fish come under it.")
    for other, cleaner in [] if same_water else _restarted(actor, group, to=to):
        days = (actor.now - watched_since(actor, cleaner)).days
        words.append(
            f"The {plural(cleaner.species_name, 2)} have been watched for {days} days, the {plural(other.species_name, 2)} for less: theirs begins again."
        )
    if going.whole and not same_water:
        words += [f"{course_name(c)} in {group.tank.name} stops: no fish are left there." for c in _left_behind(actor, group)]
    return words


def _restarted(actor: Actor, group: Group, *, to: Tank) -> list[tuple[Group, Group]]:
    """Pairs (the less watched, the cleaner) among those that would share a water: the cleaner begin again."""
    others = situation_of(actor, to).others(group)
    everyone = [group, *others] if others else []
    last = max(everyone, key=lambda g: watched_since(actor, g), default=None)
    if last is None:
        return []
    since = watched_since(actor, last)
    return [(last, g) for g in everyone if (since - watched_since(actor, g)).total_seconds() > SAME_DAY_H * 3600]


def _left_behind(actor: Actor, group: Group) -> list[Course]:
    here = situation_of(actor, group.tank)
    return [] if here.others(group) else here.running


def mixed(actor: Actor, *, newcomers: Group, tank: Tank, count: int, at: datetime) -> str:
    """Fish came into a water where others are: the clocks and the watching of the cleaner begin again then. In words."""
    for _, cleaner in _restarted(actor, newcomers, to=tank):
        since = max(at, watched_since(actor, cleaner))
        Group.objects.filter(pk=cleaner.pk).update(watched_since=since)
        cleaner.watched_since = since
    return begin_again(actor, tank, at=at, words=joined_words(newcomers, count))


def arrival_changes(actor: Actor, tank: Tank) -> list[str]:
    """What fish that arrive in this water today would change, told before: whose watching and which clocks begin again."""
    book, words = WaterRecords([tank], now=actor.now), []
    for course in book.running(tank):
        state = book.clock(course)
        if state is not None and state.counted_h >= 1:
            words.append(f"{course_name(course)} in {tank.name} stands at day {state.day_number} of {state.of_days}. With new fish it begins again.")
        elif course.targets_mg_per_l:
            words.append(f"{course_name(course)} is running in {tank.name}: new fish come under it.")
    for group in groups_in_water(tank):
        days = (actor.now - watched_since(actor, group)).days
        if count_of(group).count and days:
            words.append(f"The {plural(group.species_name, 2)} have been watched for {days} {'day' if days == 1 else 'days'}: theirs begins again.")
    return words


def arrive_together(actor: Actor, *, uid: UUID, tank: Tank, groups: Sequence[dict[str, Any]]) -> dict[str, Any]:
    """Several kinds come at once: all of them, or none where one can't be. :raises InvalidInput: naming the line and its field."""
    told: list[str] = []
    for number, values in enumerate(groups):
        try:
            answer = arrive(actor, uid=uid if number == 0 else uuid5(uid, f"group {number}"), tank=tank, **values)
        except InvalidInput as error:
            raise InvalidInput(error.message, field=f"groups.{number}.{error.field}" if error.field else "groups") from error
        if number == 0 and answer["told"]:
            told.append(answer["told"])
    return {"uid": str(uid), "told": " ".join(told)}


def arrive(actor: Actor, *, uid: UUID, tank: Tank, order: UUID | None = None, **values: Any) -> dict[str, Any]:
    """Fish arrive; those that are in this water already begin their watching again, from the end of that day where it is written down later.

    ``order``: what they were ordered as, which is closed by it.
    """
    ordered = open_order(actor, order) if order else None
    answer = add_group(actor, uid=uid, tank=tank, **values)
    group = Group.objects.get(fishroom=actor.fishroom, uid=uid)
    if ordered is not None:
        came(actor, order=ordered, group=group)
    at = min(actor.now, datetime.combine(group.arrived_on + timedelta(days=1), time(), tzinfo=actor.zone))
    return {**answer, "told": mixed(actor, newcomers=group, tank=tank, count=count_of(group).count, at=at)}


def move_fish(
    actor: Actor,
    *,
    uid: UUID,
    group: Group,
    to: Tank,
    count: int | None,
    plus_minus: int,
    note: str,
    individuals: Sequence[UUID] = (),
    along: Course | None = None,
    happened_at: datetime | None = None,
) -> dict[str, Any]:
    """Move a group, or part of it, to another tank.

    A part becomes a group of its own with the arrival of the whole. An open case stays with those who stay; it goes along
    with a whole group. ``along``: a course whose own move this is: it is not stopped by it. :raises InvalidInput: the same tank, or more than
    there are.
    """
    if to.pk == group.tank_id:
        raise InvalidInput("They are in this tank already.", field="to")
    at = _move_at(actor, group, happened_at)
    if to.put_away_at is not None:
        raise Conflict(f"{to.name} is put away. Set it up again first.", field="to")
    going = how_many(group, count=count, plus_minus=plus_minus, at=at)
    going, stayed = _where_the_doubt_goes(group, going, typed=plus_minus, at=at)
    left_behind = _left_behind(actor, group) if going.whole and to.water_id != group.tank.water_id else []
    from_tank = group.tank
    moving = group if going.whole else _parted(actor, group, uid=uuid5(uid, "parted"), to=to, count=going.count)
    if not going.whole:
        _named_along(actor, group, moving, individuals)
    same_water = to.water_id == from_tank.water_id
    # those that a course moves together lived together before
    told = "" if same_water or along is not None else mixed(actor, newcomers=moving, tank=to, count=going.count.count, at=at)
    Move.objects.create(
        uid=uid,
        fishroom=actor.fishroom,
        recorded_at=actor.now,
        recorded_by=actor.keeper,
        happened_at=at,
        group=moving,
        parted_from=None if going.whole else group,
        from_tank=from_tank,
        to_tank=to,
        count=going.count.count,
        count_plus_minus=going.count.plus_minus,
        reason=note.strip(),
    )
    if stayed is not None:
        new_entry(
            Recount, actor, uid=uuid5(uid, "stayed"), name="recount", happened_at=at, group=group, count=stayed.count,
            note=f"counted as the others went to {to.name}",
        )  # fmt: skip
    if going.whole:
        Group.objects.filter(pk=group.pk).update(tank=to)
        Case.objects.filter(group=group, closed_at=None).update(tank=to)
    for course in (c for c in left_behind if c != along):
        course.stopped_at, course.stop_reason = at, f"the fish went to {to.name}"
        course.save(update_fields=["stopped_at", "stop_reason"])
    return {"uid": str(moving.uid), "told": told}


def _where_the_doubt_goes(group: Group, going: Going, *, typed: int, at: datetime) -> tuple[Going, Count | None]:
    """Of an estimated group somebody counts the few: where most of them go, those that stay are counted and the plus-minus goes along.

    Answers how many go, and how many exactly stay; None where the plus-minus stays with the rest.
    """
    left = count_of(group, before=at + timedelta(microseconds=1))
    if going.whole or typed or not left.plus_minus or 2 * going.count.count <= left.count:
        return going, None
    along = Count(count=going.count.count, plus_minus=min(left.plus_minus, going.count.count))
    return Going(count=along, whole=False), Count(count=max(0, left.count - going.count.count))


def _move_at(actor: Actor, group: Group, happened_at: datetime | None) -> datetime:
    """When they went. :raises InvalidInput: before they came, or before they were last moved."""
    at = when(actor, happened_at)
    if at < datetime.combine(group.arrived_on, time(), tzinfo=actor.zone):
        raise InvalidInput("That lies before they came.", field="happened_at")
    mine = Q(group=group) | Q(parted_from=group)
    last = Move.objects.standing().filter(mine).order_by("-happened_at").first()
    if last is not None and at < last.happened_at:
        local = actor.local(last.happened_at)
        words = f"They were moved on {local:%A} {local.day} {local:%B} at {local:%H:%M}. A move before that can’t be written down any more."
        raise InvalidInput(words, field="happened_at")
    return at


def merge(actor: Actor, *, uid: UUID, group: Group, into: Group, happened_at: datetime | None = None) -> dict[str, Any]:
    """Put a group together with another of the same fish in the same tank: from now on they are one.

    Whoever was watched for less decides: the watching of all begins with theirs.

    :raises InvalidInput: other fish, another tank, none left. :raises Conflict: a case of theirs is open.
    """
    if into.pk == group.pk or into.species_name != group.species_name:
        raise InvalidInput("Only fish of one kind are put together.", field="into")
    if into.tank_id != group.tank_id:
        raise InvalidInput("They live in different tanks: move them first.", field="into")
    left = count_of(group)
    if left.count == 0 or count_of(into).count == 0:
        raise InvalidInput("None are left in one of the two groups.", field="into")
    if Case.objects.filter(group=group, closed_at=None).exists():
        raise Conflict("A case of these is open. Close it first, or put the others together with them.", field="into")
    at = max(_move_at(actor, g, happened_at) for g in (group, into))
    Move.objects.create(
        uid=uid, fishroom=actor.fishroom, recorded_at=actor.now, recorded_by=actor.keeper, happened_at=at, group=into, parted_from=group,
        joins=True, from_tank=group.tank, to_tank=into.tank, count=left.count, count_plus_minus=left.plus_minus,
    )  # fmt: skip
    since = max(watched_since(actor, group), watched_since(actor, into))
    Group.objects.filter(pk=into.pk).update(watched_since=since)
    taken = set(Individual.objects.filter(group=into).values_list("name", flat=True))
    for named in Individual.objects.filter(group=group):
        if named.name not in taken:
            named.group = into
            named.save(update_fields=["group"])
    return {"uid": str(into.uid)}


def _named_along(actor: Actor, group: Group, moving: Group, individuals: Sequence[UUID]) -> None:
    """Named fish that go with the part. :raises InvalidInput: more names than fish."""
    if len(individuals) > moving.count + moving.count_plus_minus:
        raise InvalidInput("More named fish than go.", field="individuals")
    for uid in individuals:
        named = find(Individual, actor, uid, name="fish")
        if named.group_id != group.pk:
            raise InvalidInput(f"{named.name} is not one of these.", field="individuals")
        named.group = moving
        named.save(update_fields=["group"])


def _parted(actor: Actor, group: Group, *, uid: UUID, to: Tank, count: Count) -> Group:
    return Group.objects.create(
        uid=uid,
        fishroom=actor.fishroom,
        recorded_at=actor.now,
        recorded_by=actor.keeper,
        tank=to,
        species_id=group.species_id,
        species_name=group.species_name,
        arrived_on=group.arrived_on,
        count=count.count,
        count_plus_minus=count.plus_minus,
        supplier=group.supplier,
        watched_since=group.watched_since,
    )


def transfer(actor: Actor, *, uid: UUID, task: Task, to: Tank, at: datetime) -> None:
    """All fish of a course's water go over into a clean tank, and the course with them."""
    course, before = task.course, task.course.tank
    for group in groups_in_water(before):
        if count_of(group).count:
            move_fish(actor, uid=uuid5(uid, f"move {group.uid}"), group=group, to=to, count=None, plus_minus=0, note=task.title, along=course, happened_at=at)
    Course.objects.filter(pk=course.pk).update(tank=to)
    course.tank = to
    Task.objects.filter(pk=task.pk).update(moved_from=before)
    task.moved_from = before


def transfer_back(actor: Actor, *, uid: UUID, task: Task) -> None:
    """A move that was pressed by mistake is walked back. :raises Conflict: they have gone on since."""
    if task.moved_from is None or task.to_tank is None or task.course.tank_id != task.to_tank_id:
        raise Conflict("They have gone on since: move them by hand.", field="task")
    transfer(actor, uid=uid, task=task, to=task.moved_from, at=actor.now)
    Task.objects.filter(pk=task.pk).update(moved_from=None)
    task.moved_from = None
