"""The batch: what was really made, told apart from what was written."""
