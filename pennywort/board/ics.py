"""Dated tasks as iCalendar (RFC 5545): of one case as a file, of a whole fishroom as a feed."""

from __future__ import annotations

from collections.abc import Iterable
from datetime import date, datetime, timedelta

from icalendar import Alarm, Calendar, Event, vText

from pennywort.core.units import Preferences
from pennywort.courses.models import Case, Task
from pennywort.courses.queries.ahead import amount_of
from pennywort.records.actor import Actor
from pennywort.tanks.upkeep import PlannedUpkeep, planned_upkeep

# what a feed reaches back: what was done longer ago is in the records
FEED_BACK = timedelta(days=14)
LASTS = timedelta(minutes=15)


def calendar_of_case(case: Case, *, now: datetime, preferences: Preferences) -> bytes:
    """Every task of a case, one event each; those still to do with an alarm."""
    tasks = Task.objects.filter(course__case=case).select_related("course__tank").order_by("due_at", "pk")
    return _calendar(tasks, name=f"{case.tank.name}, case {case.number}", now=now, preferences=preferences)


def calendar_of_room(actor: Actor) -> bytes:
    """The tasks of a fishroom from two weeks back on, and the next time of what is done every so many days."""
    room, now = actor.fishroom, actor.now
    tasks = Task.objects.filter(fishroom=room, due_at__gt=now - FEED_BACK).select_related("course__tank").order_by("due_at", "pk")
    today = actor.local(now).date()
    upkeep = [_upkeep(s, now=now, today=today) for s in planned_upkeep(actor)]
    return _calendar(tasks, name=room.name, now=now, preferences=actor.preferences, more=upkeep)


def _upkeep(standing: PlannedUpkeep, *, now: datetime, today: date) -> Event:
    """Its next time as a whole day; what is late stands on today."""
    due_on = max(standing.next.due_on, today)
    event = Event()
    event.add("uid", f"{standing.task.uid}@pennywort")
    event.add("dtstamp", now)
    event.add("dtstart", due_on)
    event.add("dtend", due_on + timedelta(days=1))
    event.add("summary", f"{standing.task.tank.name}: {standing.title}, {standing.words}")
    event.add("description", standing.kind.text)
    return event


def _calendar(tasks: Iterable[Task], *, name: str, now: datetime, preferences: Preferences, more: Iterable[Event] = ()) -> bytes:
    calendar = Calendar()
    calendar.add("prodid", "-//Pennywort//fishroom tasks//EN")
    calendar.add("version", "2.0")
    # a property of no standard type: the package escapes text only where it is told that it is text
    calendar.add("x-wr-calname", vText(name))
    for task in tasks:
        calendar.add_component(_event(task, now=now, preferences=preferences))
    for event in more:
        calendar.add_component(event)
    return bytes(calendar.to_ical())


def _event(task: Task, *, now: datetime, preferences: Preferences) -> Event:
    tank, amount = task.course.tank.name, amount_of(task, preferences)
    event = Event()
    event.add("uid", f"{task.uid}@pennywort")
    event.add("dtstamp", now)
    event.add("dtstart", task.due_at)
    event.add("dtend", task.due_at + LASTS)
    event.add("summary", f"{tank}: {task.title}{amount and f', {amount}'}")
    event.add("status", "CANCELLED" if task.skipped or (task.course.stopped_at and not task.done_at) else "CONFIRMED")
    if task.done_at and not task.skipped:
        event.add("description", f"Done {task.done_at:%Y-%m-%d %H:%M} UTC")
    elif not task.skipped and not task.course.stopped_at:
        if task.text:
            event.add("description", task.text)
        alarm = Alarm()
        alarm.add("action", "DISPLAY")
        alarm.add("trigger", timedelta(0))
        alarm.add("description", f"{tank}: {task.title}")
        event.add_component(alarm)
    return event
