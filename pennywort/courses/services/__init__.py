"""Writes of cases and courses: one function a write."""
