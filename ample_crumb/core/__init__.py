"""The job's rules and computation: pure functions over frozen dataclasses.

No clock, no network, no database and no web code in here; the reference tables are read once. Units stand in the names
(`mass_g`, `energy_kcal`). Inside, imports point one way: quantity, food, formula, day.
"""
