"""Sums of the trade, over the API."""
