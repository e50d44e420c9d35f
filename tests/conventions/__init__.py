"""What the code is held to besides what it does."""
