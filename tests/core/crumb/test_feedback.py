"""core/crumb/feedback: what is said of batches moves windows, slowly."""

import math
import unittest

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.crumb.dials.dial import Learned
from ample_crumb.core.crumb.feedback import FARTHEST, MARGIN, BatchFeedback, DialReading, learn


def said(words: str, value: float, family: str = "cookie", holding: dict[str, float] | None = None) -> BatchFeedback:
    return BatchFeedback(words, family, {"hydration": DialReading(value, 0.8, 1.6)}, holding or {})


class Learning(unittest.TestCase):
    def factor(self, *batches: BatchFeedback) -> float:
        return learn(batches)[0].factor("hydration", "cookie")

    def test_dry_although_it_fitted_moves_the_window_up_and_wet_down(self) -> None:
        self.assertGreater(self.factor(said("too dry", 1.0)), 1)
        self.assertLess(self.factor(said("gummy or too wet", 1.2)), 1)
        # What the window said anyway teaches nothing.
        self.assertEqual(learn([said("too dry", 0.7)]), (Learned(), ()))
        self.assertEqual(self.factor(said("just right", 1.2)), 1)
        self.assertEqual(learn([said("too sweet", 1.2)])[1], ())

    def test_the_prior_is_worth_four_batches(self) -> None:
        # One saying moves a fifth of the way that it asks for, four move half of it.
        asked = FARTHEST
        self.assertGreater(math.log(1.2 / 0.8) + MARGIN, asked)
        self.assertAlmostEqual(math.log(self.factor(said("too dry", 1.2))), asked / 5, places=6)
        self.assertAlmostEqual(math.log(self.factor(*[said("too dry", 1.2)] * 4)), asked / 2, places=6)

    def test_part_of_it_is_what_the_flour_holds(self) -> None:
        learned, lessons = learn([said("too dry", 1.2, holding={"oat_flour": 0.7, "whey_concentrate": 0.3})] * 3)
        self.assertGreater(learned.holding["oat_flour"], learned.holding["whey_concentrate"])
        self.assertGreater(learned.holding["whey_concentrate"], 1)
        self.assertEqual({lesson.batches for lesson in lessons}, {3})
        # The flour is the same in another family, the window is not.
        self.assertEqual(learned.factor("hydration", "muffin"), 1)

    @given(
        st.lists(
            st.builds(said, st.sampled_from(["too dry", "gummy or too wet", "just right"]), st.floats(0.3, 3)),
            max_size=6,
        )
    )
    def test_the_order_of_batches_does_not_matter(self, batches: list[BatchFeedback]) -> None:
        self.assertAlmostEqual(self.factor(*batches), self.factor(*reversed(batches)), places=9)

    def test_taste_is_of_the_people_not_of_the_family(self) -> None:
        sweet = BatchFeedback("too sweet", "cookie", {"sweetness": DialReading(20, 8, 38)})
        self.assertLess(learn([sweet])[0].factor("sweetness", "muffin"), 1)
