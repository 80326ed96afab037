"""What a kind of fish needs, and whom it bullies, in words."""

from __future__ import annotations

from collections.abc import Mapping

from pennywort.core.reference.models import Bullied, Need, Species

NEEDS: Mapping[Need, str] = {
    "hides": "needs hides",
    "group_of_6": "is kept with five or more of its own kind",
    "tight_lid": "jumps: a tight lid",
    "live_food_first": "may take live food only at first",
    "dim": "wants dim light",
    "sand_to_bury": "wants sand to dig or hide in",
    "strong_flow": "wants flow and much oxygen",
    "driftwood": "wants wood to rasp",
    "kept_alone": "is kept one to a tank",
}
BULLIES: Mapping[Bullied, str] = {"own_kind": "its own kind", "small": "smaller fish", "look_alikes": "fish that look like it"}


def needs_words(species: Species) -> list[str]:
    """What it needs in quarantine, and whom it should not meet, each as a line."""
    lines = [NEEDS[n] for n in species.needs]
    if species.bullies:
        lines.append(f"bullies {' and '.join(BULLIES[b] for b in species.bullies)}")
    return lines
