"""formats/ledger_csv: days as a table for elsewhere, read back by Python's own reader."""

import csv
import unittest
from io import StringIO

from ample_crumb.formats.ledger_csv import ledger_csv


class Days(unittest.TestCase):
    def test_a_row_a_day_and_what_is_not_known_is_empty(self) -> None:
        text = ledger_csv(
            [
                {
                    "day": "2026-05-04",
                    "day_type": "rest",
                    "energy_kcal": 1834.567,
                    "protein_g": 141.0,
                    "weight_kg": None,
                },
                {"day": "2026-05-05", "day_type": "training", "energy_kcal": None, "not a column": 3},
            ]
        )
        first, second = csv.DictReader(StringIO(text))
        self.assertEqual((first["energy_kcal"], first["protein_g"], first["weight_kg"]), ("1834.57", "141.0", ""))
        self.assertEqual((second["day_type"], second["energy_kcal"]), ("training", ""))
        self.assertNotIn("not a column", second)
        self.assertTrue(text.startswith("day,day_type,energy_kcal,"))
        self.assertTrue(text.endswith("\r\n"))
