"""Sensors' curves beside each other: read at a point, compared, and matched with what was measured."""
