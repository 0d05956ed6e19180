"""What would be read between two points if this or that were the matter.

A **hypothesis** (`hypotheses`) is nothing, one fault of one part in one severity, or two parts'
faults; to a network it changes some branches' admittances [S]. The **networks** (`network`) of all
of them are solved at once by nodal analysis, Y v = i: dead with cold ohms, live with complex
admittances. Two faults are one branch changed in the network of one of them (`solvers`, Sherman and
Morrison).

Live, contacts stand where their coils put them, and a short trips its protection: solved, moved and
solved again until nothing moves (`settling`, `protection`).

One state of a machine solved for all measurements in it is `solved`: ohms [Ω], volts [V] or amps
[A], with the derivative of each by ln R of every branch, from the same solution. A **prediction**
(`prediction`, `predicting`) holds figure and derivatives in the frame in which figures are
compared. A part by itself, its wires lifted, needs no network (`by_itself`). A machine with drawn
faults that answers through a meter is `simulated`, for tests and benchmarks.
"""
