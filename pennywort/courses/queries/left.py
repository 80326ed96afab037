"""What is left in the bottles and boxes of a shelf: their content, less every dose since it was said, less what was taken besides."""

from __future__ import annotations

import math
from collections import defaultdict
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from pennywort.core.course.plan import ToBuy
from pennywort.core.medicine.tools import Measures
from pennywort.core.units import show_amount, show_volume
from pennywort.courses.models import Dose
from pennywort.courses.queries.running import given_amount, product_of
from pennywort.records.actor import Actor
from pennywort.shelf.labels import labels_of
from pennywort.shelf.models import Bottle, Taken
from pennywort.shelf.queries import bottles_of, product_of_bottle
from pennywort.shelf.stocked import Item, measures_of_item, name_of_item
from pennywort.tanks.models import Tank

# with less than this of the content a new one is bought before the next course
LOW_SHARE = 0.2


@dataclass(frozen=True, kw_only=True)
class Left:
    """A bottle or box whose content was said; amounts in the unit it is measured in."""

    item: Item
    measures: Measures
    content: float
    taken: float
    doses_count: int

    @property
    def amount(self) -> float:
        """What is left by the book, never less than nothing."""
        return max(0.0, self.content - self.taken)

    @property
    def low(self) -> bool:
        return self.amount < LOW_SHARE * self.content

    def words(self, actor: Actor) -> str:
        """What is left, of what was in it: 180 mL of 250 mL."""
        piece = getattr(self.item, "piece", "piece")
        rest = show_amount(self.measures, self.amount, actor.preferences, piece=piece).text if self.amount else "nothing"
        return f"{rest} of {show_amount(self.measures, self.content, actor.preferences, piece=piece).text}"


def left_of(actor: Actor) -> list[Left]:
    """Every bottle and box of the shelf whose content was said, in a fixed number of queries."""
    shelf: list[Item] = [*bottles_of(actor), *labels_of(actor)]
    items = [i for i in shelf if i.content is not None and i.content_at is not None]
    if not items:
        return []
    by_name: dict[tuple[str, str], Item] = {}
    for item in items:
        by_name.setdefault(_key(item), item)
    taken: dict[int, float] = defaultdict(float)
    counts: dict[int, int] = defaultdict(int)
    since = min(i.content_at for i in items if i.content_at)
    for dose in Dose.objects.standing().filter(fishroom=actor.fishroom, happened_at__gte=since).select_related("course"):
        name = product_of(dose.course, dose.medicine_id).name if dose.medicine_id else dose.product
        found = by_name.get((dose.medicine_id, name))
        if found is not None and found.content_at and dose.happened_at >= found.content_at:
            taken[id(found)] += given_amount(dose.course, dose)[1]
            counts[id(found)] += 1
    by_row: dict[tuple[int | None, int | None], Item] = {(i.pk, None) if isinstance(i, Bottle) else (None, i.pk): i for i in items}
    for entry in _by_hand(items):
        item = by_row[(entry.bottle_id, entry.label_id)]
        if item.content_at and entry.happened_at >= item.content_at:
            taken[id(item)] += entry.amount
    return [Left(item=i, measures=measures_of_item(i), content=i.content or 0.0, taken=taken[id(i)], doses_count=counts[id(i)]) for i in items]


def _key(item: Item) -> tuple[str, str]:
    """By what a dose names it: its active and its product, or the name of a product by its label."""
    return (item.active_id, product_of_bottle(item).name) if isinstance(item, Bottle) else ("", name_of_item(item))


def _by_hand(items: Sequence[Item]) -> list[Taken]:
    """What was taken besides doses from these, in two queries."""
    bottles = [i.pk for i in items if isinstance(i, Bottle)]
    labels = [i.pk for i in items if not isinstance(i, Bottle)]
    return [*Taken.objects.standing().filter(bottle__in=bottles), *Taken.objects.standing().filter(label__in=labels)]


def there_words(actor: Actor, lefts: Iterable[Left], *, active: str, product: str, measures: str, amount: float) -> str:
    """What a course takes held against what is there: enough, or how much is missing; empty where nobody said what is in it."""
    mine = next((x for x in lefts if _key(x.item) == (active, product) and x.measures == measures), None)
    if mine is None:
        return ""
    rest = mine.amount - amount
    piece = getattr(mine.item, "piece", "piece")

    def shown(much: float) -> str:
        return show_amount(mine.measures, much, actor.preferences, piece=piece).text

    if rest >= 0:
        return f"{shown(mine.amount)} are there: enough, {shown(rest) if rest else 'nothing'} stays"
    there = f"{shown(mine.amount)} are there" if mine.amount else "nothing is there"
    return f"{there}: {shown(-rest)} are missing"


def smaller_words(actor: Actor, tank: Tank, bought: Sequence[ToBuy]) -> str:
    """What the same doses would take in the next smaller tank of this kind of water, packets whole; empty where there is none or no price is known."""
    smaller = Tank.objects.filter(fishroom=actor.fishroom, water_type=tank.water_type, put_away_at=None, net_volume_l__lt=tank.net_volume_l * 0.95)
    other = smaller.order_by("-net_volume_l").first()
    priced = [b for b in bought if b.cost]
    if other is None or not priced:
        return ""
    part = other.net_volume_l / tank.net_volume_l
    cost = 0.0
    for b in priced:
        amount = b.amount * part
        cost += (b.cost or 0.0) / b.amount * (math.ceil(amount - 1e-9) if b.measures == "pieces" else amount)
    whole = sum(b.cost or 0.0 for b in priced)
    volume = show_volume(other.net_volume_l, actor.preferences).text
    return f"In {other.name} ({volume}) the same course would cost {cost:.2f} instead of {whole:.2f}."
