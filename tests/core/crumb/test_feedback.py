"""core/crumb/feedback: what is said of batches moves windows, as far as it tells."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.crumb.feedback import BatchFeedback, DialReading, learn


def said(words: str, value: float, family: str = "cookie", holding: dict[str, float] | None = None) -> BatchFeedback:
    return BatchFeedback(words, family, {"hydration": DialReading(value, 0.8, 1.6)}, holding or {})


class Learning(unittest.TestCase):
    def factor(self, *batches: BatchFeedback) -> float:
        return learn(batches)[0].factor("hydration", "cookie")

    def test_dry_although_it_fitted_moves_the_window_up_and_wet_down(self) -> None:
        self.assertGreater(self.factor(said("too dry", 1.0)), 1)
        self.assertLess(self.factor(said("gummy or too wet", 1.2)), 1)
        # What the window said anyway teaches next to nothing.
        self.assertLess(abs(self.factor(said("too dry", 0.7)) - 1), 0.05)
        self.assertAlmostEqual(self.factor(said("just right", 1.1)), 1, delta=0.02)
        self.assertEqual(learn([said("too sweet", 1.2)])[1], ())

    def test_four_batches_that_were_just_right_take_a_dial_off_high(self) -> None:
        for value in (1.7, 1.9, 2.1):
            with self.subTest(value):
                self.assertGreater(1.6 * self.factor(*[said("just right", value)] * 4), value)
                self.assertLess(0.8 / self.factor(*[said("just right", 0.8 * 1.6 / value)] * 4), value / 1.5)

    def test_one_slip_among_many_moves_little(self) -> None:
        # Six batches a hair above the lower end were right: a seventh that is called dry is hardly believed.
        steady = [said("just right", 0.82)] * 6
        alone = self.factor(said("too dry", 0.82))
        self.assertLess(self.factor(*steady, said("too dry", 0.82)) - self.factor(*steady), 0.5 * (alone - 1))

    def test_what_is_said_of_a_dough_is_about_its_foods_alone(self) -> None:
        learned, lessons = learn([said("dough thinner than told", 1.2, holding={"oat_flour": 0.8, "cocoa": 0.2})])
        self.assertLess(learned.holding["oat_flour"], learned.holding["cocoa"])
        self.assertLess(learned.holding["cocoa"], 1)
        self.assertEqual(learned.factor("hydration", "cookie"), 1)
        self.assertEqual({lesson.dial for lesson in lessons}, {""})
        stiffer, _ = learn([said("dough stiffer than told", 1.2, holding={"oat_flour": 1.0})])
        self.assertGreater(stiffer.holding["oat_flour"], 1)

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
