"""Counting a group anew, and what that says of a part that went away uncounted."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Any
from uuid import UUID, uuid5

from pennywort.core.outcome.figures import Count, check_count
from pennywort.core.outcome.tally import Entry, counted_before, other_part, reconcile
from pennywort.fish.models import Group, Move, Recount
from pennywort.fish.queries import count_of, entries_of, left_by
from pennywort.records.actor import Actor
from pennywort.records.services import new_entry, when

INSTANT = timedelta(microseconds=1)


@dataclass(frozen=True, kw_only=True)
class Mended:
    """A part that went at an instant: how many stayed then, how many went, by a later count of either."""

    move: Move
    stayed: Count
    went: Count


def add_recount(actor: Actor, *, uid: UUID, group: Group, count: int, count_plus_minus: int, note: str, happened_at: datetime | None) -> dict[str, Any]:
    """Somebody counted them anew; the book goes on from there, and says how it stood before.

    Where a part of them went away uncounted, those that are counted tell how many went: both are mended, and nobody is missing.
    """
    counted = check_count(Count(count=count, plus_minus=count_plus_minus), field="count")
    at = when(actor, happened_at)
    told = reconcile(book=count_of(group, before=at + INSTANT), counted=counted).words
    mended = _mended(group, counted, at=at)
    if mended is not None:
        told = _mend(actor, mended, by=group, uid=uid)
    entry = new_entry(
        Recount, actor, uid=uid, name="recount", happened_at=at, group=group, count=count, count_plus_minus=count_plus_minus, note=note.strip()
    )  # fmt: skip
    return {"uid": str(entry.uid), "told": told}


def take_back(actor: Actor, recount: Recount, *, uid: UUID) -> None:
    """A recount is struck out: what it said of the other part goes with it, and what was thought before stands again."""
    for name in ("stayed", "went"):
        made = Recount.objects.standing().filter(fishroom=actor.fishroom, uid=uuid5(recount.uid, name)).select_related("corrects", "group").first()
        if made is None:
            continue
        before = made.corrects or made
        again = {"count": before.count, "count_plus_minus": before.count_plus_minus, "note": before.note, "struck": made.corrects is None}
        new_entry(Recount, actor, uid=uuid5(uid, name), name="recount", happened_at=None, corrects=made.uid, group=made.group, **again)


def _mended(group: Group, counted: Count, *, at: datetime) -> Mended | None:
    """The last move between this group and its other part, where a count of this one tells how many the other are; None where it tells nothing."""
    counts = list(Recount.objects.standing().filter(group=group).values_list("happened_at", flat=True))
    moves = Move.objects.standing().filter(joins=False, happened_at__lte=at).select_related("group", "parted_from", "from_tank", "to_tank")
    # a part whose number is known exactly leaves nothing to be told
    parted = [m for m in moves.filter(parted_from=group).order_by("happened_at") if m.count_plus_minus and not any(c > m.happened_at for c in counts)]
    came = None if counts else moves.filter(group=group, parted_from__isnull=False).first()
    if len(parted) == 1 and came is None:
        return _by_the_stayed(parted[0], group, counted, at=at, derived=parted[0].happened_at in counts)
    return _by_the_gone(came, group, counted, at=at) if came is not None and not parted else None


def _by_the_stayed(move: Move, group: Group, counted: Count, *, at: datetime, derived: bool) -> Mended | None:
    """``derived``: how many went was never counted, only what stayed."""
    other = move.group
    if Recount.objects.standing().filter(group=other).exists():
        return None
    mine = entries_of([group])[group.pk]
    stayed = counted_before(counted, gone=_since(mine, move.happened_at, until=at))
    went = other_part(whole=_whole(group, mine, move), counted=stayed, thought=Count(count=move.count, plus_minus=move.count_plus_minus), derived=derived)
    return None if went is None else Mended(move=move, stayed=stayed, went=went)


def _by_the_gone(move: Move, group: Group, counted: Count, *, at: datetime) -> Mended | None:
    other = move.parted_from
    if other is None or not move.count_plus_minus or Recount.objects.standing().filter(group=other, happened_at__gte=move.happened_at).exists():
        return None
    theirs = entries_of([other])[other.pk]
    went = counted_before(counted, gone=_since(entries_of([group])[group.pk], move.happened_at, until=at))
    held = reconcile(book=Count(count=move.count, plus_minus=move.count_plus_minus), counted=went)
    if held.missing or held.more:
        return None
    whole = _whole(other, theirs, move)
    thought = left_by(other, [e for e in theirs if e.at <= move.happened_at])
    stayed = other_part(whole=whole, counted=went, thought=thought, derived=True)
    return None if stayed is None else Mended(move=move, stayed=stayed, went=went)


def _since(entries: list[Entry], start: datetime, *, until: datetime) -> list[Entry]:
    return [e for e in entries if start < e.at <= until and e.kind != "recount"]


def _whole(group: Group, entries: list[Entry], move: Move) -> Count:
    """How many they were together as the part went: all that was known then, without the move itself and any count made with it."""
    return left_by(group, [e for e in entries if e.at < move.happened_at])


def _mend(actor: Actor, mended: Mended, *, by: Group, uid: UUID) -> str:
    """Write down how many stayed and how many went, at the instant of the move."""
    move = mended.move
    stayed_in, at = move.parted_from, move.happened_at
    assert stayed_in is not None
    before = Recount.objects.standing().filter(group=stayed_in, happened_at=at).first()
    words = f"by the count in {by.tank.name}"
    for group, name, count, corrects in ((stayed_in, "stayed", mended.stayed, before), (move.group, "went", mended.went, None)):
        new_entry(
            Recount, actor, uid=uuid5(uid, name), name="recount", happened_at=at, corrects=corrects.uid if corrects else None, group=group,
            count=count.count, count_plus_minus=count.plus_minus, note=words,
        )  # fmt: skip
    other = stayed_in if by.pk == move.group_id else move.group
    return f"{mended.went.words} went to {move.to_tank.name}, not {Count(count=move.count, plus_minus=move.count_plus_minus).words}. {_now(other)}"


def _now(other: Group) -> str:
    left = count_of(other)
    return f"In {other.tank.name} the book says {left.words} now."
