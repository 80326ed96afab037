"""A dose as every screen shows it."""
