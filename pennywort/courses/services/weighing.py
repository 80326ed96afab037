"""Signs, shares, context and water of one fish or group, weighed. Keeps nothing."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace
from typing import Literal

from pennywort.core.course.mends import Mending, mends_for
from pennywort.core.diagnosis.acts import Acts, acts
from pennywort.core.diagnosis.facts import Facts, Share, check
from pennywort.core.diagnosis.network import Weighed, weigh
from pennywort.core.diagnosis.next_look import NextLook, next_looks
from pennywort.core.diagnosis.ranking import Ranking, ranking_of
from pennywort.core.errors import InvalidInput
from pennywort.core.reference import library
from pennywort.core.water.gate import Circumstances, Gate, Readings, signs_from_readings, water_gate
from pennywort.courses.queries.circumstances import Subject
from pennywort.rooms.actor import Actor
from pennywort.tanks.services import TypedTest, read_test

BRING_BACK: Mapping[str, Literal["cool", "warm"]] = {"above": "cool", "below": "warm"}


@dataclass(frozen=True, kw_only=True)
class Looked:
    """What a keeper marked: signs, in how many fish, what he was asked about the tank, and the water test as typed."""

    signs: Mapping[str, bool]
    counts: Mapping[str, tuple[int, int]] = field(default_factory=dict)
    context: tuple[str, ...] = ()
    kin: str = ""
    test: TypedTest = field(default_factory=TypedTest)
    fish: str = ""


@dataclass(frozen=True, kw_only=True)
class Diagnosis:
    """All that stands beside the fish plan."""

    gate: Gate
    readings: Readings
    facts: Facts
    weighed: Weighed
    ranking: Ranking
    next_looks: tuple[NextLook, ...]
    acts: Acts
    mends: tuple[Mending, ...] = ()


def facts_of(subject: Subject, looked: Looked, *, alone: bool = False) -> Facts:
    """What is known of a case. ``alone``: no record stands behind it, so that what a record would tell is taken as said.

    :raises InvalidInput: an unknown sign, fact or kind of fish, a reading given as a sign, or a share that can't be."""
    found = library()
    asked = [name for name in looked.context if name in found.context and (alone or found.context[name].known_from == "ask")]
    unknown = [name for name in looked.context if name not in found.context]
    for sign in looked.signs:
        if sign in found.signs and found.signs[sign].reading:
            raise InvalidInput("This follows from the water test: type the reading.", field=f"signs.{sign}")
    facts = Facts(
        water=subject.water,
        signs=dict(looked.signs),
        shares={s: Share(seen_count=k, fish_count=n) for s, (k, n) in looked.counts.items() if looked.signs.get(s, True)},
        context=(*subject.known, *asked, *unknown),
        kin=looked.kin or subject.kin,
    )
    check(facts, found=found)
    return facts


def diagnose(subject: Subject, facts: Facts, *, readings: Readings) -> Diagnosis:
    """Water first, then the ranking with the signs that the water gives, what to look at next, and what to do meanwhile."""
    found = library()
    round_about = Circumstances(
        before=subject.before,
        medicine=subject.medicine,
        warmed_to_c=subject.warmed_to_c,
        all_at_once=bool(facts.signs.get("all_species_same_day")),
    )
    gate = water_gate(readings, water=subject.water, species=subject.species, found=found, round_about=round_about)
    told = signs_from_readings(readings, gate=gate, water=subject.water, found=found)
    whole = replace(facts, signs={**facts.signs, **told})
    weighed = weigh(whole, found=found)
    mends = mends_for(gate, readings, water=subject.water, found=found)
    # what harms now leads; what is only out of range is told, and leads nothing
    leading = dict.fromkeys(act for m in mends if m.harmful for act in m.mend.acts)
    return Diagnosis(
        mends=mends,
        gate=gate,
        readings=readings,
        facts=whole,
        weighed=weighed,
        ranking=ranking_of(weighed),
        next_looks=next_looks(weighed),
        acts=acts(weighed, water_at_fault=gate.state == "shut", bring_back=BRING_BACK.get(gate.state_of("temperature"), ""), mending=tuple(leading)),
    )


def diagnose_typed(actor: Actor, subject: Subject, looked: Looked, *, alone: bool = False) -> Diagnosis:
    """The diagnosis of what is marked and typed now, over the readings of the last day (not those with ``alone``).

    :raises InvalidInput: an unknown sign, or a reading out of range.
    """
    facts = facts_of(subject, looked, alone=alone)
    read = {name: value for name, value in vars(read_test(actor, looked.test)).items() if value is not None}
    if alone:
        return diagnose(subject, facts, readings=Readings(**read))
    # what was read last before this test is what it swings from
    earlier = {name: value for name, value in vars(subject.readings).items() if value is not None and name in read}
    before = replace(subject.before, **{n: v for n, v in earlier.items() if getattr(subject.before, n) is None})
    return diagnose(replace(subject, before=before), facts, readings=replace(subject.readings, **read))
