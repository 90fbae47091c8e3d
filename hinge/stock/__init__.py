"""A shop's own lists: its supplier's rates and the springs on its van, as the search takes them."""
