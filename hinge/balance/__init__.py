"""How the door hangs on its springs: predicted, read, and what to do about the difference."""
