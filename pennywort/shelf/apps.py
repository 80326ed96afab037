"""App configuration."""

from django.apps import AppConfig


class ShelfConfig(AppConfig):
    name = "pennywort.shelf"
    label = "shelf"
    default_auto_field = "django.db.models.BigAutoField"
