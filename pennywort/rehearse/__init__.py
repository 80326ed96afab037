"""Practice without loss: a plan beside its what-if, and the eye that learns to tell signs apart. Keeps nothing of a tank."""
