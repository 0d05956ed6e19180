"""Records of every form that was ever kept, read as today's: one step from each form to the next."""
