"""The opener, by kind and never by make: its limits, where things go, whether one on the shaft fits."""
