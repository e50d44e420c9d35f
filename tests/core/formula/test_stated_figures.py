"""core/formula/stated: a text's own figures against its lines; reasons judged by hand from the lines' energies."""

import unittest

from ample_crumb.core.formula.evaluation import evaluate
from ample_crumb.core.formula.formula import Part, PartBake, PartOptions
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.core.formula.stated_figures import StatedComparison, compare_stated
from ample_crumb.core.quantity.stated_figures import NOTHING_STATED, StatedFigures
from tests.core.given import CUPBOARD, part

OATS = part("200 g rolled oats", "100 g sugar", "100 g butter")
FROSTING = part("200 g cream cheese", "50 g sugar", name="Frosting", options=PartOptions(bake=PartBake.NOT))


def compare(stated: StatedFigures, *parts: Part, pieces: int = 10) -> StatedComparison | None:
    evaluated = evaluate(parts, pieces, CUPBOARD, ReadingPreferences())
    return compare_stated(stated, evaluated, evaluated.piece)


def reason(kcal: float, *parts: Part, pieces: int = 10) -> str:
    found = compare(StatedFigures(kcal), *parts, pieces=pieces)
    assert found is not None
    return found.reason


class Stated(unittest.TestCase):
    # 200 g oats 758, 100 g sugar 387 and 100 g butter 717 kcal (USDA SR28): 1862, so 186 of ten pieces.

    def test_what_agrees_needs_no_reason(self) -> None:
        found = compare(StatedFigures(180, 2.7), OATS)
        assert found is not None
        self.assertEqual(
            [(figure.name, figure.agrees) for figure in found.figures], [("energy_kcal", True), ("protein_g", True)]
        )
        self.assertEqual(found.reason, "")
        self.assertIsNone(compare(NOTHING_STATED, OATS))

    def test_without_what_is_put_on(self) -> None:
        # The frosting adds 200 g cream cheese of 342 kcal and 50 g sugar: 878, so 274 a piece and 186 without.
        self.assertIn("without the frosting", reason(186, OATS, FROSTING))

    def test_another_count(self) -> None:
        self.assertEqual(reason(1862 / 16, OATS), "It fits 16 pieces instead of 10.")

    def test_sugar_alcohols_counted_as_sugar(self) -> None:
        # 100 g of erythritol in sugar's place: 147 a piece, and 187 when it counts 4 kcal a g.
        self.assertIn("sugar alcohols", reason(187, part("200 g rolled oats", "100 g erythritol", "100 g butter")))

    def test_a_line_that_is_not_read_is_missing_here(self) -> None:
        self.assertIn("could not be read", reason(260, part("200 g rolled oats", "100 g moon dust")))

    def test_a_line_that_the_text_does_not_count(self) -> None:
        # Without the butter 1145 of 1862, of three pieces 382; five pieces would have 372 and four 466.
        self.assertIn("100 g butter", reason(395, OATS, pieces=3))

    def test_nothing_explains_it(self) -> None:
        self.assertIn("None of the usual reasons", reason(5000, OATS))

    def test_net_carbohydrate_is_without_fibre_and_sugar_alcohols(self) -> None:
        found = compare(StatedFigures(net_carbohydrate_g=0.3), part("100 g erythritol", "100 g almonds"), pieces=30)
        assert found is not None
        self.assertTrue(found.figures[0].agrees, found.figures)


if __name__ == "__main__":
    unittest.main()
