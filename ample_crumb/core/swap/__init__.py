"""One food for another: the catalogue, what a swap would do, and the sweeteners side by side."""
