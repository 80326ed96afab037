"""Reads of cases and courses, shaped for the screens."""
