"""A judgement: what is due, what a reading says of it, by which rule, and what would settle it."""
