"""Contacts: thermostats, limits, fuses, switches, relays, dead, in ohms."""
