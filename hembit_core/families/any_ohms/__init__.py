"""Tests that any part which is judged in ohms can take: siblings, wriggled, isolated and in circuit."""
