"""The register of readings by itself: what is made from it when the program starts needs no other file of the reference."""

from __future__ import annotations

from functools import lru_cache

from pennywort.core.reference.loading import listed
from pennywort.core.reference.reading_models import ReadingKind
from pennywort.core.reference.yaml_files import SHIPPED


@lru_cache(maxsize=1)
def register() -> dict[str, ReadingKind]:
    """Every reading by its id, in the order in which it is asked. :raises ReferenceError: naming the file, for any fault."""
    return listed(SHIPPED / "readings.yaml", ReadingKind)
