"""Tests of what the readings of a part come to together."""
