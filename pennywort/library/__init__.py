"""The reference, for readers and for commands that answer from files."""
