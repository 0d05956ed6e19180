"""Small computations of the trade, one topic each: circuits, heat, waiting, water."""
