"""The ledger of a group of fish: who went and how, recounts, and what a recount says of the count before it."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime
from typing import Literal

from pennywort.core.outcome import phrases
from pennywort.core.outcome.figures import Count, alive, plus_minus_of, root_up, together

Kind = Literal["lost", "left", "parted", "joined", "recount"]


@dataclass(frozen=True, kw_only=True)
class Entry:
    """So many lost, gone alive (sold, given, released), parted into a group of their own, joined from another; or a recount of all."""

    at: datetime
    kind: Kind
    count: Count


@dataclass(frozen=True, kw_only=True)
class Reconciled:
    """A recount beside the book. ``missing`` or ``more`` where plus-minus can't explain it; ``shift_count``: what was corrected where it can."""

    book: Count
    counted: Count
    shift_count: int
    missing: Count | None
    more: Count | None

    @property
    def words(self) -> str:
        """What the recount says, as a sentence."""
        if self.missing is not None:
            return phrases.some_missing(self.book.words, self.missing.words)
        if self.more is not None:
            return phrases.more_than_known(self.book.words, self.more.words)
        if self.shift_count:
            return phrases.within_plus_minus(self.book.words)
        return phrases.book_as_well(self.book.words)


def reconcile(*, book: Count, counted: Count) -> Reconciled:
    """Hold a recount against the book.

    Their difference is off by the root of squares, as two counts made one by one are. Where that holds 0, nothing is missing and the book
    takes over the better figure.
    """
    apart, off = book.count - counted.count, plus_minus_of((book, counted))
    fits = abs(apart) <= off
    rest = Count(count=abs(apart), plus_minus=min(off, abs(apart)))
    return Reconciled(
        book=book,
        counted=counted,
        shift_count=-apart if fits else 0,
        missing=rest if apart > 0 and not fits else None,
        more=rest if apart < 0 and not fits else None,
    )


def counted_before(counted: Count, *, gone: Iterable[Entry]) -> Count:
    """How many there were before these entries, by a count after them: with those that went, without those that joined."""
    entries = tuple(gone)
    went = together(e.count for e in entries if e.kind != "joined")
    joined = together(e.count for e in entries if e.kind == "joined")
    return Count(count=max(0, counted.count + went.count - joined.count), plus_minus=plus_minus_of((counted, went, joined)))


def other_part(*, whole: Count, counted: Count, thought: Count, derived: bool) -> Count | None:
    """How many the other part of a group is, once this part was counted: the whole less those counted.

    ``derived``: what was ``thought`` of the other part was itself the whole less what stayed, and says nothing of its own. An estimate of
    its own is weighed against the difference by the inverse of the squares, as the best of two independent figures (weighted mean; any
    handbook of statistics, from memory). None where nothing changes, or where the plus-minus can't explain what was found.
    """
    rest = Count(count=max(0, whole.count - counted.count), plus_minus=plus_minus_of((whole, counted)))
    off = rest.plus_minus if derived else plus_minus_of((rest, thought))
    if abs(rest.count - thought.count) > off or whole.count < counted.count:
        return None
    if derived:
        found = Count(count=rest.count, plus_minus=min(rest.plus_minus, rest.count))
        return None if found == thought else found
    mine, theirs = thought.plus_minus**2, rest.plus_minus**2
    if not mine:
        return None
    weighed = thought.count + (rest.count - thought.count) * mine / (mine + theirs)
    return Count(count=round(weighed), plus_minus=root_up(mine * theirs / (mine + theirs)))


@dataclass(frozen=True, kw_only=True)
class BookLine:
    """One entry and how many were left after it; ``told`` where it is a recount."""

    entry: Entry
    left: Count
    told: Reconciled | None = None


@dataclass(frozen=True, kw_only=True)
class Tally:
    """A group from its start to now. ``missing``: fish that recounts found gone, by the instant of the recount.

    ``shift_count``: by how many recounts corrected the number at the start, either way.
    """

    left: Count
    lines: tuple[BookLine, ...]
    missing: tuple[tuple[datetime, int], ...]
    shift_count: int


def tally(*, start: Count, entries: Iterable[Entry]) -> Tally:
    """Walk a group's ledger in order. What happened at the very instant of a recount was counted with it."""
    left, shift_count = start, 0
    lines, missing = list[BookLine](), list[tuple[datetime, int]]()
    # of those that went since the last count the sums are kept, not each: a book may hold a thousand
    known, gone_count, gone_squares = start, 0, 0
    for entry in sorted(entries, key=lambda e: (e.at, e.kind == "recount")):
        told = None
        if entry.kind == "recount":
            told = reconcile(book=left, counted=entry.count)
            if told.missing is not None:
                missing.append((entry.at, told.missing.count))
            shift_count += told.shift_count + (told.more.count if told.more else 0)
            known, gone_count, gone_squares = entry.count, 0, 0
        elif entry.kind == "joined":
            known = together((known, entry.count))
        else:
            gone_count, gone_squares = gone_count + entry.count.count, gone_squares + entry.count.plus_minus**2
        left = alive(known=known, gone=[Count(count=gone_count, plus_minus=root_up(gone_squares))])
        lines.append(BookLine(entry=entry, left=left, told=told))
    return Tally(left=left, lines=tuple(lines), missing=tuple(missing), shift_count=shift_count)
