"""When the ranking turned, and what turned it."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from pennywort.core.diagnosis.network import Weighed
from pennywort.core.diagnosis.ranking import DECIBAN


@dataclass(frozen=True, kw_only=True)
class Turn:
    """At the look with this number (0 first) ``to`` passed ``from_``; ``signs`` moved the odds most, with what they said."""

    look: int
    from_: str
    to: str
    signs: tuple[tuple[str, bool], ...]


@dataclass(frozen=True, kw_only=True)
class Kept:
    """A look as it was answered then: which condition led, and its signs weighed."""

    leader: str
    weighed: Weighed


def turns(looks: Sequence[Kept], *, most_signs: int = 2) -> tuple[Turn, ...]:
    """Where another condition took the lead between two looks of one fish or group, and which answers did it.

    Who led is taken from the answer that was given; the signs are those whose log-ratio between the two conditions moved most,
    among the answers that changed. Looks in which nothing was seen have no leader.
    """
    found = []
    before: Kept | None = None
    for place, now in enumerate(looks):
        if not any(now.weighed.answers.values()):
            continue
        known = now.weighed.net.conditions
        if before is not None and before.leader != now.leader and before.weighed.net is now.weighed.net and {before.leader, now.leader} <= set(known):
            found.append(_turn(place, before, now, most_signs=most_signs))
        before = now
    return tuple(found)


def _turn(place: int, was: Kept, then: Kept, *, most_signs: int) -> Turn:
    old, new, before, now = was.leader, then.leader, was.weighed, then.weighed
    a, b = now.net.conditions.index(old), now.net.conditions.index(new)
    moved = []
    for unit in now.ratios:
        earlier = before.ratios.get(unit)
        shift = float(now.ratios[unit][b] - now.ratios[unit][a]) - (float(earlier[b] - earlier[a]) if earlier is not None else 0.0)
        signs = [s for s in now.net.units[unit].signs if s in now.answers]
        seen = [s for s in signs if now.answers[s] > 0]
        if shift * DECIBAN > 0.5:
            moved.append((shift, seen[-1] if seen else signs[0], bool(seen)))
    moved.sort(key=lambda m: (-m[0], m[1]))
    return Turn(look=place, from_=old, to=new, signs=tuple((s, seen) for _, s, seen in moved[:most_signs]))
