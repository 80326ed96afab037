"""Groups of fish, and the ledger of what was seen of them."""

from __future__ import annotations

from django.db import models
from django.db.models.functions import Lower

from pennywort.core.lengths import CALLED, ID, NAME, NOTE, PRODUCT, TOLD, WORD
from pennywort.records.models import LedgerRecord, RoomRecord
from pennywort.tanks.models import Tank

# "moved" stands only in a case brought in from elsewhere: there the other tank is not in this book
# what the id of a kind begins with that is on no list but this fishroom's own
OWN = "own:"
LEFT_AS = [("sold", "sold"), ("given", "given away"), ("released", "released"), ("moved", "moved to another tank")]
DURING = [
    ("arrival", "arrival"),
    ("disease", "disease"),
    ("treatment", "treatment"),
    ("bath", "bath"),
    ("release", "release"),
    ("unknown", "not known"),
]


class Group(RoomRecord):
    """Fish of one kind that arrived together. Counts may be estimates with a plus-minus.

    ``seen_before`` is the look at the seller's, where there was one; ``ordered_count`` what was ordered, where it was.
    """

    tank = models.ForeignKey(Tank, on_delete=models.CASCADE, related_name="groups")
    species_id = models.CharField(max_length=ID, blank=True)
    species_name = models.CharField(max_length=NAME)
    arrived_on = models.DateField()
    count = models.PositiveIntegerField()
    count_plus_minus = models.PositiveIntegerField(default=0)
    dead_on_arrival = models.PositiveIntegerField(default=0)
    dead_on_arrival_plus_minus = models.PositiveIntegerField(default=0)
    ordered_count = models.PositiveIntegerField(null=True, blank=True)
    supplier = models.CharField(max_length=NAME, blank=True)
    # since when these have been watched apart from others that were watched for less; from the arrival where it is empty
    watched_since = models.DateTimeField(null=True, blank=True)
    seen_before = models.OneToOneField("Look", null=True, blank=True, on_delete=models.PROTECT, related_name="became")


class KeptCount(models.Model):
    """How many of a group are left by all its ledgers, kept with every entry so that a screen of many groups need not walk them (``kept.py``)."""

    group = models.OneToOneField(Group, on_delete=models.CASCADE, related_name="kept")
    count = models.PositiveIntegerField()
    count_plus_minus = models.PositiveIntegerField()


class Order(RoomRecord):
    """Fish that are ordered and have not come: which, about how many, from whom, when. ``closed_at`` once they came (``became``) or were called off."""

    tank = models.ForeignKey(Tank, null=True, blank=True, on_delete=models.SET_NULL, related_name="orders")
    species_id = models.CharField(max_length=ID, blank=True)
    species_name = models.CharField(max_length=NAME)
    count = models.PositiveIntegerField()
    count_plus_minus = models.PositiveIntegerField(default=0)
    supplier = models.CharField(max_length=NAME, blank=True)
    expected_on = models.DateField()
    note = models.CharField(max_length=NOTE, blank=True)
    became = models.OneToOneField(Group, null=True, blank=True, on_delete=models.SET_NULL, related_name="ordered_as")
    closed_at = models.DateTimeField(null=True, blank=True)

    class Meta(RoomRecord.Meta):
        constraints = [models.UniqueConstraint(fields=["fishroom", "uid"], name="order_uid_in_fishroom")]


class OwnSpecies(RoomRecord):
    """A kind of fish that is not on the built-in list, as its keeper told it once: its water and its kin."""

    name = models.CharField(max_length=NAME)
    water_type = models.CharField(max_length=WORD)
    kin = models.CharField(max_length=ID)

    class Meta(RoomRecord.Meta):
        constraints = [
            models.UniqueConstraint(fields=["fishroom", "uid"], name="ownspecies_uid_in_fishroom"),
            models.UniqueConstraint("fishroom", Lower("name"), name="one_own_species_of_a_name"),
        ]

    @property
    def species_id(self) -> str:
        """The id that groups of it carry."""
        return f"{OWN}{self.uid.hex}"


class Individual(RoomRecord):
    """One fish of a group that has a name, and how it is told from the others."""

    group = models.ForeignKey(Group, on_delete=models.CASCADE, related_name="individuals")
    name = models.CharField(max_length=CALLED)
    marks = models.CharField(max_length=NOTE, blank=True)

    class Meta(RoomRecord.Meta):
        constraints = [
            models.UniqueConstraint(fields=["fishroom", "uid"], name="individual_uid_in_fishroom"),
            models.UniqueConstraint(fields=["group", "name"], name="one_name_in_a_group"),
        ]


class Look(LedgerRecord):
    """One look at a group, at one fish of it, or at fish not bought yet.

    ``signs``: seen (true) or not there (false); a sign that is missing was not looked at. ``counts``: of how many fish
    a sign was seen in how many. ``sizes``: how much of it, 1 the least of its scale. ``context`` and ``kin``: what was known
    then. ``carried``: marks taken over from the look before. ``bag``: the water they came in. ``shares`` and ``verdict``: the
    answer given then, kept as it was.
    """

    group = models.ForeignKey(Group, null=True, blank=True, on_delete=models.CASCADE, related_name="looks")
    fish = models.CharField(max_length=CALLED, blank=True)
    kind = models.CharField(max_length=8, default="daily", choices=[("daily", "daily look"), ("arrival", "arrival inspection")])
    place = models.CharField(max_length=8, blank=True, choices=[("shop", "at the seller"), ("bag", "in the bag"), ("tank", "in the tank")])
    species_id = models.CharField(max_length=ID, blank=True)
    species_name = models.CharField(max_length=NAME, blank=True)
    water_type = models.CharField(max_length=WORD, blank=True)
    seller = models.CharField(max_length=NAME, blank=True)
    signs = models.JSONField()
    counts = models.JSONField(default=dict)
    sizes = models.JSONField(default=dict)
    context = models.JSONField(default=list)
    kin = models.CharField(max_length=ID, blank=True)
    carried = models.JSONField(default=list)
    bag = models.JSONField(default=dict)
    shares = models.JSONField()
    verdict = models.CharField(max_length=NOTE)
    note = models.CharField(max_length=TOLD, blank=True)

    class Meta(LedgerRecord.Meta):
        constraints = [
            models.UniqueConstraint(fields=["fishroom", "uid"], name="look_uid_in_fishroom"),
            models.CheckConstraint(condition=models.Q(group__isnull=False) | ~models.Q(water_type=""), name="a_look_without_group_names_its_water"),
        ]


class Photo(LedgerRecord):
    """A picture of a group or one fish of it, re-encoded; ``happened_at`` is when it was taken. ``loss``: what it shows, if that."""

    group = models.ForeignKey(Group, on_delete=models.CASCADE, related_name="photos")
    loss = models.ForeignKey("Loss", null=True, blank=True, on_delete=models.PROTECT, related_name="photos")
    fish = models.CharField(max_length=CALLED, blank=True)
    note = models.CharField(max_length=NOTE, blank=True)
    width_px = models.PositiveIntegerField()
    height_px = models.PositiveIntegerField()


class Observation(LedgerRecord):
    """Appetite, breathing, and a line in the keeper's words."""

    group = models.ForeignKey(Group, on_delete=models.CASCADE, related_name="observations")
    appetite = models.CharField(max_length=8, blank=True, choices=[("all", "eats"), ("less", "eats less"), ("none", "refuses food")])
    breathing = models.CharField(max_length=8, blank=True, choices=[("calm", "calm"), ("fast", "fast"), ("gasping", "gasping")])
    # counted at the tank by tapping along; and whether they were as the day before
    breaths_per_min = models.PositiveSmallIntegerField(null=True, blank=True)
    compared = models.CharField(max_length=8, blank=True, choices=[("same", "as yesterday"), ("changed", "changed")])
    fed = models.CharField(max_length=8, blank=True, choices=[("usual", "fed as usual"), ("little", "fed little"), ("none", "not fed")])
    note = models.CharField(max_length=TOLD, blank=True)


class Move(LedgerRecord):
    """Fish went to another tank: a whole group, or a part of one (``parted_from``) that is a group of its own since.

    ``joins``: those of ``parted_from`` were put together with ``group``, which was there before.
    """

    group = models.ForeignKey(Group, on_delete=models.CASCADE, related_name="moves")
    parted_from = models.ForeignKey(Group, null=True, blank=True, on_delete=models.CASCADE, related_name="parted")
    joins = models.BooleanField(default=False)
    from_tank = models.ForeignKey(Tank, on_delete=models.CASCADE, related_name="+")
    to_tank = models.ForeignKey(Tank, on_delete=models.CASCADE, related_name="+")
    count = models.PositiveIntegerField()
    count_plus_minus = models.PositiveIntegerField(default=0)


class Loss(LedgerRecord):
    """Fish that died, were put down, or are missing; ``happened_at`` is when they were found.

    ``fish``: the name of one that had one. ``signs``: seen on it, by id. ``checked``: what was looked at afterwards.
    ``method`` and ``vet_asked`` belong to a humane end.
    """

    group = models.ForeignKey(Group, on_delete=models.CASCADE, related_name="losses")
    count = models.PositiveIntegerField()
    count_plus_minus = models.PositiveIntegerField(default=0)
    manner = models.CharField(max_length=8, default="died", choices=[("died", "found dead"), ("ended", "put down"), ("missing", "missing")])
    fish = models.CharField(max_length=CALLED, blank=True)
    last_seen_well_at = models.DateTimeField(null=True, blank=True)
    signs = models.JSONField(default=list)
    cause_id = models.CharField(max_length=ID, blank=True)
    cause = models.CharField(max_length=PRODUCT, blank=True)
    during = models.CharField(max_length=10, blank=True, choices=DURING)
    checked = models.JSONField(default=list)
    method = models.CharField(max_length=ID, blank=True)
    vet_asked = models.BooleanField(null=True, blank=True)
    note = models.CharField(max_length=TOLD, blank=True)


class Leaving(LedgerRecord):
    """Fish that went alive out of this book: sold, given away, or released into a water it does not know."""

    group = models.ForeignKey(Group, on_delete=models.CASCADE, related_name="leavings")
    kind = models.CharField(max_length=8, choices=LEFT_AS)
    count = models.PositiveIntegerField()
    count_plus_minus = models.PositiveIntegerField(default=0)
    whither = models.CharField(max_length=NAME, blank=True)
    note = models.CharField(max_length=TOLD, blank=True)


class Scuffle(LedgerRecord):
    """Who went for these fish after they were let in, and how hard."""

    group = models.ForeignKey(Group, on_delete=models.CASCADE, related_name="scuffles")
    by_whom = models.CharField(max_length=NAME)
    degree = models.CharField(
        max_length=8, choices=[("shown", "shown off at"), ("chased", "chased"), ("bitten", "bitten"), ("pinned", "kept from food or cover")]
    )
    note = models.CharField(max_length=TOLD, blank=True)


class Recount(LedgerRecord):
    """How many there were when somebody counted them anew. From then on the book goes on from this number."""

    group = models.ForeignKey(Group, on_delete=models.CASCADE, related_name="recounts")
    count = models.PositiveIntegerField()
    count_plus_minus = models.PositiveIntegerField(default=0)
    note = models.CharField(max_length=TOLD, blank=True)
