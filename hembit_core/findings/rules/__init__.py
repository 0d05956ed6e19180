"""The rules of the trade, by kind of evidence. Each returns a finding, or None where it is silent."""
