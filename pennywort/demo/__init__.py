"""The demonstration fishroom. All of it is invented."""
