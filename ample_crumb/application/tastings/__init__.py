"""Tastings: batches side by side, under letters where nobody shall know which is which; what they tell."""
