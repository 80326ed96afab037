"""What the Look screen sends and gets."""

from __future__ import annotations

from datetime import datetime
from typing import Literal
from uuid import UUID

from ninja import Schema
from pydantic import StrictBool

from pennywort.core.diagnosis.next_look import NextLook, Swing
from pennywort.core.diagnosis.ranking import Evidence, Ranked
from pennywort.core.reference import library
from pennywort.core.units import show_concentration, show_temperature
from pennywort.core.water.gate import Gate, GateLine
from pennywort.courses.services.looks import TypedReading, Weighed
from pennywort.rooms.actor import Actor
from pennywort.rooms.schemas import Entry, In, Note, Typed


class SignOut(Schema):
    id: str
    label: str
    look: str
    not_if: str
    kit: str
    reading: str | None


class RegionOut(Schema):
    id: str
    name: str
    signs: list[SignOut]


class LastLook(Schema):
    at: datetime
    at_words: str
    by: str
    verdict: str
    signs: dict[str, bool]


class LookBoardOut(Schema):
    group: UUID
    tank: UUID
    tank_name: str
    fish: str
    day_words: str
    case: UUID | None
    regions: list[RegionOut]
    last: LastLook | None
    gate_read_words: str


class Looked(In):
    signs: dict[str, StrictBool]
    temperature: Typed = ""
    ph: Typed = ""
    ammonia: Typed = ""
    nitrite: Typed = ""
    basis: Literal["ion", "n"] | None = None

    def typed(self) -> TypedReading:
        return TypedReading(temperature=self.temperature, ph=self.ph, ammonia=self.ammonia, nitrite=self.nitrite, basis=self.basis)


class LookIn(Looked, Entry):
    note: Note = ""


class LookWritten(Schema):
    uid: UUID
    case: UUID | None


class EvidenceOut(Schema):
    sign: str
    label: str
    seen: bool
    marks: int
    decibans: float

    @staticmethod
    def of(e: Evidence) -> EvidenceOut:
        return EvidenceOut(sign=e.sign, label=library().signs[e.sign].label, seen=e.seen, marks=e.marks, decibans=round(e.decibans, 1))


class RankedOut(Schema):
    condition: str
    name: str
    short_name: str
    in_100: int
    in_100_low: int
    in_100_high: int
    tag: str
    urgency: str
    evidence_for: list[EvidenceOut]
    evidence_against: list[EvidenceOut]
    not_looked_at: list[str]

    @staticmethod
    def of(r: Ranked) -> RankedOut:
        found = library()
        condition = found.conditions[r.condition]
        return RankedOut(
            condition=r.condition,
            name=condition.name,
            short_name=condition.short_name,
            in_100=round(r.share * 100),
            in_100_low=round(r.share_low * 100),
            in_100_high=round(r.share_high * 100),
            tag=r.tag,
            urgency=condition.urgency,
            evidence_for=[EvidenceOut.of(e) for e in r.evidence_for],
            evidence_against=[EvidenceOut.of(e) for e in r.evidence_against],
            not_looked_at=[found.signs[s].label for s in r.not_looked_at],
        )


class SwingOut(Schema):
    name: str
    in_100_now: int
    in_100_then: int

    @staticmethod
    def of(s: Swing) -> SwingOut:
        return SwingOut(name=library().conditions[s.condition].short_name, in_100_now=round(s.share_now * 100), in_100_then=round(s.share_then * 100))


class NextLookOut(Schema):
    sign: str
    label: str
    look: str
    not_if: str
    kit: str
    region: str
    if_seen: SwingOut
    if_not_there: SwingOut

    @staticmethod
    def of(n: NextLook) -> NextLookOut:
        sign = library().signs[n.sign]
        return NextLookOut(
            sign=sign.id, label=sign.label, look=sign.look, not_if=sign.not_if, kit=sign.kit, region=sign.region,
            if_seen=SwingOut.of(n.if_seen), if_not_there=SwingOut.of(n.if_not_there),
        )  # fmt: skip


class GateLineOut(Schema):
    name: str
    state: str
    harmful: bool
    figure: str
    unit: str
    range_words: str
    words: str


class GateOut(Schema):
    state: Literal["open", "half", "shut"]
    words: str
    lines: list[GateLineOut]

    @staticmethod
    def of(gate: Gate, actor: Actor) -> GateOut:
        return GateOut(state=gate.state, words=gate.words, lines=[_gate_line(line, actor) for line in gate.lines])


def _gate_line(line: GateLine, actor: Actor) -> GateLineOut:
    def show(value: float) -> tuple[str, str]:
        if line.name == "temperature":
            shown = show_temperature(value, actor.preferences)
            return shown.figure, shown.unit
        if line.name == "ph":
            return f"{value:.1f}", ""
        if line.name == "ammonia":
            return (f"{value:.3f}" if value else "0"), line.unit
        return show_concentration(value).figure, line.unit

    figure, unit = show(line.value) if line.value is not None else ("–", "")
    low = show(line.low)[0] if line.low is not None else ""
    high = show(line.high)[0] if line.high is not None else ""
    words = f"{low}–{high}" if low and high else f"to {high}" if high else ""
    return GateLineOut(name=line.name, state=line.state, harmful=line.harmful, figure=figure, unit=unit, range_words=words, words=line.words)


class ActionOut(Schema):
    id: str
    text: str
    why: str


class WeighedOut(Schema):
    gate: GateOut
    verdict: str
    can_be_told: bool
    ranked: list[RankedOut]
    something_else_in_100: int
    next_looks: list[NextLookOut]
    meanwhile: list[ActionOut]
    not_now: list[ActionOut]
    looked_at: int
    of_signs: int

    @staticmethod
    def of(weighed: Weighed, actor: Actor, *, looked_at: int) -> WeighedOut:
        found = library()
        return WeighedOut(
            gate=GateOut.of(weighed.gate, actor),
            verdict=weighed.ranking.verdict,
            can_be_told=weighed.ranking.can_be_told,
            ranked=[RankedOut.of(r) for r in weighed.ranking.ranked],
            something_else_in_100=round(weighed.ranking.something_else_share * 100),
            next_looks=[NextLookOut.of(n) for n in weighed.next_looks],
            meanwhile=[ActionOut(id=a, text=found.actions[a].text, why="") for a in weighed.meanwhile.do],
            not_now=[
                ActionOut(id=a, text=found.actions[a].text, why=f"wrong if it is {found.conditions[c].short_name.lower()}")
                for a, c in weighed.meanwhile.not_now
            ],
            looked_at=looked_at,
            of_signs=sum(1 for s in found.signs.values() if s.reading is None),
        )
