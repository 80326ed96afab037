"""By label, corrections, and what stops or disinfects."""

from __future__ import annotations

from collections.abc import Callable

from pennywort.core.errors import InvalidInput, PennywortError
from pennywort.core.medicine.caution import SlipCaution
from pennywort.core.medicine.correct import after_change, change_to_come_down, changes_needed, within_total
from pennywort.core.medicine.dose import mass_for_target_mg
from pennywort.core.medicine.label import LabelDirections
from pennywort.core.medicine.neutralise import ammonia_from_chloramine_mg_per_l, disinfectant_ml, stopping
from pennywort.core.medicine.product import in_product, listed_product, own_product
from pennywort.core.reference import library
from pennywort.core.reference.figures import Statement
from pennywort.core.reference.formulary_models import Active
from pennywort.core.reference.models import CautionLevel
from pennywort.core.trace import TraceLine, plain
from pennywort.core.units import read_ratio, show_concentration, show_fraction
from pennywort.dosing.schemas import CautionOut
from pennywort.library.api import caution_out
from pennywort.measure.amounts import plain_amount
from pennywort.measure.answer import answer, figure, step
from pennywort.measure.dose import need_water, place_of
from pennywort.measure.requests import CorrectRequest, DisinfectRequest, LabelRequest, StopRequest, TapRequest
from pennywort.measure.schemas import AmountOut, MeasuredOut
from pennywort.records.actor import Actor
from pennywort.shelf.labels import TypedLabel, read_label
from pennywort.shelf.products import named_product, read_drops_per_ml, read_product
from pennywort.shelf.queries import label_spoons

# what stops something is sold as a liquid between these, % (common practice)
LEAST_PERCENT, MOST_PERCENT = 0.5, 50.0
LEAST_CHLORINE, MOST_CHLORINE = 10.0, 5000.0
GEAR_SOURCE = "UF/IFAS VM-87 and stoichiometry"


def label(actor: Actor, body: LabelRequest) -> MeasuredOut:
    """V x amount / per volume, in what the label counts by."""
    volume = need_water(place_of(actor, body)).net_volume_l
    per = actor.read(body.per_volume, kind="volume", field="per_volume")
    share = actor.read_share(body.share, field="share", whole_l=volume) if body.share.strip() else None
    typed = TypedLabel(
        product="by its label", amount=body.amount, per_volume=body.per_volume, every="24 h", days=1, counts=body.counts,
        drops_per_ml=body.drops_per_ml, teaspoon=body.teaspoon,
    )  # fmt: skip
    read = _unlabelled(lambda: read_label(actor, typed, at="label"))
    times = volume / per * (1.0 if share is None else share)
    amount, measures, words = read.amount * times, read.measures, ""
    if body.counts == "drops":
        drops = read_drops_per_ml(actor, body.drops_per_ml, field="drops_per_ml")
        words = f"{amount * drops:.0f} drops at {drops:g} in a millilitre; measured in a syringe it is surer"
    elif body.counts == "pieces":
        words = "pieces, packets or capfuls as on the label"
    trace = [TraceLine(label="label, times this water", formula=f"{body.amount} × {plain(volume)} ÷ {plain(per)}", value=amount, unit=measures)]
    shown = plain_amount("By its label", measures, amount, actor, words=words, spoons=label_spoons(read.teaspoon_g))
    return answer("label", "By its label", amounts=[shown], trace=trace, source="label")


def _unlabelled(read: Callable[[], LabelDirections]) -> LabelDirections:
    """A label that stands alone: its fields are those of the request."""
    try:
        return read()
    except PennywortError as error:
        error.field = (error.field or "amount").removeprefix("label.")
        raise


def _of_bottle(actor: Actor, body: CorrectRequest, name: str, active_mg: float, *, words: str = "") -> AmountOut:
    """An amount of active, in the bottle it is taken from where that is said."""
    active = library().actives.get(body.active) if body.active else None
    if body.active and active is None:
        raise InvalidInput("There is no such active in the formulary.", field="active")
    if active is None:
        return plain_amount(f"{name}, of the active", "mass", active_mg, actor, words=words)
    _, product = named_product(actor, active, bottle=body.bottle, strength=body.strength, own=body.own)
    if product is None or product.direct:
        return plain_amount(f"{name}, of the active", "mass", active_mg, actor, words=words)
    measures, amount = in_product(product, active_mg=active_mg)
    return plain_amount(f"{name}: {product.name}", measures, amount, actor, words=words, piece=product.piece)


def correct(actor: Actor, body: CorrectRequest) -> MeasuredOut:
    """Up by a top-up, down by changes, back after a change."""
    volume = need_water(place_of(actor, body)).net_volume_l
    reading = actor.read(body.reading, kind="concentration", field="reading")
    fresh = actor.read_optional(body.fresh, kind="concentration", field="fresh") or 0.0
    share = actor.read_share(body.share, field="share", whole_l=volume) if body.share.strip() else None
    target = actor.read_optional(body.target, kind="concentration", field="target")
    most = actor.read_optional(body.most, kind="concentration", field="most")
    if most is not None:
        given = actor.read_optional(body.given, kind="concentration", field="given") or 0.0
        within_total(given_mg_per_l=given, wanted_mg_per_l=max(0.0, (target or reading) - reading), most_mg_per_l=most)
    if target is None and share is None:
        raise InvalidInput("Where to? Type a target, or the share that was changed.", field="target")
    amounts, figures, words = [], [], ""
    if target is not None and target > reading:
        missing_mg = mass_for_target_mg(net_volume_l=volume, target_mg_per_l=target, level_now_mg_per_l=reading)
        amounts.append(_of_bottle(actor, body, "To add", missing_mg))
    elif target is not None and target < reading:
        once = change_to_come_down(reading=reading, target=target, fresh=fresh)
        figures.append(figure("in one change", show_fraction(once, up=True).figure, "%", "of the water"))
        if share is not None:
            figures.append(
                figure(f"or by {show_fraction(share).text} each", f"{changes_needed(reading=reading, target=target, share=share, fresh=fresh)}", "changes")
            )
    elif target is not None:
        words = "It is there already."
    if share is not None and (target is None or target >= reading):
        after = after_change(net_volume_l=volume, level_mg_per_l=reading, share=share, fresh_mg_per_l=fresh)
        level = show_concentration(after.level_mg_per_l)
        figures.append(figure("after that change", level.figure, level.unit))
        amounts.append(_of_bottle(actor, body, "To put back", after.put_back_mg, words="the part that was changed, never a full dose"))
    return answer("correct", "Put a level right", amounts=amounts, figures=figures, words=words, source="dilution; arithmetic")


MOST_TAP_MG_PER_L = 10.0


def tap(actor: Actor, body: TapRequest) -> MeasuredOut:
    """What takes the chlorine of tap water out, and the ammonia that chloramine leaves."""
    volume = need_water(place_of(actor, body)).net_volume_l
    chlorine = actor.read(body.chlorine, kind="concentration", field="chlorine")
    if not 0 < chlorine <= MOST_TAP_MG_PER_L:
        raise InvalidInput("Tap water holds more than nothing and less than 10 mg/L; usual is 0.2 to 4.", field="chlorine")
    amounts = _stopped(library().disinfectant, mass_mg=chlorine * volume, actor=actor)
    lines, words = [], "Stir, wait five minutes, and test to nothing before a fish meets it."
    if body.holds == "chloramine":
        left = ammonia_from_chloramine_mg_per_l(chlorine_mg_per_l=chlorine)
        lines.append(figure("ammonia that is left", f"{left:.2f}", "mg/L as N", "from the chloramine: the filter, or an ammonia binder, must take it"))
        words += " Chloramine leaves ammonia behind."
    return answer("tap", "Tap water made safe", amounts=amounts, figures=lines, words=words, source="stoichiometry")


def _stopped(active: Active, *, mass_mg: float, actor: Actor, percent: float | None = None) -> list[AmountOut]:
    """So much of each thing that stops it: the first, or one of the others. ``percent``: of a liquid, where it is not the listed strength."""
    amounts: list[AmountOut] = []
    for s in stopping(active, active_mg=mass_mg):
        other = library().actives[s.active]
        product = listed_product(other, s.strength)
        if percent is not None and product.mg_per_ml is not None:
            product = own_product(other, kind="percent_w_v", value=percent)
        measures, amount = in_product(product, active_mg=s.amount_mg)
        name = f"{other.name}, {product.name}"
        amounts.append(plain_amount(f"or {name[0].lower()}{name[1:]}" if amounts else name, measures, amount, actor, words=s.say, piece=product.piece))
    return amounts


def disinfect(actor: Actor, body: DisinfectRequest) -> MeasuredOut:
    """What disinfects, minutes, and what ends it."""
    volume = need_water(place_of(actor, body)).net_volume_l
    active = library().disinfectant
    product = read_product(actor, active, strength=body.strength, own=body.own)
    if product is None or product.mg_per_ml is None:
        raise InvalidInput(f"A liquid {active.short_name}, by its strength.", field="strength")
    # one part to so many of water, as keepers say it, or the chlorine itself
    share = read_ratio(body.chlorine, field="chlorine")
    typed = share * product.mg_per_ml * 1000 if share is not None else actor.read_optional(body.chlorine, kind="concentration", field="chlorine")
    chlorine = 200.0 if typed is None else typed
    if not LEAST_CHLORINE <= chlorine <= MOST_CHLORINE:
        raise InvalidInput(f"Between {LEAST_CHLORINE:g} and {MOST_CHLORINE:g} mg/L of chlorine; this makes {chlorine:.0f}.", field="chlorine")
    millilitres = disinfectant_ml(volume_l=volume, chlorine_mg_per_l=chlorine, strength_mg_per_ml=product.mg_per_ml)
    minutes = 60.0 if chlorine <= 1000 else 15.0
    ends = _stopped(active, mass_mg=chlorine * volume, actor=actor)
    steps = [
        step("Clean the gear first: dirt uses the chlorine up. Goggles, gloves, open window."),
        step(f"Into the water with {active.short_name}, all of it under.", minutes),
        step("Rinse, then into water with what ends it until no chlorine is smelt or read.", 10.0),
        step("Dry it through."),
    ]
    hazard = active.keeper_hazard
    cautions = [
        *(_caution(c.level, c.text, c) for c in active.cautions),
        _caution("never", "Never where fish are.", hazard),
        _caution("care", f"for you: {hazard.text}", hazard),
    ]
    amounts = [plain_amount(f"{active.name}, {product.name}", "volume", millilitres, actor), *ends]
    return answer(
        "disinfect",
        "Disinfect gear",
        amounts=amounts,
        steps=steps,
        cautions=cautions,
        source=GEAR_SOURCE,
        recalled=True,
    )


def _caution(level: CautionLevel, text: str, said: Statement) -> CautionOut:
    return caution_out(SlipCaution(level=level, text=text, source=said.source, recalled=said.recalled))


def stop(actor: Actor, body: StopRequest) -> MeasuredOut:
    """What stops a medicine that is in the water: the mass ratios of the reference, with what is given more to be sure."""
    active = library().actives.get(body.active)
    if active is None:
        raise InvalidInput("There is no such active in the formulary.", field="active")
    if not any(s.ratio for s in active.stopped_by):
        raise InvalidInput(f"Nothing stops {active.short_name} by a sum. {active.stop.text}", field="active")
    volume = need_water(place_of(actor, body)).net_volume_l
    percent = actor.read_optional(body.percent, kind="percent", field="percent")
    if percent is not None and not LEAST_PERCENT <= percent <= MOST_PERCENT:
        raise InvalidInput(f"It is sold between {LEAST_PERCENT:g} and {MOST_PERCENT:g} %.", field="percent")
    level = actor.read(body.level, kind="concentration", field="level")
    amounts = _stopped(active, mass_mg=level * volume, actor=actor, percent=percent)
    return answer("stop", f"Stop {active.short_name}", amounts=amounts, words=active.stop.text, source="stoichiometry")
