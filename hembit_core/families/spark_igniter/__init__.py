"""Spark igniters: the transformer's two windings, and the gap."""
