"""Facts of the trade as data: each figure with its unit and its source, validated when loaded."""

from pennywort.core.reference.library import Library, library, load_library

__all__ = ["Library", "library", "load_library"]
