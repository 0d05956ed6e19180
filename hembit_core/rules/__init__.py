"""The shop's figures that verdicts rest on: as one value, and as settings with limits and origins."""
