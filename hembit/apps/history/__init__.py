"""Over jobs: drift, judged again by other figures, a mended spec, the sheet of a machine."""
