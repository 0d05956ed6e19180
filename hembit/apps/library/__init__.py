"""The library of specs: kept, revised, found, in and out."""
