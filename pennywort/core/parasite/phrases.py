"""What the room “parasite” says: each sentence once, of plain values, for its whole room."""

from __future__ import annotations

# what is refused, or not known yet
HOW_MANY_DAYS = "How many days?"
ONE_RUN_AT_LEAST = "At least one run of one line."


def warmth_between(coldest: str, warmest: str) -> str:
    return f"Between {coldest} and {warmest}."


def round_not_published(at: str, coldest: str, warmest: str) -> str:
    return f"Nobody has published how long its round takes at {at}, only from {coldest} to {warmest}."


def lays_no_waiting_eggs(name: str) -> str:
    return f"{name} lays no eggs that wait."
