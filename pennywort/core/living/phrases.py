"""What the room “living” says: each sentence once, of plain values, for its whole room."""

from __future__ import annotations


# what is refused, or not known yet
def act_unknown(act: str) -> str:
    return f"Nobody knows what “{act}” does to a water."


def hours_up_to(most: int) -> str:
    return f"1 to {most} hours."


def hours_between(most: int) -> str:
    return f"Between 0 and {most} hours."


def runs_of_one_way(most: int) -> str:
    return f"At least one run of one way, all of the same 1 to {most} hours."
