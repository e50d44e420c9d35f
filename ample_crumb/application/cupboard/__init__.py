"""The place Cupboard: own products with their labels, beside the generic foods."""
