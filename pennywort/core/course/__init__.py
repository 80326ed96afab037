"""A treatment over time: the dated tasks of a plan, and the level of medicine in the water."""
