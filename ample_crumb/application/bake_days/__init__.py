"""Bake days: planned, shopped for, run from the counter."""
