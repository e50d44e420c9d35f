"""Labels and cards as PDF, read back by another program's library (pypdf)."""

import io
import unittest

from pypdf import PdfReader

from ample_crumb.formats.batch_card import BatchCard, CardSection, batch_card
from ample_crumb.formats.paper import Paper
from ample_crumb.formats.piece_labels import MOST_LABELS, PieceLabel, label_sheet

LABEL = PieceLabel(
    name="Crème squares ⅓",
    made="Made Wed 25 Nov 2026",
    eat_by="Eat by Sat 28 Nov 2026",
    keep="Keep in the fridge.",
    figures="47 g: 102 ± 4 kcal, 6.0 ± 0.3 g protein.",
    contains="Contains gluten, sesame. May contain milk.",
)
SIZES_PT = {Paper.A4: (595.28, 841.89), Paper.LETTER: (612, 792)}
"""ISO 216 and ANSI, in points of 1/72 inch."""


def read(pdf: bytes) -> PdfReader:
    return PdfReader(io.BytesIO(pdf))


class Labels(unittest.TestCase):
    def test_ten_to_a_page_on_either_paper(self) -> None:
        for paper, (width, height) in SIZES_PT.items():
            pdf = read(label_sheet([LABEL] * 11, paper))
            self.assertEqual(len(pdf.pages), 2)
            self.assertAlmostEqual(float(pdf.pages[0].mediabox.width), width, delta=0.5)
            self.assertAlmostEqual(float(pdf.pages[0].mediabox.height), height, delta=0.5)
            self.assertEqual(pdf.pages[0].extract_text().count("Eat by Sat 28 Nov 2026"), 10)

    def test_everything_stands_on_it(self) -> None:
        text = " ".join(read(label_sheet([LABEL], Paper.A4)).pages[0].extract_text().split())
        for words in (LABEL.name, LABEL.made, LABEL.eat_by, LABEL.keep, LABEL.figures, LABEL.contains):
            self.assertIn(words, text)

    def test_what_is_too_long_is_cut_and_goes_over_no_other(self) -> None:
        long = PieceLabel("x" * 120, "y" * 90, "z" * 90, "", "w " * 200, "v " * 300)
        pdf = read(label_sheet([long, LABEL], Paper.A4))
        self.assertEqual(len(pdf.pages), 1)
        self.assertIn(LABEL.eat_by, pdf.pages[0].extract_text())

    def test_from_one_to_two_hundred(self) -> None:
        for count in (0, MOST_LABELS + 1):
            with self.assertRaises(ValueError):
                label_sheet([LABEL] * count, Paper.A4)


class Card(unittest.TestCase):
    def test_sections_stand_in_order_and_empty_ones_not_at_all(self) -> None:
        sections = (
            CardSection("What went in", ("200 g oats", "2 eggs")),
            CardSection("Baked", ()),
            CardSection("Keeping", ("Cold.",)),
        )
        text = read(batch_card(BatchCard("Squares", "Made Wed", sections), Paper.A4)).pages[0].extract_text()
        self.assertNotIn("Baked", text)
        places = [text.index(each) for each in ("Squares", "What went in", "200 g oats", "Keeping", "Cold.")]
        self.assertEqual(places, sorted(places))

    def test_a_long_one_takes_more_pages(self) -> None:
        card = BatchCard("Squares", "", (CardSection("What went in", tuple(f"{n} g of it" for n in range(200))),))
        self.assertGreater(len(read(batch_card(card, Paper.LETTER)).pages), 2)
