"""Texts as they are taken, compared and searched."""
