"""A shop's own Hembit on its machine: its folder, names, certificates, and how it is started."""
