"""What is to be done at a door later: yearly checks, springs due, work that was declined."""
