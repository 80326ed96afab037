"""Everything that happened in a fishroom, newest first, and what of it holds some words."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Any, Literal

from django.db.models import QuerySet

from pennywort.baths.models import BathEvent
from pennywort.cases.story import condition_name, look_words, observation_words, reading_words
from pennywort.contacts.gear import contact_words
from pennywort.core.medicine.bath_run import COLOURS, NOTED, SIGNS
from pennywort.core.reference.naming import plural
from pennywort.core.units import show_fraction
from pennywort.courses.models import Case, Course, Dose, Task
from pennywort.courses.queries.running import amount_words
from pennywort.courses.queries.targets import course_name
from pennywort.fish.group_ledger import row_words
from pennywort.fish.models import Group, Leaving, Look, Loss, Move, Observation, Photo, Recount, Scuffle
from pennywort.fish.queries import parts_of
from pennywort.readiness.filter import origin_words
from pennywort.readiness.setup import step_words
from pennywort.records.actor import Actor
from pennywort.tanks.models import AmmoniaFed, Contact, FilterStart, SetupStep, Upkeep, WaterChange, WaterReading
from pennywort.tanks.upkeep import upkeep_words

# lines of a page, rows read of each ledger at once (for a page, and where words are looked for), and how many lines one search looks through
# before it asks to go on
PAGE = 60
AHEAD = 2 * PAGE
CHUNK = 400
MOST_SEEN = 12_000
BATH_WORDS = {"in": "fish in", "out": "fish out", "end": "ended", **SIGNS, **NOTED, **{k: f"colour {label}" for k, (label, _) in COLOURS.items()}}


@dataclass(frozen=True, kw_only=True)
class TimeLine:
    """One thing that happened. ``to`` and ``to_id``: which screen tells more (fish, tank, case) and of what."""

    at: datetime
    kind: str
    where: str
    words: str
    detail: str
    by: str
    to: str
    to_id: str

    @property
    def text(self) -> str:
        """What a search looks through."""
        return f"{self.where} {self.words} {self.detail} {self.by} {self.kind}".casefold()


@dataclass(frozen=True, kw_only=True)
class Page:
    """Lines newest first; ``go_on_before`` where there may be more, and how far back was looked."""

    lines: tuple[TimeLine, ...]
    go_on_before: datetime | None


Ledger = Literal[
    "loss", "leaving", "recount", "scuffle", "move", "look", "observation", "photo", "reading", "change", "upkeep", "dose", "course", "open", "close",
    "arrival", "bath",
]  # fmt: skip
Source = tuple[str, QuerySet[Any], str, Callable[[Any], TimeLine]]


def timeline(actor: Actor, *, before: datetime | None, words: str, kind: Ledger | Literal[""] = "") -> Page:
    """One page of the time line. ``words``: all of them must stand in a line, in any order; whole or not."""
    wanted = words.casefold().split()
    found: list[TimeLine] = []
    least = CHUNK if wanted else AHEAD
    until, seen, size = before, 0, least
    # the first reading leaves out the instant of the page before; the later ones go on at the instant they stopped
    whole = False
    while True:
        chunk, known_to = _chunk(actor, until=until, whole=whole, kind=kind, size=size)
        seen += len(chunk)
        found += [line for line in chunk if all(w in line.text for w in wanted)]
        if len(found) >= PAGE:
            last = found[PAGE - 1].at
            # what happened at the same instant belongs to the same page
            return Page(lines=tuple(x for x in found if x.at >= last), go_on_before=last)
        if known_to is None:
            return Page(lines=tuple(found), go_on_before=None)
        if seen >= MOST_SEEN:
            return Page(lines=tuple(found), go_on_before=known_to + timedelta(microseconds=1))
        size = size * 2 if not chunk else least
        until, whole = known_to, True


def _chunk(actor: Actor, *, until: datetime | None, whole: bool, kind: str, size: int) -> tuple[list[TimeLine], datetime | None]:
    """The newest lines of all ledgers until an instant (``whole``: it too), as far back as each of them is known for sure.

    Returns the lines after that, newest first, and the instant to go on at; None once everything was read.
    """
    rows_of: list[tuple[list[Any], str, Callable[[Any], TimeLine]]] = []
    known_to: datetime | None = None
    for name, rows, column, line in _sources(actor):
        if kind and name != kind:
            continue
        found = rows if until is None else rows.filter(**{f"{column}__{'lte' if whole else 'lt'}": until})
        # a ledger that is known for sure only to here needs no older rows of another
        found = found if known_to is None else found.filter(**{f"{column}__gt": known_to})
        read = list(found.order_by(f"-{column}", "-pk")[:size])
        rows_of.append((read, column, line))
        if len(read) == size:
            oldest = getattr(read[-1], column)
            known_to = oldest if known_to is None else max(known_to, oldest)
    kept = [line(row) for read, column, line in rows_of for row in read if known_to is None or getattr(row, column) > known_to]
    kept.sort(key=lambda x: (x.at, x.kind), reverse=True)
    return kept, known_to


class _Teller:
    """How a row of each ledger is told."""

    def __init__(self, actor: Actor) -> None:
        self.actor = actor

    @staticmethod
    def of_fish(group: Group, **more: Any) -> dict[str, Any]:
        return {"where": f"{plural(group.species_name, 2)}, {group.tank.name}", "to": "fish", "to_id": str(group.uid), **more}

    def ledger(self, row: Any) -> TimeLine:
        kind, words, detail = row_words(row, self.actor.local)
        return TimeLine(at=row.happened_at, kind=kind, words=words, detail=detail, by=self.actor.signed(row), **self.of_fish(row.group))

    def look(self, row: Look) -> TimeLine:
        words, detail = look_words(row)
        place = self.of_fish(row.group) if row.group else {"where": f"{row.species_name}, {row.seller}".strip(", "), "to": "", "to_id": ""}
        return TimeLine(at=row.happened_at, kind="look", words=f"{row.fish}: {words}" if row.fish else words, detail=detail, by=self.actor.signed(row), **place)

    def observation(self, row: Observation) -> TimeLine:
        words, detail = observation_words(row)
        return TimeLine(at=row.happened_at, kind="observation", words=words, detail=detail, by=self.actor.signed(row), **self.of_fish(row.group))

    def photo(self, row: Photo) -> TimeLine:
        words = f"Picture of {row.fish}" if row.fish else "Picture"
        return TimeLine(at=row.happened_at, kind="photo", words=words, detail=row.note, by=self.actor.signed(row), **self.of_fish(row.group))

    def reading(self, row: WaterReading) -> TimeLine:
        place = {"where": row.tank.name, "to": "water", "to_id": str(row.tank.uid)}
        return TimeLine(at=row.happened_at, kind="reading", words=reading_words(row, self.actor), detail=row.note, by=self.actor.signed(row), **place)

    def change(self, row: WaterChange) -> TimeLine:
        words = f"Changed {show_fraction(row.changed_fraction).text} of the water"
        return TimeLine(
            at=row.happened_at, kind="change", words=words, detail="", by=self.actor.signed(row), where=row.tank.name, to="tank", to_id=str(row.tank.uid)
        )

    def at_tank(self, row: Any, words: str, detail: str) -> TimeLine:
        place = {"where": row.tank.name, "to": "tank", "to_id": str(row.tank.uid)} if row.tank else {"where": "", "to": "", "to_id": ""}
        return TimeLine(at=row.happened_at, kind="upkeep", words=words, detail=detail, by=self.actor.signed(row), **place)

    def upkeep(self, row: Upkeep) -> TimeLine:
        return self.at_tank(row, *upkeep_words(row))

    def setup(self, row: SetupStep) -> TimeLine:
        return self.at_tank(row, step_words(row), row.note)

    def filter(self, row: FilterStart) -> TimeLine:
        return self.at_tank(row, f"Filter begun: {origin_words(row)}", row.note)

    def fed(self, row: AmmoniaFed) -> TimeLine:
        return self.at_tank(row, f"Filter fed: {row.total_ammonia_as_n_mg_per_l:.2g} mg/L ammonia as N", "")

    def contact(self, row: Contact) -> TimeLine:
        return self.at_tank(row, contact_words(row), row.note)

    def dose(self, row: Dose) -> TimeLine:
        words = f"{'Put back' if row.water_change_id else 'Gave'} {amount_words(row.course, row, self.actor)}"
        return TimeLine(
            at=row.happened_at, kind="dose", words=words, detail=row.task.title if row.task else "", by=self.actor.signed(row), **self.of_case(row.course.case)
        )

    @staticmethod
    def of_case(case: Case) -> dict[str, Any]:
        return {"where": f"case {case.number}, {case.tank.name}", "to": "case", "to_id": str(case.uid)}

    def course(self, row: Course) -> TimeLine:
        return TimeLine(at=row.starts_at, kind="course", words=f"Course: {course_name(row)}", detail=row.outcome_note, by=row.by, **self.of_case(row.case))

    def opened(self, row: Case) -> TimeLine:
        words = f"Case {row.number} opened: {plural(row.group.species_name, 2)}"
        return TimeLine(at=row.opened_at, kind="open", words=words, detail=condition_name(row.condition_id), by=row.by, **self.of_case(row))

    def closed(self, row: Case) -> TimeLine:
        detail = ". ".join(w for w in (condition_name(row.condition_id), row.outcome_note) if w)
        words = f"Case {row.number} closed: {row.get_outcome_display()}"
        assert row.closed_at is not None
        return TimeLine(at=row.closed_at, kind="close", words=words, detail=detail, by=str(row.closed_by or ""), **self.of_case(row))

    def arrival(self, row: Group) -> TimeLine:
        about = "about " if row.count_plus_minus else ""
        words = f"{about}{row.count} {plural(row.species_name, row.count)} came"
        return TimeLine(at=row.recorded_at, kind="arrival", words=words, detail=f"from {row.supplier}" if row.supplier else "", by=row.by, **self.of_fish(row))

    def bath(self, row: BathEvent) -> TimeLine:
        words = f"{row.run.title}: {BATH_WORDS.get(row.kind, row.kind)}"
        return TimeLine(at=row.happened_at, kind="bath", words=words, detail="", by=self.actor.signed(row), **self.of_fish(row.run.group))

    def ticked(self, row: Task) -> TimeLine:
        words, by_whom = f"{row.title}, not run here", str(row.done_by or "")
        return TimeLine(at=row.done_at or row.due_at, kind="bath", words=words, detail=row.given_words, by=by_whom, **self.of_case(row.course.case))


def _sources(actor: Actor) -> Iterator[Source]:
    """Each ledger: its name, its rows that stand, the column of their instant, and how a row is told."""
    room, by, tell = {"fishroom": actor.fishroom}, ("recorded_by",), _Teller(actor)
    at, fish = "happened_at", ("group__tank",)
    for model in (Loss, Leaving, Recount, Scuffle):
        yield model.__name__.lower(), model.objects.standing().filter(**room).select_related(*by, *fish), at, tell.ledger
    yield "move", Move.objects.standing().filter(**room).select_related(*by, *fish, "from_tank", "to_tank"), at, tell.ledger
    yield "look", Look.objects.standing().filter(**room).select_related(*by, *fish), at, tell.look
    yield "observation", Observation.objects.standing().filter(**room).select_related(*by, *fish), at, tell.observation
    yield "photo", Photo.objects.standing().filter(**room).select_related(*by, *fish), at, tell.photo
    yield "reading", WaterReading.objects.standing().filter(**room, instrument="").select_related(*by, "tank"), at, tell.reading
    yield "change", WaterChange.objects.standing().filter(**room).select_related(*by, "tank"), at, tell.change
    yield "upkeep", Upkeep.objects.standing().filter(**room).select_related(*by, "tank", "standing_task"), at, tell.upkeep
    yield "upkeep", SetupStep.objects.standing().filter(**room).select_related(*by, "tank"), at, tell.setup
    yield "upkeep", FilterStart.objects.standing().filter(**room).select_related(*by, "tank", "from_tank"), at, tell.filter
    yield "upkeep", AmmoniaFed.objects.standing().filter(**room).select_related(*by, "tank"), at, tell.fed
    yield "upkeep", Contact.objects.standing().filter(**room).select_related(*by, "gear", "tank", "from_tank"), at, tell.contact
    yield "dose", Dose.objects.standing().filter(**room).select_related(*by, "task", "course__case__tank"), at, tell.dose
    yield "course", Course.objects.filter(**room, starts_at__lte=actor.now).select_related(*by, "case__tank"), "starts_at", tell.course
    yield "open", Case.objects.filter(**room).select_related(*by, "tank", "group"), "opened_at", tell.opened
    yield "close", Case.objects.filter(**room, closed_at__isnull=False).select_related("closed_by", "tank", "group"), "closed_at", tell.closed
    # a part that moved did not come, it was here
    yield "arrival", Group.objects.filter(**room).exclude(pk__in=parts_of(actor).values("group")).select_related(*by, "tank"), "recorded_at", tell.arrival
    done = Task.objects.filter(**room, done_at__isnull=False, skipped=False).exclude(given_words="")
    yield "bath", done.select_related("done_by", "course__case__tank"), "done_at", tell.ticked
    yield "bath", BathEvent.objects.standing().filter(**room).select_related(*by, "run__group__tank"), at, tell.bath
