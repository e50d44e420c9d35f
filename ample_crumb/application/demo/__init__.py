"""The demo kitchen."""
