"""Banks: equal elements in parallel, where one dead member hides."""
