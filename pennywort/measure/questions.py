"""The way back, and questions of the water: what an amount makes, how much ammonia is free, a half-life of one's own."""

from __future__ import annotations

import math
from typing import Literal

from pennywort.core.errors import InvalidInput
from pennywort.core.medicine.formulary import shown_unit
from pennywort.core.medicine.product import Product, active_measured, fits_form, measures_of
from pennywort.core.reference import library
from pennywort.core.reference.formulary_models import Active, Use
from pennywort.core.trace import TraceLine, plain
from pennywort.core.water.chemistry import as_nitrogen_mg_per_l, unionised_ammonia_fraction
from pennywort.library.api import source_words
from pennywort.measure.amounts import level_shown
from pennywort.measure.answer import answer, figure
from pennywort.measure.dose import dose_range, find_use, need_water, place_of
from pennywort.measure.requests import FreeAmmoniaRequest, HalfLifeRequest, WhatIsRequest
from pennywort.measure.schemas import MeasuredOut
from pennywort.records.actor import Actor
from pennywort.shelf.products import named_product, read_amount
from pennywort.tanks.salt import read_grams_per_l

AMMONIA_SOURCE = "Emerson et al. 1975; US EPA 1989"


def _product(actor: Actor, active: Active, use: Use, body: WhatIsRequest) -> Product:
    _, product = named_product(actor, active, bottle=body.bottle, strength=body.strength, own=body.own)
    if product is None:
        raise InvalidInput(f"{active.name} is not measured out.", field="use")
    if product.form:
        fits_form(active, use, product, field="strength")
    return product


def what_is(actor: Actor, body: WhatIsRequest) -> MeasuredOut:
    """Level = active in the amount / net water (arithmetic), and where that stands beside the range of a use."""
    active, use = find_use(body.use)
    if use.dose is None or use.dose.unit not in ("mg/L", "g/L", "uL/L"):
        raise InvalidInput("This is not dosed by the water.", field="use")
    volume = need_water(place_of(actor, body)).net_volume_l
    product = _product(actor, active, use, body)
    if product.direct != (use.dose.unit == "uL/L"):
        raise InvalidInput("This use counts another strength.", field="strength")
    amount = read_amount(actor, body.amount, measures=measures_of(product), field="amount")
    if amount <= 0:
        raise InvalidInput("This must be more than nothing.", field="amount")
    mass_mg = active_measured(product, amount=amount)
    unit: Literal["uL/L", "mg/L"] = "uL/L" if use.dose.unit == "uL/L" else "mg/L"
    level = mass_mg / (product.mg_per_ul or 1.0) / volume / (use.active_share or 1.0)
    scale = 1000.0 if use.dose.unit == "g/L" else 1.0
    low, high = (use.dose.low or use.dose.value) * scale, (use.dose.high or use.dose.value) * scale
    rail = use.refuse_above.value * scale if use.refuse_above else math.inf
    shown = level_shown(level, unit, like=max(level, high))
    words = _stands(level, low=low, high=high, rail=rail, name=active.short_name)
    lines = [
        figure("it makes", shown.figure, shown.unit, f"{active.name} in {plain(volume)} L"),
        figure("the range", dose_range(use), shown_unit(use.dose.unit), use.name),
    ]
    if use.minutes is not None:
        most = use.most_minutes or use.minutes.high or use.minutes.value
        lines.append(figure("for", f"{use.minutes.value:g}", "min", f"at most {most:g}, and out before at any distress"))
    trace = [TraceLine(label="over the water", formula=f"{plain(mass_mg)} mg ÷ {plain(volume)} L", value=level, unit=unit)]
    title = f"What is this? {active.short_name.capitalize()}"
    return answer("what_is", title, figures=lines, trace=trace, words=words, source=source_words(use.source), recalled=use.recalled)


def _stands(level: float, *, low: float, high: float, rail: float, name: str) -> str:
    """Where a level lies, in a sentence."""
    if level > rail * (1 + 1e-9):
        return f"That is above the most that is ever given for this ({rail:g}): fish out, or change the water at once."
    if level > high * (1 + 1e-9):
        return f"That is above its range, {level / high:.2g} times its upper end: change water until it is in it."
    if level < low * (1 - 1e-9):
        return f"That is below its range: {level / low * 100:.0f} % of its lower end. So little {name} does not do what it is given for."
    return "That lies in its range."


def free_ammonia(actor: Actor, body: FreeAmmoniaRequest) -> MeasuredOut:
    """NH3 = total x share by pH, temperature and salinity (Emerson et al. 1975; in the sea after US EPA 1989, recalled)."""
    total = as_nitrogen_mg_per_l(actor.read(body.total, kind="concentration", field="total"), counted_as=body.total_as)
    ph = actor.read(body.ph, kind="ph", field="ph")
    warmth = actor.read(body.temperature, kind="temperature", field="temperature")
    salinity = read_grams_per_l(actor, body.salinity, field="salinity") if body.salinity.strip() else 0.0
    share = unionised_ammonia_fraction(ph=ph, temperature_c=warmth, salinity_g_per_kg=salinity)
    free, limits = total * share, library().limits
    harm, care = limits["ammonia_harm"].value, limits["ammonia_care"].value
    words = (
        f"Above {harm:g}: gills are harmed. Change water now, more air, no food."
        if free >= harm
        else f"Above {care:g}: change water today and feed nothing until it is under it."
        if free >= care
        else "Below what harms in days. Total ammonia that rises still wants its cause found."
    )
    lines = [
        figure("free ammonia, NH₃", f"{free:.3g}", "mg/L as N", f"of {total:.3g} mg/L total, as N"),
        figure("share that is free", f"{share * 100:.2g}", "%", f"at pH {ph:g}"),
        figure("keep below", f"{care:g}", "mg/L as N", "as NH₃"),
    ]
    return answer("free_ammonia", "Free ammonia", figures=lines, words=words, source=AMMONIA_SOURCE, recalled=True)


def half_life(actor: Actor, body: HalfLifeRequest) -> MeasuredOut:
    """First order: half-life = t ln 2 / ln(C0 / C1); what is left later is C0 2^(-t / half-life) (arithmetic)."""
    before = actor.read(body.before, kind="concentration", field="before")
    after = actor.read(body.after, kind="concentration", field="after")
    hours = actor.read(body.hours, kind="duration", field="hours")
    if not 0 < after < before:
        raise InvalidInput("The second reading must lie below the first, and above nothing.", field="after")
    half_h = hours * math.log(2) / math.log(before / after)
    lines = [figure("half of it is gone in", f"{half_h:.3g}", "h", f"by two readings {hours:g} h apart, without a change of water between")]
    later = actor.read_optional(body.later, kind="duration", field="later")
    if later is not None:
        left = before * 2 ** (-later / half_h)
        lines.append(figure(f"left after {later:g} h", f"{left:.3g}", "mg/L", f"{left / before * 100:.0f} % of the first reading"))
    words = "Two readings make a rough figure: kits differ by a tenth and more. Three are better."
    return answer("half_life", "A half-life of your own", figures=lines, words=words, source="first order decay; arithmetic")
