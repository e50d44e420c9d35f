"""The tabs Swaps and Sweeteners."""
