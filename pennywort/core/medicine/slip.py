"""The slip: what to take for this water, what that gives, what it must not meet, and why."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from pennywort.core.errors import InvalidInput, Refused
from pennywort.core.medicine.caution import SlipCaution
from pennywort.core.medicine.dose import Reach, Water, dose_trace, known_water, label_dose_ml, label_trace, mass_for_target_mg, reach
from pennywort.core.medicine.tools import InTool, in_tools
from pennywort.core.reference.library import Library
from pennywort.core.reference.models import CautionLevel, Medicine, Protocol, ProtocolMedicine, Species, Tool
from pennywort.core.trace import TraceLine

# Labels do not give more than this; beyond it a unit was mistaken (mL for drops, gallons for millilitres).
MOST_LABEL_ML_PER_L = 20.0
MOST_LABEL_DAYS = 60
MOST_LABEL_DOSES = 120


@dataclass(frozen=True, kw_only=True)
class LabelDirections:
    """What the keeper's own bottle says: ``amount_ml`` per ``per_volume_l``, every ``every_h`` for ``days``."""

    product: str
    amount_ml: float
    per_volume_l: float
    every_h: float
    days: int


@dataclass(frozen=True, kw_only=True)
class SlipLine:
    """One medicine for this water. ``exact`` and the tools' amounts are mg (by weight) or mL (by label).

    ``share`` is this first dose's part of the whole; ``whole`` is the sum of all steps that build up the target.
    """

    medicine: str | None
    name: str
    measures: str
    exact: float
    whole: float
    share: float
    tools: tuple[InTool, ...]
    target_mg_per_l: float | None
    range_low_mg_per_l: float | None
    range_high_mg_per_l: float | None
    reach: Reach | None
    whole_reach: Reach | None
    trace: tuple[TraceLine, ...]
    source: tuple[str, ...]
    recalled: bool


@dataclass(frozen=True, kw_only=True)
class Slip:
    """All of it for one protocol in one tank."""

    protocol: str
    version: str
    lines: tuple[SlipLine, ...]
    cautions: tuple[SlipCaution, ...]
    needs_vet: bool


def check_label(label: LabelDirections) -> LabelDirections:
    """:raises InvalidInput: for directions no bottle gives. :raises Refused: for a dose that must be a unit slip."""
    if not label.product.strip():
        raise InvalidInput("Write what stands on the bottle.", field="label.product")
    if not 1 <= label.days <= MOST_LABEL_DAYS:
        raise InvalidInput(f"A course by label lasts 1 to {MOST_LABEL_DAYS} days.", field="label.days")
    if label.every_h > label.days * 24:
        raise InvalidInput("The doses lie further apart than the course is long.", field="label.every")
    if label.days * 24 / label.every_h > MOST_LABEL_DOSES:
        raise InvalidInput("That would be more doses than any label gives. Check the hours.", field="label.every")
    if label.amount_ml / label.per_volume_l > MOST_LABEL_ML_PER_L:
        raise Refused("That is more than 20 mL in every litre: no label says so. Check mL against the volume.", field="label.amount")
    return label


def aims(protocol: Protocol, *, species: Sequence[Species], targets_mg_per_l: dict[str, float], found: Library) -> dict[str, float]:
    """The target of each medicine: what the keeper chose, else the protocol's own, lowered to what the fish bear.

    :raises Refused: above the guard rail, outside the protocol's range, or more than a fish here bears.
    """
    chosen: dict[str, float] = {}
    for aim in protocol.medicines:
        medicine = found.medicines[aim.medicine]
        field = f"targets.{aim.medicine}"
        ceilings = [(s, t) for s in species for t in s.tolerances if t.medicine == aim.medicine and t.ceiling is not None]
        bears = min((t.ceiling.value for _, t in ceilings if t.ceiling), default=None)
        low, high = aim.target.low or aim.target.value, aim.target.high or aim.target.value
        target = targets_mg_per_l.get(aim.medicine)
        if target is None:
            target = aim.target.value if bears is None else min(aim.target.value, bears)
        if bears is not None and target > bears:
            who, what = min(ceilings, key=lambda pair: pair[1].ceiling.value if pair[1].ceiling else 0)
            raise Refused(f"{who.name.capitalize()} live here: {what.text}.", field=field)
        if target > medicine.refuse_above.value:
            raise Refused(f"{medicine.name} is never held this high.", field=field)
        if not low <= target <= high:
            raise Refused(f"This course holds {medicine.short_name} between {low:g} and {high:g} mg/L.", field=field)
        chosen[aim.medicine] = target
    return chosen


def cautions_for(
    protocol: Protocol, *, species: Sequence[Species], has_invertebrates: bool, has_plants: bool, has_sand: bool, found: Library
) -> tuple[SlipCaution, ...]:
    """Never, care, know: of the medicines, and of the fish that live here. Never first."""
    here = {"invertebrates": has_invertebrates, "plants": has_plants, "sand": has_sand}
    lines: dict[str, SlipCaution] = {}
    for aim in protocol.medicines:
        medicine = found.medicines[aim.medicine]
        name = f"{medicine.short_name}: " if len(protocol.medicines) > 1 else ""
        for one in species:
            for t in one.tolerances:
                if t.medicine == aim.medicine:
                    level: CautionLevel = "care" if t.level == "never" else t.level
                    lines[t.text] = SlipCaution(level=level, text=f"{one.name}: {t.text}", source=t.source, recalled=t.recalled)
        for c in medicine.cautions:
            if c.if_tank is None or here[c.if_tank]:
                lines[f"{name}{c.text}"] = SlipCaution(level=c.level, text=f"{name}{c.text}", source=c.source, recalled=c.recalled)
        hazard = medicine.keeper_hazard
        lines[f"{name}{hazard.text}"] = SlipCaution(
            level="care", text=f"{name}for you: {hazard.text[0].lower()}{hazard.text[1:]}", source=hazard.source, recalled=hazard.recalled
        )
    order = {"never": 0, "care": 1, "know": 2}
    return tuple(sorted(lines.values(), key=lambda c: order[c.level]))


def _by_weight(aim: ProtocolMedicine, medicine: Medicine, *, protocol: Protocol, target_mg_per_l: float, water: Water, tools: Sequence[Tool]) -> SlipLine:
    first = next(s for s in protocol.steps if s.kind == "dose" and s.medicine == aim.medicine)
    whole_mg = mass_for_target_mg(net_volume_l=water.net_volume_l, target_mg_per_l=target_mg_per_l)
    share = first.share or 1.0
    options = in_tools(whole_mg * share, measures="mass", tools=tools, spoons=medicine.spoons)
    return SlipLine(
        medicine=medicine.id,
        name=medicine.name,
        measures="mass",
        exact=whole_mg * share,
        whole=whole_mg,
        share=share,
        tools=options,
        target_mg_per_l=target_mg_per_l,
        range_low_mg_per_l=aim.target.low,
        range_high_mg_per_l=aim.target.high,
        reach=reach(water=water, added_mg=options[0].amount if options and options[0].usable else whole_mg * share),
        whole_reach=reach(water=water, added_mg=whole_mg),
        trace=dose_trace(water=water, target_mg_per_l=target_mg_per_l, level_now_mg_per_l=0.0, share=share, source=", ".join(aim.target.source)),
        source=aim.target.source,
        recalled=aim.target.recalled,
    )


def _by_label(label: LabelDirections, *, water: Water, tools: Sequence[Tool]) -> SlipLine:
    amount_ml = label_dose_ml(net_volume_l=water.net_volume_l, label_amount_ml=label.amount_ml, label_per_volume_l=label.per_volume_l)
    return SlipLine(
        medicine=None,
        name=label.product.strip(),
        measures="volume",
        exact=amount_ml,
        whole=amount_ml,
        share=1.0,
        tools=in_tools(amount_ml, measures="volume", tools=tools, spoons=None),
        target_mg_per_l=None,
        range_low_mg_per_l=None,
        range_high_mg_per_l=None,
        reach=None,
        whole_reach=None,
        trace=label_trace(water=water, label_amount_ml=label.amount_ml, label_per_volume_l=label.per_volume_l),
        source=("label",),
        recalled=False,
    )


def make_slip(
    protocol: Protocol,
    *,
    water: Water | None,
    species: Sequence[Species],
    found: Library,
    targets_mg_per_l: dict[str, float] | None = None,
    label: LabelDirections | None = None,
    has_invertebrates: bool = False,
    has_plants: bool = False,
    has_sand: bool = False,
    tools: Sequence[Tool] | None = None,
) -> Slip:
    """The slip of a protocol for one tank.

    :param water: net volume in L with its uncertainty; None if nobody has measured it.
    :param targets_mg_per_l: chosen targets by medicine; the protocol's own where missing.
    :param tools: what the keeper measures with; the usual ones where None.
    :param label: directions of the keeper's product, for protocols of kind ``label``.
    :raises NotKnownYet: no net volume, or no label directions yet.
    :raises Refused: a guard rail, a fish's ceiling, or a gate that is shut.
    :raises InvalidInput: impossible label directions.
    """
    here = known_water(water)
    at_hand = list(found.tools.values()) if tools is None else tools
    lines: tuple[SlipLine, ...] = ()
    if protocol.kind == "label":
        if label is None:
            raise InvalidInput("Say what the label tells: how much, per what volume, how often, how long.", field="label.amount")
        lines = (_by_label(check_label(label), water=here, tools=at_hand),)
    elif protocol.kind == "steps":
        blocked = [m for m in protocol.medicines if found.medicines[m.medicine].gate == "block"]
        if blocked:
            raise Refused("This medicine is not reckoned here at all.", field="protocol")
        chosen = aims(protocol, species=species, targets_mg_per_l=targets_mg_per_l or {}, found=found)
        lines = tuple(
            _by_weight(aim, found.medicines[aim.medicine], protocol=protocol, target_mg_per_l=chosen[aim.medicine], water=here, tools=at_hand)
            for aim in protocol.medicines
        )
    return Slip(
        protocol=protocol.id,
        version=protocol.version,
        lines=lines,
        cautions=cautions_for(protocol, species=species, has_invertebrates=has_invertebrates, has_plants=has_plants, has_sand=has_sand, found=found),
        needs_vet=any(found.medicines[m.medicine].gate == "vet" for m in protocol.medicines),
    )
