"""Jobs, the write side: a visit, its entries, readings, waits and follow-ups."""
