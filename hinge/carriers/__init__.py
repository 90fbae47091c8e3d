"""What carries a door: torsion springs, an extension pair or a counterweight, all that is particular to each in one class."""
