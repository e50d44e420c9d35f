"""formats: foreign CSV of days, weights and products, matched by name and content; and CSV that is written.

Checked against Python's csv and, as a second reader, pandas.
"""

import csv
import io
import unittest
from datetime import date, time

import pandas
from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.problem import CannotUse
from ample_crumb.formats.column_matching import Matching, TableKind, guess, number_of
from ample_crumb.formats.csv_table import MOST_ROWS, csv_table, csv_text, safe_cell, safe_cell_read
from ample_crumb.formats.matched_rows import EatenRow, MatchedRow, WeighedRow, matched_rows
from ample_crumb.formats.products_csv import TypedProduct

GERMAN = (
    "Datum;Mahlzeit;Lebensmittel;Menge;Energie (kJ);Eiweiß (g);Fett;davon gesättigt\r\n"
    '03.05.2026;mittags;Magerquark;150 g;"390,5";18,0;0,3;0,1\r\n'
    "24.05.2026;abends;Brötchen;1 Stück;1.004;6,5;1;\r\n"
)
AMERICAN = (
    "Date,Time,Meal,Food,Calories,Protein (g),Total Carbohydrates,Net Carbs,Total Fat,Saturated Fat,Sodium (mg)\n"
    '5/13/2026,8:15 AM,Breakfast,"Oats, rolled","1,150",12,20,15,3,1,200\n'
    "05/04/2026,7:30 PM,Dinner,Beans,220,14.5,30,20,1,,400\n"
)


def read(text: str, kind: TableKind | None = None) -> tuple[Matching, list[MatchedRow]]:
    table = csv_table(text)
    matching = guess(table, kind)
    return matching, list(matched_rows(table, matching))


class Days(unittest.TestCase):
    def test_semicolons_decimal_commas_kilojoules_and_thousands(self) -> None:
        matching, rows = read(GERMAN)
        self.assertEqual((matching.kind, matching.decimal, matching.day_unsure), (TableKind.DAYS, ",", False))
        first, second = (row.said for row in rows)
        assert isinstance(first, EatenRow)
        assert isinstance(second, EatenRow)
        self.assertEqual((first.day, first.name, first.text), (date(2026, 5, 3), "Magerquark", "150 g"))
        # 390.5 kJ at 4.184 kJ/kcal.
        self.assertAlmostEqual(first.nutrients.energy_kcal or 0, 93.33, places=2)
        self.assertEqual((first.nutrients.protein_g, first.nutrients.saturates_g), (18.0, 0.1))
        self.assertAlmostEqual(second.nutrients.energy_kcal or 0, 239.96, places=2)
        self.assertIsNone(second.nutrients.saturates_g)

    def test_months_first_clocks_net_carbohydrate_left_alone(self) -> None:
        matching, rows = read(AMERICAN)
        self.assertEqual((matching.decimal, matching.day_form, matching.day_unsure), (".", "%m/%d/%Y", False))
        first = rows[0].said
        assert isinstance(first, EatenRow)
        self.assertEqual((first.day, first.at, first.name), (date(2026, 5, 13), time(8, 15), "Oats, rolled"))
        figures = first.nutrients
        self.assertEqual(
            (figures.energy_kcal, figures.carbohydrate_g, figures.fat_g, figures.saturates_g), (1150, 20, 3, 1)
        )
        self.assertAlmostEqual(figures.salt_g or 0, 0.5)

    def test_days_that_could_be_read_both_ways_say_so(self) -> None:
        matching, _ = read("date,kcal\n01/02/2026,100\n02/02/2026,100\n")
        self.assertTrue(matching.day_unsure)

    def test_a_row_that_says_nothing_is_told_and_the_others_stay(self) -> None:
        _, rows = read(
            "date,food,kcal\n2026-05-01,Bun,210\nyesterday,Bun,200\n2026-05-02,Bun,lots\n2026-05-03,Bun,\n2026-05-04,Bun,1\n"
        )
        self.assertEqual([row.number for row in rows if row.said], [2, 6])
        self.assertEqual(
            [row.problem for row in rows if not row.said],
            [
                "'yesterday' is no day as the others are written.",
                "Energy, kcal: 'lots' is no number.",
                "It tells neither energy nor protein.",
            ],
        )

    def test_a_row_of_several_lines_is_counted_where_it_begins(self) -> None:
        _, rows = read('date,food,kcal\n2026-05-01,"Bun\nwith jam",210\n2026-05-02,Bun,x\n2026-05-03,Bun,9\n')
        self.assertEqual([row.number for row in rows], [2, 4, 5])


class OtherTables(unittest.TestCase):
    def test_a_weight_says_its_own_unit_where_its_column_says_none(self) -> None:
        # By hand: 180.2 x 0.45359237 = 81.74; the plain one is in kilograms as the column is.
        matching, rows = read("Day,Weight\n2026-05-01,180.2 lb\n2026-05-02,81.7\n2026-05-03,180 LBS\n")
        self.assertFalse(matching.pounds)
        self.assertEqual([row.said.weight_kg for row in rows if isinstance(row.said, WeighedRow)], [81.74, 81.7, 81.65])

    def test_weights_in_pounds(self) -> None:
        matching, rows = read("Day,Weight (lb)\n2026-05-01,180.2\n2026-05-02,12\n")
        self.assertEqual((matching.kind, matching.pounds), (TableKind.WEIGHTS, True))
        self.assertEqual(rows[0].said, WeighedRow(date(2026, 5, 1), 81.74))
        self.assertEqual(rows[1].problem, "12 lb is no weight from 15 to 400 kg.")

    def test_products(self) -> None:
        matching, rows = read(
            "Product,kcal,Protein,Fat,Allergens\nQuark Hill,67,12,0.2,milk\nNameless,67,12,0.2,stone\n"
        )
        self.assertEqual(matching.kind, TableKind.PRODUCTS)
        said = rows[0].said
        assert isinstance(said, TypedProduct)
        self.assertEqual(
            (said.name, said.pack.label.energy_kcal, said.pack.contains.allergens), ("Quark Hill", 67, ("milk",))
        )
        self.assertIn("'stone' is none of", rows[1].problem)

    def test_what_no_column_tells(self) -> None:
        for text in ("a,b\n1,2\n", "only\nthis\n", "", "a,b\n", 'a,b\n"1' + "x" * 200_000):
            with self.subTest(text[:10]), self.assertRaises(CannotUse):
                read(text)

    def test_a_hundred_thousand_rows_are_a_sentence(self) -> None:
        with self.assertRaisesRegex(CannotUse, f"more than {MOST_ROWS:,} rows"):
            csv_table("date,kcal\n" + "2026-05-01,100\n" * 100_000)

    @given(st.text(max_size=300))
    def test_any_text_is_rows_or_a_sentence(self, text: str) -> None:
        try:
            read(text)
        except CannotUse as problem:
            self.assertTrue(str(problem))


class Numbers(unittest.TestCase):
    def test_both_notations(self) -> None:
        for cell, decimal, value in (
            ("1900", ".", 1900), ("1,900", ".", 1900), ("1.900", ",", 1900), ("1 900,5", ",", 1900.5),
            ("12,5 g", ",", 12.5),
            ("12.5", ".", 12.5), ("1,234,567.8", ".", 1234567.8), ("-3", ".", -3), ("x", ".", None), ("1,5", ",", 1.5),
        ):  # fmt: skip
            with self.subTest(cell):
                self.assertEqual(number_of(cell, decimal), value)


class Written(unittest.TestCase):
    CELLS = st.text(st.characters(exclude_categories=["Cs", "Cc"]), max_size=40).map(str.strip)

    @given(st.lists(st.tuples(CELLS, CELLS), min_size=1, max_size=6))
    def test_two_other_readers_see_what_was_written(self, cells: list[tuple[str, str]]) -> None:
        text = csv_text(("a", "b"), [{"a": first, "b": second} for first, second in cells])
        safe = [tuple(map(safe_cell, row)) for row in cells]
        self.assertEqual([tuple(row) for row in csv.reader(io.StringIO(text, newline=""))][1:], safe)
        frame = pandas.read_csv(io.StringIO(text), dtype=str, keep_default_na=False, skip_blank_lines=False)
        self.assertEqual([tuple(row) for row in frame.itertuples(index=False)], safe)
        self.assertTrue(text.endswith("\r\n"))

    @given(CELLS)
    def test_no_spreadsheet_takes_a_cell_for_a_formula_and_it_comes_back(self, cell: str) -> None:
        safe = str(safe_cell(cell))
        self.assertFalse(safe.startswith(("=", "@", "\t")))
        if not cell.startswith("'"):
            self.assertEqual(safe_cell_read(safe), cell)

    def test_numbers_stay_numbers(self) -> None:
        self.assertEqual([safe_cell(cell) for cell in ("-3.5", "+4", "-", "=1+1", 7)], ["-3.5", "+4", "'-", "'=1+1", 7])


if __name__ == "__main__":
    unittest.main()
