"""A control's output against its feed: the control, its feed, or the load behind it."""
