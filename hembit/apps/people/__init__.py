"""People: who works here, what they may, how they sign in."""
