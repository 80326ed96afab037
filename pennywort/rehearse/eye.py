"""A deck of plates to learn by: two look-alikes at a time, drawn anew by seed, and gills to count."""

from __future__ import annotations

from random import Random

from pennywort.core.reference import library
from pennywort.core.reference.models import EyeAnswer, EyePair
from pennywort.plates.shapes import shapes
from pennywort.rehearse import schemas as out

A_PAIR = 3
COUNTED = 6
# breaths a minute that are worth counting: of a calm large fish to a small one in trouble (common practice)
SLOWEST, FASTEST = 50, 160
# the ray is seen from above, the seahorse has no such fins, and a puffer is always round: what a fish shows on its side is not learnt on them
LEFT_OUT = frozenset({"ray", "seahorse", "box_puffer"})


def deck_of(seed: int) -> out.EyeOut:
    """The same seed is the same deck, on every machine. :param seed: 0 to a million."""
    dice = Random(seed)  # noqa: S311 - pictures, no secrets
    bodies = [name for name in shapes() if name not in LEFT_OUT]
    pairs = list(library().eye.values())
    plates = [_plate(dice, pair, dice.choice(pair.answers), bodies) for _ in range(A_PAIR) for pair in pairs]
    gills = [_drawn(dice, (), bodies, pair="", answer="", breaths=dice.randint(SLOWEST, FASTEST)) for _ in range(COUNTED)]
    return out.EyeOut(pairs=[_pair(p) for p in pairs], plates=plates, gills=gills)


def _plate(dice: Random, pair: EyePair, answer: EyeAnswer, bodies: list[str]) -> out.EyePlateOut:
    breaths = dice.randint(*answer.breaths_per_min) if answer.breaths_per_min else None
    return _drawn(dice, answer.drawn, bodies, pair=pair.id, answer=answer.id, breaths=breaths)


def _drawn(dice: Random, drawn: tuple[str, ...], bodies: list[str], *, pair: str, answer: str, breaths: int | None) -> out.EyePlateOut:
    return out.EyePlateOut(
        pair=pair, answer=answer, shape=dice.choice(bodies), drawn=list(drawn), seed=dice.randint(1, 999_999), mirrored=dice.random() < 0.5,
        breaths_per_min=breaths,
    )  # fmt: skip


def _pair(pair: EyePair) -> out.EyePairOut:
    return out.EyePairOut(
        id=pair.id, question=pair.question, answers=[out.EyeAnswerOut(id=a.id, words=a.words) for a in pair.answers], apart=pair.apart,
        source=f"{', '.join(pair.source)}{', from memory' if pair.recalled else ''}",
    )  # fmt: skip
