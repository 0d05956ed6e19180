"""Records that stay: written once, in their order, under the sender's own id, by the sender's clock."""
