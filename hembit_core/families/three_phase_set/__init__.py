"""Three elements in star, delta or open delta, read from line to line."""
