"""Practice: calls on simulated sites, kept apart from a shop's files; how each went, and who has passed what."""
