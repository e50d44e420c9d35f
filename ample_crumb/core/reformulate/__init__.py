"""Reach a target: the amounts nearest to one's own that make a piece what it shall be and still bake."""
