"""People, the fishrooms they belong to, and how they come in.

Their tables are those of the application ``rooms``, whose migrations lie in ``pennywort/people``.
"""

from __future__ import annotations

import uuid
from datetime import timedelta

from django.contrib.auth.models import AbstractUser
from django.db import models

from pennywort.core.lengths import DIGEST, NAME, WORD, ZONE


class Keeper(AbstractUser):
    """A person who signs in, with the units he thinks in."""

    display_name = models.CharField(max_length=NAME)
    volume_unit = models.CharField(max_length=8, default="l", choices=[("l", "litres"), ("us_gal", "US gallons"), ("imp_gal", "imperial gallons")])
    temperature_unit = models.CharField(max_length=1, default="c", choices=[("c", "°C"), ("f", "°F")])
    mass_unit = models.CharField(max_length=2, default="g", choices=[("g", "grams"), ("oz", "ounces")])
    length_unit = models.CharField(max_length=2, default="cm", choices=[("cm", "centimetres"), ("in", "inches")])
    kit_basis = models.CharField(max_length=3, default="ion", choices=[("ion", "as the ion, NH₄ and NO₂"), ("n", "as nitrogen, N")])
    night = models.BooleanField(default=False)
    cautions_read_at = models.DateTimeField(null=True, blank=True)
    # ids of allergens of the reference: what this keeper may not touch
    allergies = models.JSONField(default=list, blank=True)

    class Meta(AbstractUser.Meta):
        app_label = "rooms"

    def __str__(self) -> str:
        return self.display_name or self.username


class Fishroom(models.Model):
    """A place with tanks. Everything recorded belongs to one."""

    uid = models.UUIDField(default=uuid.uuid4, unique=True, editable=False)
    name = models.CharField(max_length=NAME)
    time_zone = models.CharField(max_length=ZONE, default="UTC")
    # a place of the reference whose law says what must be reported; empty as long as nobody said
    law = models.CharField(max_length=WORD, blank=True)
    made_at = models.DateTimeField(auto_now_add=True)
    # an archive is coming in, and moved last at this instant; nobody else is let in meanwhile
    importing_at = models.DateTimeField(null=True, blank=True)
    # one to rehearse in: what is in it is nobody's own, and its clock runs ahead by what was waited there
    rehearsal = models.BooleanField(default=False)
    ahead = models.DurationField(default=timedelta)

    class Meta:
        app_label = "rooms"

    def __str__(self) -> str:
        return self.name


class Membership(models.Model):
    """Who may enter which fishroom."""

    fishroom = models.ForeignKey(Fishroom, on_delete=models.CASCADE, related_name="memberships")
    keeper = models.ForeignKey(Keeper, on_delete=models.CASCADE, related_name="memberships")
    role = models.CharField(max_length=8, choices=[("owner", "owner"), ("keeper", "keeper"), ("helper", "helper")], default="owner")

    class Meta:
        app_label = "rooms"
        constraints = [models.UniqueConstraint(fields=["fishroom", "keeper"], name="one_membership_each")]


class SignInLink(models.Model):
    """A link that signs one keeper in, once. Only its hash is kept."""

    keeper = models.ForeignKey(Keeper, on_delete=models.CASCADE)
    token_hash = models.CharField(max_length=DIGEST, unique=True)
    expires_at = models.DateTimeField()
    used_at = models.DateTimeField(null=True, blank=True)

    class Meta:
        app_label = "rooms"
