"""Entries of a job's log: one file per room of the visit, one registry of their kinds."""
