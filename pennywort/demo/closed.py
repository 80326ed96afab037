"""Cases of the last half year that are closed: one for each shape of fish that the tanks of today do not show."""

from __future__ import annotations

from collections.abc import Callable
from datetime import datetime

from pennywort.courses.models import Case
from pennywort.courses.services import cases
from pennywort.demo.player import Player
from pennywort.tanks.models import Tank

# kind of fish, how many, how many days ago they fell ill, what was seen and not, how it ended, and what it was
FRESH = (
    ("freshwater angelfish", 4, 150, "white_stringy_faeces head_pits eating_normally", "sunken_belly_not_eating", "recovered", "spironucleus"),
    ("congo tetra", 6, 138, "fin_ragged_white_edge fin_red_streaks eating_normally", "flashing", "recovered", "fin_rot"),
    ("platy", 7, 126, "red_worms_vent eating_normally", "rapid_breathing", "recovered", "camallanus"),
)
SEA = (
    ("yellow tang", 1, 118, "white_spots_countable flashing eating_normally", "gold_grey_dust", "recovered", "marine_ich"),
    ("coral beauty angelfish", 1, 110, "flakes_white_in_fresh_rinse both_eyes_cloudy", "gold_grey_dust", "recovered", "capsalids"),
    ("six-line wrasse", 1, 104, "fin_clean_bite being_chased eating_normally", "fin_ragged_white_edge", "recovered", "injury_bites"),
)
OWN = (
    (("B1", "Brink", "brackish"), ("figure-eight puffer", 2, 96, "white_spots_countable flashing", "gold_grey_dust", "recovered", "ich")),
    (("M3", "Eddy", "marine"), ("lined seahorse", 2, 88, "bubbles_skin_fins floats_cannot_sink", "rapid_breathing", "recovered", "gas_bubble")),
)


def shapes_of_fish(p: Player, ago: Callable[..., datetime]) -> None:
    """Angels, long fins and livebearers in the display, sea fish in theirs, puffers and seahorses in a tank each."""
    for code, rows in (("D1", FRESH), ("D2", SEA)):
        for row in rows:
            _case(p, ago, Tank.objects.get(fishroom=p.actor.fishroom, code=code), *row)
    for (code, name, water), row in OWN:
        tank = p.at(ago(100)).tank(code, name, water, ("50 cm", "35 cm", "34 cm"))
        _case(p, ago, tank, *row)


def _case(
    p: Player, ago: Callable[..., datetime], tank: Tank, species: str, count: int, days: int, seen: str, absent: str, outcome: str, condition: str
) -> None:  # fmt: skip
    group = p.at(ago(days + 6)).fish(tank, species, count)
    p.at(ago(days)).look(group, seen, absent)
    p.at(ago(days - 14)).look(group, "eating_normally", " ".join(s for s in seen.split() if s != "eating_normally"))
    cases.close_case(p.actor, case=Case.objects.get(group=group), outcome=outcome, note="", condition=condition)
