"""A use of the formulary for one water: what was typed, what the record knows, and the answer."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import timedelta
from typing import get_args

from pennywort.core.course.ledger import Level
from pennywort.core.errors import InvalidInput
from pennywort.core.medicine.bath import BathWater, bath_minutes, left_fractions
from pennywort.core.medicine.dose import Water
from pennywort.core.medicine.formulary import DIRECT, Measured, Wanted, measure, shown_unit
from pennywort.core.medicine.guards import Surroundings, uptake_line
from pennywort.core.medicine.neutralise import stopping
from pennywort.core.medicine.product import Product, in_product, listed_product
from pennywort.core.medicine.steps import (
    BathStep,
    bath_steps,
    day_steps,
    egg_steps,
    gear_steps,
    mix_lasts_words,
    strip_floor_mg_per_l,
    swab_steps,
    tank_steps,
)
from pennywort.core.reference import library
from pennywort.core.reference.disease_models import WaterType
from pennywort.core.reference.formulary_models import Active, Equipment, Life, Use
from pennywort.core.reference.models import Spoons, Tool
from pennywort.core.units import Preferences, show_amount, show_fraction, show_volume
from pennywort.core.water.chemistry import MG_PER_L_PER_DEGREE
from pennywort.core.water.osmolality import Dissolved
from pennywort.courses.queries.situation import Situation, situation_of
from pennywort.dosing.schemas import CautionOut
from pennywort.library.api import caution_out, source_words
from pennywort.measure.amounts import amount_out, dissolve_first, level_shown
from pennywort.measure.requests import BathIn, DoseRequest, WaterIn
from pennywort.measure.salts import dissolved
from pennywort.measure.schemas import AmountOut, BathStepOut, FigureOut, MeasuredOut
from pennywort.records.actor import Actor
from pennywort.records.schemas import TraceOut
from pennywort.shelf.products import named_product
from pennywort.shelf.queries import is_past, spoons_from, tools_at_hand, weighed_spoons
from pennywort.shelf.services import read_spoons
from pennywort.tanks.models import Tank, Upkeep
from pennywort.tanks.queries import once_words
from pennywort.tanks.salt import read_grams_per_l
from pennywort.tanks.services import tank_of

# for so long conditioner uses up what it can (common practice)
CONDITIONED = timedelta(hours=48)
DOSE_KIND = {"mg/L": "dose_mg_per_l", "g/L": "dose_g_per_l", "uL/L": "dose_ul_per_l", "mg/kg": "dose_mg_per_kg", "mg/g": "number"}


@dataclass(frozen=True, kw_only=True)
class DosePlace:
    """Where it goes: a tank of the record with what is known of it, or just a volume."""

    here: Situation | None
    water: Water | None

    @property
    def tank(self) -> Tank | None:
        return self.here.tank if self.here is not None else None


def place_of(actor: Actor, typed: WaterIn) -> DosePlace:
    """:raises NotFound: another fishroom's tank. :raises InvalidInput: a volume that can't be."""
    here = situation_of(actor, tank_of(actor, typed.tank)) if typed.tank else None
    volume = actor.read_optional(typed.volume, kind="volume", field="volume")
    if volume is not None:
        spread = actor.read_optional(typed.give_or_take, kind="volume", field="give_or_take") or 0.0
        if spread >= volume / 2:
            raise InvalidInput("So uncertain a volume can’t be dosed: measure it.", field="give_or_take")
        return DosePlace(here=here, water=Water(net_volume_l=volume, net_uncertainty_l=spread / 2))
    return DosePlace(here=here, water=here.water if here is not None else None)


def need_water(place: DosePlace) -> Water:
    """:raises InvalidInput: neither a tank nor a volume was given."""
    if place.water is None:
        raise InvalidInput("How much water? Choose a tank or type a volume.", field="volume")
    return place.water


def find_use(use_id: str) -> tuple[Active, Use]:
    """:raises InvalidInput: no such use."""
    found = library().uses.get(use_id)
    if found is None:
        raise InvalidInput("There is no such use in the formulary.", field="use")
    return found


def surroundings(actor: Actor, body: DoseRequest, use: Use, known: Situation | None, *, expired: bool) -> Surroundings:
    """What the record knows of this tank, and what the keeper says over it."""
    found = library()
    # a volume that nobody said more of is taken for water that this use is for
    water: WaterType = body.water or (known.water_type if known else use.water[0])
    lives = set(_listed(body.lives, among=(*get_args(Life), *found.kin), field="lives"))
    in_water = set(_listed(body.in_water, among=found.actives, field="in_water"))
    running = set(_listed(body.running, among=get_args(Equipment), field="running"))
    readings: dict[str, float] = {}
    salinity: float | None = None
    if known is not None:
        # what the record knows stands beside what is ticked; into a vessel only the fish go, and no plants
        lives |= known.lives if body.lives is None or use.route == "prolonged" else set()
        in_water |= known.in_water if body.in_water is None or use.route == "prolonged" else set()
        running |= known.equipment if body.running is None else set()
        salinity, readings = known.readings.salinity_g_per_kg, known.measured
    for name, text, kind in (
        ("temperature", body.temperature, "temperature"), ("oxygen", body.oxygen, "concentration"), ("alkalinity", body.alkalinity, "alkalinity"),
        ("ph", body.ph, "ph"), ("hardness", body.hardness, "alkalinity"),
    ):  # fmt: skip
        value = actor.read_optional(text, kind=kind, field=name)
        if value is not None:
            readings[name] = value
    return Surroundings(
        water=water,
        lives=frozenset(lives),
        running=frozenset(running),
        in_water=frozenset(in_water),
        biofilter=body.biofilter,
        expired=expired,
        readings=readings,
        bath=_bath_water(actor, body, known.tank if known else None, home_c=readings.get("temperature"), salinity_g_per_kg=salinity),
        allergies=frozenset(actor.keeper.allergies),
    )


def _listed(names: Sequence[str] | None, *, among: Iterable[str], field: str) -> list[str]:
    """Words of a list that is known. :raises InvalidInput: one that is not: a guard that nobody reads guards nothing."""
    known = list(among)
    for name in names or ():
        if name not in known:
            raise InvalidInput(f"“{name}” is not known here. One of: {', '.join(sorted(known))}.", field=field)
    return list(names or ())


def _in_it_now(active: Active, use: Use, known: Situation | None) -> Level | None:
    """What a tank holds of it already, mg/L, where it goes into the tank itself."""
    if known is None or use.route != "prolonged" or use.dose is None:
        return None
    level = known.book.in_it_now(known.tank, active.id)
    return level if level is not None and level.concentration_mg_per_l > 0 else None


def _of_dose(level_mg_per_l: float, active: Active, use: Use) -> float:
    """A level of the water in the unit that the dose counts."""
    assert use.dose is not None
    if use.dose.unit == DIRECT:
        return level_mg_per_l / active.mg_per_ul
    return level_mg_per_l / (1000.0 if use.dose.unit == "g/L" else 1.0) / (use.active_share or 1.0)


def _held(level: Level | None, active: Active, use: Use, *, typed: bool) -> list[FigureOut]:
    """What is in the water now, with its band, beside the amount that is missing."""
    if level is None or typed or use.dose is None:
        return []
    unit = DIRECT if use.dose.unit == DIRECT else "mg/L"
    times = 1.0 if unit == DIRECT else (1000.0 if use.dose.unit == "g/L" else 1.0)
    levels = (level.concentration_mg_per_l, level.low_mg_per_l, level.high_mg_per_l)
    now, low, high = (level_shown(_of_dose(value, active, use) * times, unit, like=level.high_mg_per_l) for value in levels)
    words = f"by the record, between {low.figure} and {high.figure}: the amount is what is missing"
    return [FigureOut(label="in it already", figure=now.figure, unit=now.unit, words=words)]


def _uptake(active: Active, use: Use, known: Situation | None) -> list[CautionOut]:
    """What the sand and rock that the record knows of do to it."""
    standing = known.standing if known is not None and use.route == "prolonged" else {}
    if not standing:
        return []
    line = uptake_line(active, found=library(), words=" and ".join(standing.values()))
    return [caution_out(line)] if line else []


def _conditioned(actor: Actor, active: Active, use: Use, known: Situation | None) -> list[CautionOut]:
    """Conditioner that the record knows to have gone into this water within two days uses the medicine up."""
    if known is None or use.route != "prolonged" or not active.used_up_by_conditioner:
        return []
    rows = Upkeep.objects.standing().filter(tank__in=known.waters, kind="conditioner", happened_at__gt=actor.now - CONDITIONED)
    last = rows.order_by("-happened_at").first()
    if last is None:
        return []
    local = actor.local(last.happened_at)
    text = f"Conditioner went into this water on {local:%A} at {local:%H:%M}: it uses {active.short_name} up for a day or longer. Change most of it first."
    return [CautionOut(level="care", text=text, source="common practice", recalled=True)]


def _bath_water(actor: Actor, body: DoseRequest, tank: Tank | None, *, home_c: float | None, salinity_g_per_kg: float | None) -> BathWater:
    """The bath's water beside the fish's own: what is typed, else what the tank's last test says of home."""
    if body.bath is None:
        return BathWater()
    typed = body.bath
    warmth = {name: actor.read_optional(getattr(typed, name), kind="temperature", field=f"bath.{name}") for name in ("temperature", "home_temperature")}
    home, made = dissolved(actor, typed.home, "bath.home"), dissolved(actor, typed.water, "bath.water")
    if not home and salinity_g_per_kg:
        home = (Dissolved(salt=library().sea_salt, grams_per_l=salinity_g_per_kg),)
    other = typed.made_with == "other"
    mixed: tuple[Dissolved, ...] | None = made or (() if other else None)
    if typed.made_with == "half" and made:
        mixed = tuple(Dissolved(salt=d.salt, grams_per_l=d.grams_per_l / 2) for d in (*made, *home))
    return BathWater(
        bath_c=warmth["temperature"],
        home_c=home_c if warmth["home_temperature"] is None else warmth["home_temperature"],
        made_with=mixed,
        home=home or (() if other or made else None),
    )


def _spoons(actor: Actor, body: DoseRequest, active: Active) -> Spoons | None:
    """What the keeper weighed on his own level spoons: now, or once for the shelf."""
    if body.teaspoon.strip() or body.tablespoon.strip():
        return spoons_from(*read_spoons(actor, body.teaspoon, body.tablespoon))
    return weighed_spoons(actor, active.id)


def _level(actor: Actor, text: str, *, kind: str, field: str) -> float | None:
    """A target or a level as typed; salts by the specific gravity too."""
    if not text.strip():
        return None
    return read_grams_per_l(actor, text, field=field) if kind == "dose_g_per_l" else actor.read(text, kind=kind, field=field)


def _tools(actor: Actor, names: list[str] | None) -> list[Tool]:
    """The tools named, or those at hand in this fishroom."""
    at_hand = tools_at_hand(actor)
    if names is None:
        return at_hand
    found = library().tools | {t.id: t for t in at_hand}
    unknown = [n for n in names if n not in found]
    if unknown:
        raise InvalidInput(f"There is no tool called “{unknown[0]}”.", field="tools")
    return [found[n] for n in names]


def dose(actor: Actor, body: DoseRequest) -> MeasuredOut:
    """:raises InvalidInput: naming the field. :raises Refused: above a guard rail. :raises NotKnownYet: no alkalinity."""
    active, use = find_use(body.use)
    place = place_of(actor, body)
    kind = DOSE_KIND.get(use.dose.unit if use.dose else "", "number")
    share = actor.read_share(body.share, field="share", whole_l=place.water.net_volume_l if place.water else None) if body.share.strip() else None
    typed_now = _level(actor, body.level_now, kind=kind, field="level_now")
    held = _in_it_now(active, use, place.here)
    recorded = _of_dose(held.concentration_mg_per_l, active, use) if held is not None else 0.0
    wanted = Wanted(
        target=_level(actor, body.target, kind=kind, field="target"),
        level_now=recorded if typed_now is None else typed_now,
        share=1.0 if share is None else share,
        demand=_level(actor, body.demand, kind=kind, field="demand") or 0.0,
        spoons=_spoons(actor, body, active),
        confirmed=body.confirmed,
        prescribed=body.prescribed,
        product_confirmed=body.product_confirmed,
    )
    bottle, product = named_product(actor, active, bottle=body.bottle, strength=body.strength, own=body.own)
    past = bottle is not None and is_past(bottle, actor)
    here = surroundings(actor, body, use, place.here, expired=body.expired or past)
    typed = actor.read_optional(body.minutes, kind="number", field="minutes")
    minutes = bath_minutes(use, typed, lives=here.lives, temperature_c=here.readings.get("temperature"))
    if use.gate != "block" and use.route != "topical":
        need_water(place)
    measured = measure(
        active, use, product=product, water=place.water, here=here, wanted=wanted, found=library(), tools=_tools(actor, body.tools)
    )  # fmt: skip
    out = _out(actor, active, use, measured, place=place, product=product, minutes=minutes, bath=body.bath or BathIn())
    where = once_words(place.here.tank, place.here.waters) if place.here is not None and use.route == "prolonged" and out.amounts else ""
    out.figures = [
        *([FigureOut(label="goes in", figure="", unit="", words=where)] if where else []),
        *_held(held, active, use, typed=typed_now is not None),
        *out.figures,
    ]
    out.cautions = [*_conditioned(actor, active, use, place.here), *_uptake(active, use, place.here), *out.cautions]
    return out


def _out(actor: Actor, active: Active, use: Use, measured: Measured, *, place: DosePlace, product: Product | None, minutes: float, bath: BathIn) -> MeasuredOut:
    mine = actor.preferences
    amount = measured.amount
    amounts = [amount_out(amount, name=active.name, piece=product.piece if product else "", mine=mine)] if amount else []
    stops_with = stop_words(active, active_mg=amount.active_mg) if amount and amount.active_mg > 0 else ""
    # sums in the tank count it as its active; a bath counts what its strip reads
    floor = strip_floor_mg_per_l(active, target_mg_per_l=amount.target) if amount and use.route in ("bath", "dip") else None
    steps = _steps(active, use, measured, place=place, amounts=amounts, minutes=minutes, bath=bath, stops_with=stops_with, mine=mine)
    where = place.tank.name if place.tank else ""
    title = f"{active.short_name.capitalize()}, {use.name.split(':')[0]}{f': {where}' if where else ''}"
    figures = [*_figures(active, use, minutes=minutes, target=amount.target if amount else None), *_from_the_tank(use, place, bath, mine)]
    return MeasuredOut(
        kind="dose",
        title=title,
        verdict=measured.verdict,
        words=measured.words,
        amounts=amounts,
        figures=[*figures, *_fading(active, use, minutes=minutes * bath.turns), *_hardness(active, measured)],
        steps=[BathStepOut.of(s) for s in steps],
        trace=[TraceOut.of(t) for t in amount.trace] if amount else [],
        cautions=[caution_out(c) for c in measured.cautions],
        confirm=list(measured.confirm),
        source=source_words(use.source),
        recalled=use.recalled,
        stops_with=stops_with,
        strip_floor_mg_per_l=floor,
    )


def _steps(
    active: Active,
    use: Use,
    measured: Measured,
    *,
    place: DosePlace,
    amounts: list[AmountOut],
    minutes: float,
    bath: BathIn,
    stops_with: str,
    mine: Preferences,
) -> Sequence[BathStep]:
    """What is done, by the way it is given; nothing while it may not be given."""
    if measured.verdict not in ("amount", "steps"):
        return ()
    if use.route == "topical":
        return swab_steps(active, use)
    words = f"{amounts[0].big.figure} {amounts[0].big.unit}" if amounts else ""
    volume_l = need_water(place).net_volume_l
    volume = show_volume(volume_l, mine).text
    if use.route in ("bath", "dip"):
        target = measured.amount.target if measured.amount else None
        return bath_steps(
            active, use, minutes=minutes, volume_words=volume, amount_words=words, stop_words=stops_with, turns=bath.turns, made_with=bath.made_with,
            target_mg_per_l=target,
        )  # fmt: skip
    if measured.amount is None or measured.amount.exact <= 0:
        return ()
    timed = minutes if use.minutes else None
    if use.route == "eggs":
        return egg_steps(use, minutes=timed, volume_words=volume, amount_words=words)
    if use.route == "gear":
        return gear_steps(minutes=timed, volume_words=volume, amount_words=words, end_words=active.stop.text)
    dissolve = measured.amount.dissolve
    into = f" in {show_volume(dissolve.volume_l, mine).text} of tank water" if dissolve else ""
    if use.minutes:
        return day_steps(minutes=minutes, volume_l=volume_l, amount_words=words, dissolve_words=into or " in a litre of tank water", stop_words=stops_with)
    return tank_steps(amount_words=words, dissolve_words=f", {dissolve_first(dissolve, mine)}" if dissolve else "")


def _from_the_tank(use: Use, place: DosePlace, bath: BathIn, mine: Preferences) -> list[FigureOut]:
    """How much water a bath takes from the tank that its fish come from."""
    if use.route not in ("bath", "dip") or place.tank is None or place.water is None or bath.made_with == "other" or use.thinner:
        return []
    taken_l = place.water.net_volume_l * (0.5 if bath.made_with == "half" else 1.0)
    shown, share = show_volume(taken_l, mine), show_fraction(taken_l / place.tank.net_volume_l).text
    return [FigureOut(label="from their tank", figure=shown.figure, unit=shown.unit, words=f"{share} of its water; what goes back is new water")]


def _fading(active: Active, use: Use, *, minutes: float) -> list[FigureOut]:
    """How much of a bath is left at its end, where its half-life is known."""
    kinetics = library().kinetics.get(active.id)
    if use.route not in ("bath", "dip") or kinetics is None or kinetics.half_life_h is None or not minutes:
        return []
    least, likely, most = (f"{share * 100:.0f}" for share in left_fractions(kinetics.half_life_h, minutes=minutes))
    words = f"{least} to {most}, after {minutes:g} minutes in all, by a half-life of {kinetics.half_life_h.value:g} h"
    return [FigureOut(label="left at the end", figure=likely, unit="%", words=words)]


def _hardness(active: Active, measured: Measured) -> list[FigureOut]:
    """Some salts are hardness too."""
    if active.hardens is None or measured.amount is None:
        return []
    more = measured.amount.reached * active.hardens.value
    return [FigureOut(label="hardness it adds", figure=f"{more:.0f}", unit="mg/L", words=f"as CaCO₃, {more / MG_PER_L_PER_DEGREE:.1f} °dGH")]


def stop_words(active: Active, *, active_mg: float) -> str:
    """What stops so much of an active at once, with its margin said; empty where nothing does."""
    parts = []
    for s in stopping(active, active_mg=active_mg):
        other = library().actives[s.active]
        if s.words:
            parts.append(f"{other.short_name}, {s.words}")
            continue
        product = listed_product(other, s.strength)
        shown = show_amount(*in_product(product, active_mg=s.amount_mg), Preferences())
        name = f"{product.name} {other.short_name}" if product.mg_per_ml else other.name.lower()
        margin = f" ({s.say})" if s.say else ""
        parts.append(f"{shown.text} of {name}{margin}")
    if not parts:
        return ""
    return f"{', or '.join(parts)}{'; the colour goes' if active.mix == 'colour' else ''}."


def dose_words(use: Use) -> str:
    """The published dose as a range with its unit."""
    return f"{dose_range(use)} {shown_unit(use.dose.unit)}" if use.dose else ""


def dose_range(use: Use) -> str:
    """The figures of the published dose, without their unit; empty where there is none."""
    if use.dose is None:
        return ""
    low, high = use.dose.low or use.dose.value, use.dose.high or use.dose.value
    return f"{low:g} to {high:g}" if low != high else f"{low:g}"


def _figures(active: Active, use: Use, *, minutes: float, target: float | None) -> list[FigureOut]:
    lines = [FigureOut(label="published", figure="", unit="", words=use.dose_text)]
    if use.dose is not None:
        lines.insert(0, FigureOut(label="range", figure=dose_range(use), unit=shown_unit(use.dose.unit), words=_basis(use)))
    if use.route in ("bath", "dip"):
        lines.insert(
            1 if use.dose else 0, FigureOut(label="in the bath", figure=f"{minutes:g}", unit="min", words="by the clock, and out before at any distress")
        )
        aimed = target if target is not None else use.dose.value if use.dose else None
        lines.append(FigureOut(label="one mix", figure="", unit="", words=mix_lasts_words(active, target_mg_per_l=aimed)))
    if use.duration and use.duration != "–":
        lines.append(FigureOut(label="how long", figure="", unit="", words=use.duration))
    if use.depends:
        lines.append(FigureOut(label="depends on", figure="", unit="", words=use.depends))
    return lines


def _basis(use: Use) -> str:
    assert use.dose is not None
    return "of the 37 % product itself" if use.dose.unit == DIRECT else (use.dose.basis or "")
