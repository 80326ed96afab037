"""App configuration."""

from django.apps import AppConfig


class FishConfig(AppConfig):
    name = "pennywort.fish"
    label = "fish"
    default_auto_field = "django.db.models.BigAutoField"
