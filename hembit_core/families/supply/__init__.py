"""Supplies: every pair of terminals against its nominal, and the pattern the volts make."""
