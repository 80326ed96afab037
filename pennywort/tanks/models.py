"""Tanks, and the ledger of their water: readings and changes."""

from __future__ import annotations

from django.db import models

from pennywort.core.lengths import CALLED, CODE, KIND, NOTE, PRODUCT, TOLD, WORD
from pennywort.records.models import LedgerRecord, RoomRecord

WATER_TYPES = [("freshwater_tropical", "fresh, tropical"), ("coldwater_pond", "fresh, cold"), ("brackish", "brackish"), ("marine", "sea")]


class Tank(RoomRecord):
    """A box of water: inside measures, what stands in it, and the net volume that a dose into it meets.

    Tanks on one sump are one water: all of them point to the first (``shares_water_with``), and each has the volume of all.
    """

    code = models.CharField(max_length=CODE, blank=True)
    name = models.CharField(max_length=CALLED)
    water_type = models.CharField(max_length=24, choices=WATER_TYPES)
    length_cm = models.FloatField()
    width_cm = models.FloatField()
    water_depth_cm = models.FloatField()
    sand_depth_cm = models.FloatField(default=0)
    sand_porosity_fraction = models.FloatField(default=0.4)
    rock_mass_kg = models.FloatField(default=0)
    rock_density_kg_per_l = models.FloatField(default=2.6)
    sump_volume_l = models.FloatField(default=0)
    measured_net_volume_l = models.FloatField(null=True, blank=True)
    net_volume_l = models.FloatField()
    net_uncertainty_l = models.FloatField()
    shares_water_with = models.ForeignKey("self", null=True, blank=True, on_delete=models.SET_NULL, related_name="on_its_water")
    has_invertebrates = models.BooleanField(default=False)
    has_plants = models.BooleanField(default=False)
    # what runs on it: carbon, UV, a skimmer, ozone
    equipment = models.JSONField(default=list, blank=True)
    # taken down, cleaned and put away; empty while it stands
    put_away_at = models.DateTimeField(null=True, blank=True)

    @property
    def water_id(self) -> int:
        """What is the same for all tanks on one water."""
        return self.shares_water_with_id or self.pk

    class Meta(RoomRecord.Meta):
        constraints = [
            models.UniqueConstraint(fields=["fishroom", "uid"], name="tank_uid_in_fishroom"),
            models.UniqueConstraint(fields=["fishroom", "name"], name="tank_name_in_fishroom"),
            models.CheckConstraint(condition=models.Q(net_volume_l__gt=0), name="tank_holds_water"),
        ]


class WaterReading(LedgerRecord):
    """What a kit or a thermometer said. Nitrogen compounds are as nitrogen, mg/L."""

    tank = models.ForeignKey(Tank, on_delete=models.CASCADE, related_name="readings")
    temperature_c = models.FloatField(null=True, blank=True)
    ph = models.FloatField(null=True, blank=True)
    total_ammonia_as_n_mg_per_l = models.FloatField(null=True, blank=True)
    nitrite_as_n_mg_per_l = models.FloatField(null=True, blank=True)
    oxygen_mg_per_l = models.FloatField(null=True, blank=True)
    chlorine_mg_per_l = models.FloatField(null=True, blank=True)
    salinity_g_per_kg = models.FloatField(null=True, blank=True)
    nitrate_as_n_mg_per_l = models.FloatField(null=True, blank=True)
    chloride_mg_per_l = models.FloatField(null=True, blank=True)
    copper_mg_per_l = models.FloatField(null=True, blank=True)
    # as PO4; hardness as CaCO3
    phosphate_mg_per_l = models.FloatField(null=True, blank=True)
    carbonate_hardness_mg_per_l = models.FloatField(null=True, blank=True)
    general_hardness_mg_per_l = models.FloatField(null=True, blank=True)
    # the name of the instrument that read it; empty where a keeper did
    instrument = models.CharField(max_length=CALLED, blank=True)
    note = models.CharField(max_length=TOLD, blank=True)

    @property
    def entered_later(self) -> bool:
        """What an instrument sends later it has read by itself at its time."""
        return not self.instrument and super().entered_later


class WaterChange(LedgerRecord):
    """A share of the water changed for clean water."""

    tank = models.ForeignKey(Tank, on_delete=models.CASCADE, related_name="changes")
    changed_fraction = models.FloatField()
    net_volume_l = models.FloatField()


class StandingTask(RoomRecord):
    """What is done at a tank every so many days, with or without a case; ``share_fraction`` of the water where it is a change."""

    tank = models.ForeignKey(Tank, on_delete=models.CASCADE, related_name="standing_tasks")
    kind = models.CharField(max_length=KIND)
    # in the keeper's own words; empty where the kind's name says it
    title = models.CharField(max_length=PRODUCT, blank=True)
    every_days = models.PositiveIntegerField()
    share_fraction = models.FloatField(null=True, blank=True)
    begins_on = models.DateField()
    # the last day on which it falls due; empty: until somebody ends it
    ends_on = models.DateField(null=True, blank=True)
    ended_at = models.DateTimeField(null=True, blank=True)

    class Meta(RoomRecord.Meta):
        constraints = [
            models.UniqueConstraint(fields=["fishroom", "uid"], name="standingtask_uid_in_fishroom"),
            models.CheckConstraint(condition=models.Q(every_days__gte=1), name="standing_task_comes_again"),
        ]


class Upkeep(LedgerRecord):
    """Something done at a tank that is no dose, no change and no test."""

    tank = models.ForeignKey(Tank, on_delete=models.CASCADE, related_name="upkeep")
    standing_task = models.ForeignKey(StandingTask, null=True, blank=True, on_delete=models.CASCADE, related_name="done")
    kind = models.CharField(max_length=KIND)
    note = models.CharField(max_length=TOLD, blank=True)


class SetupStep(LedgerRecord):
    """Something of a tank's set-up that is in place; or the whole tank ``taken_down`` or ``set_up`` again. Steps before the last ``set_up`` are history."""

    tank = models.ForeignKey(Tank, on_delete=models.CASCADE, related_name="setup_steps")
    item = models.CharField(max_length=WORD)
    note = models.CharField(max_length=NOTE, blank=True)


class FilterStart(LedgerRecord):
    """How a filter was begun: a sponge that ran elsewhere since a day, bacteria from a bottle, or nothing."""

    tank = models.ForeignKey(Tank, on_delete=models.CASCADE, related_name="filter_starts")
    origin = models.CharField(max_length=8, choices=[("sponge", "a seasoned sponge"), ("bottle", "bottled bacteria"), ("nothing", "from nothing")])
    from_tank = models.ForeignKey(Tank, null=True, blank=True, on_delete=models.SET_NULL, related_name="+")
    seasoned_since = models.DateField(null=True, blank=True)
    note = models.CharField(max_length=NOTE, blank=True)


class AmmoniaFed(LedgerRecord):
    """Ammonia given to a filter that has no fish yet: by how much it raises the water, as N; ``feed_g`` where it was food that rots."""

    tank = models.ForeignKey(Tank, on_delete=models.CASCADE, related_name="ammonia_fed")
    total_ammonia_as_n_mg_per_l = models.FloatField()
    feed_g = models.FloatField(null=True, blank=True)


class Gear(RoomRecord):
    """A thing that goes from water to water: a net, a sponge, a siphon, a rock. ``home``: the tank it belongs to."""

    name = models.CharField(max_length=CALLED)
    kind = models.CharField(max_length=KIND)
    home = models.ForeignKey(Tank, null=True, blank=True, on_delete=models.SET_NULL, related_name="gear")
    gone_at = models.DateTimeField(null=True, blank=True)

    class Meta(RoomRecord.Meta):
        constraints = [
            models.UniqueConstraint(fields=["fishroom", "uid"], name="gear_uid_in_fishroom"),
            models.UniqueConstraint(fields=["fishroom", "name"], condition=models.Q(gone_at=None), name="one_gear_of_a_name"),
        ]


class Contact(LedgerRecord):
    """Gear was used in a tank, disinfected or dried; or water, or hands, went from one tank to another."""

    kind = models.CharField(
        max_length=12, choices=[("used", "used"), ("disinfected", "disinfected"), ("dried", "dried"), ("water", "water"), ("hands", "hands")]
    )
    gear = models.ForeignKey(Gear, null=True, blank=True, on_delete=models.CASCADE, related_name="contacts")
    from_tank = models.ForeignKey(Tank, null=True, blank=True, on_delete=models.CASCADE, related_name="contacts_from")
    tank = models.ForeignKey(Tank, null=True, blank=True, on_delete=models.CASCADE, related_name="contacts")
    note = models.CharField(max_length=NOTE, blank=True)
