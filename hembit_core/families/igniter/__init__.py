"""Hot-surface igniters: silicon carbide and silicon nitride."""
