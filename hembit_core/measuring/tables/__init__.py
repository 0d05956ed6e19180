"""A meter's accuracy as its manual prints it: read line by line, and written again."""
