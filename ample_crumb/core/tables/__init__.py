"""Reference data as CSV, a source in every row. Units stand in the column names; an empty cell is unknown."""
