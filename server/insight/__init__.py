"""The books: what the shop's closed calls add up to."""
