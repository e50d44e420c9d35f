"""Heat: which oven, how long, and when to look."""
