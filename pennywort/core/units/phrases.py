"""What the room “units” says: each sentence once, of plain values, for its whole room."""

from __future__ import annotations


# typed
def not_a_unit(unit: str, examples: str) -> str:
    return f"“{unit}” is not a unit that fits here. Write for example {examples}."
