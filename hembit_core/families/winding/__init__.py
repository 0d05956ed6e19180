"""Coils and windings: valves, relays, contactors, magnets, stators, pick-ups, transformers."""
