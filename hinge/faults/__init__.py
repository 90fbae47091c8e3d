"""Finding the fault: what is known of causes and checks, reasoning over it, and what the desk can say at once."""
