"""Quantities and sentences: the only room where a number becomes words, in the units and the language of whoever is spoken to."""
