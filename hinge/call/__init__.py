"""The call: its gates, entries and proofs, and what follows from what has been entered."""
