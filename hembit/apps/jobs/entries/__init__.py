"""Entries of a job's log: one file per topic, one registry of their kinds."""
