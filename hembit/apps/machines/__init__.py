"""Customers, their machines, positions and parts, and a machine's circuit."""
