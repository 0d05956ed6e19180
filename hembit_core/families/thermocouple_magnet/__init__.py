"""Thermocouple and holding magnet: which of the two lets the flame go out."""
