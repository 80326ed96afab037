"""App configuration."""

from django.apps import AppConfig


class MeasureConfig(AppConfig):
    name = "pennywort.measure"
    label = "measure"
