"""A job as the visit that its record makes: loaded once, then its route, its state, its findings."""
