"""The house around the rooms: settings, routes, security, and errors as problem+json."""
