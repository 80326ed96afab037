"""People, fishrooms and who may enter which."""
