"""What is due between two points, what a reading there says, and what to read next."""
