"""The door as a chain of rigid sections on its track, and the lift it needs."""
