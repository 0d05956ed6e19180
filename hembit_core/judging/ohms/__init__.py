"""Judging ohms, which most families share: what is due, one reading, several, many at once."""
