"""A machine's circuit as it is drawn: parts with terminals, nodes, rows that a person types."""
