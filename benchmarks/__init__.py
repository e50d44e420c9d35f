"""Speed, measured by hand: `.venv/bin/python -m bench`. Figures of a run stand in docs/speed.md."""
