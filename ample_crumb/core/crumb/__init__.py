"""Will it bake: families, the dials of the crumb check, repairs, what a kitchen has learned, hazards."""
