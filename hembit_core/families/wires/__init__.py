"""A wire's two ends under voltage: what is lost between the source and the part."""
