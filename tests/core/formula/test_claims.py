"""core/formula/claims: what protein counts in the US, and what sweetens without being sugar.

Judged by hand from 21 CFR 101.9(c)(7), 101.54(b), (c) and 101.60(c)(2), and the Annex of Regulation (EC) 1924/2006.
"""

import unittest

from ample_crumb.core.food.protein_scores import score_said
from ample_crumb.core.formula.claims import FormulaClaims, claims_of
from tests.core.formula.test_allergens import contents
from tests.core.given import CUPBOARD, evaluated


def claims(*lines: str) -> FormulaClaims:
    return claims_of(evaluated(*lines), contents(*lines), "cookie", CUPBOARD)


def holds(found: FormulaClaims, name: str) -> bool:
    return next(each.claim.holds for each in (*found.eu, *found.us) if each.claim.name == name)


class ProteinInTheUs(unittest.TestCase):
    def test_collagen_counts_nothing_and_whey_all(self) -> None:
        # In 30 g of 160 g: oats 7.89 g x 0.55 and almond butter 8.38 g x 0.4 are 7.7 g, so 1.4 g; whey adds 52.2 g.
        rest = ("60 g oats", "40 g almond butter")
        collagen, whey = claims("60 g collagen", *rest), claims("60 g whey isolate", *rest)
        self.assertFalse(holds(collagen, "good source of protein"))
        self.assertTrue(holds(whey, "high in protein"))
        figure = next(each.claim.figure for each in collagen.us if each.claim.name == "high in protein")
        self.assertAlmostEqual(figure, (60 * 0.1315 * 0.55 + 40 * 0.2096 * 0.4) * 30 / 160, places=1)
        # Europe counts protein by nitrogen, whatever it is of.
        self.assertTrue(holds(collagen, "high protein"))

    def test_what_would_make_it_hold_is_more_of_a_line_that_counts(self) -> None:
        found = claims("40 g collagen", "20 g whey isolate", "60 g oats", "40 g almond butter")
        (gap,) = (each for each in found.us if each.claim.name == "good source of protein")
        assert gap.nearest is not None
        # 25.09 g count in 160 g, and 5 g in 30 g are wanted: (25.09 + 0.87 x) / (160 + x) = 1/6, so x = 2.2 g of whey.
        self.assertEqual((gap.claim.holds, gap.nearest.name), (False, "whey isolate"))
        self.assertAlmostEqual(gap.nearest.change_g, 2.24, places=1)


class Sweetened(unittest.TestCase):
    def test_dates_are_there_to_sweeten(self) -> None:
        for lines, unsweetened in (
            (("100 g dates", "100 g almonds"), False),
            (("40 g raisins", "100 g oats", "100 g skyr"), False),
            (("1 banana", "2 eggs"), False),
            (("2 overripe bananas", "2 eggs"), False),
            # Beside a sweetener a banana is fruit.
            (("1 banana", "100 g oats", "30 g erythritol"), True),
            (("100 g blueberries", "200 g skyr"), True),
        ):
            with self.subTest(lines):
                found = claims(*lines)
                self.assertEqual(
                    [each.claim.holds for each in (*found.eu, *found.us) if each.claim.name == "no added sugars"],
                    [unsweetened] * 2,
                )
                self.assertEqual(found.natural_sugars, unsweetened)

    def test_it_names_the_line(self) -> None:
        (claim,) = (
            each.claim for each in claims("100 g dates", "99 g oats").eu if each.claim.name == "no added sugars"
        )
        self.assertEqual(claim.change, "without 100 g dates")


class Said(unittest.TestCase):
    def test_the_score_is_that_of_the_sources_named(self) -> None:
        for text, protein, ratio in (
            ("Whey protein isolate (milk), flavouring", "milk", 1.0),
            ("hydrolysed bovine collagen peptides", "gelatine and collagen", 0.0),
            ("pea protein 80 %, brown rice protein", "pea and rice", (0.8 + 0.4 / 2) / 1.5),
            ("milk protein, collagen hydrolysate, oats", "milk and gelatine and collagen", 1 / 1.5),
        ):
            with self.subTest(text):
                score = score_said(text)
                assert score is not None
                self.assertEqual(score.protein, protein)
                self.assertAlmostEqual(score.score_ratio, ratio)

    def test_what_names_no_source_has_none(self) -> None:
        for text in ("", "dates, almonds, soy lecithin", "Keel mystery dust"):
            self.assertIsNone(score_said(text))
