"""Fish, looks, observations and losses."""
