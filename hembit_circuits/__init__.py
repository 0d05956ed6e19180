"""A machine's small circuit: what to read, what explains what was read, what to measure next."""
