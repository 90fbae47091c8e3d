"""What is known of a door: its record, what was measured, what is said of it."""
