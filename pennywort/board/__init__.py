"""Today: the strips of every tank, what is due, the round, calendars."""
