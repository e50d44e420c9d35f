"""Golden figures: what the program gave when they were taken, so that a rebuild that changes a figure is seen.

They guard against change and not against error: whether a figure is right is judged in `tests/published`. Floats hold
to 1e-9, words and verdicts exactly, the objective of the optimiser to 1e-6 with its answers verified afresh.
`python -m tests.golden` takes them anew, for an intended change, and prints what differs for review.
"""
