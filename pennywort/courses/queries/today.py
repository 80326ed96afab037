"""What is due: late, now, later today, done; each with the press that records it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Literal

from django.db.models import Q

from pennywort.core.course.replan import Moved
from pennywort.core.medicine.dose import Water, reach
from pennywort.core.medicine.tools import InTool, in_tools
from pennywort.core.reference import library
from pennywort.core.reference.models import Tool
from pennywort.core.units import show_amount, show_concentration, show_fraction
from pennywort.courses.models import Case, Course, Dose, Task
from pennywort.courses.queries.ahead import amount_of
from pennywort.courses.queries.held import level_words, moves, window_of, windows_of
from pennywort.courses.queries.running import TICKED, active_mg_in, dose_now, due_amount, given_amount, level_now, open_tasks, product_amount
from pennywort.courses.queries.strip import Axis, Strip, amount_words, axis_for, strip_of
from pennywort.fish.models import Look, Loss
from pennywort.fish.queries import count_of, groups_of, plural
from pennywort.rooms.actor import Actor
from pennywort.shelf.queries import tools_at_hand
from pennywort.tanks.models import Tank, WaterChange
from pennywort.tanks.queries import tanks_of, water_of

SOON = timedelta(hours=1)
UNSEEN = timedelta(days=7)


@dataclass(frozen=True, kw_only=True)
class DueItem:
    """One task and its press. ``press_amount`` is what a press records, in words the server reads back."""

    task: Task
    group: str
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


@dataclass(frozen=True, kw_only=True)
class DoneItem:
    """Something done today, which can be corrected or struck out."""

    ledger: str
    entry: str
    at_words: str
    words: str
    by: str
    amount: str
    task: str


# a dose that leads this far beyond what was planned is asked about
MUCH_MORE = 1.15
WHAT = {
    "water_change": "water change", "temperature": "warmth", "water_test": "water test", "transfer": "move", "carbon_in": "carbon", "carbon_out": "carbon",
    "remove": "medicine out", "tell": "note",
}  # fmt: skip


@dataclass(frozen=True, kw_only=True)
class TodayBoard:
    """The whole screen."""

    axis: Axis
    strips: tuple[Strip, ...]
    due: tuple[DueItem, ...]
    done: tuple[DoneItem, ...]
    sentence: str
    fish_words: str
    waiting: tuple[str, ...]


def best_tool(task: Task, tools: Sequence[Tool]) -> InTool | None:
    """The tool at hand that fits a dose task best, if one does."""
    dose_mg, dose_ml = dose_now(task)
    if dose_mg is not None:
        measures, amount = product_amount(task.course, task.medicine_id, dose_mg)
        if measures == "pieces":
            return None
        options = in_tools(amount, measures=measures, tools=tools, spoons=library().actives[task.medicine_id].spoons)
    elif dose_ml is not None:
        options = in_tools(dose_ml, measures="volume", tools=tools, spoons=None)
    else:
        return None
    return options[0] if options and options[0].usable else None


def _reaches(task: Task, *, water: Water, level: float, amount_mg: float) -> tuple[str, str]:
    """Where this dose brings the level, and a warning when that is above the range."""
    to = reach(water=water, added_mg=amount_mg, level_now_mg_per_l=level)
    held = window_of(task.course, task.medicine_id)
    like = held.high_mg_per_l if held else to.concentration_mg_per_l
    words = show_concentration(to.concentration_mg_per_l, like_mg_per_l=like).text
    if held and to.concentration_mg_per_l > held.high_mg_per_l * 1.02:
        return words, f"That would reach {words}, above the range. Was the water changed as planned?"
    if task.expected_mg_per_l and to.concentration_mg_per_l > MUCH_MORE * task.expected_mg_per_l:
        return words, f"That would reach {words}, more than planned. Was the water changed as planned?"
    if held and level >= held.target_mg_per_l * 0.98:
        return words, f"The water already holds {show_concentration(level, like_mg_per_l=like).text}. Was the water changed as planned?"
    return words, ""


def _press(actor: Actor, task: Task, tank: Tank) -> tuple[str, str, str, str, str]:
    """Press words, press amount, tool words, what it reaches, warning."""
    if task.kind == "dose":
        return _press_dose(actor, task, tank)
    if task.kind in ("water_change", "temperature", "salinity"):
        amount = amount_of(task, actor.preferences)
        return f"{'Change' if task.kind == 'water_change' else 'Reached'} {amount}", amount, "", "", ""
    if task.kind in ("look", "water_test"):
        return ("Look", "", "", "", "") if task.kind == "look" else ("Read", "", _expected(task), "", "")
    return "Done", "", f"{task.lasts_min:g} minutes" if task.lasts_min else "", "", ""


def _expected(task: Task) -> str:
    """What the next reading of the medicine should be, beside the test."""
    held = next((w for w in windows_of(task.course) if w.active in task.reads), None)
    return f"expected {level_words(task.expected_mg_per_l, held)}" if held and task.expected_mg_per_l is not None else ""


def _press_dose(actor: Actor, task: Task, tank: Tank) -> tuple[str, str, str, str, str]:
    tool = best_tool(task, tools_at_hand(actor))
    measures, amount = due_amount(task)
    exact = show_amount(measures, amount, actor.preferences)
    taken = tool.amount if tool else amount
    reaches, warning = "", ""
    if task.dose_mg is not None:
        level = level_now(tank, medicine_id=task.medicine_id, now=actor.now)
        given_mg = active_mg_in(task.course, task.medicine_id, taken)
        reaches, warning = _reaches(task, water=water_of(tank), level=level, amount_mg=given_mg)
    if tool is None:
        return f"Gave {exact.text}", exact.text, "no tool here measures so little well", reaches, warning
    shown = show_amount(measures, tool.amount, actor.preferences)
    words = tool.name if tool.fills == 1 else f"{tool.name}: {tool.words}"
    return f"Gave {shown.text}", shown.text, words, reaches, warning


def _what(task: Task) -> str:
    if task.kind == "dose" and task.medicine_id:
        return library().actives[task.medicine_id].short_name
    if task.kind == "dose":
        return str((task.course.label or {}).get("product", "")) or "dose"
    return WHAT.get(task.kind, task.kind.replace("_", " "))


def _late(delta: timedelta) -> str:
    minutes = int(delta.total_seconds() // 60)
    if minutes < 120:
        return f"{minutes} min"
    return f"{minutes // 60} h" if minutes < 48 * 60 else f"{minutes // 1440} days"


def due_item(actor: Actor, task: Task) -> DueItem:
    """A task as the list shows it."""
    local = actor.local(task.due_at)
    day = "" if local.date() == actor.local(actor.now).date() else f"{local:%a} "
    press, amount, tool, reaches, warning = _press(actor, task, task.course.tank)
    late = actor.now - task.due_at
    moved = moves(task.course, given=task, at=actor.now) if task.minimum_h is not None and late > SOON else ()
    return DueItem(
        task=task,
        group=str(task.course.case.group.uid),
        at_words=f"{day}{local:%H:%M}",
        late_words=_late(late) if late > SOON else "",
        title=task.title,
        what=_what(task),
        press=press,
        press_amount=amount,
        tool_words=tool,
        reaches=reaches,
        warning=warning,
        warning_short=f"look first: would reach {reaches}" if warning else "",
        moves_words=_moves_words(actor, moved),
    )


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


def _done_today(actor: Actor) -> tuple[DoneItem, ...]:
    mine = {"fishroom": actor.fishroom, "happened_at__gte": actor.midnight}
    items: list[tuple[datetime, DoneItem]] = []

    def add(ledger: str, entry: Dose | WaterChange | Loss, words: str, amount: str = "", task: str = "") -> None:
        at = entry.happened_at
        done = DoneItem(ledger=ledger, entry=str(entry.uid), at_words=f"{actor.local(at):%H:%M}", words=words, by=entry.by, amount=amount, task=task)
        items.append((at, done))

    for dose in Dose.objects.standing().filter(**mine).select_related("course__tank", "task", "recorded_by"):
        amount = show_amount(*given_amount(dose), actor.preferences).text
        verb = "put back" if dose.water_change_id else "gave"
        add("dose", dose, f"{dose.course.tank.name}: {verb} {amount_words(dose, actor)}", amount, str(dose.task.uid) if dose.task else "")
    for change in WaterChange.objects.standing().filter(**mine).select_related("tank", "recorded_by"):
        add("change", change, f"{change.tank.name}: changed {show_fraction(change.changed_fraction).text}")
    for loss in Loss.objects.standing().filter(**mine).select_related("group__tank", "recorded_by"):
        add("loss", loss, f"{loss.group.tank.name}: {loss.count} lost")
    without_entry = Task.objects.filter(Q(skipped=True) | Q(kind__in=TICKED), fishroom=actor.fishroom, done_at__gte=actor.midnight, course__stopped_at=None)
    for task in without_entry.select_related("course__tank", "done_by"):
        at = task.done_at or actor.now
        words = f"{task.course.tank.name}: {'left out ' if task.skipped else ''}{task.title[:1].lower()}{task.title[1:]}"
        items.append(
            (at, DoneItem(ledger="task", entry=str(task.uid), at_words=f"{actor.local(at):%H:%M}", words=words, by=str(task.done_by), amount="", task=""))
        )
    items.sort(key=lambda pair: pair[0], reverse=True)
    return tuple(item for _, item in items)


def _sentence(actor: Actor, due: list[DueItem], upcoming: Task | None) -> str:
    pressing = [d for d in due if section_of(d, actor) in ("late", "now")]
    late = [d for d in pressing if d.late_words]
    later = next((d for d in due if section_of(d, actor) == "later"), None)
    if later is not None:
        then = f"until {later.at_words}"
    elif upcoming is not None:
        local = actor.local(upcoming.due_at)
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


def _low(number: list[str], count: int) -> str:
    return number[count].lower() if count < len(number) else str(count)


def _waiting(actor: Actor, strips: tuple[Strip, ...]) -> tuple[str, ...]:
    idle = [f"{s.tank.name} has no course yet. Look again, or choose one." for s in strips if s.case is not None and s.state_words == "no course yet"]
    new = [
        f"{g.tank.name}: nobody has looked at the {plural(g.species_name, 2)} yet."
        for g in groups_of(actor)
        if g.arrived_on > actor.local(actor.now).date() - UNSEEN and not Look.objects.standing().filter(group=g).exists() and count_of(g).count
    ]
    nameless = [
        f"{s.tank.name} has no name yet for what was seen. One more look may tell."
        for s in strips
        if s.case is not None and not s.case.condition_id and s.state_words != "no course yet"
    ]
    return (*idle, *nameless, *new)


def board_of(actor: Actor) -> TodayBoard:
    """The Today screen of a fishroom."""
    axis = axis_for(actor)
    midnight_next = actor.midnight + timedelta(days=1)
    strips, due = [], []
    upcoming: Task | None = None
    for tank in tanks_of(actor):
        tasks = list(open_tasks(tank, now=actor.now))
        strips.append(strip_of(actor, tank, tasks=tasks, axis=axis))
        due += [t for t in tasks if t.due_at < midnight_next]
        after = [t for t in tasks if t.due_at >= midnight_next]
        if after and (upcoming is None or after[0].due_at < upcoming.due_at):
            upcoming = after[0]
    items = [due_item(actor, t) for t in sorted(due, key=lambda t: (t.due_at, t.pk))]
    fish = sum(count_of(g).count for g in groups_of(actor))
    lost = sum(x.count for x in Loss.objects.standing().filter(fishroom=actor.fishroom, happened_at__gte=axis.starts_at))
    return TodayBoard(
        axis=axis,
        strips=tuple(sorted(strips, key=lambda s: s.quiet)),
        due=tuple(items),
        done=_done_today(actor),
        sentence=_sentence(actor, items, upcoming),
        fish_words=f"{fish} fish, {lost or 'none'} lost in two weeks" if fish else "",
        waiting=_waiting(actor, tuple(strips)),
    )


def unfinished(actor: Actor) -> tuple[int, int]:
    """How many tasks are due today, and how many open cases have no course: the rail's two figures."""
    midnight_next = actor.midnight + timedelta(days=1)
    due = Task.objects.filter(
        fishroom=actor.fishroom, done_at=None, skipped=False, course__stopped_at=None, course__ends_at__gt=actor.now, due_at__lt=midnight_next
    ).count()
    running = Course.objects.filter(fishroom=actor.fishroom, stopped_at=None, ends_at__gt=actor.now).values("case")
    waiting = Case.objects.filter(fishroom=actor.fishroom, closed_at=None).exclude(pk__in=running).count()
    return due, waiting
