"""What explains what was read: likelihoods, weights, who is ruled out, what swaps told."""
