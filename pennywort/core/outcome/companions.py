"""Who of those that live in a tank will go for a newcomer, and for whom the newcomer will: by outline, size and temper."""

from __future__ import annotations

from collections.abc import Iterable

from pennywort.core.reference.models import Species
from pennywort.core.reference.naming import capital, plural

# a fish of less than two thirds of another's length is a small one to it (common practice)
SMALL_FRACTION = 2 / 3


def trouble_ahead(newcomer: Species, residents: Iterable[Species]) -> list[str]:
    """A sentence for each pair that is known to fight, the newcomer's danger first; sizes are those of grown fish, cm.

    By the temper that the reference gives each kind (common practice): nothing is known against a pair that is not named.
    """
    residents = list(residents)
    words = [told for one in residents if (told := _goes_for(one, newcomer))]
    words += [told for one in residents if one.id != newcomer.id and (told := _goes_for(newcomer, one))]
    if "kept_alone" in newcomer.needs and residents:
        words.append(f"A {newcomer.name} is kept alone.")
    words += [f"A {one.name} is kept alone." for one in residents if "kept_alone" in one.needs and one.id != newcomer.id]
    return list(dict.fromkeys(words))


def _goes_for(one: Species, other: Species) -> str:
    if one.id == other.id:
        return f"{_many(one)} fight their own kind." if "own_kind" in one.bullies else ""
    if "look_alikes" in one.bullies and one.shape == other.shape:
        return f"{_many(one)} go for fish of their own outline, and {_many(other, within=True)} have it."
    smaller = one.adult_cm is not None and other.adult_cm is not None and other.adult_cm < SMALL_FRACTION * one.adult_cm
    if "small" in one.bullies and smaller:
        return f"{_many(one)} go for smaller fish, and {_many(other, within=True)} stay smaller."
    return ""


def _many(kind: Species, *, within: bool = False) -> str:
    name = plural(kind.name, 2)
    return name if within else capital(name)
