"""core/food/claims/gap: the smallest change to one line that makes a claim hold."""

import unittest
from collections.abc import Callable, Mapping

from hypothesis import assume, given
from hypothesis import strategies as st

from ample_crumb.core.food.claims.claim import Claim, ClaimCondition, ClassicFigures
from ample_crumb.core.food.claims.eu import eu_claims, eu_needs
from ample_crumb.core.food.claims.gap import MOST_TIMES, ClaimedAmounts, LineChange, claim_gap
from ample_crumb.core.food.claims.us import us_claims, us_needs
from ample_crumb.core.food.nutrients import Figures, Nutrients, total
from ample_crumb.core.formula.claims import claims_of
from tests.core.formula.test_allergens import contents
from tests.core.given import CUPBOARD, evaluated


@st.composite
def lines(draw: st.DrawFn) -> tuple[tuple[int, str, Figures], ...]:
    made = []
    for place in range(draw(st.integers(1, 5))):
        mass_g = draw(st.floats(1, 500))
        protein, fat, carbohydrate, fibre = (draw(st.floats(0, 25)) for _ in range(4))
        nutrients = Nutrients(
            energy_kcal=4 * protein + 9 * fat + 4 * carbohydrate + 2 * fibre,
            protein_g=protein,
            fat_g=fat,
            saturates_g=fat * draw(st.floats(0, 1)),
            carbohydrate_g=carbohydrate,
            sugars_g=carbohydrate * draw(st.floats(0, 1)),
            fibre_g=fibre,
            polyols_g=0.0,
            salt_g=draw(st.floats(0, 3)),
        )
        made.append((place, f"line {place}", Figures(mass_g, nutrients.times(mass_g / 100))))
    return tuple(made)


def changed(of: tuple[tuple[int, str, Figures], ...], change: LineChange, share: float = 1.0) -> Figures:
    def figures(place: int, each: Figures) -> Figures:
        return each.times(1 + share * change.change_g / each.mass_g) if str(place) == change.line_id else each

    return total(figures(place, each) for place, _, each in of)


CLASSIC = ClassicFigures("the butter one", Nutrients(420, 6, 24, 14, 45, 30, 2, 0, 0, 0, 0.8))


class NearestChange(unittest.TestCase):
    @given(lines())
    def test_it_does_what_it_says_and_less_of_it_does_not(self, of: tuple[tuple[int, str, Figures], ...]) -> None:
        self.check(of, lambda food: eu_claims(food, classic=CLASSIC), eu_needs(CLASSIC))
        self.check(of, lambda food: us_claims(food, 40, classic=CLASSIC), us_needs(40, CLASSIC))

    def check(
        self,
        of: tuple[tuple[int, str, Figures], ...],
        claims: Callable[[Figures], tuple[Claim, ...]],
        needs: Mapping[str, tuple[ClaimCondition, ...]],
    ) -> None:
        batch = total(figures for _, _, figures in of)
        held = tuple(ClaimedAmounts.in_(figures, str(place), name) for place, name, figures in of)
        for claim in claims(batch):
            change = claim_gap(held, ClaimedAmounts.in_(batch), needs.get(claim.name, ()))
            # Fibre may also be claimed by 100 kcal, a looser limit that the change need not know.
            if claim.holds or change is None or "fib" in claim.name:
                continue
            self.assertLessEqual(change.change_g, MOST_TIMES * change.of_g + 1e-9)
            self.assertGreaterEqual(change.change_g, -change.of_g - 1e-9)
            after = changed(of, change, 1 + 1e-6)
            # What has no energy left has no share of it either.
            assume(after.mass_g > 0.01 and (after.nutrients.energy_kcal or 0) > 0.01)
            now = {each.name: each for each in claims(after)}[claim.name]
            self.assertTrue(now.holds or abs(now.figure - now.limit) < 1e-3, (claim.name, change, now))
            before = {each.name: each for each in claims(changed(of, change, 0.9))}[claim.name]
            self.assertFalse(before.holds, (claim.name, change))

    def test_it_names_the_line_and_the_grams(self) -> None:
        batch = evaluated("100 g oats", "40 g sugar", "100 g skyr")
        claims = claims_of(batch, contents("100 g oats", "40 g sugar", "100 g skyr"), "cookie", CUPBOARD)
        low = next(each for each in claims.eu if each.claim.name == "low sugars")
        assert low.nearest is not None
        self.assertEqual((low.nearest.name, low.claim.holds), ("sugar", False))
        self.assertTrue(-40 < low.nearest.change_g < -25, low.nearest)

    def test_nothing_is_offered_while_a_line_is_unread(self) -> None:
        lines_of = ("100 g oats", "40 g sugar", "1 tbsp elderflower dust")
        claims = claims_of(evaluated(*lines_of), contents(*lines_of), "cookie", CUPBOARD)
        self.assertEqual({each.nearest for each in (*claims.eu, *claims.us)}, {None})
