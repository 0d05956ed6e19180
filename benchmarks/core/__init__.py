"""What is measured of the core and its circuits alone, without a server."""
