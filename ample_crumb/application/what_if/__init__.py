"""Ask what if, on the Bench."""
