"""The rules of the trade, by kind of grounds. Each returns a finding, or None where it is silent."""
