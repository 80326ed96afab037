"""The one-page sheet for a veterinarian: fish, water, signs, losses, what was given when."""

from __future__ import annotations

from datetime import datetime

from django.db.models import Count

from pennywort.baths.models import BathRun
from pennywort.cases.figures import losses_in
from pennywort.core.medicine.bath_run import SIGNS
from pennywort.core.reference import library
from pennywort.core.reference.naming import plural
from pennywort.core.reference.reading_models import ReadingKind
from pennywort.core.units import show_concentration, show_temperature, show_volume
from pennywort.courses.models import Case, Dose
from pennywort.courses.queries.running import amount_words
from pennywort.courses.queries.span import began_at
from pennywort.courses.queries.water_records import WaterRecords
from pennywort.fish.group_ledger import loss_detail, loss_words
from pennywort.fish.models import Look, Photo
from pennywort.fish.queries import count_of, fish_words, groups_in_water, size_words, species_of_group
from pennywort.records.actor import Actor
from pennywort.records.schemas import Plain
from pennywort.sheets.supplier import SheetPhotoOut, day_words, photo_out
from pennywort.tanks.models import Tank, WaterReading
from pennywort.tanks.queries import readings_of
from pennywort.tanks.shown import figure_of, unit_of

MOST_LOOKS, MOST_GIVEN, MOST_LOSSES, MOST_PHOTOS = 6, 12, 8, 3
WATER: dict[str, str] = {"freshwater_tropical": "fresh, tropical", "coldwater_pond": "fresh, cold", "brackish": "brackish", "marine": "sea"}
CAUTION = (
    "Written by the keeper with Pennywort, which ranks what signs fit and is not a veterinarian. Ornamental fish only, never fish for food. "
    "Doses are as entered; levels are reckoned from volume, doses and water changes."
)


class SheetLineOut(Plain):
    """One line of a block: when, what, and more."""

    when: str
    words: str
    detail: str


class VetSheetOut(Plain):
    title: str
    fishroom: str
    printed_words: str
    fish: list[str]
    water: list[SheetLineOut]
    signs: list[SheetLineOut]
    losses: list[SheetLineOut]
    given: list[SheetLineOut]
    given_left_out: int
    in_water: list[str]
    ranked: list[str]
    photos: list[SheetPhotoOut]
    caution: str


def vet_sheet(actor: Actor, case: Case) -> VetSheetOut:
    """A case on one page, as it stands now or stood at its end."""
    until, began = case.closed_at or actor.now, began_at(case)
    group, tank = case.group, case.tank
    looks = list(Look.objects.standing().filter(group=group, happened_at__gte=began, happened_at__lte=until).order_by("-happened_at", "-pk"))
    given = _given(actor, case, began=began)
    photos = Photo.objects.standing().filter(group=group, happened_at__lte=until).order_by("-happened_at")[:MOST_PHOTOS]
    return VetSheetOut(
        title=f"Case {case.number}: {plural(group.species_name, 2)} in {tank.name}",
        fishroom=actor.fishroom.name,
        printed_words=day_words(actor.local(actor.now)),
        fish=_fish(actor, case, began=began),
        water=_water(actor, tank, until=until),
        signs=[_signs(actor, x) for x in looks[:MOST_LOOKS]],
        losses=[_line(actor, x.happened_at, loss_words(x), loss_detail(x, actor.local)) for x in losses_in(case, began=began)[-MOST_LOSSES:]],
        given=given[:MOST_GIVEN],
        given_left_out=max(0, len(given) - MOST_GIVEN),
        in_water=_in_water(tank, until=until),
        ranked=_ranked(looks[0]) if looks else [],
        photos=[photo_out(actor, p) for p in photos],
        caution=CAUTION,
    )


def _line(actor: Actor, at: datetime, words: str, detail: str = "") -> SheetLineOut:
    local = actor.local(at)
    return SheetLineOut(when=f"{local.day} {local:%b} {local:%H:%M}", words=words, detail=detail)


def _fish(actor: Actor, case: Case, *, began: datetime) -> list[str]:
    group, tank = case.group, case.tank
    left, start = count_of(group), count_of(group, before=began)
    arrived = f"{group.arrived_on:%a} {group.arrived_on.day} {group.arrived_on:%b %Y}"
    species = species_of_group(group)
    kept = fish_words(g for g in groups_in_water(tank) if g.pk != group.pk)
    rows = [
        f"{left.words} of {start.words} left since the first sign on {day_words(actor.local(began))}"
        + (f"; {species.latin}" if species and species.latin else ""),
        f"Came {arrived}" + (f" from {group.supplier}" if group.supplier else "") + f"; {WATER[tank.water_type]} water, {_net(actor, tank)} net",
    ]
    if kept:
        rows.append(f"In the same water: {kept}")
    return rows


def _net(actor: Actor, tank: Tank) -> str:
    return show_volume(tank.net_volume_l, actor.preferences).text


def _water(actor: Actor, tank: Tank, *, until: datetime) -> list[SheetLineOut]:
    """The newest reading of each measure, and the lowest and highest of the last ten."""
    lines, known = [], readings_of(tank).filter(happened_at__lte=until)
    kinds = library().readings.values()
    # of most of them nobody read anything: those are asked for once, all together
    ever = known.order_by().aggregate(**{kind.id: Count(kind.column) for kind in kinds})
    for kind in (k for k in kinds if ever[k.id]):
        read = list(known.filter(**{f"{kind.column}__isnull": False})[:10])
        newest = _figure(actor, read[0], kind)
        values = sorted(read, key=lambda r: getattr(r, kind.column))
        low, high = _figure(actor, values[0], kind), _figure(actor, values[-1], kind)
        between = f"of the last {len(read)}: {low} to {high}" if len(read) > 1 and low != high else ""
        lines.append(_line(actor, read[0].happened_at, f"{kind.name} {newest}", between))
    return lines


def _figure(actor: Actor, reading: WaterReading, kind: ReadingKind) -> str:
    value = getattr(reading, kind.column)
    if kind.typed_as == "temperature":
        return show_temperature(value, actor.preferences).text
    return f"{figure_of(kind, value, actor)} {unit_of(kind, actor)}".strip()


def _signs(actor: Actor, look: Look) -> SheetLineOut:
    known = library().signs
    seen = []
    for name, yes in look.signs.items():
        if yes and name in known:
            count = look.counts.get(name)
            told = [*([size] if (size := size_words(look, name)) else []), *([f"{count[0]} of {count[1]}"] if count else [])]
            seen.append(known[name].label + (f" ({', '.join(told)})" if told else ""))
    absent = [known[n].short for n, yes in look.signs.items() if not yes and n in known]
    who = f"{look.fish}: " if look.fish else ""
    return _line(actor, look.happened_at, who + ("; ".join(seen) or "nothing seen"), f"not there: {', '.join(absent)}" if absent else "")


def _given(actor: Actor, case: Case, *, began: datetime) -> list[SheetLineOut]:
    """Doses and baths, the newest first."""
    rows: list[tuple[datetime, str, str]] = []
    for dose in Dose.objects.standing().filter(course__case=case).select_related("course__tank"):
        into = f"into {show_volume(dose.net_volume_l, actor.preferences).text}"
        detail = f"{show_concentration(dose.amount_mg / dose.net_volume_l).text} {into}" if dose.amount_mg is not None else into
        rows.append((dose.happened_at, amount_words(dose.course, dose, actor), detail))
    for run in BathRun.objects.filter(group=case.group).prefetch_related("events"):
        events = [e for e in run.events.all() if not e.struck and e.happened_at >= began]
        entered = min((e.happened_at for e in events if e.kind == "in"), default=None)
        if entered is not None:
            signs = ", ".join(dict.fromkeys(SIGNS[e.kind] for e in events if e.kind in SIGNS))
            rows.append((entered, run.title, f"bath, {run.lasts_min:g} min at most" + (f"; {signs}" if signs else "")))
    rows.sort(key=lambda r: r[0], reverse=True)
    return [_line(actor, at, words, detail) for at, words, detail in rows]


def _in_water(tank: Tank, *, until: datetime) -> list[str]:
    found = WaterRecords([tank], now=until).medicines(tank)
    return [f"{library().actives[name].short_name} {show_concentration(level).text}" for name, (level, _) in found.items()]


def _ranked(look: Look) -> list[str]:
    known = library().conditions
    order = sorted(((n, s) for n, s in look.shares.items() if n in known), key=lambda x: -x[1])[:3]
    return [f"{known[n].name}, {s * 100:.0f} %" for n, s in order]
