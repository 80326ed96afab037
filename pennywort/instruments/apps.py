"""App configuration."""

from django.apps import AppConfig


class InstrumentsConfig(AppConfig):
    name = "pennywort.instruments"
    label = "instruments"
    default_auto_field = "django.db.models.BigAutoField"
