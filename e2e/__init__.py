"""Hembit in a browser: journeys, every place, documented commands, screenshots."""
