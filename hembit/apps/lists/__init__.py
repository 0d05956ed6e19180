"""Lists of the shop's own: complaints, looks, causes, instruments' words."""
