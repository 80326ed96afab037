"""What became of it: the story of a case, the look back, comparisons, the release, case files."""
