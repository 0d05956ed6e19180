"""The workshop itself: its details and its clock."""
