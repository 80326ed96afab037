"""App configuration."""

from django.apps import AppConfig
from django.db.models.signals import post_migrate


class FishConfig(AppConfig):
    name = "pennywort.fish"
    label = "fish"
    default_auto_field = "django.db.models.BigAutoField"

    def ready(self) -> None:
        from pennywort.fish.kept import connect, keep_missing

        connect()
        post_migrate.connect(keep_missing, sender=self)
