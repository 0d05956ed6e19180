"""A part of which no figure is known: it is whole or broken, it leaks or not, and it has siblings."""
