"""Who of those that live in a tank will go for a newcomer, and for whom the newcomer will: by outline, size and temper."""

from __future__ import annotations

from collections.abc import Iterable

from pennywort.core.outcome import phrases
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
        words.append(phrases.kept_alone(newcomer.name))
    words += [phrases.kept_alone(one.name) for one in residents if "kept_alone" in one.needs and one.id != newcomer.id]
    return list(dict.fromkeys(words))


def _goes_for(one: Species, other: Species) -> str:
    if one.id == other.id:
        return phrases.fight_their_own_kind(one.bullies, _many(one))
    if "look_alikes" in one.bullies and one.shape == other.shape:
        return phrases.go_for_their_outline(_many(one), _many(other, within=True))
    smaller = one.adult_cm is not None and other.adult_cm is not None and other.adult_cm < SMALL_FRACTION * one.adult_cm
    if "small" in one.bullies and smaller:
        return phrases.go_for_smaller(_many(one), _many(other, within=True))
    return ""


def _many(kind: Species, *, within: bool = False) -> str:
    name = plural(kind.name, 2)
    return name if within else capital(name)
