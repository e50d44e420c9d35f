"""Bake day: the tasks of formulas, and a plan that fits them into one kitchen."""
