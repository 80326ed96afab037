"""A whole installation as one file: its database and its pictures, taken while it runs, checked, and put back."""
