"""The rules of the job. Pure functions and frozen values: no web framework, no clock, no database."""
