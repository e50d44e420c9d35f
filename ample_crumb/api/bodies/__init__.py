"""What comes in, a module a place."""
