"""The sentences of a circuit: explanations, suspects, what speaks for them, the search."""
