"""Reference tables have fingerprints: a slipped decimal, a lost row or a doubled key shows in review.

`python -m tests.core.test_tables` writes the fingerprints anew; the difference is read by eye.
"""

import csv
import json
import tempfile
import unittest
from pathlib import Path
from typing import Any, Final

from ample_crumb.core import tables

FOLDER: Final = Path(tables.__file__).parent
FINGERPRINTS: Final = Path(__file__).parent / "table_fingerprints.json"


def fingerprint(path: Path) -> dict[str, Any]:
    """Rows, keys (the first column), sums of columns of numbers, and how many cells of the others are filled."""
    with path.open(encoding="utf-8", newline="") as file:
        rows = list(csv.DictReader(file))
    names = list(rows[0])
    found: dict[str, Any] = {"rows": len(rows), "keys": len({row[names[0]] for row in rows})}
    for name in names:
        cells = [row[name] for row in rows if row[name]]
        try:
            found[name] = round(sum(map(float, cells)), 6)
        except ValueError:
            found[name] = f"{len(cells)} filled, {sum(map(len, cells))} characters"
    return found


def fingerprints() -> dict[str, Any]:
    """All tables of the core by their path."""
    return {str(path.relative_to(FOLDER)): fingerprint(path) for path in sorted(FOLDER.rglob("*.csv"))}


class Tables(unittest.TestCase):
    def test_nothing_slipped(self) -> None:
        self.maxDiff = None
        self.assertEqual(fingerprints(), json.loads(FINGERPRINTS.read_text("utf-8")))

    def test_no_row_is_longer_or_shorter_than_its_head(self) -> None:
        for path in FOLDER.rglob("*.csv"):
            with path.open(encoding="utf-8", newline="") as file:
                head, *rows = csv.reader(file)
            for row in rows:
                self.assertEqual(len(row), len(head), f"{path.name}: {row[0]}")

    def test_a_slipped_decimal_a_lost_row_and_a_doubled_key_are_seen(self) -> None:
        whole = "slug,mass_g,note\na,1.5,x\nb,2,\n"
        seen = [self.taken(whole)]
        for was, now in (("1.5", "15"), ("b,2,\n", ""), ("b,", "a,"), (",x", ",")):
            seen.append(self.taken(whole.replace(was, now)))
        self.assertEqual(seen[0], {"rows": 2, "keys": 2, "slug": "2 filled, 2 characters", "mass_g": 3.5,
                                   "note": "1 filled, 1 characters"})  # fmt: skip
        self.assertEqual(len({json.dumps(each) for each in seen}), 5)

    def taken(self, text: str) -> dict[str, Any]:
        with tempfile.NamedTemporaryFile("w", suffix=".csv") as file:
            file.write(text)
            file.flush()
            return fingerprint(Path(file.name))


if __name__ == "__main__":
    FINGERPRINTS.write_text(json.dumps(fingerprints(), indent=1, ensure_ascii=False) + "\n", "utf-8")
