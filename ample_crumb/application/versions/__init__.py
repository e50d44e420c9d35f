"""The tab Versions: kept states, what differs between any two, the one to bake, and branches of one base."""
