"""From a display to a figure with its uncertainty: texts, meters, thermometers, leads."""
