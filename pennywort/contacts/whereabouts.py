"""Where each thing was, and what may come from there: read once for a whole fishroom, in a fixed number of queries."""

from __future__ import annotations

from collections import defaultdict
from datetime import datetime, timedelta
from functools import cached_property

from pennywort.core.reference import library
from pennywort.core.reference.naming import mid_sentence
from pennywort.courses.models import Case, Course, Dose
from pennywort.courses.queries.watching import watched_since
from pennywort.fish.models import Group
from pennywort.fish.queries import count_of, groups_of
from pennywort.records.actor import Actor
from pennywort.tanks.models import Contact, Gear, Tank

# for so long newcomers are watched before what touched them goes to others (common practice)
WATCHED = timedelta(days=28)


class Whereabouts:
    """What every thing of a fishroom touched until an instant, and what speaks against carrying it on."""

    def __init__(self, actor: Actor, *, at: datetime) -> None:
        self.actor, self.at = actor, at

    @cached_property
    def _contacts(self) -> dict[int, list[Contact]]:
        found: dict[int, list[Contact]] = defaultdict(list)
        rows = Contact.objects.standing().filter(fishroom=self.actor.fishroom, gear__isnull=False, happened_at__lte=self.at)
        for row in rows.select_related("tank").order_by("happened_at", "pk"):
            found[row.gear_id or 0].append(row)
        return found

    @cached_property
    def _groups(self) -> dict[int, list[Group]]:
        found: dict[int, list[Group]] = defaultdict(list)
        for group in groups_of(self.actor):
            if count_of(group).count:
                found[group.tank.water_id].append(group)
        return found

    @cached_property
    def _cases(self) -> dict[int, Case]:
        rows = Case.objects.filter(fishroom=self.actor.fishroom, closed_at=None).select_related("group__tank").order_by("-opened_at")
        return {case.group.tank.water_id: case for case in rows}

    @cached_property
    def treated(self) -> dict[int, list[str]]:
        """Actives that a running course holds, by water."""
        running = Course.objects.filter(fishroom=self.actor.fishroom, stopped_at=None, starts_at__lte=self.at, ends_at__gt=self.at)
        found: dict[int, list[str]] = defaultdict(list)
        for course in running.select_related("tank").order_by("pk"):
            found[course.tank.water_id] += [name for name in course.targets_mg_per_l if name in library().actives]
        return found

    @cached_property
    def _lingering(self) -> dict[int, dict[str, datetime]]:
        """By water what was dosed that stays on gear, each with its first dose."""
        stays = [a.id for a in library().actives.values() if a.lingers_on_gear]
        rows = Dose.objects.standing().filter(fishroom=self.actor.fishroom, medicine_id__in=stays, happened_at__lte=self.at)
        found: dict[int, dict[str, datetime]] = defaultdict(dict)
        for dose in rows.select_related("course__tank").order_by("happened_at", "pk"):
            found[dose.course.tank.water_id].setdefault(dose.medicine_id, dose.happened_at)
        return found

    def touched(self, thing: Gear, *, kept: bool = False) -> list[Tank]:
        """The tanks this thing was in since it was last disinfected, its home first; ``kept``: ever, as no disinfecting takes off what it took up."""
        tanks: dict[int, Tank] = {thing.home.pk: thing.home} if thing.home else {}
        for contact in self._contacts[thing.pk]:
            if contact.kind == "disinfected" and not kept:
                tanks = {}
            elif contact.tank is not None:
                tanks[contact.tank.pk] = contact.tank
        return list(tanks.values())

    def unsafe_words(self, tank: Tank) -> str:
        """Why nothing should go from this tank to another now; empty where nothing speaks against it."""
        case = self._cases.get(tank.water_id)
        if case is not None:
            known = library().conditions.get(case.condition_id)
            return f"{tank.name} has {mid_sentence(known.short_name)}." if known else f"There is trouble in {tank.name}, and nobody knows yet what it is."
        if self.treated.get(tank.water_id):
            return f"A treatment is running in {tank.name}."
        # a tank whose fish all came long ago is nobody's quarantine
        newest = max((watched_since(self.actor, g) for g in self._groups.get(tank.water_id, ())), default=None)
        if newest is not None and self.at - newest < WATCHED:
            return f"The fish of {tank.name} have been watched for {max(0, (self.at - newest).days)} days."
        return ""

    def round_place(self, tank: Tank) -> int:
        """When it is looked after in a round: 0 first, those that are well; then who is watched, who is treated, and last who is ill."""
        if tank.water_id in self._cases:
            return 3
        if self.treated.get(tank.water_id):
            return 2
        return 1 if self.unsafe_words(tank) else 0

    def lingering(self, thing: Gear) -> list[tuple[str, str]]:
        """Tank and active of what stays on this thing: it was in a water into which such a dose went before it left."""
        found: dict[tuple[str, str], None] = {}
        for tank in self.touched(thing, kept=True):
            in_it = self._lingering.get(tank.water_id, {})
            at_home = thing.home is not None and thing.home.pk == tank.pk
            last = max((c.happened_at for c in self._contacts[thing.pk] if c.tank_id == tank.pk), default=None)
            for name, first in in_it.items():
                if at_home or (last is not None and last >= first):
                    found[(tank.name, library().actives[name].short_name)] = None
        return list(found)

    def into(self, to: Tank, *, source: Tank | None, thing: Gear | None) -> list[str]:
        """What may come into a tank by this, a sentence each: trouble of where it was, fish still watched there, a metal that stays on it."""
        before = [source] if source is not None else self.touched(thing) if thing is not None else []
        words = [told for tank in before if tank.water_id != to.water_id and (told := self.unsafe_words(tank))]
        if thing is not None and to.has_invertebrates:
            words += [f"{thing.name} touched {name} in {tank}: never where invertebrates live." for tank, name in self.lingering(thing)]
        return words
