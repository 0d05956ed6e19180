"""A job on its machine's circuit: the readings that count, what explains them, what to read next."""
