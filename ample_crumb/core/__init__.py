"""The job's rules and computation: pure functions over frozen dataclasses.

No clock, no network, no database and no web code in here; the reference tables are read once. Units stand in the names,
as in mass_g and energy_kcal. Inside, imports point one way; see docs/architecture.md.
"""
