"""What all areas share."""
