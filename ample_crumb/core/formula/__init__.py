"""A formula: parts and lines, read against a cupboard, summed to batch and piece."""
