"""Dual and tapped elements: two halves, and the whole across both."""
