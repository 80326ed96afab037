"""The one press that records a task: its words, the amount it writes, in which tool, and where that brings the water."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from pennywort.core.medicine.dose import Water, reach
from pennywort.core.medicine.phrases import time_in
from pennywort.core.medicine.tools import InTool, Measures, in_tools
from pennywort.core.reference import library
from pennywort.core.reference.models import Tool
from pennywort.core.units import show_amount, show_concentration
from pennywort.courses.models import Task
from pennywort.courses.queries.ahead import amount_of
from pennywort.courses.queries.running import WHOLE_CHANGES, active_mg_in, due_amount, label_of, product_amount, product_of
from pennywort.courses.queries.salty import task_swap_words
from pennywort.courses.queries.targets import level_words, window_of, windows_of
from pennywort.courses.queries.water_records import WaterRecords
from pennywort.records.actor import Actor
from pennywort.shelf.queries import label_spoons, tools_at_hand
from pennywort.shelf.stocks import stock_of, stock_words
from pennywort.tanks.queries import water_of

# a dose that leads this far beyond what was planned is asked about
MUCH_MORE = 1.15


@dataclass(frozen=True, kw_only=True)
class Press:
    """What a press says and records. ``amount`` in words that the server reads back; empty where it records none."""

    words: str
    amount: str = ""
    tool_words: str = ""
    reaches: str = ""
    warning: str = ""
    warning_short: str = ""


def best_tool(task: Task, measures: Measures, amount: float, tools: Sequence[Tool], *, most: float = math.inf, piece: str = "piece") -> InTool | None:
    """The tool at hand that fits a dose best, if one does; rounded no higher than ``most``, in the unit of the amount."""
    spoons = library().actives[task.medicine_id].spoons if task.dose_mg is not None else label_spoons(label_of(task).get("teaspoon_g"))
    options = in_tools(amount, measures=measures, tools=tools, spoons=spoons, most=most, piece=piece)
    return options[0] if options and options[0].usable else None


def press_of(actor: Actor, task: Task, book: WaterRecords) -> Press:
    """The press of one due task."""
    if task.kind == "dose":
        return _dose(actor, task, book)
    if task.kind in ("water_change", "temperature", "salinity"):
        amount = amount_of(task, actor.preferences)
        how = task_swap_words(task, book, actor.preferences)
        return Press(words=f"{'Change' if task.kind == 'water_change' else 'Reached'} {amount}", amount=amount, tool_words=how)
    if task.kind == "look":
        return Press(words="Look")
    if task.kind == "water_test":
        return Press(words="Read", tool_words=_expected(task))
    return Press(words="Done", tool_words=time_in(task.lasts_min) if task.lasts_min else "")


def _expected(task: Task) -> str:
    """What the next reading of the medicine should be, beside the test."""
    held = next((w for w in windows_of(task.course) if w.active in task.reads), None)
    return f"expected {level_words(task.expected_mg_per_l, held)}" if held and task.expected_mg_per_l is not None else ""


def _dose(actor: Actor, task: Task, book: WaterRecords) -> Press:
    level = book.level_to_weigh(task) if task.dose_mg is not None else None
    measures, amount = due_amount(task, level_mg_per_l=level)
    piece = product_of(task.course, task.medicine_id).piece if task.dose_mg is not None else str(label_of(task).get("piece", "piece"))
    most = _most(task, level_mg_per_l=level)
    tool = best_tool(task, measures, amount, tools_at_hand(actor), most=most, piece=piece)
    stock = None
    if tool is None and task.dose_mg is not None:
        product, volume_l = product_of(task.course, task.medicine_id), task.course.tank.net_volume_l
        stock = stock_of(actor, product, task.medicine_id, measures=measures, amount=amount, net_volume_l=volume_l, most=most)
    given = tool.amount if tool else stock.gives if stock else amount
    reaches, warning, short = "", "", ""
    if level is not None:
        given_mg = active_mg_in(task.course, task.medicine_id, given)
        reaches, warning = _reaches(task, water=water_of(task.course.tank), level=level, amount_mg=given_mg)
        short = f"look first: would reach {reaches}" if warning else ""
        if not warning and (open_change := _open_change(actor, task, book)):
            warning, short = f"“{open_change}” is still open: change the water first, then dose.", "change the water first"
    shown = show_amount(measures, given, actor.preferences, piece=piece)
    if stock is not None:
        words = stock_words(stock, measures=measures, piece=piece, mine=actor.preferences)
    elif tool is None:
        words = "no tool here measures so little well"
    else:
        words = tool.name if tool.fills == 1 else f"{tool.name}: {tool.words}"
    return Press(words=f"Gave {shown.text}", amount=shown.text, tool_words=words, reaches=reaches, warning=warning, warning_short=short)


def _most(task: Task, *, level_mg_per_l: float | None) -> float:
    """How much of the product brings the water to the top of its range: no dose is rounded beyond it."""
    held = window_of(task.course, task.medicine_id) if level_mg_per_l is not None else None
    if held is None or level_mg_per_l is None:
        return math.inf
    return product_amount(task.course, task.medicine_id, max(0.0, held.high_mg_per_l - level_mg_per_l) * task.course.tank.net_volume_l)[1]


def _open_change(actor: Actor, task: Task, book: WaterRecords) -> str:
    """The title of a change that was planned before this dose and is still open: it would take a part of it out again."""
    before = (p for p in book.overdue(task.course.tank) if p.kind in ("water_change", *WHOLE_CHANGES) and not p.put_back)
    late = next((p for p in before if p.course_id == task.course_id and p.due_at <= min(task.due_at, actor.now)), None)
    return late.title if late else ""


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
