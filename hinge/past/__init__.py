"""What earlier calls at a door say: how old its springs are, how its balance went."""
