"""Cases written down as keepers tell them: how often the answer that the writer had in mind leads, and one of his first acts with it."""

from __future__ import annotations

from dataclasses import dataclass
from pathlib import Path
from typing import Any

from pennywort.core.diagnosis.acts import acts
from pennywort.core.diagnosis.facts import LookFacts
from pennywort.core.diagnosis.network import weigh
from pennywort.core.diagnosis.ranking import ranking_of
from pennywort.core.reference import library
from pennywort.core.reference.yaml_files import read_yaml

WRITTEN: list[dict[str, Any]] = read_yaml(Path(__file__).parent / "written_cases.yaml")
# nobody read the water: neither cooling nor warming is anybody's advice
NOBODY_READ = ("cool", "warm")


@dataclass(frozen=True, kw_only=True)
class Score:
    """Of all cases: the share in which the answer meant leads, stands among three, and in which an act meant is among the first three."""

    first: float
    among_three: float
    act: float


def score() -> Score:
    found = library()
    firsts = threes = right = 0
    for told in WRITTEN:
        signs = {**dict.fromkeys(told["seen"], True), **dict.fromkeys(told.get("not", []), False)}
        weighed = weigh(LookFacts(water=told["water"], signs=signs, context=tuple(told.get("context", ())), kin=told.get("kin")), found=found)
        meant = {told["is"], *told.get("or", [])}
        order = [r.condition for r in ranking_of(weighed).ranked[:3]]
        firsts, threes = firsts + (order[0] in meant), threes + bool(meant & {*order})
        back = "warm" if "into_range" in told["first"] else ""
        do = [a.action for a in acts(weighed, reported={"khv", "svc"}, pointless=NOBODY_READ, bring_back=back).do if a.saves >= 0.02][:3]  # type: ignore[arg-type]
        right += not told["first"] or bool({*do} & {*told["first"]})
    count = len(WRITTEN)
    return Score(first=firsts / count, among_three=threes / count, act=right / count)
