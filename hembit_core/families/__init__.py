"""The families of parts, one package each; what they have in common lies beside them."""
