"""formats/weights_csv: weights as other programs write them."""

import unittest
from datetime import date

from ample_crumb.core.problem import CannotUse
from ample_crumb.formats.weights_csv import weights_from_csv


class Weights(unittest.TestCase):
    def test_as_they_come(self) -> None:
        for text in (
            "date,weight\n2026-05-04,71.3\n2026-05-05,71.0\n",
            "\ufeffDate;Weight (kg)\n2026-05-04;71,3\n2026-05-05;71,0\n",
            "Time of measurement\tfat\tWeight\n2026-05-04 07:10:00\t20\t71.3 kg\n2026-05-05T07:02\t20\t71\n",
            "2026-05-04,71.3\n05.05.2026,71.0\n",
            "Day,Weight (lb)\n4 May 2026,157.19\n5 May 2026,156.53\n",
        ):
            with self.subTest(text):
                read = weights_from_csv(text)
                self.assertEqual([weight.day for weight in read.weights], [date(2026, 5, 4), date(2026, 5, 5)])
                self.assertEqual([weight.weight_kg for weight in read.weights], [71.3, 71.0])
                self.assertEqual(read.problems, ())

    def test_the_last_of_a_day_counts_and_wrong_rows_are_told(self) -> None:
        read = weights_from_csv("date,weight\n2026-05-04,71\n2026-05-04,72\nsoon,71\n2026-05-06\n2026-05-07,7\n")
        self.assertEqual([(str(weight.day), weight.weight_kg) for weight in read.weights], [("2026-05-04", 72)])
        self.assertEqual([problem.split(":")[0] for problem in read.problems], ["Row 4", "Row 5", "Row 6"])

    def test_rows_are_counted_as_they_stand_in_the_file(self) -> None:
        for text, row in (("date,weight\n2026-05-04,71\nsoon,71\n", "Row 3"), ("2026-05-04,71\nsoon,71\n", "Row 2")):
            self.assertEqual([problem.split(":")[0] for problem in weights_from_csv(text).problems], [row])

    def test_what_holds_no_weight(self) -> None:
        for text in ("", "\n\n", "a\nb\n", "name,joy\nx,y\n", "date,weight\nsoon,never\n", "date,weight\n" * 20_002):
            with self.assertRaises(CannotUse):
                weights_from_csv(text)
