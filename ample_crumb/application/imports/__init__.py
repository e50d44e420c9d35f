"""Bringing in what was kept elsewhere: read first, looked at, put right, written, and taken back whole."""
