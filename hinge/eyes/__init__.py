"""The eyes of an opener: what blinds them."""
