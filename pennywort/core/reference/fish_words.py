"""What a kind of fish needs, and whom it bullies, in words."""

from __future__ import annotations

from pennywort.core.reference import phrases
from pennywort.core.reference.models import Species


def needs_words(species: Species) -> list[str]:
    """What it needs in quarantine, and whom it should not meet, each as a line."""
    lines = [phrases.NEEDS[n] for n in species.needs]
    if species.bullies:
        lines.append(phrases.bullies(phrases.BULLIES[b] for b in species.bullies))
    return lines
