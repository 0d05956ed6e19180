"""Is the part sound, and if not, what is wrong with it? One inference over everything known of it.

Conformity asks of one figure whether it lies within its limits. Soundness asks of the part: its modes
(``modes``, from each family's about.json) say what each test would read; the readings (``evidence``)
say what was read; ``likelihood`` weighs one by the other, with what they share and with misreadings;
``call`` turns the weights into a word for each aspect.
"""
