"""The shelf: the keeper's own bottles, stock solutions, tools and spoons."""
