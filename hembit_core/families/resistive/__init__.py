"""Parts that are just their ohms: high-tension leads, and anything else resistive."""
