"""From signs to what they most likely mean, what to look at next, and what is safe meanwhile."""
