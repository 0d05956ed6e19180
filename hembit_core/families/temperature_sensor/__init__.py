"""Temperature sensors that are read in ohms: NTC, platinum, nickel."""
