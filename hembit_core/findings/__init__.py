"""From readings to a decision: what all evidence on one part says together."""
