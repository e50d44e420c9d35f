"""Reference data as CSV: a folder a topic, a file a source where there are several, and the source in every row.

Units stand in the column names; an empty cell is unknown.
"""

import csv
from importlib.resources import files


def grams_in(cell: str) -> dict[str, float]:
    """A cell of grams by word: "spooned=120;sifted=113"."""
    return {word: float(grams) for word, grams in (part.split("=") for part in cell.split(";") if part)}


def read_table(name: str) -> list[dict[str, str]]:
    """Rows of a table by column, such as `production/heat`: of its file, or of each file of its folder by name."""
    place = files(__name__).joinpath(*name.split("/"))
    found = (
        sorted(place.iterdir(), key=lambda each: each.name)
        if place.is_dir()
        else [place.parent.joinpath(f"{place.name}.csv")]  # type: ignore[attr-defined]  # a path, as it is installed
    )
    return [row for each in found for row in csv.DictReader(each.read_text("utf-8").splitlines())]
