"""Routes of the reference data: species, signs, conditions, protocols."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router, Schema

from pennywort.core.reference import library
from pennywort.core.reference.figures import Statement
from pennywort.core.units import show_temperature
from pennywort.rooms.actor import preferences_of
from pennywort.rooms.api import keeper_of
from pennywort.rooms.errors import NotFound
from pennywort.rooms.schemas import ShownOut

router = Router(tags=["reference"])


class SpeciesOut(Schema):
    id: str
    name: str
    latin: str
    water: str
    temperature_low: ShownOut
    temperature_high: ShownOut
    tolerances: list[str]


class SourcedText(Schema):
    text: str
    source: str
    recalled: bool

    @staticmethod
    def of(statement: Statement) -> SourcedText:
        return SourcedText(text=statement.text, source=source_words(statement.source), recalled=statement.recalled)


class ProtocolOut(Schema):
    id: str
    name: str
    school: str
    kind: str
    for_it: SourcedText
    against_it: SourcedText


class ConditionOut(Schema):
    id: str
    name: str
    short_name: str
    kind: str
    urgency: str
    summary: SourcedText
    course: SourcedText
    first_actions: SourcedText
    treatment: SourcedText
    never: SourcedText
    vet: SourcedText
    zoonotic: SourcedText
    lookalikes: list[SourcedText]
    protocols: list[ProtocolOut]


def source_words(sources: tuple[str, ...]) -> str:
    """Where something comes from, in words: titles of publications, or the kind of source."""
    found = library()
    names = [found.publications[s.removeprefix("published: ")].title if s.startswith("published: ") else s for s in sources]
    return "; ".join(names)


def protocol_out(protocol_id: str) -> ProtocolOut:
    """A protocol in short."""
    p = library().protocols[protocol_id]
    return ProtocolOut(id=p.id, name=p.name, school=p.school, kind=p.kind, for_it=SourcedText.of(p.for_it), against_it=SourcedText.of(p.against_it))


@router.get("/species", response=list[SpeciesOut], operation_id="species")
def species(request: HttpRequest) -> list[SpeciesOut]:
    """The short built-in list of fish; any other name may be typed."""
    mine = preferences_of(keeper_of(request))
    return [
        SpeciesOut(
            id=s.id,
            name=s.name,
            latin=s.latin,
            water=s.water,
            temperature_low=ShownOut.of(show_temperature(s.temperature.low or s.temperature.value, mine)),
            temperature_high=ShownOut.of(show_temperature(s.temperature.high or s.temperature.value, mine)),
            tolerances=[t.text for t in s.tolerances],
        )
        for s in library().species.values()
    ]


class ConditionRow(Schema):
    id: str
    short_name: str
    name: str
    water: list[str]
    protocols: list[ProtocolOut]


@router.get("/conditions", response=list[ConditionRow], operation_id="conditions")
def conditions(request: HttpRequest) -> list[ConditionRow]:
    """All conditions in short, with the courses that are here for each."""
    return [
        ConditionRow(id=c.id, short_name=c.short_name, name=c.name, water=list(c.prior), protocols=[protocol_out(p) for p in [*c.protocols, "watch"]])
        for c in library().conditions.values()
    ]


@router.get("/conditions/{condition_id}", response=ConditionOut, operation_id="condition")
def condition(request: HttpRequest, condition_id: str) -> ConditionOut:
    """One condition: what it is, how it goes, what to do and not to do, and which courses are here for it."""
    c = library().conditions.get(condition_id)
    if c is None:
        raise NotFound("There is no such condition.")
    return ConditionOut(
        id=c.id,
        name=c.name,
        short_name=c.short_name,
        kind=c.kind,
        urgency=c.urgency,
        summary=SourcedText.of(c.summary),
        course=SourcedText.of(c.course),
        first_actions=SourcedText.of(c.first_actions),
        treatment=SourcedText.of(c.treatment),
        never=SourcedText.of(c.never),
        vet=SourcedText.of(c.vet),
        zoonotic=SourcedText.of(c.zoonotic),
        lookalikes=[SourcedText.of(x) for x in c.lookalikes],
        protocols=[protocol_out(p) for p in c.protocols],
    )
