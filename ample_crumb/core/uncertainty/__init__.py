"""Uncertainty: how far the true figures may lie from the computed ones, where that comes from, and what to weigh.

One module says how well the grams of a line are known by how they were measured, another carries that and the
natural spread of foods through a formula to its batch and piece. All standard deviations are first order: errors are
small against the figures.
"""
