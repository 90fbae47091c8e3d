"""How the work is done: gates, proofs, when to stop, and the procedures step by step."""
