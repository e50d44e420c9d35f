"""The eight dials of a dough, a module each."""
