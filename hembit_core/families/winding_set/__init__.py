"""Windings that belong together: primary and secondary, two speeds, the phases of a stator."""
