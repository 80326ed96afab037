"""A quarantine tank made ready: what stands in it, its filter brought to life, and whether a kind of fish can come."""
