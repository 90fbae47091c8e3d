"""The desk: a technician's day, what is free in it, and the way between places."""
