"""Checks: a reading judged, kept, found again."""
