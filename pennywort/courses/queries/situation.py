"""One water as the record knows it at an instant. Whoever weighs, doses, plans or releases reads this, so that all know the same."""

from __future__ import annotations

from dataclasses import replace
from datetime import datetime, timedelta
from functools import cached_property

from pennywort.accounts.models import Keeper
from pennywort.core.medicine.dose import Water
from pennywort.core.medicine.guards import Surroundings
from pennywort.core.reference import library
from pennywort.core.reference.disease_models import WaterType
from pennywort.core.reference.kinds import kinds_of
from pennywort.core.reference.models import Species
from pennywort.core.water.gate import Circumstances, Level, Over, Readings, WaterGate, measured_in, water_gate
from pennywort.courses.models import Course, Task
from pennywort.courses.queries.running import held_by_labels, standing_in
from pennywort.courses.queries.targets import windows_of
from pennywort.courses.queries.water_records import WaterRecords
from pennywort.fish.models import Group, Look
from pennywort.fish.queries import count_of, groups_in_water, last_looks, species_in
from pennywort.records.actor import Actor
from pennywort.tanks.models import Tank
from pennywort.tanks.queries import equipment_on, fresh_readings, on_one_water, readings_before, readings_of, water_of, water_type_of

# A level this far above the top of the window is too much, not a rounding of the scale.
OVER = 1.1
# a dose within it is a medicine in the water, though its product tells no level; for so long back goes what the thermometer read
LATELY, WARMTHS = timedelta(days=14), timedelta(days=3)


def situation_of(actor: Actor, tank: Tank) -> Situation:
    """This water now, for whoever asks: what he may not touch is in it."""
    return Situation(tank, now=actor.now, keeper=actor.keeper)


class Situation:
    """Who lives in a water, what is in it, what runs, what was read and when, sand, rock, sump, equipment; each asked for once, when it is first needed.

    Tanks on one water are one: their fish, readings, doses and courses count alike.
    """

    def __init__(self, tank: Tank, *, now: datetime, keeper: Keeper) -> None:
        self.tank, self.now = tank, now
        self.allergies = frozenset(keeper.allergies)

    @property
    def water_type(self) -> WaterType:
        return water_type_of(self.tank)

    @property
    def water(self) -> Water:
        """What a dose goes into: its net volume, litres, and how far that can be off."""
        return water_of(self.tank)

    @cached_property
    def waters(self) -> list[Tank]:
        """The tanks on this water, itself among them."""
        return on_one_water(self.tank)

    # who lives there

    @cached_property
    def groups(self) -> list[Group]:
        """Groups in this water, those of which nobody is left too."""
        return groups_in_water(self.tank)

    def others(self, group: Group) -> list[Group]:
        """Who lives there besides a group."""
        return [g for g in self.groups if g.pk != group.pk and count_of(g).count]

    @cached_property
    def species(self) -> tuple[Species, ...]:
        return tuple(species_in(self.groups))

    @cached_property
    def lives(self) -> frozenset[str]:
        """Kinds of fish, invertebrates and plants, as medicines name what they harm."""
        invertebrates = {"invertebrates"} if any(t.has_invertebrates for t in self.waters) else set()
        plants = {"plants"} if any(t.has_plants for t in self.waters) else set()
        return frozenset(kinds_of(self.species, kin=library().kin) | invertebrates | plants)

    @cached_property
    def last_looks(self) -> list[Look]:
        return last_looks(self.waters, now=self.now)

    # what stands there

    @cached_property
    def standing(self) -> dict[str, str]:
        """Sand and rock, each in words."""
        return standing_in(self.waters)

    @cached_property
    def equipment(self) -> frozenset[str]:
        return frozenset(equipment_on(self.waters))

    # what was read

    @cached_property
    def _fresh(self) -> tuple[Readings, datetime | None]:
        return fresh_readings(self.tank, now=self.now)

    @property
    def readings(self) -> Readings:
        """The newest of each within the last day."""
        return self._fresh[0]

    @property
    def read_at(self) -> datetime | None:
        return self._fresh[1]

    @cached_property
    def before(self) -> Readings:
        """The oldest of each within the last day, where it was read more than once."""
        return readings_before(self.tank, now=self.now)

    @cached_property
    def warmths_c(self) -> tuple[float, ...]:
        """What the thermometer read in the last three days, degC."""
        lately = readings_of(self.tank).filter(happened_at__gt=self.now - WARMTHS).exclude(temperature_c=None)
        return tuple(r.temperature_c for r in lately if r.temperature_c is not None)

    # what is in it, and what runs

    @cached_property
    def book(self) -> WaterRecords:
        return WaterRecords([self.tank], now=self.now)

    @property
    def running(self) -> list[Course]:
        return self.book.running(self.tank)

    @cached_property
    def medicines(self) -> dict[str, tuple[float, float]]:
        """Level and largest dose of each medicine that is there, mg/L."""
        return self.book.medicines(self.tank)

    @cached_property
    def in_water(self) -> frozenset[str]:
        """Ids of the actives in it; what a product by its label holds is in the water as well."""
        by_label = {name for course in self.running for name in held_by_labels(course)}
        return frozenset(set(self.medicines) & set(library().actives) | by_label)

    @cached_property
    def _medicine(self) -> tuple[Level, Over | None]:
        for course in self.running:
            for held in windows_of(course):
                level = self.medicines.get(held.active, (0.0, 0.0))[0]
                if level > OVER * held.high_mg_per_l:
                    return "over", Over(name=library().actives[held.active].short_name, level_mg_per_l=level, high_mg_per_l=held.high_mg_per_l)
        lately = any(d.happened_at > self.now - LATELY for d in self.book.given(self.tank))
        return ("in_range" if self.medicines or lately else "none"), None

    @property
    def medicine(self) -> Level:
        """Whether a medicine stands above its range; in it, as one without a level is taken to be; or none was given lately."""
        return self._medicine[0]

    @property
    def over(self) -> Over | None:
        """The medicine above its range, and by how much."""
        return self._medicine[1]

    @cached_property
    def _reached(self) -> list[Task]:
        """The steps of warmth and salinity that the running courses have reached, the newest first."""
        reached = Task.objects.filter(course__in=self.running, kind__in=("temperature", "salinity"), done_at__isnull=False)
        return list(reached.order_by("-done_at", "-pk")) if self.running else []

    @property
    def warmed_to_c(self) -> float | None:
        """The warmth that the running courses have reached by now, degC."""
        return max((t.temperature_c for t in self._reached if t.kind == "temperature" and t.temperature_c is not None), default=None)

    @property
    def salted_to_g_per_kg(self) -> float | None:
        """The salinity that the newest step of the running courses has led to."""
        steps = (t.salinity_g_per_kg for t in self._reached if t.kind == "salinity")
        return next((value for value in steps if value is not None), None)

    # judged

    @property
    def meant(self) -> Circumstances:
        """What the running courses make of this water on purpose: any test of it is judged by that."""
        return Circumstances(warmed_to_c=self.warmed_to_c, salted_to_g_per_kg=self.salted_to_g_per_kg)

    def gate(self) -> WaterGate:
        """The newest readings, judged with all that bears on them."""
        here = replace(self.meant, before=self.before, medicine=self.medicine, over=self.over)
        return water_gate(self.readings, water=self.water_type, species=self.species, found=library(), round_about=here)

    @property
    def measured(self) -> dict[str, float]:
        """What was read, as the bounds of medicines and the ticks of courses ask for it."""
        return measured_in(self.readings, water=self.water_type, found=library())

    @property
    def surroundings(self) -> Surroundings:
        """What a dose into this water meets."""
        return Surroundings(
            water=self.water_type, lives=self.lives, running=self.equipment, in_water=self.in_water, readings=self.measured, allergies=self.allergies
        )
