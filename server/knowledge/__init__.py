"""What the pages choose from: the core's knowledge, told once."""
