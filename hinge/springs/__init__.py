"""Springs and drums: what they give, how long they last, what they do when wound."""
