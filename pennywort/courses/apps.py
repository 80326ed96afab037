"""App configuration."""

from django.apps import AppConfig


class CoursesConfig(AppConfig):
    name = "pennywort.courses"
    label = "courses"
    default_auto_field = "django.db.models.BigAutoField"
