"""Thermocouples: millivolts at the terminals with a cold junction, and the loop's ohms."""
