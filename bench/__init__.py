"""Speed and hit rates, measured by scripts in one run, never by timed tests."""
