"""core/formula/protein_quality: protein weighed by its score, with what is unknown kept apart."""

import unittest

from ample_crumb.core.food.protein_scores import scores
from ample_crumb.core.formula.evaluation import evaluate
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.formula.protein_quality import ProteinQuality, quality_of
from ample_crumb.core.formula.reading import ReadingPreferences
from tests.core.given import CUPBOARD


def quality(*lines: str, pieces: int = 1) -> ProteinQuality:
    return quality_of(evaluate((Part("", tuple(map(Line, lines))),), pieces, CUPBOARD, ReadingPreferences()), CUPBOARD)


class Quality(unittest.TestCase):
    def test_each_source_counts_by_its_score(self) -> None:
        # 100 g oats: 13.15 g x 0.55; 50 g whey: 39 g x 1; over two pieces.
        found = quality("100 g oats", "50 g whey", pieces=2)
        self.assertAlmostEqual(found.counts_g, (13.15 * 0.55 + 39) / 2)
        self.assertEqual([source.protein for source in found.sources], ["milk", "oat"])
        self.assertEqual(found.unknown_g, 0)

    def test_collagen_and_gelatine_are_named_and_count_nothing(self) -> None:
        (source,) = quality("20 g collagen", "10 g gelatine").sources
        self.assertEqual((source.protein, source.score, source.counts_g), ("gelatine and collagen", 0, 0))
        self.assertAlmostEqual(source.protein_g, 18 + 8.56)

    def test_what_has_no_score_is_unknown_and_not_zero_in_silence(self) -> None:
        found = quality("100 g walnuts", "100 g skyr", "1 tbsp unicorn dust")
        self.assertAlmostEqual(found.unknown_g, 15.23)
        self.assertAlmostEqual(found.counts_g, 11)

    def test_scores_are_of_foods_that_are_there_and_within_bounds(self) -> None:
        self.assertEqual([slug for slug in scores() if slug not in CUPBOARD.ingredients], [])
        self.assertTrue(all(0 <= score.score_ratio <= 1 for score in scores().values()))
