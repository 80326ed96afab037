"""What the room “outcome” says: each sentence once, of plain values, for its whole room."""

from __future__ import annotations

from collections.abc import Collection
from datetime import timedelta


# companions
def kept_alone(name: str) -> str:
    return f"A {name} is kept alone."


def fight_their_own_kind(bullies: Collection[str], many: str) -> str:
    return f"{many} fight their own kind." if "own_kind" in bullies else ""


def go_for_their_outline(many: str, other: str) -> str:
    return f"{many} go for fish of their own outline, and {other} have it."


def go_for_smaller(many: str, other: str) -> str:
    return f"{many} go for smaller fish, and {other} stay smaller."


# figures
def about(plus_minus: int, count: int) -> str:
    return f"about {count} ± {plus_minus}" if plus_minus else f"{count}"


# look back
WRITTEN_DOWN_LATER = "The looks were written down later: what they ranked nobody knew at the time."
NOBODY_LOOKED = "Nobody looked through the signs, so nothing was ranked."


def span(span: timedelta) -> str:
    """A length of time as a keeper says it: "40 minutes", "5 hours", "2 days 4 hours"."""
    minutes = round(span / timedelta(minutes=1))
    if minutes < 120:
        return _counted(minutes, "minute")
    hours = round(span / timedelta(hours=1))
    if hours < 48:
        return _counted(hours, "hour")
    days, rest = divmod(hours, 24)
    return _counted(days, "day") + (f" {_counted(rest, 'hour')}" if rest and days < 7 else "")


def _counted(count: int, word: str) -> str:
    return f"{count} {word}" if count == 1 else f"{count} {word}s"


def clock_began_again(why: str) -> str:
    return f"The clock of the treatment began again: {why}."


def nothing_was_done(noticed: str) -> str:
    return f"From the first sign ({noticed}) nothing was given, changed or moved."


def first_sign_to_first_step(noticed: str, acted: str, after: timedelta) -> str:
    return f"From the first sign ({noticed}) to the first step ({acted}): {span(after)}."


def urgent_was_possible(condition: str, waited: timedelta) -> str:
    return f"The ranking held {condition} possible, which asks for hours, {span(waited)} before the first step."


def others_shared_the_water(isolated_after: timedelta | None) -> str:
    if isolated_after is None:
        return "Other fish shared the water; nobody was moved apart."
    return f"Other fish shared the water; the sick fish were moved apart {span(isolated_after)} after the first sign."


def ranked_first(condition: str, share: float) -> str:
    return f"At the first look the ranking put {condition} first, {share * 100:.0f} %."


def ranked_first_rightly(condition: str, share: float) -> str:
    return f"{ranked_first(condition, share)} That is what it was."


def ranked_another_first(condition: str, share: float, *, was: str, place: int | None, led_after: timedelta | None) -> str:
    stood = f"What it was, {was}, stood in place {place}." if place else f"What it was, {was}, was not among those it named."
    later = "It never came to stand first." if led_after is None else f"It stood first {span(led_after)} later."
    return f"{ranked_first(condition, share)} {stood} {later}"


def doses(*, due: int, given: int, late: int, latest_by: timedelta, left_out: int, never_written: int) -> str:
    words = f"{given} of {_counted(due, 'dose')} given"
    words += ", all on time." if given and not late and given == due else "."
    if late:
        words += f" {late} late, the latest by {span(latest_by)}."
    if left_out:
        words += f" {left_out} left out."
    if never_written:
        words += f" {never_written} fell due and were never written down."
    return words


def never_in_its_range(name: str) -> str:
    return f"{name} never reached its range."


def in_its_range(name: str, *, within_h: float, below_h: float, above_h: float) -> str:
    """How long a level lay in and beside its range, once it had come into it: "never" only where it never did."""

    def beside(hours: float, side: str) -> str:
        if hours <= 0:
            return f"never {side}"
        return f"{span(timedelta(hours=hours))} {side}" if hours >= 0.5 else f"{side} for minutes"

    return f"{name}, once in its range: {span(timedelta(hours=within_h))} in it, {beside(below_h, 'below')}, {beside(above_h, 'above')}."


def tests_fell_due(due: int, done: int) -> str:
    return f"{_counted(due, 'water test')} fell due, {'all' if done == due else done} done."


def none_lost(fish: str) -> str:
    return f"None of {fish} was lost."


def lost_of(total: int, fish: str) -> str:
    return f"{total} of {fish} lost."


def lost_when(total: int, fish: str, *, before: int, settled: int) -> str:
    return f"{total} of {fish} lost: {before} before the first step, {total - before - settled} within four days of it, {settled} later."


# release
READ_BOTH_THERMOMETERS = "Read the thermometer in both tanks."
READ_BOTH_SALINITIES = "Read the salinity of both."
NO_TREATMENT = "no treatment runs"
ONE_IS_RUNNING = "one is running, with its days of watching"
NONE_IN_THE_WATER = "none in the water"
APPETITE_UNKNOWN = "nobody wrote down whether they eat in three days"
NOT_EATING = "not as usual within three days"
EATING = "as usual, whenever it was written down in three days"
NOT_LOOKED_CLOSELY = "nobody has looked closely in two days"
NO_SIGN_SINCE = "none since they are watched"
THOSE_THERE_FIRST = "Those who live there first, then the newcomers away from them."
BOTH_ENDS = "At both ends at once. Test nitrate on day 7."
NITRATE_ON_DAY_14 = "Test nitrate on day 14; above 30 mg/L change water. Then the usual."


def days_of(done: int, needed: float) -> str:
    return f"{done} of {needed:g} days"


def water_to_mend(words: str) -> str:
    return f"mend it first: {words}" if words else "nothing was read in red"


def sign_was_seen(ago: str) -> str:
    return f"one was seen {ago}"


def days_ago(days: int) -> str:
    return "today" if days == 0 else "yesterday" if days == 1 else f"{days} days ago"


def ramp_slowly(difference: str) -> str:
    return f"{difference}: ramp it slowly, or drip longer"


# tally
def some_missing(book: str, missing: str) -> str:
    return f"The book said {book}: {missing} missing."


def more_than_known(book: str, more: str) -> str:
    return f"The book said {book}: {more} more than it knew of."


def within_plus_minus(book: str) -> str:
    return f"The book said {book}: within its plus-minus."


def book_as_well(book: str) -> str:
    return f"The book said {book} as well."


# what is refused, or not known yet
PLUS_MINUS_TOO_LARGE = "The plus-minus can’t be larger than the count."
ENDS_BEFORE_IT_OPENS = "A case can’t end before it opens."
DAYS_OF_WATCHING = "Between one day and a year of watching."
TOO_FAR_APART_TO_DRIP = "Too far apart to drip: bring the tanks nearer first, over days."
HOLDS_TOO_LITTLE = "It holds too little to drip into: take a larger vessel, or less of their water."
DAYS_NOT_NEGATIVE = "Days can’t be negative."
FISH_NOT_NEGATIVE = "A number of fish can’t be negative."
TWO_BATCHES_AT_LEAST = "Two batches at least, each with fish."
SHARE_OF_AT_LEAST_ONE = "A share is of at least one, and no more than all."


def fish_between(least: int, most: int) -> str:
    return f"Between {least} and {most} fish."
