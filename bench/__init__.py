"""Speed, measured by hand: `.venv/bin/python -m bench`. Nothing here is a test; figures stand in docs/speed.md."""
