"""Simulated stand-ins: an opener, and a whole site with a technician who walks it. They ship with the product."""
