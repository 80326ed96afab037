"""The bases of every record, the writes that happen once, and who acts."""
