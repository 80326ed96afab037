"""App configuration."""

from django.apps import AppConfig


class RehearseConfig(AppConfig):
    name = "pennywort.rehearse"
    label = "rehearse"
    default_auto_field = "django.db.models.BigAutoField"
