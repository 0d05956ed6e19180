"""Solenoid valves: whether one, or a row of equal ones, holds shut and passes driven."""
