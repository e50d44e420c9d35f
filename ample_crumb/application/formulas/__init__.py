"""The place Formulas and its Bench."""
