"""Photos of a job: taken, decoded apart, kept."""
