"""Routes of the comparison of batches."""

from __future__ import annotations

from collections.abc import Sequence
from uuid import UUID

from django.http import HttpRequest
from ninja import Path, Router

from pennywort.cases.comparison import DAY_BANDS, Batch, By, compare, fish_book_of, losses_by_cause
from pennywort.core.outcome.survival import Compared
from pennywort.core.units import show_fraction
from pennywort.records.requests import act
from pennywort.records.schemas import Plain

router = Router(tags=["records"])


class SurvivalPoint(Plain):
    day: float
    share: float
    share_low: float
    share_high: float
    at_risk: int
    lost: int


class BatchOut(Plain):
    """A batch with its curve; ``few`` where its numbers are too small for more than a glance."""

    name: str
    fish: str
    lost: int
    first_week: str
    alive_words: str
    half_words: str
    few: bool
    followed_days: float
    curve: list[SurvivalPoint]


class CauseOut(Plain):
    name: str
    counts: list[int]
    total: int


class ComparisonOut(Plain):
    by: By
    batches: list[BatchOut]
    days: float
    words: str
    few_words: str
    left_out: int
    day_bands: list[str]
    causes: list[CauseOut]


def _batch(batch: Batch) -> BatchOut:
    curve = batch.curve
    share = curve.steps[-1].share if curve.steps else 1.0
    low, high = (curve.steps[-1].share_low, curve.steps[-1].share_high) if curve.steps else (1.0, 1.0)
    # what was only estimated widens what chance alone leaves open
    off = batch.plus_minus / curve.fish_count if curve.fish_count else 0.0
    low, high = min(low, max(0.0, share - off)), max(high, min(1.0, share + off))
    count = f"{curve.fish_count}" if not batch.plus_minus else f"about {curve.fish_count} ± {batch.plus_minus}"
    band = f", most likely between {show_fraction(low).text} and {show_fraction(high).text}" if curve.steps and 0 < share < 1 else ""
    return BatchOut(
        name=batch.name,
        fish=count,
        lost=curve.lost_count,
        first_week=f"{batch.lost_first_week} of {curve.fish_count}",
        alive_words=f"{show_fraction(share).text} alive{band}",
        half_words=_half_words(curve.median_days),
        few=curve.few,
        followed_days=max(s.days for s in batch.spells),
        curve=[
            SurvivalPoint(day=s.day, share=s.share, share_low=s.share_low, share_high=s.share_high, at_risk=s.at_risk_count, lost=s.lost_count)
            for s in curve.steps
        ],
    )


def _few_words(names: Sequence[str], *, of: int) -> str:
    """Where numbers are too small for more than a glance, and only there."""
    if not names:
        return ""
    if len(names) == of:
        return "Numbers are small: read the bands, not the lines."
    if len(names) == 1:
        return f"Numbers are small in “{names[0]}”: read its band, not its line."
    return f"Numbers are small in the {len(names)} batches marked few: read their bands, not their lines."


def _half_words(median_days: float | None) -> str:
    if median_days is None:
        return ""
    return "half lost on the day they came" if median_days == 0 else f"half lost by day {median_days:g}"


def _words(test: Compared | None) -> str:
    """What the test says, as a keeper would say it."""
    if test is None:
        return "Nothing to compare yet."
    if test.chance_prob < 0.001:
        return "They did not die alike: a difference this large comes by luck alone less than once in a thousand."
    times = test.chance_prob * 100
    if test.chance_prob < 0.05:
        often = f"{times:.0f} times" if times >= 1.5 else "once"
        return f"They hardly died alike: by luck alone a difference this large comes about {often} in 100."
    return f"Nothing tells them apart: a difference this large comes by luck alone about {times:.0f} times in 100."


@router.get("/batches", response=ComparisonOut, operation_id="compare_batches")
def compare_batches(request: HttpRequest, room_id: Path[UUID], by: By = "supplier") -> ComparisonOut:
    """Survival of batches side by side, with its bands, and whether they differ."""
    actor = act(request, room_id)
    book = fish_book_of(actor)
    found = compare(actor, book, by=by)
    days = max((s.days for b in found.batches for s in b.spells), default=0.0)
    few = _few_words([b.name for b in found.batches if b.curve.few], of=len(found.batches))
    causes = [CauseOut(name=r.name, counts=list(r.counts), total=sum(r.counts)) for r in losses_by_cause(actor, book)]
    return ComparisonOut(
        by=by, batches=[_batch(b) for b in found.batches], days=days, words=_words(found.test), few_words=few, left_out=found.left_out,
        day_bands=[name for name, _ in DAY_BANDS], causes=causes,
    )  # fmt: skip
