"""The API: the areas' routes put together, and what is wrong said in one shape."""
