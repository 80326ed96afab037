"""The Look screen's answers, put together from the record."""

from __future__ import annotations

from datetime import datetime
from typing import Any

from pennywort.core.diagnosis.compare import Comparison
from pennywort.core.diagnosis.network import SOMETHING_ELSE, network
from pennywort.core.diagnosis.ranking import marks_of
from pennywort.core.diagnosis.turning import Turn
from pennywort.core.diagnosis.watch_for import watch_for
from pennywort.core.reference import library
from pennywort.core.reference.disease_models import WaterType
from pennywort.core.reference.naming import mid_sentence, plural
from pennywort.courses.models import Case
from pennywort.fish.models import Group, Look
from pennywort.fish.queries import count_of, looks_of, size_words
from pennywort.library.api import SourcedText, source_words
from pennywort.looks import schemas as out
from pennywort.looks.circumstances import Carried, Subject, carried_into
from pennywort.looks.diagnosis_shown import AskedOut
from pennywort.looks.over_days import OverDays, fish_named, leader_of
from pennywort.looks.weighing import warmth_of
from pennywort.records.actor import Actor
from pennywort.tanks.shown import as_typed

# Lines drawn over the days: whatever stood among the first three of some look, so many at most.
MOST_LINES = 5
RANKED_LATER = "Ranked when it was written down, not then"
STEP_WORDS = ((0.9, "nearly always"), (0.6, "often"), (0.3, "sometimes"), (0.1, "seldom"), (0.0, "almost never"))


def regions(water: WaterType) -> list[out.RegionOut]:
    """Places and their signs, as far as something in this water shows them."""
    found = library()
    listed = network(found, water).listed
    others = {s: [m for m in members if m != s] for members in found.likelihoods.exclusive_sets for s in members}
    shown = []
    for region in found.regions.values():
        signs = [
            out.SignOut(
                id=s.id, short=s.short, label=s.label, look=s.look, not_if=s.not_if, kit=s.kit, taken_by=s.taken_by, daily=s.daily, arrival=s.arrival,
                good=s.good, reading=s.reading, instead_of=others.get(s.id, []), after=list(s.after),
                sizes=list(found.worsening.sizes.get(s.sizes, ())),
                drawn=s.drawn,
            )
            for s in found.signs.values()
            if s.region == region.id and s.id in listed
        ]  # fmt: skip
        shown.append(out.RegionOut(id=region.id, name=region.name, signs=signs))
    return shown


def board(
    actor: Actor, subject: Subject, *, group: Group | None, species_name: str, carried: Carried | None = None, fish: str = ""
) -> out.LookBoardOut:  # fmt: skip
    """All that the fish plan needs, before anything is marked."""
    found = library()
    known = {*subject.known, *warmth_of(subject)}
    base: dict[str, Any] = {
        "water": subject.water,
        "species_name": species_name,
        "shape": subject.shape,
        "fish_count": subject.fish_count,
        "regions": regions(subject.water),
        "looks": [out.LookKindOut(id=x.id, name=x.name, kit=x.kit, minutes=round(x.minutes.value), how=x.how) for x in found.looks.values()],
        "context": [out.ContextOut(id=c.id, words=c.words, known=c.id in known) for c in found.context.values() if c.id in known or c.known_from == "ask"],
        "kin": [out.KinOut(id=k.id, name=k.name) for k in found.kin.values()],
        "kin_known": found.kin[subject.kin].name if subject.kin else "",
        "watch_for": watch_for_words(subject.kin, subject.water),
    }
    if group is None:
        fish_words = f"{subject.fish_count} {plural(species_name, subject.fish_count)}" if species_name else "fish at the seller’s"
        return out.LookBoardOut(
            **base, group=None, tank=None, tank_name="", fish=fish_words, day_words="not bought yet", case=None, carried=_carried(actor, None),
            fish_named=[], last_verdict="", last_words="", gate_read_words="their water, if you can test it", read={},
        )  # fmt: skip
    last = looks_of(group).first()
    case = Case.objects.filter(group=group, closed_at=None).first()
    left = count_of(group)
    return out.LookBoardOut(
        **base,
        group=group.uid,
        tank=group.tank.uid,
        tank_name=group.tank.name,
        fish=f"{left.words} {plural(group.species_name, left.count)}",
        day_words=f"day {(actor.local(actor.now).date() - group.arrived_on).days + 1}",
        case=case.uid if case else None,
        carried=_carried(actor, carried or carried_into(actor, group, fish=fish)),
        fish_named=fish_named(group),
        last_verdict=last.verdict if last else "",
        last_words=f"{actor.local(last.happened_at):%a %H:%M}, {actor.signed(last)}" if last else "",
        gate_read_words=f"read {_at_words(actor, subject.read_at)}" if subject.read_at else "nothing read today",
        read=as_typed(subject.readings, actor),
    )


def watch_for_words(kin: str | None, water: WaterType) -> list[str]:
    """What to look for in this kind, a line each: "Camallanus worms: red threads at the vent"."""
    found = library()
    lines = []
    for line in watch_for(kin or "", water=water, found=found):
        signs = "; ".join(found.signs[s].label for s in line.signs)
        lines.append(f"{found.conditions[line.condition].short_name}: {mid_sentence(signs)}")
    return lines


def _at_words(actor: Actor, at: datetime) -> str:
    local = actor.local(at)
    return f"{local:%H:%M}" if local.date() == actor.local(actor.now).date() else f"{local:%a %H:%M}"


def _carried(actor: Actor, carried: Carried | None) -> out.CarriedOut:
    if carried is None:
        return out.CarriedOut(signs={}, counts={}, sizes={}, words="", context=[], kin="")
    words = ""
    if carried.from_look is not None:
        local = actor.local(carried.from_look.happened_at)
        days = (actor.local(actor.now).date() - local.date()).days
        words = f"{local:%H:%M} today" if days == 0 else "yesterday" if days == 1 else f"{local:%A}"
    return out.CarriedOut(
        signs=carried.signs,
        counts={s: [k, n] for s, (k, n) in carried.counts.items()},
        sizes=carried.sizes,
        words=words,
        context=list(carried.context),
        kin=carried.kin,
    )


def waiting(actor: Actor, look: Look) -> out.WaitingOut:
    """A look at fish not bought yet, for the arrival form."""
    local, signs = actor.local(look.happened_at), library().signs
    return out.WaitingOut(
        uid=look.uid, species_name=look.species_name, seller=look.seller, water=look.water_type, verdict=look.verdict,
        day_words=f"{local:%a} {local.day} {local:%b}", by=actor.signed(look), seen=[signs[s].short for s, yes in look.signs.items() if yes and s in signs],
    )  # fmt: skip


def _step(chance: float) -> str:
    return next(words for least, words in STEP_WORDS if chance >= least)


def comparison(got: Comparison) -> out.CompareOut:
    """Two conditions side by side in words."""
    found = library()
    one, other = found.conditions[got.one], found.conditions[got.other]
    rows = []
    for row in got.rows:
        sign = found.signs[row.sign]
        rows.append(
            out.CompareRowOut(
                sign=row.sign, label=sign.short, look=found.looks[sign.taken_by].name, region=sign.region, one_words=_step(row.one_prob),
                other_words=_step(row.other_prob), for_one=row.decibans > 0, marks=marks_of(row.decibans), answer=row.answer,
            )
        )  # fmt: skip
    asked = found.signs.get(got.question)
    pair = got.pair
    return out.CompareOut(
        one=one.id,
        other=other.id,
        one_name=one.short_name,
        other_name=other.short_name,
        one_urgency=one.urgency,
        other_urgency=other.urgency,
        one_summary=SourcedText.of(one.summary),
        other_summary=SourcedText.of(other.summary),
        rows=rows,
        question=AskedOut(sign=asked.id, label=asked.short) if asked else None,
        question_look=found.looks[asked.taken_by].name if asked else "",
        question_how=asked.look if asked else "",
        cost=pair.cost if pair else "",
        separates=pair.separates if pair else "",
        meanwhile=pair.meanwhile if pair else "",
        decide_by=pair.decide_by if pair else "",
        pair_source=source_words(pair.source) if pair else "",
    )


def _day(actor: Actor, look: Look) -> int:
    """The day after arrival, the day of arrival being the first; 0 or less for what was seen at the seller's."""
    return (actor.local(look.happened_at).date() - look.group.arrived_on).days + 1 if look.group else 0


def _turn_words(actor: Actor, days: OverDays, turn: Turn) -> str:
    found = library()
    old, new = (mid_sentence(found.conditions[c].short_name) for c in (turn.from_, turn.to))
    told = "; ".join(f"{'' if seen else 'no '}{found.signs[s].short}" for s, seen in turn.signs)
    return f"On day {_day(actor, days.looks[turn.look])} {new} passed {old}{f': {told}' if told else ''}."


def _point(actor: Actor, days: OverDays, place: int) -> out.LookPointOut:
    found, look = library(), days.looks[place]
    local = actor.local(look.happened_at)
    shares, best = look.shares, leader_of(look)
    seen = [s for s, yes in look.signs.items() if yes and s in found.signs]
    later = RANKED_LATER if look.entered_later else ""
    kind = {"shop": "at the seller’s", "bag": "in the bag", "tank": "on arrival"}.get(look.place, "arrival" if look.kind == "arrival" else "")
    before = {s for s, yes in days.looks[place - 1].signs.items() if yes and s in found.signs} if place else set()
    return out.LookPointOut(
        uid=look.uid,
        at=look.happened_at,
        day=_day(actor, look),
        day_words=f"{local:%a} {local.day} {local:%b}",
        at_words=f"{local:%H:%M}",
        by=actor.signed(look),
        kind_words=", ".join(w for w in (kind, mid_sentence(later)) if w),
        verdict=look.verdict,
        seen=[_with_count(look, s) for s in seen],
        absent_count=sum(1 for yes in look.signs.values() if not yes),
        not_now_seen=[found.signs[s].short for s in before if look.signs.get(s) is False],
        note=look.note,
        shares={c: round(share * 100) for c, share in shares.items() if c in found.conditions and share >= 0.005},
        something_else_in_100=round(shares.get(SOMETHING_ELSE, 0.0) * 100),
        best=out.TopOut(condition=best, name=found.conditions[best].short_name, in_100=round(shares[best] * 100))
        if best and any(look.signs.values())
        else None,
    )


def _with_count(look: Look, sign: str) -> str:
    count, size = look.counts.get(sign), size_words(look, sign)
    return f"{library().signs[sign].short}{f', {size}' if size else ''}{f', {count[0]} of {count[1]}' if count else ''}"


def days_out(actor: Actor, group: Group, days: OverDays, *, fish: str) -> out.OverDaysOut:
    """The looks over the days, for the screen."""
    found = library()
    points = [_point(actor, days, place) for place in range(len(days.looks))]
    highest: dict[str, int] = {}
    for look in days.looks:
        if any(look.signs.values()):
            for condition in sorted(look.shares, key=lambda c: -look.shares[c])[:4]:
                if condition in found.conditions:
                    highest[condition] = max(highest.get(condition, 0), round(look.shares[condition] * 100))
    drawn = sorted(highest, key=lambda c: (-highest[c], c))[:MOST_LINES]
    told = days.progress
    return out.OverDaysOut(
        fish=fish,
        fish_named=fish_named(group),
        looks=points,
        lines=[out.TopOut(condition=c, name=found.conditions[c].short_name, in_100=highest[c]) for c in drawn if highest[c] >= 5],
        turns=[out.TurnOut(look=t.look, words=_turn_words(actor, days, t)) for t in days.turns],
        progress=out.ProgressOut(
            since_last=told.since_last,
            since_first=told.since_first,
            words=told.words,
            look_again=told.look_again,
            signs=[out.TrendOut(sign=t.sign, label=found.signs[t.sign].short, trend=t.trend, words=t.words) for t in told.signs],
        )
        if told
        else None,
        expect=_expect(days),
    )


def _expect(days: OverDays) -> out.ExpectOut | None:
    if days.expected is None or days.expected.progress is None:
        return None
    expected = days.expected.progress
    return out.ExpectOut(
        name=days.expected.short_name,
        day=int(days.treated_days) + 1 if days.treated_days is not None else None,
        started_by=expected.started_by,
        day_1=expected.day_1,
        day_3_4=expected.day_3_4,
        day_7=expected.day_7,
        look_again_if=expected.look_again_if,
        source=source_words(expected.source),
    )
