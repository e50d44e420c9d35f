"""Ample Crumb: from a pasted recipe to honest figures per piece."""

__version__ = "0.1.0"
