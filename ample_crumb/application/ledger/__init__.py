"""Days looked back on, and weight."""
