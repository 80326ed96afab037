"""App configuration."""

from django.apps import AppConfig


class BathsConfig(AppConfig):
    name = "pennywort.baths"
    label = "baths"
    default_auto_field = "django.db.models.BigAutoField"
