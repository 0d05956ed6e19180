"""What is kept of a customer: found, exported, erased."""
