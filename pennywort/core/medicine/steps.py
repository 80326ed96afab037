"""What is done, in order, by the way a medicine is given: a bath, eggs, gear, a wound, the tank itself. For the timer and for the sheet beside it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace
from typing import Literal

from pennywort.core.errors import InvalidInput
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
    "own": "the fish’s own water",
    "half": "water, half of it from their tank and half clean and free of chlorine",
    "other": "clean water without chlorine",
}


@dataclass(frozen=True, kw_only=True)
class BathStep:
    """One step. ``lasts_min`` where the timer runs, ``stop`` where the fish comes out at once; ``role`` and ``turn_count`` say where it belongs."""

    text: str
    lasts_min: float | None = None
    stop: bool = False
    role: Role = "ready"
    turn_count: int = 0


def minutes_words(minutes: float) -> str:
    """A time at the bath: minutes, or seconds below one."""
    return f"{minutes:g} minutes" if minutes >= 1 else f"{minutes * 60:.0f} seconds"


def strip_floor_mg_per_l(active: Active, *, target_mg_per_l: float) -> float | None:
    """What a test strip must still show before a further turn: two thirds of what was made, where strips tell (common practice)."""
    return target_mg_per_l * STILL_GOOD_FRACTION if active.mix == "strip" else None


def mix_lasts_words(active: Active, *, target_mg_per_l: float | None) -> str:
    """How long one mix serves, and how its end is told. mg/L of the mix; two thirds of it still serve (common practice)."""
    floor = strip_floor_mg_per_l(active, target_mg_per_l=target_mg_per_l) if target_mg_per_l is not None else None
    if floor is not None:
        return f"test strips must still show {floor:.0f} mg/L; below that make it anew. Never kept for another day"
    return {
        "colour": "violet or pink it works, brown it is spent: make it anew",
        "spent": "one sitting: then it is spent, and is not kept for another day",
        "salt": "salt does not wear out; slime, droppings and warmth do spoil it: anew for the next day",
    }.get(active.mix, "one sitting, then pour it away")


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
        raise InvalidInput(f"One mix serves 1 to {MOST_TURNS} turns.", field="bath.turns")
    target = target_mg_per_l if target_mg_per_l is not None else use.dose.value if use.dose is not None else None
    steps = [
        BathStep(
            text=f"Fill a clean vessel with {volume_words} of {WATERS[made_with]}: same temperature within {MATCHED_WORDS['bath']}, same pH and salinity."
        ),
        BathStep(text="Air stone in, lid at hand, a bucket of the same water without medicine beside it, with its own air."),
    ]
    if use.thinner == "sea":
        steps[0] = BathStep(
            text=f"Fill a clean vessel with {volume_words} of thinner sea water, aired and matched within {MATCHED_WORDS['bath']}: {use.dose_text}."
        )
    elif use.thinner == "fresh":
        steps[0] = BathStep(
            text=f"{volume_words} of fresh water, dechlorinated, aired, matched within {MATCHED_WORDS['bath']} and to pH 8.0 to 8.4 with bicarbonate."
        )
    if amount_words:
        steps.append(BathStep(text=f"Stir in {amount_words} until nothing shows, wait two minutes.", role="dose"))
    lasts = mix_lasts_words(active, target_mg_per_l=target)
    for turn in range(1, turns + 1):
        if turn > 1:
            steps.append(BathStep(text=f"Before turn {turn}: {lasts}.", role="check", turn_count=turn))
        which = f"Turn {turn} of {turns}: fish in." if turns > 1 else "Fish in."
        timer = "Start the timer. Eyes on it the whole time." if minutes >= 1 else f"Count {minutes_words(minutes)}, the net never lets go."
        steps.append(BathStep(text=f"{which} {timer}", lasts_min=minutes, role="in", turn_count=turn))
        steps.append(BathStep(text="Out at once, whatever the timer says: rolling, gasping, bolting, lying still.", stop=True, role="stop", turn_count=turn))
        steps.append(BathStep(text="Fish out by hand or net without the bath’s water, into clean water.", role="out", turn_count=turn))
    steps.append(BathStep(text=f"For more fish: {lasts}." if turns == 1 else "Pour the mix away.", role="after"))
    if stop_words:
        steps.append(BathStep(text=f"Beside it, to stop it: {stop_words}", role="after"))
    return tuple(steps)


def egg_steps(use: Use, *, minutes: float | None, volume_words: str, amount_words: str) -> Sequence[BathStep]:
    """Eggs against mould, in a vessel of their own (common practice; reference, rows of eggs)."""
    steps = [
        BathStep(text=f"Fill a clean, bare vessel with {volume_words} of the water they were laid in, same warmth. No fish, fry, snails or shrimps in it."),
        BathStep(text="Air stone beside the eggs, so that water moves over them and they are not rolled about."),
        BathStep(text=f"Stir in {amount_words} until nothing shows.", role="dose"),
    ]
    if minutes:
        steps += [
            BathStep(text="Eggs in, on what they stick to or in a sieve. Start the timer.", lasts_min=minutes, role="in", turn_count=1),
            BathStep(text="Eggs back into their clean water.", role="out", turn_count=1),
        ]
    else:
        steps.append(BathStep(text="They stay in it until they hatch; then half is changed twice, before the fry swim.", role="after"))
    steps.append(BathStep(text="Take white and furry eggs out. Not on the day they hatch, nor the day before: it kills the fry.", role="after"))
    return tuple(steps)


def gear_steps(*, minutes: float | None, volume_words: str, amount_words: str, end_words: str) -> Sequence[BathStep]:
    """Gear, in a bucket without fish: clean, soak, rinse, end it, dry (common practice; reference, rows of gear)."""
    return (
        BathStep(text="Clean the gear first: dirt uses it up. Goggles, gloves, open window, and no fish in the room’s water."),
        BathStep(text=f"Stir {amount_words} into {volume_words} of tap water in a bucket that is used for nothing else.", role="dose"),
        BathStep(text="All of the gear under, and wait.", lasts_min=minutes or None, role="in", turn_count=1),
        BathStep(text=f"Rinse it well. {end_words}".strip(), role="out", turn_count=1),
        BathStep(text="Let it dry through before it meets fish again.", role="after"),
    )


def swab_steps(active: Active, use: Use) -> Sequence[BathStep]:
    """A swab, as it is done: one pass, the wound only (common practice; reference, topical rows)."""
    return (
        BathStep(text="Wet towel, wet hands, the fish in it with its head covered; gills stay under water or wet."),
        BathStep(text=f"{use.dose_text} on a cotton swab: nothing stronger touches a wound.", role="dose"),
        BathStep(text="One pass along the scales from head to tail, wound above the water, seconds only.", role="in", turn_count=1),
        BathStep(text="Never gills, eyes or mouth, and no second pass today: it takes the cells that heal.", stop=True, role="stop", turn_count=1),
        BathStep(text="Rinse with tank water and put it back at once.", role="out", turn_count=1),
        BathStep(text="Look at the wound tomorrow: paler and smaller is healing, red and wider asks for a vet.", role="after"),
    )


def tank_steps(*, amount_words: str, dissolve_words: str) -> Sequence[BathStep]:
    """A dose into the tank itself (common practice)."""
    return (
        BathStep(text="Carbon, and whatever else takes it out, is off; air on full."),
        BathStep(text=f"Stir {amount_words} into a jug of tank water first{dissolve_words}.", role="dose"),
        BathStep(text="Pour it slowly where the current takes it, away from the fish.", role="in", turn_count=1),
        BathStep(text="Stay for a quarter of an hour: gasping or bolting fish want half of the water changed at once.", stop=True, role="stop", turn_count=1),
    )


def day_steps(*, minutes: float, volume_l: float, amount_words: str, dissolve_words: str, stop_words: str) -> Sequence[BathStep]:
    """A day of an oxidiser in the tank: clean, dose, watch its colour, stop it, change half (common practice; published range FA37, recalled).

    A pond is not emptied for it, and bears no lid: its filter is set aside and it is dosed along its edge.
    """
    pond = volume_l >= POND_L
    clean = (
        "Take out leaves and mud with the net; mix in no fresh water with conditioner today: it would use the dose up."
        if pond
        else "Change 90 % of the water, same warmth, for water that reads no chlorine and holds no conditioner: either would spoil it."
    )
    air = (
        "Air and fountain on full. Gloves and goggles on. What stops it stands beside the water."
        if pond
        else "Air on full. Gloves and goggles on. What stops it stands beside the tank. A lid: they jump."
    )
    pour = "walk it in along the whole edge, away from the fish." if pond else "pour it along the current, away from the fish."
    return (
        BathStep(text="Rinse the filter in a bucket of tank water and set it aside, wet and aired; carbon out, UV off. Nothing else is in this water."),
        BathStep(text=clean),
        BathStep(text=air),
        BathStep(text=f"Dissolve {amount_words}{dissolve_words} until no crystal is left, and {pour}", role="dose"),
        BathStep(
            text="It is in. Start the timer. Violet or pink works, brown is spent. Look every quarter of an hour.", lasts_min=minutes, role="in", turn_count=1
        ),
        BathStep(text="Stop it at once, whatever the timer says: gasping, rolling, lying still.", stop=True, role="stop", turn_count=1),
        BathStep(text=f"To stop it: {stop_words}", role="out", turn_count=1),
        BathStep(text=f"Change {'a third' if pond else 'half'} of the water, with conditioner now, and put the filter back.", role="after"),
        BathStep(text="Test ammonia and nitrite tomorrow and the day after: the filter may have suffered. Again in four days at the earliest.", role="after"),
    )


def dips_steps(parts: Sequence[tuple[str, Sequence[BathStep]]]) -> Sequence[BathStep]:
    """Several buckets one after the other, each made ready before any fish goes in, with a rinse between them.

    ``parts`` are the names and the steps of each bucket as :func:`bath_steps` gives them. Fish that look ill, scaleless
    fish and invertebrates are not dipped, and dips do not replace quarantine (common practice).
    """
    ready: list[BathStep] = [BathStep(text="Not for fish that look ill already, scaleless fish or invertebrates. It does not replace quarantine.", stop=True)]
    done: list[BathStep] = []
    for place, (name, steps) in enumerate(parts, start=1):
        first = next(i for i, s in enumerate(steps) if s.lasts_min is not None)
        told = [replace(s, text=f"Bucket {place}, {name}: {s.text}") for s in steps]
        ready += told[:first]
        done += told[first:]
        rinse = "Rinse: a minute in clean water of the same warmth, so that nothing of this bucket goes into the next."
        done.append(BathStep(text=rinse, lasts_min=1.0, role="out"))
    return (*ready, *done)
