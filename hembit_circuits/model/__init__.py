"""A machine's circuit as it is drawn: what is there, and nothing about what is the matter.

A **component** (`component`, `kinds`) is what a part is to a network: paths between its terminals
with ohms cold [Ω] and live, contacts that rest or are called, a coil that moves them, and the modes
in which it fails. A **circuit** (`circuit`) is components between named nodes, with supplies as
sources against earth, and its branches as arrays. Everything behind this room goes by those two.

People do not draw: they type **rows** (`rows`), bound to a machine's positions (`bindings`) or
taken from a template (`templates`, `row_templates`), and what each family is in a circuit is its
own word (`of_parts`). The drawing follows from the rows (`drawing`); where a clamp goes does too
(`clamps`).

A row that cannot be is refused where it stands, and one that looks like a slip is told and kept
(`mistakes`). Where the probes are, and how the machine stands, is a **probe** (`probe`).
"""
