"""How much of a medicine this water takes, with which tool, and who must not meet it."""
