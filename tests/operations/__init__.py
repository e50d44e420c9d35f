"""What whoever keeps an installation does with it."""
