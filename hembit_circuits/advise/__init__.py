"""What is due between two points, what a reading there says, and what to read next.

What a healthy machine reads (`asked`) is solved again with each part two standard deviations off,
and what each makes of it added in squares. A reading between points, or of a part at its position,
becomes a figure with its uncertainty in `points` and `readings`.

What a reading says by itself is `live_truth`: 0 V across a contact means closed only where
something in the same state shows volts (`across`, `truth_codes`); where loads alone meet, what is
off is theirs (`meeting_loads`).

One step of finding what is wrong is `diagnosis`: readings in, ranking and the next measurement out.
The next one is the expected information per minute (`next_reading`); going live and back is paid
for, and nothing is read live while a short or a leak may be there. `series` has the order in which
the joints of a chain are opened, by dynamic programming.
"""
