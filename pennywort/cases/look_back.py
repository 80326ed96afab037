"""What the record holds of a case, as the look back wants it."""

from __future__ import annotations

from datetime import datetime, timedelta

from pennywort.cases.figures import losses_in
from pennywort.core.diagnosis.ranking import SOMETHING_ELSE
from pennywort.core.outcome.figures import Count
from pennywort.core.outcome.look_back import CaseFacts, DueDone, LevelKept, Ranked
from pennywort.core.reference import library
from pennywort.core.reference.naming import capital, mid_sentence
from pennywort.courses.models import Case, Course, Dose, Task
from pennywort.courses.queries.kept_protocols import protocol_of
from pennywort.courses.queries.span import began_at
from pennywort.courses.queries.targets import windows_of
from pennywort.courses.queries.water_records import WaterRecords
from pennywort.fish.models import Group, Look, Loss, Move, Observation
from pennywort.fish.queries import count_of, groups_in_water
from pennywort.records.actor import Actor
from pennywort.tanks.models import WaterChange
from pennywort.tanks.queries import on_one_water

# a condition that asks for hours counts as held possible from this share on
POSSIBLE = 0.05
POORLY_WORDS = {"fast": "fast breathing", "gasping": "gasping", "less": "eating less", "none": "refusing food"}
# kinds of steps that act on fish or water by themselves
ACTS = ("dose", "bath", "dip", "swab", "food", "water_change", "transfer", "remove", "temperature", "salinity")
FAR = 1e9


def facts_of(actor: Actor, case: Case) -> CaseFacts:
    """A case up to its end, or to now."""
    until, began = case.closed_at or actor.now, began_at(case)
    looks = list(Look.objects.standing().filter(group=case.group, happened_at__gte=began, happened_at__lte=until).order_by("happened_at", "pk"))
    courses = list(Course.objects.filter(case=case, starts_at__lte=until).select_related("tank").order_by("starts_at", "pk"))
    acted_at, acted = _first_act(case, courses, began=began, until=until)
    condition = library().conditions.get(case.condition_id)
    held, restarts = _levels(courses, until=until)
    tasks = list(Task.objects.filter(course__in=courses))
    ends = {c.pk: c.stopped_at or until for c in courses}
    return CaseFacts(
        first_sign_at=began,
        noticed=_noticed(case, looks, began=began),
        acted_at=acted_at,
        acted=acted,
        ended_at=until,
        doses=[_due(t) for t in tasks if t.kind == "dose" and t.due_at <= ends[t.course_id]],
        tests=[_due(t) for t in tasks if t.kind == "water_test" and t.due_at <= ends[t.course_id]],
        held=held,
        restarts=restarts,
        ranked=[_ranked(x) for x in looks if not x.entered_later],
        ranked_later_count=sum(x.entered_later for x in looks),
        was=condition.short_name if condition and case.closed_at else "",
        fish_at_start=count_of(case.group, before=began),
        lost=[(x.happened_at, x.count) for x in losses_in(case, began=began)],
        isolated_at=_moved_apart(case, began=began, until=until),
        others_in_water=_company(case, began=began),
    )


def _noticed(case: Case, looks: list[Look], *, began: datetime) -> str:
    """What the trouble began with: a loss, a look, or a word about appetite or breathing."""
    first = {"group": case.group, "happened_at": began}
    lost = Loss.objects.standing().filter(**first).first()
    if lost is not None:
        return f"{Count(count=lost.count, plus_minus=lost.count_plus_minus).words} lost"
    seen_poorly = Observation.objects.standing().filter(**first).first()
    if seen_poorly is not None and (not looks or looks[0].happened_at > began):
        return POORLY_WORDS.get(seen_poorly.breathing) or POORLY_WORDS.get(seen_poorly.appetite) or "not as usual"
    known = library().signs
    # in the order of the reference: not every database keeps that in which they were marked
    seen = [sign.short for name, sign in known.items() if looks[0].signs.get(name) and not sign.good] if looks else []
    return ", ".join(seen[:3]) or "written down without a look"


def _due(task: Task) -> DueDone:
    done = None if task.skipped else task.done_at
    return DueDone(title=task.title, due_at=task.due_at, done_at=done, left_out=task.skipped, every_h=task.every_h)


def _ranked(look: Look) -> Ranked:
    found = library().conditions
    order = sorted(((name, share) for name, share in look.shares.items() if name in found and name != SOMETHING_ELSE), key=lambda x: -x[1])
    urgent = next((found[n].short_name for n, share in order if share >= POSSIBLE and found[n].urgency == "hours"), "")
    return Ranked(at=look.happened_at, order=tuple((found[n].short_name, share) for n, share in order), urgent=urgent)


def _first_act(case: Case, courses: list[Course], *, began: datetime, until: datetime) -> tuple[datetime | None, str]:
    """The first thing that was done for these fish or their water after the first sign."""
    span = {"happened_at__gte": began, "happened_at__lte": until}
    acts = [(d.happened_at, "medicine") for d in Dose.objects.standing().filter(course__in=courses, **span)]
    acts += [(c.happened_at, "water changed") for c in WaterChange.objects.standing().filter(tank__in=on_one_water(case.tank), **span)]
    acts += [(m.happened_at, "fish moved") for m in Move.objects.standing().filter(group=case.group, joins=False, **span)]
    done = Task.objects.filter(course__in=courses, kind__in=ACTS, done_at__gte=began, done_at__lte=until, skipped=False)
    acts += [(t.done_at, mid_sentence(t.title)) for t in done if t.done_at]
    return min(acts, default=(None, ""), key=lambda a: a[0])


def _moved_apart(case: Case, *, began: datetime, until: datetime) -> datetime | None:
    rows = Move.objects.standing().filter(joins=False, happened_at__gte=began, happened_at__lte=until)
    first = (rows.filter(group=case.group) | rows.filter(parted_from=case.group)).order_by("happened_at").first()
    return first.happened_at if first else None


def _company(case: Case, *, began: datetime) -> bool:
    """Whether other fish lived in this water when the first sign was seen."""
    others: list[Group] = [g for g in groups_in_water(case.tank) if g.pk != case.group_id]
    return any(g.arrived_on <= began.date() and count_of(g, before=began).count for g in others)


def _levels(courses: list[Course], *, until: datetime) -> tuple[list[LevelKept], list[str]]:
    """Hours in, below and above the range of each medicine of each course, and what began a clock again."""
    held, restarts = [], []
    for course in courses:
        end = min(course.stopped_at or until, course.treatment_ends_at, until)
        book = WaterRecords([course.tank], now=max(end, course.starts_at))
        for window in windows_of(course):
            ledger = book.past(course, window.active)
            if ledger is None:
                continue
            low, high = window.low_mg_per_l, window.high_mg_per_l
            start = ledger.states[0].at
            rises = [at for at, up in ledger.crossings(low, since=start, until=end) if up]
            reached = start if ledger.level(start).concentration_mg_per_l >= low else min(rises, default=None)
            since = reached or end
            below = ledger.hours_within(0.0, low, since=since, until=end)
            above = ledger.hours_within(high, FAR, since=since, until=end)
            within = max(0.0, (end - since) / timedelta(hours=1) - below - above)
            name = library().actives[window.active].short_name
            held.append(LevelKept(name=capital(name), within_h=within, below_h=below, above_h=above, reached=reached is not None))
        state = book.clock(course) if protocol_of(course) else None
        restarts += [s.words for s in state.slips if s.kind == "restarted"] if state else []
    return held, restarts
