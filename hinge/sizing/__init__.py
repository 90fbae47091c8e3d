"""Which springs carry this door: the ideal, the search, and what is on it now."""
