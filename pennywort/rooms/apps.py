"""App configuration."""

from django.apps import AppConfig


class RoomsConfig(AppConfig):
    name = "pennywort.rooms"
    label = "rooms"
    default_auto_field = "django.db.models.BigAutoField"
