"""Two hundred kitchens whose ovens, flours and tongues differ from the table by a hidden factor, and who now and then
say what is not so: how often the verdicts agree with theirs."""

import math
import random
import unittest

from ample_crumb.core.crumb.feedback import BatchFeedback, DialReading, learn

LOW, HIGH = 1.55, 3.9
KITCHENS, AFTER = 200, (0, 1, 4, 10)
NOT_SO = 0.1
DRY, WET, RIGHT = "too dry", "gummy or too wet", "just right"


def verdict(value: float, factor: float) -> str:
    return DRY if value < LOW * factor else WET if value > HIGH * factor else RIGHT


def near_an_end(of: random.Random) -> float:
    """Where a dial stands whose verdict is in question."""
    return of.choice((LOW, HIGH)) * math.exp(of.gauss(0, 0.2))


def agreements(
    hidden_sd: float, *, one_formula: bool, seed: int = 20261126
) -> tuple[dict[int, float], dict[int, float]]:
    """After so many batches the shares of verdicts that agree, on what a kitchen bakes and on twenty other doughs. A
    kitchen bakes one formula again and again, or another each time."""
    of = random.Random(seed)
    own, other = dict.fromkeys(AFTER, 0.0), dict.fromkeys(AFTER, 0.0)
    for _ in range(KITCHENS):
        hidden = math.exp(of.gauss(0, hidden_sd))
        mine, others = near_an_end(of), [near_an_end(of) for _ in range(20)]
        said: list[BatchFeedback] = []
        for baked in range(max(AFTER) + 1):
            if baked in AFTER:
                factor = learn(said)[0].factor("hydration", "muffin")
                own[baked] += (verdict(mine, factor) == verdict(mine, hidden)) / KITCHENS
                agree = sum(verdict(each, factor) == verdict(each, hidden) for each in others)
                other[baked] += agree / len(others) / KITCHENS
            value = mine if one_formula else near_an_end(of)
            words = verdict(value, hidden) if of.random() > NOT_SO else of.choice((DRY, WET, RIGHT))
            said.append(BatchFeedback(words, "muffin", {"hydration": DialReading(value, LOW, HIGH)}))
    return own, other


class Kitchens(unittest.TestCase):
    def test_verdicts_agree_in_three_of_four_after_one_batch_and_nine_of_ten_after_four(self) -> None:
        for hidden_sd in (0.12, 0.2):
            own, _ = agreements(hidden_sd, one_formula=True)
            _, others = agreements(hidden_sd, one_formula=False)
            with self.subTest(hidden_sd=hidden_sd, own=own, others=others):
                self.assertGreaterEqual(own[1], 0.75)
                self.assertGreaterEqual(own[4], 0.9)
                # On doughs that were never baked too, once different ones were.
                self.assertGreaterEqual(others[1], 0.75)
                self.assertGreaterEqual(others[4], 0.87)

    def test_what_was_learned_is_never_worse_than_the_table_after_ten(self) -> None:
        for hidden_sd in (0.05, 0.12, 0.2):
            for one_formula in (True, False):
                own, others = agreements(hidden_sd, one_formula=one_formula)
                with self.subTest(hidden_sd=hidden_sd, one_formula=one_formula, own=own, others=others):
                    self.assertGreaterEqual(own[10], own[0])
                    if not one_formula:
                        self.assertGreaterEqual(others[10], others[0])
