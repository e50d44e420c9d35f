"""The tab Reach a target."""
