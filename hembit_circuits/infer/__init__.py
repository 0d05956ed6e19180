"""What explains what was read, by all readings together.

Bayes over all hypotheses at once (`explaining`): prior times the joint density of the figures. They
are compared as arsinh(x / 2s), jointly normal (`joint`, `normal`): the parts' spread is common to
all readings, the meter's is each one's own, so that the same ohms between other terminals bring
nothing more. Where a wide severity bends a prediction, it is worked out again about the likeliest
parts (`laplace`).

Of some thousand pairs most could never count: what could not, whatever it said of the readings
left, is left out (`narrowing`), by a bound on how far a figure gets when the parts move (`reach`).
With a reading more, the last weighing is gone on from (`remembered`).

Priors are the table's, bent by the complaint and by what failed in the shop (`complaint`). A swap
is evidence as a reading is (`swaps`). Hypotheses that say the same of the same parts are one
**explanation** (`explanations`); part by part it is ruled out, suspect or not settled (`suspects`).
What could be measured, and what it costs in minutes, is `candidates`.
"""
