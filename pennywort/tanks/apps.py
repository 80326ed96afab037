"""App configuration."""

from django.apps import AppConfig


class TanksConfig(AppConfig):
    name = "pennywort.tanks"
    label = "tanks"
    default_auto_field = "django.db.models.BigAutoField"
