"""Measure: every volume, salt, dose and bath, with or without a tank of the record. Keeps nothing."""
