"""What was done today, the last first; each entry can be corrected or struck out."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass
from datetime import datetime

from django.db.models import F, Q

from pennywort.board.strip_events import Marks
from pennywort.core.reference.naming import mid_sentence
from pennywort.core.units import show_amount, show_fraction
from pennywort.courses.models import Dose, Task
from pennywort.courses.queries.running import TICKED, amount_words, given_amount
from pennywort.courses.queries.water_records import WaterRecords
from pennywort.fish.models import Loss
from pennywort.records.actor import Actor
from pennywort.tanks.models import Upkeep, WaterChange
from pennywort.tanks.upkeep import upkeep_words


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


def done_today(actor: Actor, book: WaterRecords, marks: Marks) -> tuple[DoneItem, ...]:
    """Of all ledgers. What all strips show was read already: on a day without a dose or a loss nothing is asked again."""
    items = list(_ticked(actor, book))
    if any(at >= actor.midnight for at in book.last_given.values()):
        items += _doses(actor, book)
    if marks.lost(since=actor.midnight):
        items += _losses(actor, book)
    items += [*_changes(actor, book), *_upkeep(actor, book, marks)]
    items.sort(key=lambda pair: pair[0], reverse=True)
    return tuple(item for _, item in items)


Timed = tuple[datetime, DoneItem]


def _entry(actor: Actor, ledger: str, entry: Dose | WaterChange | Loss | Upkeep, words: str, amount: str = "", task: str = "") -> Timed:
    at = entry.happened_at
    done = DoneItem(ledger=ledger, entry=str(entry.uid), at_words=f"{actor.local(at):%H:%M}", words=words, by=actor.signed(entry), amount=amount, task=task)
    return at, done


# the tanks were read already: joining them again would be most of the work of these
def _doses(actor: Actor, book: WaterRecords) -> Iterator[Timed]:
    rows = Dose.objects.standing().filter(book.here("course__tank"), happened_at__gte=actor.midnight)
    for dose in rows.select_related("course", "task", "recorded_by"):
        amount = show_amount(*given_amount(dose.course, dose), actor.preferences).text
        verb = "put back" if dose.water_change_id else "gave"
        words = f"{book.tanks[dose.course.tank_id].name}: {verb} {amount_words(dose.course, dose, actor)}"
        yield _entry(actor, "dose", dose, words, amount, str(dose.task.uid) if dose.task else "")


def _changes(actor: Actor, book: WaterRecords) -> Iterator[Timed]:
    for change in WaterChange.objects.standing().filter(book.here(), happened_at__gte=actor.midnight).select_related("recorded_by"):
        yield _entry(actor, "change", change, f"{book.tanks[change.tank_id].name}: changed {show_fraction(change.changed_fraction).text}")


def _losses(actor: Actor, book: WaterRecords) -> Iterator[Timed]:
    for loss in Loss.objects.standing().filter(book.here("group__tank"), happened_at__gte=actor.midnight).select_related("group", "recorded_by"):
        yield _entry(actor, "loss", loss, f"{book.tanks[loss.group.tank_id].name}: {loss.count} lost")


def _upkeep(actor: Actor, book: WaterRecords, marks: Marks) -> Iterator[Timed]:
    for entry in (u for tank in book.tanks.values() for u in marks.upkeep(tank) if u.happened_at >= actor.midnight):
        words, note = upkeep_words(entry)
        yield _entry(actor, "upkeep", entry, f"{book.tanks[entry.tank_id].name}: {mid_sentence(words)}{note and f', {note}'}")


def _ticked(actor: Actor, book: WaterRecords) -> Iterator[Timed]:
    """Steps that leave no entry of their own."""
    rows = Task.objects.filter(
        book.here("course__tank"), Q(skipped=True) | Q(kind__in=TICKED) | Q(moved_from__isnull=False), done_at__gte=actor.midnight, course__stopped_at=None
    )
    for task in rows.annotate(tank=F("course__tank_id")).select_related("done_by"):
        at = task.done_at or actor.now
        words = f"{book.tanks[vars(task)['tank']].name}: {'left out ' if task.skipped else ''}{mid_sentence(task.title)}"
        if task.given_words:
            words = f"{words}: {task.given_words}"
        done = DoneItem(ledger="task", entry=str(task.uid), at_words=f"{actor.local(at):%H:%M}", words=words, by=str(task.done_by), amount="", task="")
        yield at, done
