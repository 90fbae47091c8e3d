"""Reading what a tape, a scale and a caliper say, and writing it back the way the trade does."""
