"""Simulated stand-ins to try the work on at a desk: they ship with the product and are no part of a call."""
