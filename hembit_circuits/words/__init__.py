"""The sentences of a circuit, for a technician.

`words` tells explanations and measurements, `speaking` which readings and trials speak for what and
which of them rule a part out, `search_words` the search through a chain, `swap_words` a trial with
a swapped part. `witnesses` holds what the circuit says of a part against the part's own finding,
and says so where they differ. Nothing is decided here: whoever changes a sentence changes no
weight.
"""
