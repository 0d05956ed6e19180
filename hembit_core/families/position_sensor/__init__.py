"""Three-terminal position sensors: track, halves, sweep."""
