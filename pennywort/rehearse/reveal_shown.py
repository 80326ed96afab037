"""What a rehearsal was, told to whoever played it: day by day what was shown, what was done, and what would have lost least."""

from __future__ import annotations

from collections import Counter, OrderedDict
from datetime import datetime
from uuid import UUID

from pennywort.cases.look_back import facts_of
from pennywort.core.living.reveal import Band, Revealed, reveal
from pennywort.core.outcome.look_back import look_back
from pennywort.core.reference import library
from pennywort.core.reference.naming import mid_sentence
from pennywort.courses.models import Case, Course, Dose, Task
from pennywort.courses.queries.targets import course_name
from pennywort.fish.models import Look
from pennywort.records.actor import Actor
from pennywort.rehearse import play_schemas as out
from pennywort.rehearse.models import KeptLine
from pennywort.rehearse.play_shown import act_words, changed_words, fish_seen, open_kits, read_words
from pennywort.rehearse.played import Played
from pennywort.tanks.models import WaterReading

MOST_WORDS = 3
# a reveal takes seconds: what was reckoned holds as long as the process lives, for what it was reckoned from
_reckoned: OrderedDict[tuple[UUID, int], Revealed] = OrderedDict()
MOST_KEPT = 32


def revealed(played: Played) -> Revealed:
    """The search of a rehearsal that has ended, once for each."""
    key = (played.rehearsal.uid, played.now_h)
    if key not in _reckoned:
        _reckoned[key] = reveal(played.world, played.doing, seed=played.rehearsal.seed, until_h=played.now_h)
        while len(_reckoned) > MOST_KEPT:
            _reckoned.popitem(last=False)
    return _reckoned[key]


def reveal_out(actor: Actor, played: Played) -> out.RevealOut:
    """The whole page. ``played`` is at the instant it ended."""
    told, scenario = revealed(played), played.scenario
    words = {w.id: w.words for w in scenario.ways}
    did = _did_by_day(actor, played)
    days = [_day(actor, played, told, place, did.get(place, []), words) for place in range(len(told.days))]
    case = Case.objects.filter(fishroom=actor.fishroom).order_by("pk").first()
    worth = [*scenario.worth, _dearest(told, fish=scenario.fish_count)]
    lost = told.alive_count[0] - int(played.seen[-1].alive.sum())
    return out.RevealOut(
        title=f"It was {scenario.it_was}.", sentence=_named(played, case), days=days, together=sum(d.lost_count for d in told.days),
        sums=_sums(told, fish=scenario.fish_count, lost=lost, days=scenario.days), fish=scenario.fish_count,
        alive=[*told.alive_count], nothing=_band(told.nothing), best=_band(told.best),
        best_words=words.get(told.best_way, "going on as you did"), lost_words=_hours_words(told), worth=worth,
        kept=KeptLine.objects.filter(keeper=actor.keeper, text__in=worth).count() == len(worth), method=METHOD.format(runs=told.runs_count, ways=len(words)),
        look_back=[f.words for f in look_back(facts_of(played.actor, case))] if case else [], case=case.uid if case else None,
        scenario=scenario.id, seed=played.rehearsal.seed, ended_at=played.rehearsal.ended_at,
    )  # fmt: skip


METHOD = (
    "“Would have lost least” is the best of {ways} listed ways and of going on as you did, each begun on that day and kept to the end, "
    "in {runs} runs that begin like yours. What a day cost is the least that could be lost from the next morning on, less that from this one. "
    "The water, its parasites and its fish live by the tables of this program and by assumptions; a real tank does not."
)


def _band(band: Band) -> out.AliveBandOut:
    return out.AliveBandOut(middle=[*band.middle_count], low=[*band.low_count], high=[*band.high_count], lost=band.lost_count)


def _sums(told: Revealed, *, fish: int, lost: int, days: int) -> str:
    """The one that was played, and what it comes to on average."""
    average = f"on average {told.you.lost_count:.1f} by day {days} as you went on, {told.best.lost_count:.1f} by the best way"
    return f"{fish} fish, {lost or 'none'} lost in yours; {average}"


def _hours_words(told: Revealed) -> str:
    if told.lost_h <= 0:
        return "From the first day on nothing listed would have been better than what you did."
    if told.lost_h >= len(told.days) * 24:
        return "To the end one of the listed ways would have been better than going on as you did."
    return f"{told.lost_h:.0f} hours passed before nothing listed was better than what you did."


def _dearest(told: Revealed, *, fish: int) -> str:
    dear = sorted((d for d in told.days if d.lost_count >= 0.1), key=lambda d: -d.lost_count)[:2]
    if not dear:
        return "No day of this cost a fish that another way would have kept."
    days = " and ".join(str(d.day) for d in sorted(dear, key=lambda d: d.day))
    return f"Day{'s' if len(dear) > 1 else ''} {days} alone cost {sum(d.lost_count for d in dear):.1f} of the {fish} fish."


def _named(played: Played, case: Case | None) -> str:
    """What its keeper named, and when it had been there."""
    if not played.scenario.hidden:
        return "Nothing lived on these fish that had to be named."
    if case is None or not case.condition_id:
        return "You named nothing; it was there from day 1."
    named = library().conditions[case.condition_id].short_name
    day = int(played.hour(case.opened_at) // 24) + 1
    return f"You named {mid_sentence(named)}, in a case from day {max(day, 1)}; what it was had been there from day 1."


def _day(actor: Actor, played: Played, told: Revealed, place: int, did: list[str], words: dict[str, str]) -> out.RevealDayOut:
    hour = min(place * 24, len(played.seen) - 1)
    cost, kits = told.days[place], open_kits(played, day=place)
    now = played.seen[hour]
    fish = fish_seen(played, now, day=place, kits=kits)
    signs = Counter(library().signs[s].short for f in fish for s in f.signs)
    shown = [f"{name}, {n} of {len(fish)}" for name, n in signs.most_common(MOST_WORDS)]
    less = sum(1 for f in fish if f.eats != "all")
    shown.append("all eat" if not less else f"{less} eat less or nothing")
    by_torch = fish_seen(played, now, day=place, kits=[*kits, "torch"]) if "torch" not in kits else fish
    torched = Counter(library().signs[s].short for f in by_torch for s in f.signs if library().signs[s].kit == "torch")
    not_looked = f"{torched.most_common(1)[0][0]}: not looked at" if "torch" not in kits and torched else ""
    before, after = now.alive, played.seen[min(hour + 24, len(played.seen) - 1)].alive
    return out.RevealDayOut(
        day=place + 1, shown=shown if len(fish) else ["no fish left"], not_looked=not_looked, water=_water(actor, played, place), did=did or ["waited"],
        best=words.get(cost.way, "") if len(fish) else "", lost=cost.lost_count, died=int(before.sum() - after.sum()),
    )  # fmt: skip


def _water(actor: Actor, played: Played, place: int) -> str:
    since, until = played.at(place * 24), played.at(place * 24 + 24)
    reading = (
        WaterReading.objects.standing().filter(fishroom=actor.fishroom, happened_at__gte=since, happened_at__lt=until).order_by("-happened_at", "-pk").first()
    )
    return read_words(actor, reading) if reading else "water not tested"


def _did_by_day(actor: Actor, played: Played) -> dict[int, list[str]]:
    """What was done, in the words of the screens on which it was."""
    room = actor.fishroom
    done: list[tuple[datetime, str]] = [(a.happened_at, act_words(a)) for a in played.acts]
    done += [(c.starts_at, f"began: {course_name(c)}") for c in Course.objects.filter(fishroom=room)]
    done += [(c.stopped_at, f"stopped: {course_name(c)}") for c in Course.objects.filter(fishroom=room, stopped_at__isnull=False) if c.stopped_at]
    doses = Dose.objects.standing().filter(fishroom=room).select_related("task")
    done += [(d.happened_at, d.task.title if d.task else "a dose") for d in doses]
    ticked = Task.objects.filter(fishroom=room, done_at__isnull=False, skipped=False).exclude(kind__in=("dose", "look", "water_test"))
    done += [(t.done_at, t.title) for t in ticked if t.done_at]
    done += [(at, changed_words(share)) for at, share in played.changes]
    done += [(x.happened_at, "looked, and weighed what was seen") for x in Look.objects.standing().filter(fishroom=room)]
    found: dict[int, list[str]] = {}
    for at, words in sorted(done, key=lambda d: d[0]):
        day = found.setdefault(int(played.hour(at) // 24), [])
        if words not in day:
            day.append(words)
    return found
