"""Cases, the courses given in them, their dated tasks, and the ledger of doses."""

from __future__ import annotations

from django.db import models

from pennywort.accounts.models import Keeper
from pennywort.core.lengths import FINGERPRINT, GIVEN, ID, KIND, NAME, NOTE, PRODUCT, REASON, STEP, STORY, TITLE
from pennywort.fish.models import Group
from pennywort.records.models import LedgerRecord, RoomRecord
from pennywort.tanks.models import Tank, WaterChange

OUTCOMES = [
    ("recovered", "cured"),
    ("improved", "improved"),
    ("stable", "not cured, stable"),
    ("no_effect", "no effect"),
    ("relapsed", "came back"),
    ("wrong", "it was something else"),
    ("lost", "lost"),
    ("ended", "put down"),
    ("unclear", "unclear"),
]
COURSE_OUTCOMES = [
    ("cured", "cured"),
    ("improved", "improved"),
    ("no_effect", "no effect"),
    ("worse", "worse under it"),
    ("relapsed", "came back"),
    ("stopped", "not finished"),
    ("unclear", "unclear"),
]


class Case(RoomRecord):
    """Trouble in one group from the first sign to its outcome."""

    number = models.PositiveIntegerField()
    group = models.ForeignKey(Group, on_delete=models.CASCADE, related_name="cases")
    tank = models.ForeignKey(Tank, on_delete=models.CASCADE, related_name="cases")
    opened_at = models.DateTimeField()
    condition_id = models.CharField(max_length=ID, blank=True)
    closed_at = models.DateTimeField(null=True, blank=True)
    closed_by = models.ForeignKey(Keeper, null=True, blank=True, on_delete=models.PROTECT, related_name="+")
    outcome = models.CharField(max_length=12, blank=True, choices=OUTCOMES)
    outcome_note = models.CharField(max_length=STORY, blank=True)
    # what it had been taken for, where it was something else
    taken_for_id = models.CharField(max_length=ID, blank=True)

    class Meta(RoomRecord.Meta):
        constraints = [
            models.UniqueConstraint(fields=["fishroom", "uid"], name="case_uid_in_fishroom"),
            models.UniqueConstraint(fields=["fishroom", "number"], name="case_number_in_fishroom"),
            models.UniqueConstraint(fields=["group"], condition=models.Q(closed_at=None), name="one_open_case_per_group"),
        ]


class KeptProtocol(RoomRecord):
    """A protocol as it stood when a course was started by it, whole: whatever becomes of the shipped one, the course goes on by this."""

    digest = models.CharField(max_length=FINGERPRINT)
    content = models.JSONField()

    class Meta(RoomRecord.Meta):
        constraints = [
            models.UniqueConstraint(fields=["fishroom", "uid"], name="keptprotocol_uid_in_fishroom"),
            models.UniqueConstraint(fields=["fishroom", "digest"], name="one_kept_protocol_of_a_digest"),
        ]


class Course(RoomRecord):
    """A protocol on the calendar of one case, with the figures and the rule version that made it."""

    case = models.ForeignKey(Case, on_delete=models.CASCADE, related_name="courses")
    tank = models.ForeignKey(Tank, on_delete=models.CASCADE, related_name="courses")
    protocol_id = models.CharField(max_length=ID)
    protocol_version = models.CharField(max_length=NAME)
    # which kept protocol it goes by; courses of before have none: an own one stands beside them, a shipped one is found by its id
    protocol_digest = models.CharField(max_length=FINGERPRINT, blank=True)
    protocol = models.JSONField(null=True, blank=True)
    condition_id = models.CharField(max_length=ID, blank=True)
    targets_mg_per_l = models.JSONField(default=dict)
    # by active the range that the formulary gave it then: low, high, and how far a kit can be off
    ranges_mg_per_l = models.JSONField(default=dict, blank=True)
    # what was set, in the units of the protocol; the products dosed from; why a care was taken all the same
    parameters = models.JSONField(default=dict)
    # what was left in the water and the sand of its medicines at the start, by active: level_mg_per_l and sand_mg
    held_before = models.JSONField(default=dict)
    products = models.JSONField(default=dict)
    reason = models.CharField(max_length=REASON, blank=True)
    # the directions of a product by its own label, and of further ones given at the same time
    label = models.JSONField(null=True, blank=True)
    also_labels = models.JSONField(default=list, blank=True)
    confirmed = models.JSONField(default=list)
    net_volume_l = models.FloatField()
    starts_at = models.DateTimeField()
    treatment_ends_at = models.DateTimeField()
    observe_starts_at = models.DateTimeField()
    ends_at = models.DateTimeField()
    # what waits for the clock: when by the first plan, and when now; since when the clock counts anew, and why
    first_ends_at = models.DateTimeField(null=True, blank=True)
    clock_ends_at = models.DateTimeField(null=True, blank=True)
    clock_from = models.DateTimeField(null=True, blank=True)
    clock_from_words = models.CharField(max_length=TITLE, blank=True)
    stopped_at = models.DateTimeField(null=True, blank=True)
    stop_reason = models.CharField(max_length=NOTE, blank=True)
    # how it did, as its keeper judged it
    outcome = models.CharField(max_length=12, blank=True, choices=COURSE_OUTCOMES)
    outcome_note = models.CharField(max_length=REASON, blank=True)
    judged_at = models.DateTimeField(null=True, blank=True)

    class Meta(RoomRecord.Meta):
        # those that run now, among those of years
        indexes = [models.Index(fields=["fishroom", "ends_at"], name="course_in_time")]


class OwnProtocol(RoomRecord):
    """A protocol that a keeper wrote, as its text; ``gone_at`` once it was removed. Courses keep the one they were started by."""

    protocol_id = models.CharField(max_length=ID)
    name = models.CharField(max_length=TITLE)
    text = models.TextField()
    changed_at = models.DateTimeField()
    gone_at = models.DateTimeField(null=True, blank=True)

    class Meta(RoomRecord.Meta):
        constraints = [
            models.UniqueConstraint(fields=["fishroom", "uid"], name="ownprotocol_uid_in_fishroom"),
            models.UniqueConstraint(fields=["fishroom", "protocol_id"], condition=models.Q(gone_at=None), name="one_own_protocol_of_an_id"),
        ]


class Task(RoomRecord):
    """One dated thing to do. Doses in mg of active or mL of product."""

    course = models.ForeignKey(Course, on_delete=models.CASCADE, related_name="tasks")
    kind = models.CharField(max_length=KIND)
    title = models.CharField(max_length=TITLE)
    # how it is done, and what to mind
    text = models.CharField(max_length=STEP, blank=True)
    due_at = models.DateTimeField(db_index=True)
    medicine_id = models.CharField(max_length=ID, blank=True)
    # of a product by its label its name
    product = models.CharField(max_length=PRODUCT, blank=True)
    dose_mg = models.FloatField(null=True, blank=True)
    dose_ml = models.FloatField(null=True, blank=True)
    # of a product by its label that is weighed or counted
    dose_product_mg = models.FloatField(null=True, blank=True)
    dose_pieces_count = models.FloatField(null=True, blank=True)
    water_share = models.FloatField(null=True, blank=True)
    put_back = models.BooleanField(default=False)
    # a dose that fills up to its expected level: what is missing of it on the day
    refill = models.BooleanField(default=False)
    temperature_c = models.FloatField(null=True, blank=True)
    salinity_g_per_kg = models.FloatField(null=True, blank=True)
    # which line of the protocol it is and which time of it, how near two of it may lie, how far they are planned apart
    place = models.PositiveIntegerField(default=0)
    number = models.PositiveIntegerField(default=1)
    minimum_h = models.FloatField(null=True, blank=True)
    every_h = models.FloatField(null=True, blank=True)
    use_id = models.CharField(max_length=ID, blank=True)
    lasts_min = models.FloatField(null=True, blank=True)
    expected_mg_per_l = models.FloatField(null=True, blank=True)
    reads = models.JSONField(default=list, blank=True)
    # of a move the tank it goes to, and once it is made where they were; of a tank to be emptied which it is
    to_tank = models.ForeignKey(Tank, null=True, blank=True, on_delete=models.SET_NULL, related_name="+")
    moved_from = models.ForeignKey(Tank, null=True, blank=True, on_delete=models.SET_NULL, related_name="+")
    only_if = models.CharField(max_length=TITLE, blank=True)
    done_at = models.DateTimeField(null=True, blank=True)
    done_by = models.ForeignKey(Keeper, null=True, blank=True, on_delete=models.PROTECT, related_name="+")
    # of a bath or a swab that was not run here: what was given, and for how long
    given_words = models.CharField(max_length=GIVEN, blank=True)
    skipped = models.BooleanField(default=False)

    class Meta(RoomRecord.Meta):
        indexes = [
            models.Index(fields=["fishroom", "done_at"], name="task_done_in_time"),
            # what is still open of some courses, and by when: most tasks of three years are done
            models.Index(fields=["course", "done_at", "due_at"], name="task_open_by_time"),
        ]


class Dose(LedgerRecord):
    """Medicine that went into the water: mg of active or mL of product, and the water it went into."""

    course = models.ForeignKey(Course, on_delete=models.CASCADE, related_name="doses")
    task = models.ForeignKey(Task, null=True, blank=True, on_delete=models.CASCADE, related_name="doses")
    attempt = models.PositiveIntegerField(default=1)
    water_change = models.ForeignKey(WaterChange, null=True, blank=True, on_delete=models.CASCADE, related_name="put_back_doses")
    medicine_id = models.CharField(max_length=ID, blank=True)
    product = models.CharField(max_length=PRODUCT, blank=True)
    amount_mg = models.FloatField(null=True, blank=True)
    amount_ml = models.FloatField(null=True, blank=True)
    # of a product by its label that is weighed or counted
    product_mg = models.FloatField(null=True, blank=True)
    pieces_count = models.FloatField(null=True, blank=True)
    net_volume_l = models.FloatField()

    class Meta(LedgerRecord.Meta):
        constraints = [
            models.UniqueConstraint(fields=["fishroom", "uid"], name="dose_uid_in_fishroom"),
            # the database itself refuses a second dose for one task; a struck dose frees the next attempt
            models.UniqueConstraint(fields=["task", "attempt"], condition=models.Q(corrects=None), name="one_dose_per_task"),
            models.CheckConstraint(
                condition=models.Q(amount_mg__gt=0)
                | models.Q(amount_ml__gt=0)
                | models.Q(product_mg__gt=0)
                | models.Q(pieces_count__gt=0)
                | models.Q(struck=True),
                name="dose_is_something",
            ),
        ]
