"""What is due: late, now, later today, done; each with the press that records it."""

from __future__ import annotations

from collections import defaultdict
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Literal
from uuid import UUID

from django.db.models import Min, Q

from pennywort.board.done import DoneItem, done_today
from pennywort.board.due_action import press_of
from pennywort.board.strip_events import Marks
from pennywort.board.strips import RoomStrips, TankBelow
from pennywort.core.course.condition import Decision
from pennywort.core.course.replan import Moved
from pennywort.core.reference import library
from pennywort.core.reference.naming import mid_sentence, plural
from pennywort.core.units import show_volume
from pennywort.courses.models import Case, Course, Task
from pennywort.courses.queries.ahead import amount_of
from pennywort.courses.queries.conditions import decisions
from pennywort.courses.queries.running import label_of
from pennywort.courses.queries.salty import task_swap_words
from pennywort.courses.queries.targets import moved_by
from pennywort.courses.queries.water_records import IN_WATER, WaterRecords
from pennywort.courses.strips import Axis, Strip
from pennywort.fish.models import Look
from pennywort.records.actor import Actor
from pennywort.tanks.queries import once_words
from pennywort.tanks.upkeep import PlannedUpkeep, planned_upkeep

SOON = timedelta(hours=1)
UNSEEN = timedelta(days=7)


# what a step without a figure needs beforehand
READY = {
    "transfer": "a clean tank, dry, then filled with water as theirs",
    "bath": "a bucket, an air stone, a timer, a lid",
    "dip": "a bucket, an air stone, a timer",
    "swab": "swabs, a wet towel, gloves",
    "food": "the food soaked with the medicine",
    "carbon_in": "fresh carbon, rinsed",
    "disinfect": "{disinfectant}, gloves, a brush",
}


# water is stood for these, and brought to a figure for those
STOOD, BROUGHT = ("water_change", "remove"), ("temperature", "salinity")
PREPARED = ("dose", *STOOD, *BROUGHT, *READY)
# of a task that is open nobody asks who planned it, or what was done
UNASKED = ("recorded_at", "recorded_by", "by_name", "given_words", "done_by", "moved_from")


@dataclass(frozen=True, kw_only=True)
class DueItem:
    """One task and its press. ``press_amount`` is what a press records, in words the server reads back."""

    task: Task
    group: UUID
    at_words: str
    late_words: str
    title: str
    what: str
    press: str
    press_amount: str
    tool_words: str
    reaches: str
    warning: str
    warning_short: str
    moves_words: str
    where_words: str
    decided: Decision | None


WHAT = {
    "water_change": "water change", "temperature": "warmth", "transfer": "move", "carbon_in": "carbon", "carbon_out": "carbon",
    "remove": "medicine out", "tell": "note",
}  # fmt: skip


@dataclass(frozen=True, kw_only=True)
class Tomorrow:
    """Something to have ready for tomorrow: where, at what hour, what, and how much of what."""

    tank: str
    tank_name: str
    at_words: str
    title: str
    prepare: str


@dataclass(frozen=True, kw_only=True)
class TodayBoard:
    """The whole screen."""

    axis: Axis
    strips: tuple[Strip, ...]
    below: tuple[TankBelow, ...]
    due: tuple[DueItem, ...]
    done: tuple[DoneItem, ...]
    sentence: str
    fish_words: str
    waiting: tuple[str, ...]
    tomorrow: tuple[Tomorrow, ...]
    upkeep: tuple[PlannedUpkeep, ...]


def _what(task: Task) -> str:
    if task.kind == "dose" and task.medicine_id:
        return library().actives[task.medicine_id].short_name
    if task.kind == "dose":
        return str(label_of(task).get("product", "")) or "dose"
    if task.kind == "water_test":
        return f"water test: {mid_sentence(task.title)}"
    return WHAT.get(task.kind, task.kind.replace("_", " "))


def _late(delta: timedelta) -> str:
    minutes = int(delta.total_seconds() // 60)
    if minutes < 120:
        return f"{minutes} min"
    return f"{minutes // 60} h" if minutes < 48 * 60 else f"{minutes // 1440} days"


def due_item(actor: Actor, task: Task, *, book: WaterRecords, group: UUID, moved: tuple[Moved, ...], decided: Decision | None) -> DueItem:
    """A task as the list shows it. ``moved``: what falls due later if it is done now."""
    local = actor.local(task.due_at)
    day = "" if local.date() == actor.local(actor.now).date() else f"{local:%a} "
    press = press_of(actor, task, book)
    late = actor.now - task.due_at
    return DueItem(
        task=task,
        group=group,
        at_words=f"{day}{local:%H:%M}",
        late_words=_late(late) if late > SOON else "",
        title=task.title,
        what=_what(task),
        press=press.words,
        press_amount=press.amount,
        tool_words=press.tool_words,
        reaches=press.reaches,
        warning=press.warning,
        warning_short=press.warning_short,
        moves_words=_moves_words(actor, moved),
        where_words=_where_words(task, book),
        decided=decided,
    )


def _where_words(task: Task, book: WaterRecords) -> str:
    """Into which tank it goes: of a move the clean one, of a tank to be emptied its name, of tanks on one water that it goes in once."""
    if task.to_tank_id is not None:
        to = book.tanks.get(task.to_tank_id)
        return "" if to is None else f"into {to.name}" if task.kind == "transfer" else f"that is {to.name}"
    return once_words(task.course.tank, book.on_its_water(task.course.tank)) if task.kind in IN_WATER else ""


def _moved(actor: Actor, due: list[Task]) -> dict[int, tuple[Moved, ...]]:
    """What each late dose moves if it is given now."""
    late = [t for t in due if t.minimum_h is not None and actor.now - t.due_at > SOON]
    if not late:
        return {}
    lines: dict[int, list[Task]] = defaultdict(list)
    for task in Task.objects.filter(course__in={t.course_id for t in late}, skipped=False).order_by("due_at", "pk"):
        lines[task.course_id].append(task)
    return {t.pk: moved_by(lines[t.course_id], given=t, at=actor.now) for t in late}


def _moves_words(actor: Actor, moved: tuple[Moved, ...]) -> str:
    """What a dose given now moves, told before it is pressed."""
    if not moved:
        return ""
    first = actor.local(moved[0].due_at)
    more = f", and {len(moved) - 1} more" if len(moved) > 1 else ""
    return f"given now, the next falls due {first:%A} {first:%H:%M}{more}"


def section_of(item: DueItem, actor: Actor) -> Literal["late", "now", "later"]:
    """late, now or later."""
    if item.late_words:
        return "late"
    return "now" if item.task.due_at <= actor.now + SOON else "later"


def _sentence(actor: Actor, due: list[DueItem], book: WaterRecords, upkeep: Sequence[PlannedUpkeep]) -> str:
    pressing = [bool(d.late_words) for d in due if section_of(d, actor) in ("late", "now")] + [s.next.late_days > 0 for s in upkeep]
    late = [p for p in pressing if p]
    later = next((d for d in due if section_of(d, actor) == "later"), None)
    if later is not None:
        then = f"until {later.at_words}"
    elif (upcoming := _first_after_today(actor, book)) is not None:
        local = actor.local(upcoming)
        then = f"until {local:%A} {local:%H:%M}"
    else:
        then = ""
    if not pressing:
        return f"Nothing due {then}." if then else "Nothing due."
    number = ["No", "One", "Two", "Three", "Four", "Five", "Six", "Seven", "Eight", "Nine"]
    count = number[len(pressing)] if len(pressing) < len(number) else str(len(pressing))
    some = (
        ""
        if not late
        else ", late"
        if len(pressing) == len(late) == 1
        else ", all late"
        if len(late) == len(pressing)
        else f", {_low(number, len(late))} of them late"
    )
    tail = f" Then nothing {then}." if then else ""
    return f"{count} due{some}.{tail}"


def _first_after_today(actor: Actor, book: WaterRecords) -> datetime | None:
    after = Task.objects.filter(course__in=book.courses, done_at=None, skipped=False, due_at__gte=actor.midnight + timedelta(days=1))
    at: datetime | None = after.aggregate(at=Min("due_at"))["at"]
    return at


def _low(number: list[str], count: int) -> str:
    return number[count].lower() if count < len(number) else str(count)


def _waiting(actor: Actor, book: WaterRecords, marks: Marks) -> tuple[str, ...]:
    ill = marks.ill
    idle = [f"{tank.name} has no course yet. Look again, or choose one." for tank, _ in ill if not book.running(tank)]
    unseen = [g for g in marks.all_groups if g.arrived_on > actor.local(actor.now).date() - UNSEEN and g.left.count]
    seen = set(Look.objects.standing().filter(group__in=[g.pk for g in unseen]).values_list("group_id", flat=True))
    new = [f"{book.tanks[g.tank_id].name}: nobody has looked at the {plural(g.species_name, 2)} yet." for g in unseen if g.pk not in seen]
    nameless = [f"{tank.name} has no name yet for what was seen. One more look may tell." for tank, case in ill if not case.condition_id and book.running(tank)]
    return (*idle, *nameless, *new)


def _tomorrow(actor: Actor, task: Task, book: WaterRecords) -> Tomorrow | None:
    """What a step of tomorrow needs beforehand: a product weighed, water stood, a tank dried. None for what needs nothing."""
    tank, mine = task.course.tank, actor.preferences
    amount = amount_of(task, mine)
    if task.kind == "dose":
        prepare = f"{amount} {_what(task)}"
    elif task.kind in STOOD and task.water_share:
        prepare = f"{show_volume(task.water_share * tank.net_volume_l, mine).text} of water, as warm and as salty as theirs"
    elif task.kind in BROUGHT:
        prepare = task_swap_words(task, book, mine) or f"to {amount}"
    elif task.kind in READY:
        prepare = READY[task.kind].format(disinfectant=library().disinfectant.short_name)
    else:
        return None
    return Tomorrow(tank=str(tank.uid), tank_name=tank.name, at_words=f"{actor.local(task.due_at):%H:%M}", title=task.title, prepare=prepare)


def board_of(actor: Actor, *, most_strips: int | None = None) -> TodayBoard:
    """The Today screen of a fishroom, in a number of queries that does not grow with its tanks; strips of the first tanks only, or of all."""
    room = RoomStrips(actor)
    book, marks, drawn = room.book, room.marks, room.first(most_strips)
    midnight_next = actor.midnight + timedelta(days=1)
    by_then = Q(due_at__lt=midnight_next + timedelta(days=1)) & (Q(due_at__lt=midnight_next) | Q(kind__in=PREPARED))
    near = list(Task.objects.filter(by_then, course__in=book.courses, done_at=None, skipped=False).defer(*UNASKED).order_by("due_at", "pk"))
    for task in near:
        task.course = book.courses[task.course_id]
    due = [t for t in near if t.due_at < midnight_next]
    moved = _moved(actor, due)
    decided = decisions(actor, due)
    uids = marks.group_uids
    items = [due_item(actor, t, book=book, group=uids[t.course.case.group_id], moved=moved.get(t.pk, ()), decided=decided.get(t.pk)) for t in due]
    upkeep = _due_now(actor, room.planned)
    fish = sum(g.left.count for g in marks.all_groups)
    lost = marks.lost(since=room.axis.starts_at)
    return TodayBoard(
        axis=room.axis,
        strips=tuple(room.strip(tank) for tank in drawn),
        below=tuple(room.below(tank) for tank in room.tanks[len(drawn) :]),
        due=tuple(items),
        done=done_today(actor, book, marks),
        sentence=_sentence(actor, items, book, upkeep),
        fish_words=f"{fish} fish, {lost or 'none'} lost in two weeks" if fish else "",
        waiting=_waiting(actor, book, marks),
        tomorrow=tuple(t for task in near if task.due_at >= midnight_next and (t := _tomorrow(actor, task, book))),
        upkeep=upkeep,
    )


def _due_now(actor: Actor, planned: Iterable[PlannedUpkeep]) -> tuple[PlannedUpkeep, ...]:
    """What is done every so many days, and falls due today or is late."""
    today = actor.local(actor.now).date()
    return tuple(s for s in planned if s.next.due_on <= today)


def unfinished(actor: Actor) -> tuple[int, int]:
    """How many tasks are due today, and how many open cases have no course: the rail's two figures."""
    midnight_next = actor.midnight + timedelta(days=1)
    due = Task.objects.filter(
        fishroom=actor.fishroom, done_at=None, skipped=False, course__stopped_at=None, course__ends_at__gt=actor.now, due_at__lt=midnight_next
    ).count() + len(_due_now(actor, planned_upkeep(actor)))
    running = Course.objects.filter(fishroom=actor.fishroom, stopped_at=None, ends_at__gt=actor.now).values("case")
    waiting = Case.objects.filter(fishroom=actor.fishroom, closed_at=None).exclude(pk__in=running).count()
    return due, waiting
