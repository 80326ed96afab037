"""Signs, shares, context and water of one fish or group, weighed. Keeps nothing."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from typing import Literal

from pennywort.core.course.mends import Mending, mends_for
from pennywort.core.diagnosis.acts import Acts, acts
from pennywort.core.diagnosis.doubts import Doubt, doubts, without
from pennywort.core.diagnosis.facts import LookFacts, Share, check
from pennywort.core.diagnosis.network import Weighed, weigh
from pennywort.core.diagnosis.next_look import NextLook, next_looks
from pennywort.core.diagnosis.ranking import Ranking, ranking_of
from pennywort.core.diagnosis.reporting import Law
from pennywort.core.errors import InvalidInput
from pennywort.core.reference import library
from pennywort.core.water.gate import Circumstances, Readings, WaterGate, signs_from_readings, water_gate
from pennywort.core.water.warmth import Bears, Thermometer, bears, warmth_facts, worth_moving
from pennywort.looks.circumstances import Subject
from pennywort.records.actor import Actor
from pennywort.tanks.services import TypedTest, read_test

BRING_BACK: Mapping[str, Literal["cool", "warm"]] = {"above": "cool", "below": "warm"}


@dataclass(frozen=True, kw_only=True)
class Looked:
    """What a keeper marked: signs, in how many fish and how much of it, what he was asked about the tank, and the water test as typed."""

    signs: Mapping[str, bool]
    counts: Mapping[str, tuple[int, int]] = field(default_factory=dict)
    sizes: Mapping[str, int] = field(default_factory=dict)
    context: tuple[str, ...] = ()
    kin: str = ""
    test: TypedTest = field(default_factory=TypedTest)
    fish: str = ""


@dataclass(frozen=True, kw_only=True)
class Diagnosis:
    """All that stands beside the fish plan."""

    law: Law
    gate: WaterGate
    readings: Readings
    facts: LookFacts
    weighed: Weighed
    ranking: Ranking
    next_looks: tuple[NextLook, ...]
    acts: Acts
    mends: tuple[Mending, ...] = ()
    doubts: tuple[Doubt, ...] = ()


def facts_of(subject: Subject, looked: Looked, *, alone: bool = False) -> LookFacts:
    """What is known of a case. ``alone``: no record stands behind it, so that what a record would tell is taken as said.

    :raises InvalidInput: an unknown sign, fact or kind of fish, a reading given as a sign, or a share that can't be."""
    found = library()
    asked = [name for name in looked.context if name in found.context and (alone or found.context[name].known_from == "ask")]
    unknown = [name for name in looked.context if name not in found.context]
    for sign in looked.signs:
        if sign in found.signs and found.signs[sign].reading:
            raise InvalidInput("This follows from the water test: type the reading.", field=f"signs.{sign}")
    for sign, size in looked.sizes.items():
        scale = found.worsening.sizes.get(found.signs[sign].sizes, ()) if sign in found.signs else ()
        if not looked.signs.get(sign) or not 1 <= size <= len(scale):
            raise InvalidInput("A size belongs to a sign that was seen, and to its own scale.", field=f"sizes.{sign}")
    facts = LookFacts(
        water=subject.water,
        signs=dict(looked.signs),
        shares={s: Share(seen_count=k, fish_count=n) for s, (k, n) in looked.counts.items() if looked.signs.get(s, True)},
        context=(*subject.known, *asked, *unknown),
        kin=looked.kin or subject.kin,
    )
    check(facts, found=found)
    return facts


def diagnose(subject: Subject, facts: LookFacts, *, readings: Readings, one_fish: bool = False, at_seller: bool = False) -> Diagnosis:
    """Water first, what contradicts itself put aside, then the ranking with the signs that the water gives, what to look at next, and what to do meanwhile."""
    found = library()
    kinds = (facts.kin,) if facts.kin else ()
    round_about = Circumstances(
        before=subject.before,
        medicine=subject.medicine,
        warmed_to_c=subject.warmed_to_c,
        all_at_once=bool(facts.signs.get("all_species_same_day")),
        kinds=kinds,
        over=subject.over,
        salted_to_g_per_kg=subject.salted_to_g_per_kg,
    )
    gate = water_gate(readings, water=subject.water, species=subject.species, found=found, round_about=round_about)
    told = signs_from_readings(readings, gate=gate, water=subject.water, found=found)
    range_c = _bears(subject, facts.kin)
    warmth = warmth_of(replace(subject, readings=readings, kin=facts.kin))
    whole = replace(facts, signs={**facts.signs, **told}, context=tuple(dict.fromkeys((*facts.context, *warmth))))
    cooling, warming = worth_moving(readings.temperature_c, range_c=range_c)
    asked = doubts(whole, one_fish=one_fish, found=found)
    weighed = weigh(without(whole, asked), found=found)
    ranking = ranking_of(weighed)
    group = ranking.together
    first = group.looks if group and group.whenever_seen else ()
    mends = mends_for(gate, readings, water=subject.water, found=found)
    # what harms now leads; what is only out of range is told, and leads nothing
    leading = dict.fromkeys(act for m in mends if m.harmful for act in m.mend.acts)
    return Diagnosis(
        law=subject.law,
        mends=mends,
        gate=gate,
        readings=readings,
        facts=whole,
        weighed=weighed,
        ranking=ranking,
        doubts=asked,
        next_looks=next_looks(weighed, first=first, at_seller=at_seller),
        acts=acts(
            weighed,
            water_at_fault=gate.state == "shut",
            bring_back=BRING_BACK.get(gate.state_of("temperature"), ""),
            mending=tuple(leading),
            reported=subject.law.conditions,
            pointless=[act for act, worth in (("cool", cooling), ("warm", warming)) if not worth],
        ),
    )


def _bears(subject: Subject, kin: str | None) -> Bears:
    return bears(subject.species, kinds=(kin,) if kin else (), water=subject.water, found=library())


def warmth_of(subject: Subject) -> tuple[str, ...]:
    """Ids of the facts that the thermometer of this water tells of these fish."""
    thermometer = Thermometer(now_c=subject.readings.temperature_c, lately_c=subject.lately_c, warmed_to_c=subject.warmed_to_c)
    return warmth_facts(thermometer, range_c=_bears(subject, subject.kin), water=subject.water, found=library())


def diagnose_typed(actor: Actor, subject: Subject, looked: Looked, *, alone: bool = False, at_seller: bool = False) -> Diagnosis:
    """The diagnosis of what is marked and typed now, over the readings of the last day (not those with ``alone``).

    ``at_seller``: only looks that can be done there are asked for.

    :raises InvalidInput: an unknown sign, or a reading out of range.
    """
    facts = facts_of(subject, looked, alone=alone)
    read = read_test(actor, looked.test).read
    one_fish = bool(looked.fish.strip()) or subject.fish_count == 1
    if alone:
        return diagnose(subject, facts, readings=Readings.of(read), one_fish=one_fish, at_seller=at_seller)
    # what was read last before this test is what it swings from
    earlier = {name: value for name, value in subject.readings.read.items() if name in read}
    before = Readings.of({**earlier, **subject.before.read})
    return diagnose(replace(subject, before=before), facts, readings=Readings.of({**subject.readings.read, **read}), one_fish=one_fish)
