"""What is done, in order, by the way a medicine is given: a bath, eggs, gear, a wound, the tank itself. For the timer and for the sheet beside it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Literal

from pennywort.core.errors import InvalidInput
from pennywort.core.medicine import phrases
from pennywort.core.reference.formulary_models import Active, Use
from pennywort.core.water.matched import MATCHED_WORDS

# A mix that a strip reads serves further fish while a strip still reads two thirds of it (common practice).
STILL_GOOD_FRACTION = 2 / 3
MOST_TURNS = 20
# from this size on it is a pond: nobody changes nine tenths of it, or lays a lid on it (common practice)
POND_L = 2000.0
Role = Literal["ready", "dose", "check", "in", "stop", "out", "after"]
MadeWith = Literal["own", "half", "other"]
WATERS: dict[MadeWith, str] = {
    "own": phrases.THEIR_OWN_WATER,
    "half": phrases.HALF_AND_HALF,
    "other": phrases.CLEAN_WATER,
}


@dataclass(frozen=True, kw_only=True)
class BathStep:
    """One step. ``lasts_min`` where the timer runs, ``stop`` where the fish comes out at once; ``role`` and ``turn_count`` say where it belongs."""

    text: str
    lasts_min: float | None = None
    stop: bool = False
    role: Role = "ready"
    turn_count: int = 0


def strip_floor_mg_per_l(active: Active, *, target_mg_per_l: float) -> float | None:
    """What a test strip must still show before a further turn: two thirds of what was made, where strips tell (common practice)."""
    return target_mg_per_l * STILL_GOOD_FRACTION if active.mix == "strip" else None


def mix_lasts_words(active: Active, *, target_mg_per_l: float | None) -> str:
    """How long one mix serves, and how its end is told. mg/L of the mix; two thirds of it still serve (common practice)."""
    floor = strip_floor_mg_per_l(active, target_mg_per_l=target_mg_per_l) if target_mg_per_l is not None else None
    if floor is not None:
        return phrases.strips_must_show(floor)
    return {
        "colour": phrases.VIOLET_WORKS,
        "spent": phrases.ONE_SITTING_SPENT,
        "salt": phrases.SALT_LASTS,
    }.get(active.mix, phrases.ONE_SITTING_POURED)


def bath_steps(
    active: Active,
    use: Use,
    *,
    minutes: float,
    volume_words: str,
    amount_words: str,
    stop_words: str = "",
    turns: int = 1,
    made_with: MadeWith = "own",
    target_mg_per_l: float | None = None,
) -> Sequence[BathStep]:
    """A bath as it is done: vessel, match, air, rescue bucket, dose, fish, watch, out (common practice; reference, section 1).

    :param turns: how many times fish go into the one mix. :param target_mg_per_l: what is aimed at, for the strip; the use's own where None.
    :raises InvalidInput: none, or more than twenty.
    """
    if not 1 <= turns <= MOST_TURNS:
        raise InvalidInput(phrases.turns_of_one_mix(MOST_TURNS), field="bath.turns")
    target = target_mg_per_l if target_mg_per_l is not None else use.dose.value if use.dose is not None else None
    steps = [
        BathStep(text=phrases.fill_with(volume_words, WATERS[made_with], MATCHED_WORDS["bath"])),
        BathStep(text=phrases.AIR_LID_AND_SPARE_BUCKET),
    ]
    if use.thinner == "sea":
        steps[0] = BathStep(text=phrases.fill_with_thinner_sea_water(volume_words, MATCHED_WORDS["bath"], use.dose_text))
    elif use.thinner == "fresh":
        steps[0] = BathStep(text=phrases.fresh_water_matched(volume_words, MATCHED_WORDS["bath"]))
    if amount_words:
        steps.append(BathStep(text=phrases.stir_and_wait(amount_words), role="dose"))
    lasts = mix_lasts_words(active, target_mg_per_l=target)
    for turn in range(1, turns + 1):
        if turn > 1:
            steps.append(BathStep(text=phrases.before_turn(turn, lasts), role="check", turn_count=turn))
        which = phrases.fish_in(turns, turn)
        timer = phrases.start_or_count(minutes, phrases.time_in(minutes))
        steps.append(BathStep(text=f"{which} {timer}", lasts_min=minutes, role="in", turn_count=turn))
        steps.append(BathStep(text=phrases.OUT_AT_ONCE, stop=True, role="stop", turn_count=turn))
        steps.append(BathStep(text=phrases.OUT_INTO_CLEAN_WATER, role="out", turn_count=turn))
    steps.append(BathStep(text=phrases.for_more_fish(turns, lasts), role="after"))
    if stop_words:
        steps.append(BathStep(text=phrases.beside_it(stop_words), role="after"))
    return tuple(steps)


def egg_steps(use: Use, *, minutes: float | None, volume_words: str, amount_words: str) -> Sequence[BathStep]:
    """Eggs against mould, in a vessel of their own (common practice; reference, rows of eggs)."""
    steps = [
        BathStep(text=phrases.vessel_for_eggs(volume_words)),
        BathStep(text=phrases.AIR_BESIDE_THE_EGGS),
        BathStep(text=phrases.stir_in(amount_words), role="dose"),
    ]
    if minutes:
        steps += [
            BathStep(text=phrases.EGGS_IN, lasts_min=minutes, role="in", turn_count=1),
            BathStep(text=phrases.EGGS_BACK, role="out", turn_count=1),
        ]
    else:
        steps.append(BathStep(text=phrases.EGGS_STAY, role="after"))
    steps.append(BathStep(text=phrases.FURRY_EGGS_OUT, role="after"))
    return tuple(steps)


def gear_steps(*, minutes: float | None, volume_words: str, amount_words: str, end_words: str) -> Sequence[BathStep]:
    """Gear, in a bucket without fish: clean, soak, rinse, end it, dry (common practice; reference, rows of gear)."""
    return (
        BathStep(text=phrases.CLEAN_THE_GEAR),
        BathStep(text=phrases.stir_into_tap_water(amount_words, volume_words), role="dose"),
        BathStep(text=phrases.GEAR_UNDER, lasts_min=minutes or None, role="in", turn_count=1),
        BathStep(text=phrases.rinse_it_well(end_words).strip(), role="out", turn_count=1),
        BathStep(text=phrases.DRY_THROUGH, role="after"),
    )


def swab_steps(active: Active, use: Use) -> Sequence[BathStep]:
    """A swab, as it is done: one pass, the wound only (common practice; reference, topical rows)."""
    return (
        BathStep(text=phrases.WET_TOWEL),
        BathStep(text=phrases.on_a_swab(use.dose_text), role="dose"),
        BathStep(text=phrases.ONCE_ALONG_THE_SCALES, role="in", turn_count=1),
        BathStep(text=phrases.NEVER_GILLS, stop=True, role="stop", turn_count=1),
        BathStep(text=phrases.RINSE_AND_BACK, role="out", turn_count=1),
        BathStep(text=phrases.LOOK_TOMORROW, role="after"),
    )


def tank_steps(*, amount_words: str, dissolve_words: str) -> Sequence[BathStep]:
    """A dose into the tank itself (common practice)."""
    return (
        BathStep(text=phrases.CARBON_OFF),
        BathStep(text=phrases.stir_into_a_jug(amount_words, dissolve_words), role="dose"),
        BathStep(text=phrases.POUR_SLOWLY, role="in", turn_count=1),
        BathStep(text=phrases.STAY_AND_WATCH, stop=True, role="stop", turn_count=1),
    )


def day_steps(*, minutes: float, volume_l: float, amount_words: str, dissolve_words: str, stop_words: str) -> Sequence[BathStep]:
    """A day of an oxidiser in the tank: clean, dose, watch its colour, stop it, change half (common practice; published range FA37, recalled).

    A pond is not emptied for it, and bears no lid: its filter is set aside and it is dosed along its edge.
    """
    pond = volume_l >= POND_L
    clean = phrases.clear_the_water(pond)
    air = phrases.air_and_gloves(pond)
    pour = phrases.pour_along(pond)
    return (
        BathStep(text=phrases.FILTER_ASIDE),
        BathStep(text=clean),
        BathStep(text=air),
        BathStep(text=phrases.dissolve_and_pour(amount_words, dissolve_words, pour), role="dose"),
        BathStep(text=phrases.IT_IS_IN, lasts_min=minutes, role="in", turn_count=1),
        BathStep(text=phrases.STOP_AT_ONCE, stop=True, role="stop", turn_count=1),
        BathStep(text=phrases.to_stop_it(stop_words), role="out", turn_count=1),
        BathStep(text=phrases.change_and_filter_back(pond), role="after"),
        BathStep(text=phrases.TEST_TOMORROW, role="after"),
    )


def dips_steps(parts: Sequence[tuple[str, Sequence[BathStep]]]) -> Sequence[BathStep]:
    """Several buckets one after the other, each made ready before any fish goes in, with a rinse between them.

    ``parts`` are the names and the steps of each bucket as :func:`bath_steps` gives them. Fish that look ill, scaleless
    fish and invertebrates are not dipped, and dips do not replace quarantine (common practice).
    """
    ready: list[BathStep] = [BathStep(text=phrases.NOT_FOR_ILL_FISH, stop=True)]
    done: list[BathStep] = []
    for place, (name, steps) in enumerate(parts, start=1):
        first = next(i for i, s in enumerate(steps) if s.lasts_min is not None)
        told = [replace(s, text=phrases.bucket(place, name, s.text)) for s in steps]
        ready += told[:first]
        done += told[first:]
        rinse = phrases.RINSE_BETWEEN
        done.append(BathStep(text=rinse, lasts_min=1.0, role="out"))
    return (*ready, *done)
