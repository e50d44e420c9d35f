"""The day: targets, what has been eaten, what room is left and what fits in it."""
