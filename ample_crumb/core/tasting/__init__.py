"""What people say who taste side by side, and how far that carries."""
