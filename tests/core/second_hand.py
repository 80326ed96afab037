"""Each disease as the second person described it, before seeing anything of the table: what is there nearly always or often.

The list was frozen before any likelihood was opened. Where the two lay two steps apart (100 of 1,861 pairs) the table since took the step
between, so that the cases are all but, not wholly, apart from what they are held against.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from dataclasses import dataclass
from pathlib import Path

from pennywort.core.diagnosis.acts import acts
from pennywort.core.diagnosis.facts import LookFacts
from pennywort.core.diagnosis.network import network, weigh
from pennywort.core.diagnosis.ranking import ranking_of
from pennywort.core.reference import library
from pennywort.core.reference.disease_models import WaterType
from pennywort.core.reference.yaml_files import read_yaml
from tests.core.written import NOBODY_READ

THERE = ("nearly_always", "often")
WATERS: Sequence[WaterType] = ("freshwater_tropical", "coldwater_pond", "marine", "brackish")
# what needs no instrument and no test kit
BY_EYE = frozenset({"eye", "ask", "torch", "hand"})
ALL_KITS = frozenset({*BY_EYE, "test", "scope"})


@dataclass(frozen=True, kw_only=True)
class Described:
    """One disease in the first of its waters, with the signs of its description."""

    condition: str
    water: WaterType
    signs: dict[str, bool]


def described(kits: frozenset[str]) -> Iterator[Described]:
    """A case for each condition that was described, by what these kits find; of an exclusive set the first that was named."""
    found = library()
    for condition in found.conditions.values():
        water = next((w for w in WATERS if condition.id in network(found, w).conditions), None)
        if water is None or not condition.second_step_of:
            continue
        net = network(found, water)
        signs = {}
        taken = set()
        for sign, step in condition.second_step_of.items():
            if step in THERE and sign in net.column_of and found.signs[sign].kit in kits and net.unit_of[sign] not in taken:
                taken.add(net.unit_of[sign])
                signs[sign] = True
        yield Described(condition=condition.id, water=water, signs=signs)


# the same act under the name that the other hand gave it
SAME_ACT = {"large_change": "partial_change", "chloride": "treat_salt"}
FIRST_ACTS: dict[str, list[str]] = read_yaml(Path(__file__).parent / "second_hand_acts.yaml")


def acts_right() -> float:
    """In what share of the cases one of the two acts that the second person would do first stands among the first three."""
    right = count = 0
    for case in described(ALL_KITS):
        weighed = weigh(LookFacts(water=case.water, signs=case.signs), found=library())
        do = [a.action for a in acts(weighed, reported={"khv", "svc"}, pointless=NOBODY_READ, bring_back="").do][:3]
        right += bool({SAME_ACT.get(a, a) for a in do} & {*FIRST_ACTS[case.condition]})
        count += 1
    return right / count


def hits_of(kits: frozenset[str]) -> tuple[int, float, float]:
    """How many were described, and in what share of them it leads, or stands among three."""
    firsts = threes = count = 0
    for case in described(kits):
        order = [r.condition for r in ranking_of(weigh(LookFacts(water=case.water, signs=case.signs), found=library())).ranked[:3]]
        firsts, threes, count = firsts + (order[0] == case.condition), threes + (case.condition in order), count + 1
    return count, firsts / count, threes / count
