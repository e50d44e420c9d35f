"""Texts of the demo kitchen, invented."""
