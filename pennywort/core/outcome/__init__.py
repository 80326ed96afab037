"""What came of it: days, doses, losses."""
