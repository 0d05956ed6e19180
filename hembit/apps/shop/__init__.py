"""What lies on the bench: meters, thermometers, resistors, leads, their calibrations."""
