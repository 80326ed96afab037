"""Who belongs to a fishroom: sessions, invitations, roles, calendar addresses."""
