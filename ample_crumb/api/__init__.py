"""HTTP in and out, nothing else: one router per place, bounds on everything that comes in."""
