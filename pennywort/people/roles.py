"""What a role may write in a fishroom. Everybody in it reads everything.

The owner: all. A keeper: all but what concerns the people and the whole of the fishroom. A helper: walks the round, looks, and ticks
off what is due; what he wrote wrongly himself he takes back.
"""

from __future__ import annotations

from typing import Literal

Role = Literal["owner", "keeper", "helper"]
ROLES: dict[Role, tuple[str, str]] = {
    "owner": ("owner", "does everything, and says who else comes in"),
    "keeper": ("keeper", "does everything but invite, remove, and bring in whole archives"),
    "helper": ("helper", "reads everything, walks the round, looks, and ticks off what is due"),
}

# the ends of routes below a fishroom, with their ids left out
OWNERS = frozenset({"law", "archive", "people/invitations", "people/invitations/*/revoke", "people/*/role", "people/*/remove"})
# what keeps nothing: anybody may ask
ASKED = frozenset(
    {
        "measure", "worksheet", "worksheet/lines", "worksheet/csv", "volume", "groups/*/weigh", "diagnose", "compare", "groups/*/slip",
        "groups/*/schools", "groups/*/what-if", "courses/*/what-if", "plan", "ledger", "tanks/*/goes-back", "groups/*/move-ahead", "protocols/check",
        # what is rehearsed is made beside the fishroom, not in it
        "rehearsals",
    }
)  # fmt: skip
HELPERS = frozenset(
    {
        "groups/*/observations", "groups/*/losses", "groups/*/losses-over", "groups/*/scuffles", "groups/*/looks", "groups/*/photos", "inspections",
        "tanks/*/readings", "tanks/*/changes", "tanks/*/upkeep", "tanks/*/setup", "tanks/*/filter-fed", "contacts",
        "tasks/*/dose", "tasks/*/done", "tasks/*/warmth", "tasks/*/salinity", "tasks/*/take-up", "strike",
        "groups/*/baths", "baths/*/match", "baths/*/events", "baths/*/given",
    }
)  # fmt: skip


def may_write(role: str, end: str) -> bool:
    """Whether a role may send to a route of a fishroom, named by its end with ids as ``*``: ``tasks/*/dose``."""
    if end in ASKED or role == "owner":
        return True
    return end in HELPERS if role == "helper" else end not in OWNERS
