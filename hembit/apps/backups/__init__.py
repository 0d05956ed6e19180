"""Backups: made, sealed, copied, and told."""
