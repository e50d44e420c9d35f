"""The crumb check: repairs, and what batches taught."""
