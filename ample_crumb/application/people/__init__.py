"""The people of a kitchen: who they are, what their days are meant to be, and how that is worked out."""
