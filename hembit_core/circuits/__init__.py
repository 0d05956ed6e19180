"""A machine's small circuit, solved: what to read, what explains what was read, what to measure next."""
