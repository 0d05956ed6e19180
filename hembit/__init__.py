"""The server of Hembit, round the core."""
