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


@lru_cache(maxsize=1)
def called() -> dict[str, str]:
    """The id of every reading by its id, and by the name that bounds of medicines, and courses of older releases, have for it."""
    kinds = register().values()
    return {kind.id: kind.id for kind in kinds} | {kind.asked_as: kind.id for kind in kinds if kind.asked_as}
