"""Standing at the bath: runs with their timer, what was seen, and how each ended."""
