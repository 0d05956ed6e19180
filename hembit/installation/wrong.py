"""What keeps an installation from starting, in a sentence for whoever starts it."""

from __future__ import annotations


class Wrong(Exception):
    """It does not start; the message says why, and what to do."""
