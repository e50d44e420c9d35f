"""Batches: what was really made, kept as facts."""
