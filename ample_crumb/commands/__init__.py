"""Commands that need no server: what they are given, what they work out, and how it is printed."""
