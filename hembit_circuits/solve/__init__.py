"""What would be read between two points if something were the matter: hypotheses and networks."""
