"""core/production/production: a formula as it is made keeps what is in it, however it is parted, weighed, cut and left over."""

import unittest

from hypothesis import assume, given
from hypothesis import strategies as st

from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.food.nutrients import NAMES
from ample_crumb.core.formula.allergens import contents_of
from ample_crumb.core.formula.claims import claims_of
from ample_crumb.core.formula.formula import How, Line, Part
from ample_crumb.core.formula.reading import Manner
from ample_crumb.core.production.bake_time import Kitchen, Oven
from ample_crumb.core.production.bake_yield import Weighings
from ample_crumb.core.production.portions import By, Cuts, Portioning
from ample_crumb.core.production.production import Made, Making, made_of
from ample_crumb.core.production.tins import Kind, Tin

CUPBOARD = reference_cupboard()
SQUARE = Tin(Kind.SQUARE, 20, 5)

hows = st.builds(
    How,
    loss=st.none() | st.floats(0, 0.4),
    used=st.sampled_from([1.0, 1.0, 0.5, 0.25]),
    optional=st.booleans(),
    unbaked=st.booleans(),
)
parts = st.lists(
    st.builds(
        lambda slug, grams, how: Part("", (Line(f"{grams} g {CUPBOARD.ingredients[slug].name}", slug),), how),
        st.sampled_from(["skyr", "oat_flour", "egg", "almond_flour", "icing_sugar", "butter"]),
        st.integers(50, 600),
        hows,
    ),
    min_size=1,
    max_size=4,
).map(tuple)
portionings = st.one_of(
    st.builds(Portioning, count=st.integers(1, 40)),
    st.builds(Portioning, by=st.sampled_from([By.DOUGH, By.BAKED]), grams=st.floats(5, 40)),
    st.builds(Portioning, by=st.just(By.SCOOP), scoop_ml=st.floats(5, 30)),
    st.builds(Portioning, count=st.integers(1, 20), small_count=st.integers(1, 3), small_g=st.floats(1, 5)),
)


def make(of: tuple[Part, ...], making: Making | None = None, family: str = "cake", *tins: Tin) -> Made:
    return made_of(of, making or Making(), family, tins, CUPBOARD, Manner())


class Conserved(unittest.TestCase):
    @given(parts, portionings)
    def test_pieces_small_ones_and_the_rest_are_the_whole(self, of: tuple[Part, ...], how: Portioning) -> None:
        made = make(of, Making(how))
        # A piece may be more than a small dough; that is said, and tested elsewhere.
        assume(made.outcome.dough_g > 80)
        self.assertEqual(made.problems, ())
        portions, whole = made.portions, made.outcome.batch
        taken = portions.count * portions.share + how.small_count * portions.small_share
        shares = taken + portions.rest_g / made.outcome.dough_g
        self.assertAlmostEqual(shares, 1)
        for name in NAMES:
            piece, batch = getattr(made.piece.nutrients, name), getattr(whole.nutrients, name)
            self.assertAlmostEqual(piece, batch * portions.share, places=6)

    @given(parts)
    def test_baking_moves_water_alone(self, of: tuple[Part, ...]) -> None:
        made = make(of)
        before, after = made.worked.batch, made.outcome.batch
        for name in set(NAMES) - {"water_g"}:
            self.assertAlmostEqual(getattr(before.nutrients, name), getattr(after.nutrients, name))
        lost = before.mass_g - after.mass_g
        self.assertGreaterEqual(lost, -1e-9)
        water = (before.nutrients.water_g or 0) - (after.nutrients.water_g or 0)
        self.assertAlmostEqual(min(lost, before.nutrients.water_g or 0), water, places=6)

    @given(parts, st.integers(1, 6), st.integers(1, 6))
    def test_cuts_of_a_tin_are_the_pieces(self, of: tuple[Part, ...], rows: int, columns: int) -> None:
        made = make(of, Making(Portioning(By.CUTS), cuts=Cuts(rows, columns)), "cake", SQUARE)
        self.assertEqual(made.portions.count, rows * columns)
        self.assertAlmostEqual(made.piece.mass_g * rows * columns, made.outcome.batch.mass_g)
        if made.filling is not None:
            piece = made.filling.piece
            assert piece is not None
            self.assertAlmostEqual(piece.length_cm * piece.width_cm * rows * columns, 400)
            # Only what is baked stands in the tin.
            in_tin = sum(each.grams for each in made.filling.tins)
            baked = sum(part.figures.mass_g for part in made.worked.parts if not part.how.unbaked)
            self.assertAlmostEqual(in_tin, baked)

    @given(parts, st.integers(1, 30))
    def test_other_numbers_of_pieces_tell_what_they_would_be(self, of: tuple[Part, ...], count: int) -> None:
        made = make(of, Making(Portioning(count=count)))
        for other in made.alternatives:
            there = make(of, Making(Portioning(count=other.count)))
            self.assertAlmostEqual(there.piece.nutrients.energy_kcal or 0, other.energy_kcal)
            self.assertAlmostEqual(there.piece.mass_g, other.baked_g)


class Said(unittest.TestCase):
    LINES = (Part("", (Line("400 g skyr"), Line("200 g oat flour"))),)

    def test_problems_leave_the_rest_as_it_is(self) -> None:
        for making, words in (
            (Making(weighings=Weighings(loss=0.9)), "from 0 to 60%"),
            (Making(Portioning(By.DOUGH, grams=5000)), "more than the whole dough"),
            (Making(kitchen=Kitchen(Oven.MICROWAVE)), "Only a mug cake"),
        ):
            with self.subTest(words):
                made = make(self.LINES, making)
                self.assertIn(words, made.problems[0])
                self.assertGreater(made.piece.mass_g, 0)

    def test_deeper_in_the_tin_takes_longer(self) -> None:
        flat = make(self.LINES, None, "cake", Tin(Kind.TRAY, 33, 5, 23))
        deep = make(self.LINES, None, "cake", Tin(Kind.SPRING_FORM, 15, 8))
        assert flat.window is not None
        assert deep.window is not None
        self.assertGreater(deep.window.from_min, 1.5 * flat.window.from_min)

    def test_cookies_lie_on_a_tray_and_do_not_fill_it(self) -> None:
        made = make(self.LINES, Making(Portioning(count=20)), "cookie", Tin(Kind.TRAY, 40, 2, 30))
        assert made.loads is not None
        self.assertEqual((made.loads.per_tray, made.loads.trays, made.filling), (12, 2, None))
        self.assertIsNone(make(self.LINES, None, "cake", SQUARE).loads)

    def test_claims_rest_on_what_is_baked(self) -> None:
        # 600 g of dough with 16.8 g of fibre are 2.8 g in 100 g; with 20 % lost 3.5 g, a source of it.
        of = (Part("", (Line("400 g skyr"), Line("144 g oat flour"), Line("10 g psyllium husk"))),)
        made = make(of, Making(weighings=Weighings(loss=0.2)))
        contents = contents_of(made.worked, CUPBOARD)
        dough = {each.claim.name: each for each in claims_of(made.worked, contents, "cake").eu}
        baked = {
            each.claim.name: each for each in claims_of(made.worked, contents, "cake", None, made.outcome.batch).eu
        }
        fibre = dough["source of fibre"].claim.figure
        self.assertAlmostEqual(baked["source of fibre"].claim.figure, fibre / 0.8)
        # A change is told in grams of dough, whichever of the two it rests on.
        change = baked["low sugars"].nearest
        if change is not None:
            self.assertLessEqual(change.of_g, 400 + 1e-6)

    def test_nothing_at_all_is_nothing(self) -> None:
        made = make((Part("", ()),), Making(Portioning(By.DOUGH, grams=30)))
        self.assertEqual((made.piece.mass_g, made.filling, made.problems), (0, None, ()))
