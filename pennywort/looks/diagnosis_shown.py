"""What a diagnosis answers: the gate, the ranking, the next look, and what to do meanwhile."""

from __future__ import annotations

from collections.abc import Collection
from typing import Literal

from pennywort.core.course.mends import Mending
from pennywort.core.diagnosis.acts import Act
from pennywort.core.diagnosis.losses import acts_beside
from pennywort.core.diagnosis.next_look import NextLook, Swing
from pennywort.core.diagnosis.ranking import Evidence, Ranked, Ranking
from pennywort.core.reference import library
from pennywort.core.reference.disease_models import Gate, Kit, Urgency
from pennywort.core.reference.naming import mid_sentence
from pennywort.core.units import Preferences, show_concentration, show_fraction, show_mass, show_temperature, show_volume
from pennywort.core.water.chemistry import MG_PER_L_PER_DEGREE
from pennywort.core.water.gate import GateLine, Readings, WaterGate, name_of
from pennywort.library.api import source_words
from pennywort.looks.weighing import Diagnosis
from pennywort.records.schemas import Plain
from pennywort.tanks.models import Tank

# acts told at once: what leads in an emergency, then the cheap ones before a net
MOST_ACTS = 8


class EvidenceOut(Plain):
    sign: str
    label: str
    seen: bool
    marks: int
    decibans: float

    @staticmethod
    def of(e: Evidence) -> EvidenceOut:
        return EvidenceOut(sign=e.sign, label=library().signs[e.sign].short, seen=e.seen, marks=e.marks, decibans=round(e.decibans, 1))


class RankedOut(Plain):
    condition: str
    name: str
    short_name: str
    in_100: int
    in_100_low: int
    in_100_high: int
    tag: str
    urgency: Urgency
    must_show: bool
    # of the signs looked for, how many two people put at the same step for this condition or at the next one; of nought where one wrote alone
    hands_agree: int
    hands_asked: int
    notifiable: str
    harms_keeper: str
    evidence_for: list[EvidenceOut]
    evidence_against: list[EvidenceOut]
    not_looked_at: list[str]

    @staticmethod
    def of(r: Ranked, *, reported: Collection[str]) -> RankedOut:
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
            must_show=r.must_show,
            hands_agree=r.hands_agree_count,
            hands_asked=r.hands_asked_count,
            notifiable="report" if r.condition in reported else "",
            harms_keeper=condition.harms_keeper,
            evidence_for=[EvidenceOut.of(e) for e in r.evidence_for],
            evidence_against=[EvidenceOut.of(e) for e in r.evidence_against],
            not_looked_at=[found.signs[s].short for s in r.not_looked_at],
        )


class SwingOut(Plain):
    condition: str
    name: str
    in_100_now: int
    in_100_then: int

    @staticmethod
    def of(s: Swing) -> SwingOut:
        return SwingOut(
            condition=s.condition,
            name=mid_sentence(library().conditions[s.condition].short_name),
            in_100_now=round(s.share_now * 100),
            in_100_then=round(s.share_then * 100),
        )


class AskedOut(Plain):
    sign: str
    label: str


class NextLookOut(Plain):
    look: str
    name: str
    minutes: int
    how_to: str
    sign: str
    label: str
    how: str
    not_if: str
    kit: Kit
    region: str
    reading: str | None
    # before all else, whatever another would tell
    goes_first: bool
    gain_bits: float
    also: list[AskedOut]
    if_seen: SwingOut
    if_not_there: SwingOut

    @staticmethod
    def of(n: NextLook) -> NextLookOut:
        found = library()
        sign, look = found.signs[n.sign], found.looks[n.look]
        return NextLookOut(
            look=n.look,
            name=look.name,
            minutes=round(look.minutes.value),
            how_to=look.how,
            sign=sign.id,
            label=sign.short,
            how=sign.look,
            not_if=sign.not_if,
            kit=sign.kit,
            region=sign.region,
            reading=sign.reading,
            goes_first=n.goes_first,
            gain_bits=round(n.gain_bits, 4),
            also=[AskedOut(sign=s, label=found.signs[s].short) for s in n.also[:5]],
            if_seen=SwingOut.of(n.if_seen),
            if_not_there=SwingOut.of(n.if_not_there),
        )


class GateLineOut(Plain):
    name: str
    state: str
    harmful: bool
    needed: bool
    swung: bool
    doubted: bool
    figure: str
    unit: str
    range_words: str
    words: str


class GateOut(Plain):
    state: Literal["open", "half", "shut"]
    words: str
    suspected: str
    lines: list[GateLineOut]

    @staticmethod
    def of(gate: WaterGate, mine: Preferences) -> GateOut:
        return GateOut(state=gate.state, words=gate.words, suspected=gate.suspected, lines=[_gate_line(line, mine) for line in gate.lines])


def _gate_line(line: GateLine, mine: Preferences) -> GateLineOut:
    def show(value: float) -> tuple[str, str]:
        if line.name == "temperature":
            shown = show_temperature(value, mine)
            return shown.figure, shown.unit
        if line.name in ("ph", "salinity"):
            return f"{value:.1f}", line.unit
        if line.name == "ammonia":
            return (f"{value:.3f}" if value else "0"), line.unit
        kind = library().readings.get(line.name)
        if kind is not None and kind.typed_as == "hardness":
            return f"{value / MG_PER_L_PER_DEGREE:.1f}", kind.unit
        return show_concentration(value).figure, line.unit

    figure, unit = show(line.value) if line.value is not None else ("–", "")
    low = show(line.low)[0] if line.low is not None else ""
    high = show(line.high)[0] if line.high is not None else ""
    words = f"{low}–{high}" if low and high else f"to {high}" if high else f"from {low}" if low else ""
    return GateLineOut(
        name=line.name,
        state=line.state,
        harmful=line.harmful,
        needed=line.needed,
        swung=line.swung,
        doubted=line.doubted,
        figure=figure,
        unit=unit,
        range_words=words,
        words=line.words,
    )


class ActOut(Plain):
    id: str
    text: str
    kind: str
    gate: Gate
    saves: float
    loss: float
    for_name: str
    for_in_100: int
    # the likeliest condition that it would harm
    wrong_if: str

    @staticmethod
    def of(act: Act) -> ActOut:
        found = library()
        action, condition = found.actions[act.action], found.conditions.get(act.carried_by)
        return ActOut(
            id=act.action,
            text=action.text,
            kind=action.kind,
            gate=action.gate,
            saves=round(act.saves, 2),
            loss=round(act.loss, 2),
            for_name=mid_sentence(condition.short_name) if condition else "",
            for_in_100=round(act.carried_share * 100),
            wrong_if=mid_sentence(found.conditions[act.wrong_if].short_name) if act.wrong_if else "",
        )


class NotNowOut(Plain):
    id: str
    text: str
    why: str


class ActsOut(Plain):
    why: str
    loss_if_nothing: float
    do: list[ActOut]
    treat: list[ActOut]
    not_now: list[NotNowOut]
    scrape: str
    scrape_saves: float
    end_words: str
    report_words: str

    @staticmethod
    def of(d: Diagnosis) -> ActsOut:
        found, a = library(), d.acts
        report = found.conditions.get(a.report)
        words = ""
        if report:
            words = f"{report.short_name} must be reported {d.law.where}: call {d.law.whom}. Nothing leaves this tank. {found.reporting.have_ready.text}"
        not_now = [
            NotNowOut(id=name, text=found.actions[name].text, why=f"wrong if it is {mid_sentence(found.conditions[c].short_name)}")
            for name, c in a.not_now
            if found.actions[name].kind != "treat"
        ]
        wrong = [c for name, c in a.not_now if found.actions[name].kind == "treat"]
        if d.gate.state == "shut":
            not_now.append(NotNowOut(id="any_medicine", text="Any medicine", why="the water harms them, and a drug on burnt gills kills"))
        elif wrong and not a.treat:
            not_now.append(NotNowOut(id="any_medicine", text="Any medicine", why=f"wrong if it is {mid_sentence(found.conditions[wrong[0]].short_name)}"))
        return ActsOut(
            why=a.why,
            loss_if_nothing=round(a.loss_if_nothing, 2),
            do=[ActOut.of(x) for x in a.do if x.saves >= 0.02][:MOST_ACTS],
            treat=[ActOut.of(x) for x in a.treat if x.saves >= 0.02][:3],
            not_now=not_now,
            scrape=found.looks[a.scrape].name if a.scrape else "",
            scrape_saves=round(a.scrape_saves, 2),
            end_words=found.actions["humane_end"].text if a.end_is_kind else "",
            report_words=words,
        )


class MendOut(Plain):
    """What mends one reading that is at fault, its figure for this tank, and where it is done: a water change, or Measure filled in."""

    id: str
    reading: str
    harmful: bool
    say: str
    amount: str
    press: Literal["", "change", "measure"]
    query: dict[str, str]
    # the condition and the protocol that make tasks of it; empty where none does
    tasks: dict[str, str]
    source: str
    recalled: bool

    @staticmethod
    def of(m: Mending, readings: Readings, tank: Tank | None, mine: Preferences) -> MendOut:
        amount, press, query = _mended(m, readings, tank, mine)
        source = source_words(m.mend.source)
        return MendOut(
            id=m.mend.id, reading=name_of(m.reading, found=library()), harmful=m.harmful, say=m.mend.say, amount=amount, press=press if tank else "",
            query=query if tank else {}, tasks=_tasks(m) if tank else {}, source=source, recalled=m.mend.recalled,
        )  # fmt: skip


def _tasks(m: Mending) -> dict[str, str]:
    protocol = library().courses.get(m.mend.course)
    return {"condition": protocol.conditions[0], "protocol": protocol.id} if protocol else {}


def _mended(m: Mending, readings: Readings, tank: Tank | None, mine: Preferences) -> tuple[str, Literal["", "change", "measure"], dict[str, str]]:
    """The figure in words, what the press opens, and what stands in it."""
    if m.share_fraction is not None:
        share = show_fraction(m.share_fraction, up=True).text
        litres = f", {show_volume(m.share_fraction * tank.net_volume_l, mine).text}" if tank else ""
        times = "" if m.changes_count == 1 else f", and again after some hours: {m.changes_count} times in all"
        return f"Change {share}{litres}{times}.", "change", {"share": share}
    given = m.given_mg_per_l
    grams = f", {show_mass(given * tank.net_volume_l, mine).text} here" if tank and given is not None else ""
    if given is not None and m.mend.amount == "chloride":
        level = f"{given:.0f} mg/L of {m.mend.gives_words}"
        typed = {"nitrite": f"{readings.nitrite_as_n_mg_per_l or 0:.4g}", "nitrite_as": "n"}
        chloride = {"chloride": f"{readings.chloride_mg_per_l:.3g}"} if readings.chloride_mg_per_l else {}
        return f"{level}{grams}, dissolved first.", "measure", {"what": "nitrite", **typed, **chloride}
    if m.mend.amount == "chloride":
        return "The chloride that is in it guards already: change water, and find where the nitrite comes from.", "", {}
    if given is not None:
        return f"{given:.2g} mg/L of {m.mend.gives_words}{grams}.", "measure", {"what": "tap", "chlorine": f"{readings.chlorine_mg_per_l or 0:.3g}"}
    return m.rate, "", {}


class TogetherOut(Plain):
    id: str
    name: str
    in_100: int
    members: list[str]
    separates: str


class TwoOut(Plain):
    one: str
    other: str
    times_likelier: float
    unexplained: list[str]
    # what is done for each that does not harm the other
    one_acts: list[str]
    other_acts: list[str]
    # of the two the one that a find proves; empty for neither
    proven: str


class DoubtOut(Plain):
    signs: list[str]
    ask: str


class DiagnosisOut(Plain):
    gate: GateOut
    # what was marked and cannot be so: asked, and not weighed until it is answered
    doubts: list[DoubtOut]
    # what was known of fish and water, readings typed now among it
    known: list[str]
    verdict: str
    can_be_told: bool
    ranked: list[RankedOut]
    something_else_in_100: int
    together: TogetherOut | None
    two: TwoOut | None
    next_looks: list[NextLookOut]
    # what mends the readings that are at fault, what harms now first
    mends: list[MendOut]
    acts: ActsOut
    signs: dict[str, bool]
    looked_at: int
    of_signs: int

    @staticmethod
    def of(d: Diagnosis, mine: Preferences, *, tank: Tank | None = None) -> DiagnosisOut:
        found, ranking = library(), d.ranking
        listed = d.weighed.net.listed
        return DiagnosisOut(
            gate=GateOut.of(d.gate, mine),
            doubts=[DoubtOut(signs=list(x.signs), ask=x.ask) for x in d.doubts],
            known=[found.context[c].words for c in d.facts.context if found.context[c].known_from == "record"],
            verdict=ranking.verdict,
            can_be_told=ranking.can_be_told,
            ranked=[RankedOut.of(r, reported=d.law.conditions) for r in ranking.ranked],
            something_else_in_100=round(ranking.something_else_share * 100),
            together=_together(ranking),
            two=_two(d),
            next_looks=[NextLookOut.of(n) for n in d.next_looks],
            mends=[MendOut.of(m, d.readings, tank, mine) for m in d.mends],
            acts=ActsOut.of(d),
            signs=dict(d.facts.signs),
            looked_at=len(d.facts.signs),
            of_signs=sum(1 for s in found.signs if s in listed),
        )


def _together(ranking: Ranking) -> TogetherOut | None:
    group = ranking.together
    if group is None:
        return None
    names = [library().conditions[r.condition].short_name for r in ranking.ranked if r.condition in group.members]
    return TogetherOut(id=group.id, name=group.name, in_100=round(ranking.together_share * 100), members=names, separates=group.separates)


def _two(d: Diagnosis) -> TwoOut | None:
    two, found = d.ranking.two, library()
    if two is None:
        return None
    beside = [[found.actions[a].text for a in acts_beside(d.weighed.net, one, other=other)] for one, other in ((two.one, two.other), (two.other, two.one))]
    return TwoOut(
        one=found.conditions[two.one].short_name,
        other=found.conditions[two.other].short_name,
        times_likelier=float(f"{min(two.odds, 1000.0):.2g}"),
        unexplained=[found.signs[s].short for s in two.unexplained],
        one_acts=beside[0],
        other_acts=beside[1],
        proven=found.conditions[two.proven].short_name if two.proven else "",
    )
