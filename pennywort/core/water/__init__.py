"""Water: how much of it there is, what is dissolved in it, and whether it is fit for fish."""
