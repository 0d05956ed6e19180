"""The specs a workshop keeps: what a part should be, where the figures are from."""
