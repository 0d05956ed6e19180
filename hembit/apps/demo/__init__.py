"""The invented workshop that the demo shows."""
