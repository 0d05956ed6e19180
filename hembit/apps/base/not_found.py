"""What an address names is not here: one thing, whatever it is."""

from __future__ import annotations


class NotFound(Exception):
    """There is nothing of that kind with that number; its words say what to do."""
