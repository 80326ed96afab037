"""Routes of the reference data: species, signs, conditions, protocols."""

from __future__ import annotations

from django.http import HttpRequest
from ninja import Router

from pennywort.core.errors import NotFound
from pennywort.core.medicine.caution import SlipCaution
from pennywort.core.reference import library
from pennywort.core.reference.disease_models import STEPS, Condition, Urgency, WaterType
from pennywort.core.reference.figures import Statement
from pennywort.core.reference.naming import mid_sentence
from pennywort.dosing.schemas import CautionOut
from pennywort.records.requests import keeper_of
from pennywort.records.schemas import Plain

router = Router(tags=["reference"])


class SourcedText(Plain):
    text: str
    source: str
    recalled: bool

    @staticmethod
    def of(statement: Statement) -> SourcedText:
        return SourcedText(text=statement.text, source=source_words(statement.source), recalled=statement.recalled)


class ProtocolOut(Plain):
    id: str
    name: str
    school: str
    kind: str
    for_it: SourcedText
    against_it: SourcedText


class LookAlikeOut(Plain):
    id: str
    short_name: str


class TellingSignOut(Plain):
    step: str
    signs: list[str]


class ConditionOut(Plain):
    id: str
    name: str
    short_name: str
    kind: str
    urgency: Urgency
    water: list[WaterType]
    notifiable: str
    harms_keeper: str
    signs: list[TellingSignOut]
    mixed_up_with: list[LookAlikeOut]
    sources: list[str]
    summary: SourcedText
    course: SourcedText
    contagion: SourcedText
    test: SourcedText
    life_cycle: SourcedText | None
    progress: SourcedText | None
    look_again_if: str
    first_actions: SourcedText
    treatment: SourcedText
    never: SourcedText
    vet: SourcedText
    zoonotic: SourcedText
    lookalikes: list[SourcedText]
    protocols: list[ProtocolOut]


def caution_out(line: SlipCaution) -> CautionOut:
    """A caution as a screen shows it, with where it comes from in words."""
    return CautionOut(level=line.level, text=line.text, source=source_words(line.source), recalled=line.recalled)


def source_words(sources: tuple[str, ...]) -> str:
    """Where something comes from, in words: titles of publications, or the kind of source."""
    found = library()
    names = [found.publications[s.removeprefix("published: ")].title if s.startswith("published: ") else s for s in sources]
    return "; ".join(names)


def protocol_out(protocol_id: str) -> ProtocolOut:
    """A protocol in short."""
    p = library().courses[protocol_id]
    return ProtocolOut(id=p.id, name=p.name, school=p.school, kind=p.kind, for_it=SourcedText.of(p.for_it), against_it=SourcedText.of(p.against_it))


def courses_for(condition: Condition) -> list[str]:
    """Courses against a condition: its own first, then every other that names it; none for what is only reported."""
    if condition.notifiable == "most places":
        return []
    named = [c.id for c in library().courses.values() if condition.id in c.conditions and not set(c.water).isdisjoint(condition.prior)]
    return list(dict.fromkeys([*condition.protocols, *named]))


class ReportingPlaceOut(Plain):
    id: str
    name: str


@router.get("/reporting-places", response=list[ReportingPlaceOut], operation_id="reporting_places")
def reporting_places(request: HttpRequest) -> list[ReportingPlaceOut]:
    """Places whose law says which diseases must be reported."""
    keeper_of(request)
    return [ReportingPlaceOut(id=p.id, name=p.name) for p in library().reporting.places]


STEP_WORDS = {"nearly_always": "nearly always", "often": "often", "sometimes": "sometimes", "seldom": "seldom", "almost_never": "almost never"}


def _mixed_up_with(condition: Condition) -> list[str]:
    """Conditions of the same water that the pairs of the reference set against this one."""
    names: list[str] = []
    for pair in library().pairs:
        for mine, theirs in ((pair.one, pair.other), (pair.other, pair.one)):
            if condition.id in mine:
                names += [t for t in theirs if set(library().conditions[t].water) & set(condition.water)]
    return list(dict.fromkeys(names))


def _progress(condition: Condition) -> SourcedText | None:
    """What to expect after a treatment began, in one sentence."""
    p = condition.progress
    if p is None:
        return None
    days = [f"{day}: {mid_sentence(text)}" for day, text in (("day 1", p.day_1), ("day 3 to 4", p.day_3_4), ("day 7", p.day_7)) if text]
    text = f"{p.started_by}. " + "; ".join(days) + "."
    return SourcedText(text=text, source=source_words(p.source), recalled=p.recalled)


def _sources(condition: Condition) -> list[str]:
    """Every source named anywhere on the condition's page."""
    statements = [v for v in (getattr(condition, n) for n in type(condition).model_fields) if isinstance(v, Statement)]
    names = [s for st in (*statements, *condition.lookalikes) for s in st.source]
    return [source_words((name,)) for name in dict.fromkeys(names)]


class ConditionRow(Plain):
    id: str
    short_name: str
    name: str
    water: list[str]
    notifiable: str
    protocols: list[ProtocolOut]


@router.get("/conditions", response=list[ConditionRow], operation_id="conditions")
def conditions(request: HttpRequest) -> list[ConditionRow]:
    """All conditions in short, with the courses that are here for each."""
    return [
        ConditionRow(
            id=c.id,
            short_name=c.short_name,
            name=c.name,
            water=list(c.prior),
            notifiable=c.notifiable or "",
            protocols=[protocol_out(p) for p in [*courses_for(c), "watch"]],
        )
        for c in library().conditions.values()
    ]


@router.get("/conditions/{condition_id}", response=ConditionOut, operation_id="condition")
def condition(request: HttpRequest, condition_id: str) -> ConditionOut:
    """One condition: what it is, how it goes, what to do and not to do, and which courses are here for it."""
    found = library()
    c = found.conditions.get(condition_id)
    if c is None:
        raise NotFound("There is no such condition.")
    return ConditionOut(
        id=c.id,
        name=c.name,
        short_name=c.short_name,
        kind=c.kind,
        urgency=c.urgency,
        water=list(c.water),
        notifiable=c.notifiable or "",
        harms_keeper=c.harms_keeper,
        signs=[TellingSignOut(step=STEP_WORDS[step], signs=[found.signs[s].short for s in c.signs.get(step, ())]) for step in STEPS if c.signs.get(step)],
        mixed_up_with=[LookAlikeOut(id=other, short_name=found.conditions[other].short_name) for other in _mixed_up_with(c)],
        sources=_sources(c),
        contagion=SourcedText.of(c.contagion),
        test=SourcedText.of(c.test),
        life_cycle=SourcedText.of(c.life_cycle) if c.life_cycle else None,
        progress=_progress(c),
        look_again_if=c.progress.look_again_if if c.progress else "",
        summary=SourcedText.of(c.summary),
        course=SourcedText.of(c.course),
        first_actions=SourcedText.of(c.first_actions),
        treatment=SourcedText.of(c.treatment),
        never=SourcedText.of(c.never),
        vet=SourcedText.of(c.vet),
        zoonotic=SourcedText.of(c.zoonotic),
        lookalikes=[SourcedText.of(x) for x in c.lookalikes],
        protocols=[protocol_out(p) for p in courses_for(c)],
    )


class GivenTogetherOut(Plain):
    """Medicines that a course here gives in one water at the same time."""

    names: str
    course: str


class SeveralOut(Plain):
    """What is said before a second medicine is given at the same time, and what is given together in courses here."""

    words: str
    together: list[GivenTogetherOut]


SEVERAL = (
    "Each burdens fish and filter, and what two of them do to one another is seldom known: most labels forbid a second one. If one fails, wash it out "
    "before the next. Where two are given all the same, say of each what it holds, so that what must not meet and what would be given twice is stopped."
)


@router.get("/together", response=SeveralOut, operation_id="together")
def together(request: HttpRequest) -> SeveralOut:
    """What is known of several medicines at once: a warning, and the pairs that the courses here hold in one water."""
    found = library()
    rows: dict[str, str] = {}
    for protocol in found.courses.values():
        given = dict.fromkeys(s.active for s in protocol.steps if s.kind == "dose" and s.active)
        if len(given) > 1:
            names = " and ".join(found.actives[a].short_name for a in given)
            rows.setdefault(names, protocol.name)
    return SeveralOut(words=SEVERAL, together=[GivenTogetherOut(names=names, course=course) for names, course in rows.items()])
