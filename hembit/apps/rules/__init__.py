"""The figures that verdicts rest on, in sets of the shop."""
