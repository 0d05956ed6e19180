"""The areas of the server, each with its models, services, routes and tests."""
