"""The place Today: a day against its targets, and what is logged."""
