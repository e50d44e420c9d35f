"""Find anything."""
