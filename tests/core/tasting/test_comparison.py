"""Findings claim no more than so many tastings carry."""

import unittest
from fractions import Fraction

from ample_crumb.core.problem import CannotUse
from ample_crumb.core.tasting.comparison import Mark, PoleFinding, compare
from ample_crumb.core.tasting.poles import poles


def marks(pole: str, **scores: str) -> list[Mark]:
    """The marks of each batch, a digit a taster; a dot is a taster who had none."""
    return [
        Mark(batch, f"taster {place}", pole, Fraction(score))
        for batch, row in scores.items()
        for place, score in enumerate(row)
        if score != "."
    ]


def found(pole: str, **scores: str) -> PoleFinding:
    return compare(marks(pole, **scores))[0]


class Compare(unittest.TestCase):
    def test_two_tastings_tell_nothing_and_say_how_many_would(self) -> None:
        finding = found("moisture", whey="54", pea="21")
        self.assertEqual(finding.finding, "With two tastings this cannot be told; four more would, if they agree.")
        self.assertFalse(finding.told)
        self.assertEqual((finding.batches["whey"].median_score, finding.batches["whey"].count), (4.5, 2))

    def test_six_who_agree_tell_which_is_moister(self) -> None:
        finding = found("moisture", whey="545445", pea="212322")
        self.assertEqual(finding.p_value, 2 / 64)
        self.assertIn("whey is moister than pea: so found by six people who tasted both", finding.finding)

    def test_ten_questions_find_no_more_by_chance_than_one(self) -> None:
        ten = [mark for pole in poles() for mark in marks(pole, whey="545445", pea="212322")]
        self.assertFalse(any(finding.told for finding in compare(ten)))
        self.assertIn("three more would", compare(ten)[0].finding)

    def test_those_who_tasted_both_are_their_own_measure(self) -> None:
        """Everyone marks one a stop higher, while the tasters differ widely: pairs tell, groups could not."""
        self.assertTrue(found("chew", whey="23451234", pea="12340123".replace("0", "1")).p_value < 0.05)  # type: ignore[operator]
        apart = found("chew", whey="2345....", pea="....1234")
        self.assertGreater(apart.p_value or 0, 0.2)
        self.assertIn("of each this cannot be told", found("chew", whey="55..", pea="..11").finding)

    def test_pairs_count_from_half_of_those_who_tasted_on(self) -> None:
        """By hand: of four who tasted one, two tasted both, which is half; of five it is less, and all nine count."""
        self.assertIn("With two tastings this", found("chew", whey="5533", pea="11..").finding)
        self.assertIn("tastings of each this", found("chew", whey="55333", pea="11...").finding)
        # Whichever of the two was tasted by more.
        self.assertIn("tastings of each this", found("chew", whey="11...", pea="55333").finding)

    def test_many_tastings_without_a_difference_say_so(self) -> None:
        self.assertIn("no difference showed", found("look", whey="3434343434", pea="4343434343").finding)

    def test_four_batches_pay_for_six_pairs(self) -> None:
        finding = found("sweetness", a="555555", b="111111", c="333333", d="343434")
        self.assertAlmostEqual(finding.p_value or 0, 6 * 2 / 64)
        self.assertFalse(finding.told)
        self.assertTrue(found("sweetness", a="555555555", b="111111111", c="3" * 9, d="343434343").told)

    def test_the_last_mark_of_a_taster_counts(self) -> None:
        again = [*marks("look", whey="1", pea="1"), *marks("look", whey="5")]
        self.assertEqual(compare(again)[0].batches["whey"].scores, (5.0,))

    def test_only_two_to_four_are_compared(self) -> None:
        for row in (marks("look", whey="1"), marks("look", a="1", b="1", c="1", d="1", e="1")):
            with self.assertRaises(CannotUse):
                compare(row)

    def test_every_pole_has_two_ends_and_words_for_more_and_less(self) -> None:
        self.assertEqual(len(poles()), 10)
        for pole in poles().values():
            self.assertTrue(pole.question.endswith("?") and pole.low != pole.high and pole.more and pole.less)
