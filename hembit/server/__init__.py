"""The server: takes requests in whole, answers them from a few threads, speaks TLS."""
