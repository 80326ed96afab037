"""A tank’s water over the days: levels, limits, files."""
