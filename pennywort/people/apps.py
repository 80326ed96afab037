"""App configuration."""

from django.apps import AppConfig


class PeopleConfig(AppConfig):
    """Its label is that of its tables, which are older than its name."""

    name = "pennywort.people"
    label = "rooms"
    default_auto_field = "django.db.models.BigAutoField"

    def ready(self) -> None:
        """When somebody signed in last is nobody's business, and writing it would keep him out of a full disk."""
        from django.contrib.auth.signals import user_logged_in

        user_logged_in.disconnect(dispatch_uid="update_last_login")
