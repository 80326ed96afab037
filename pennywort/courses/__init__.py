"""Cases, treatments, tasks and doses."""
