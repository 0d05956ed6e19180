"""Making a release: what a person would forget, in its order."""
