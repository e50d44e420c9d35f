"""The kitchen as a whole: who is at work, how they count, what their words mean."""
