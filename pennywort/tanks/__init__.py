"""Tanks and their water."""
