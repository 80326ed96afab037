"""The one-page sheet for a supplier: what came, what was lost within seven days, what was seen."""

from __future__ import annotations

from datetime import datetime, time, timedelta
from uuid import UUID

from pennywort.core.errors import NotFound
from pennywort.core.outcome.figures import Count, together
from pennywort.core.outcome.survival import share_band
from pennywort.core.reference import library
from pennywort.core.reference.naming import plural
from pennywort.core.units import show_fraction
from pennywort.courses.models import Case
from pennywort.fish.models import Group, Loss, Photo
from pennywort.fish.queries import dead_of, parts_of
from pennywort.records.actor import Actor
from pennywort.records.grouped import grouped
from pennywort.records.schemas import Plain

WEEK = timedelta(days=7)
# trouble that shows within this came with the fish, most likely (common practice: two weeks of watching at least)
CAME_WITH = timedelta(days=14)
MOST_ROWS = 16
MOST_PHOTOS = 4


class SheetPhotoOut(Plain):
    uid: UUID
    words: str
    small: str


class ArrivalOut(Plain):
    """One arrival: ordered, came, dead on arrival, lost within a week of it, and what was seen."""

    day_words: str
    fish: str
    ordered: str
    came: str
    dead: str
    lost_week: str
    seen: str


class SupplierSheetOut(Plain):
    supplier: str
    fishroom: str
    printed_words: str
    sentence: str
    band_words: str
    arrivals: list[ArrivalOut]
    left_out: int
    photos: list[SheetPhotoOut]


def suppliers_of(actor: Actor) -> list[str]:
    """Names of suppliers, the newest arrival first."""
    rows = Group.objects.filter(fishroom=actor.fishroom).exclude(supplier="").order_by("-arrived_on", "-pk").values_list("supplier", flat=True)
    return list(dict.fromkeys(rows))


def day_words(at: datetime) -> str:
    return f"{at:%a} {at.day} {at:%b %Y}"


def supplier_sheet(actor: Actor, *, supplier: str) -> SupplierSheetOut:
    """:raises NotFound: nothing ever came from there."""
    origin: dict[int, int] = dict(parts_of(actor).values_list("group_id", "parted_from_id"))
    groups = [g for g in Group.objects.filter(fishroom=actor.fishroom, supplier=supplier).order_by("-arrived_on", "-pk") if g.pk not in origin]
    if not groups:
        raise NotFound("Nothing came from there.")
    family = _families(groups, origin)
    record = _Record([pk for members in family.values() for pk in members])
    rows, came, lost = [], 0, 0
    for group in groups:
        start = datetime.combine(group.arrived_on, time(), tzinfo=actor.zone)
        within = record.losses(family[group.pk], before=start + WEEK + timedelta(days=1))
        week = [Count(count=x.count, plus_minus=x.count_plus_minus) for x in within]
        gone = together([dead_of(group), *week])
        came, lost = came + group.count, lost + gone.count
        rows.append(
            ArrivalOut(
                day_words=day_words(start), fish=plural(group.species_name, 2), ordered=str(group.ordered_count or ""),
                came=Count(count=group.count, plus_minus=group.count_plus_minus).words, dead=dead_of(group).words, lost_week=gone.words,
                seen=_seen(record, family[group.pk], start=start),
            )
        )  # fmt: skip
    low, high = share_band(min(lost, came), came)
    estimated = any(g.count_plus_minus for g in groups)
    return SupplierSheetOut(
        supplier=supplier,
        fishroom=actor.fishroom.name,
        printed_words=day_words(actor.local(actor.now)),
        sentence=f"{lost} of {'about ' if estimated else ''}{came} were dead on arrival or lost within seven days: {show_fraction(lost / came).text}.",
        band_words=f"By chance alone the share of such fish may lie between {show_fraction(low).text} and {show_fraction(high).text} (95 %).",
        arrivals=rows[:MOST_ROWS],
        left_out=max(0, len(rows) - MOST_ROWS),
        photos=_photos(actor, groups),
    )


def _families(groups: list[Group], origin: dict[int, int]) -> dict[int, list[int]]:
    """Each arrival with the parts of it that moved elsewhere."""
    found = {}
    for group in groups:
        members = [group.pk]
        for child, parent in sorted(origin.items()):
            if parent in members:
                members.append(child)
        found[group.pk] = members
    return found


class _Record:
    """The losses and cases of many groups, read at once."""

    def __init__(self, groups: list[int]) -> None:
        self._losses = grouped(Loss.objects.standing().filter(group__in=groups).order_by("happened_at", "pk"), lambda x: x.group_id)
        self._cases = grouped(Case.objects.filter(group__in=groups).order_by("opened_at", "pk"), lambda x: x.group_id)

    def losses(self, members: list[int], *, before: datetime) -> list[Loss]:
        return [x for pk in members for x in self._losses[pk] if x.happened_at < before]

    def cases(self, members: list[int], *, before: datetime) -> list[Case]:
        return sorted((x for pk in members for x in self._cases[pk] if x.opened_at < before), key=lambda case: case.opened_at)


def _seen(record: _Record, members: list[int], *, start: datetime) -> str:
    """What cases that opened within two weeks were about; their likeliest where they have no name yet."""
    known = library().conditions
    names = []
    for case in record.cases(members, before=start + CAME_WITH):
        condition = known.get(case.condition_id)
        names.append(condition.short_name if condition else "signs, no name yet")
    causes = [known[x.cause_id].short_name for x in record.losses(members, before=start + CAME_WITH) if x.cause_id in known]
    return ", ".join(dict.fromkeys((*names, *causes)))


def _photos(actor: Actor, groups: list[Group]) -> list[SheetPhotoOut]:
    """Pictures of losses first, then those of the first two weeks."""
    first = {g.pk: datetime.combine(g.arrived_on, time(), tzinfo=actor.zone) for g in groups}
    rows = [p for p in Photo.objects.standing().filter(group__in=groups).select_related("group") if p.happened_at < first[p.group_id] + CAME_WITH]
    rows.sort(key=lambda p: (p.loss_id is None, p.happened_at))
    return [photo_out(actor, p) for p in rows[:MOST_PHOTOS]]


def photo_out(actor: Actor, photo: Photo) -> SheetPhotoOut:
    """A picture with its day and what it shows."""
    about = ", ".join(w for w in (photo.fish, photo.note) if w)
    words = day_words(actor.local(photo.happened_at)) + (f": {about}" if about else "")
    return SheetPhotoOut(uid=photo.uid, words=words, small=f"/api/rooms/{actor.fishroom.uid}/photos/{photo.uid}/small")
