"""A shop's data as one file, and back: no Django, so that it works where there is no database yet."""
