"""What the room “diagnosis” says: each sentence once, of plain values, for its whole room."""

from __future__ import annotations

from collections.abc import Sequence

# acts
WATER_HARMS_THEM = "The water harms them now; nothing else helps before it is mended."
ONLY_LOOK = "Nothing to do yet but look."
TAKES_THE_TANK_WITHIN_HOURS = "can take the tank within hours"
PASSES_TO_YOU = "can pass to you"
MUST_BE_REPORTED = "must be reported in most places"
KILLS_WITHIN_DAYS = "kills within days"


def unlikely_but_urgent(in_100: int, condition: str, pace: str, first: str) -> str:
    return f"Only {in_100} in 100 for {condition}, but it {pace}: being wrong about it costs more than being wrong about {first}."


def first_to_think_of(condition: str, pace: str) -> str:
    return f"First to think of: {condition}; it {pace}."


# doubts
def nothing_here_brings_it_about(named: str) -> str:
    return f"“{named}”: nothing that brings this about occurs in this kind of water. Look again, or check which water this is."


# progress
AS_BEFORE = "as before"


def came_or_went(here: bool, *, good: bool) -> str:
    """Of a sign that was there and is not, or was not and is; a good one is one that well fish show."""
    if good:
        return "again" if here else "no longer"
    return "new" if here else "gone"


def was(sign: str) -> str:
    return f"was: {sign}"


def counted_then_and_now(seen: int, fish: int, seen_now: int, fish_now: int) -> str:
    return f"{seen} of {fish}, now {seen_now} of {fish_now}"


def grade_then_and_now(old: int, new: int, old_word: str, new_word: str) -> str:
    return f"{old_word}, now {new_word}" if old != new else f"{new_word}, as before"


def no_better_after(days: int) -> str:
    return f"{days} days on and no better than at first: look again before anything else is given."


def since_the_look_before(trend: str, *, worse: Sequence[str], better: Sequence[str], fresh: Sequence[str]) -> str:
    words = {
        "better": "Better than at the look before",
        "same": "Much as at the look before",
        "worse": "Worse than at the look before",
        "mixed": f"Mixed since the look before: worse in {', '.join(worse)}; better in {', '.join(better)}",
    }[trend]
    return f"{words}. New: {', '.join(fresh)}." if fresh else f"{words}."


# ranking


def nothing_yet(answered: bool) -> str:
    return "Nothing seen yet." if answered else "Nothing looked at yet."


def _not_ruled_out(condition: str) -> str:
    return f", {condition} is not ruled out" if condition else ""


def two_fit_best(one: str, other: str, not_ruled_out: str) -> str:
    return f"Two at once fit best: {one} and {other}{_not_ruled_out(not_ruled_out)}."


def fits_best(best: str, not_ruled_out: str) -> str:
    return f"{best} fits best{_not_ruled_out(not_ruled_out)}."


def told_together(together: str, best: str, first: bool, not_ruled_out: str) -> str:
    return f"Can’t be told apart yet: {together}; {best} {'first' if first else 'leads'}{_not_ruled_out(not_ruled_out)}."


def too_little_was_seen(best: str, not_ruled_out: str) -> str:
    return f"Can’t be told apart yet: too little was seen; of what is listed {best} fits best{_not_ruled_out(not_ruled_out)}."


def undecided(best: str, not_ruled_out: str) -> str:
    return f"Can’t be told apart yet: {best} fits best{_not_ruled_out(not_ruled_out)}."


# reporting
A_VET_OR_THE_AUTHORITY = "a vet or the authority"

# what is refused, or not known yet
NOT_OF_THIS_WATER = "That does not occur in this water."
NO_SUCH_CONDITION = "There is no such condition."
TWO_CONDITIONS = "Choose two different conditions."
CHOOSE_A_WATER = "Choose fresh water, pond, brackish or sea."
SHARE_OF_A_SIGN_SEEN = "A share belongs to a sign that was seen."
SHARE_OF_THE_FISH = "At least one fish shows it, and not more than there are."
CHOOSE_A_PLACE = "Choose a place from the list."


def no_such_sign(sign: str) -> str:
    return f"There is no sign called “{sign}”."


def no_such_fact(name: str) -> str:
    return f"There is no such fact as “{name}”."


def no_such_kin(kin: str) -> str:
    return f"There is no kind of fish called “{kin}”."
