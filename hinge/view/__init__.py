"""What a call shows: its state, its lines, its steps, what is to be done next. Nothing here decides."""
