"""Signs seen, what speaks for and against, and what to do first."""
