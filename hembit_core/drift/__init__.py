"""How a part's readings move over the years."""
