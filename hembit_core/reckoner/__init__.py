"""The ready reckoner: sums of the trade that belong to no single part, each with its working."""
