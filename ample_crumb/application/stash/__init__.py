"""The stash: shelves, what lies on them and until when, and what becomes of it."""
