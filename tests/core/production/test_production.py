"""core/production/production: what is in a formula stays in it, however it is parted, weighed and cut."""

import unittest

from hypothesis import assume, given
from hypothesis import strategies as st

from ample_crumb.core.food.nutrients import NAMES
from ample_crumb.core.formula.allergens import allergens_of
from ample_crumb.core.formula.claims import claims_of
from ample_crumb.core.formula.formula import Line, Part, PartBake, PartOptions
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.core.production.bake_time import BakingConditions, Oven
from ample_crumb.core.production.bake_yield import Weighings
from ample_crumb.core.production.portions import Cuts, PortionBy, Portioning
from ample_crumb.core.production.production import Production, ProductionInputs, produce
from ample_crumb.core.production.tins import Tin, TinKind
from tests.core.given import CUPBOARD

SQUARE = Tin(TinKind.SQUARE, 20, 5)

hows = st.builds(
    PartOptions,
    loss_share=st.none() | st.floats(0, 0.4),
    used_share=st.sampled_from([1.0, 1.0, 0.5, 0.25]),
    optional=st.booleans(),
    bake=st.sampled_from(PartBake),
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
    st.builds(Portioning, by=st.sampled_from([PortionBy.DOUGH, PortionBy.BAKED]), piece_g=st.floats(5, 40)),
    st.builds(Portioning, by=st.just(PortionBy.SCOOP), scoop_ml=st.floats(5, 30)),
    st.builds(Portioning, count=st.integers(1, 20), small_count=st.integers(1, 3), small_g=st.floats(1, 5)),
)


def make(of: tuple[Part, ...], making: ProductionInputs | None = None, family: str = "cake", *tins: Tin) -> Production:
    return produce(of, making or ProductionInputs(), family, tins, CUPBOARD, ReadingPreferences())


class Conserved(unittest.TestCase):
    @given(parts, portionings)
    def test_pieces_small_ones_and_the_rest_are_the_whole(self, of: tuple[Part, ...], how: Portioning) -> None:
        made = make(of, ProductionInputs(how))
        # A piece may be more than a small dough; that is said, and tested elsewhere.
        assume(made.bake_yield.dough_g > 80)
        # And a scoop more than what of it is scooped.
        assume(made.bake_yield.in_oven_g > 80 or not made.bake_yield.in_oven_g)
        self.assertEqual(made.problems, ())
        portions, whole = made.portions, made.bake_yield.batch
        taken = portions.count * portions.share + how.small_count * portions.small_share
        shares = taken + portions.rest_g / made.bake_yield.dough_g
        self.assertAlmostEqual(shares, 1)
        for name in NAMES:
            piece, batch = getattr(made.piece.nutrients, name), getattr(whole.nutrients, name)
            self.assertAlmostEqual(piece, batch * portions.share, places=6)

    @given(parts)
    def test_baking_moves_water_alone(self, of: tuple[Part, ...]) -> None:
        made = make(of)
        before, after = made.evaluated.batch, made.bake_yield.batch
        for name in set(NAMES) - {"water_g"}:
            self.assertAlmostEqual(getattr(before.nutrients, name), getattr(after.nutrients, name))
        lost = before.mass_g - after.mass_g
        self.assertGreaterEqual(lost, -1e-9)
        water = (before.nutrients.water_g or 0) - (after.nutrients.water_g or 0)
        self.assertAlmostEqual(min(lost, before.nutrients.water_g or 0), water, places=6)

    @given(parts, st.integers(1, 6), st.integers(1, 6))
    def test_cuts_of_a_tin_are_the_pieces(self, of: tuple[Part, ...], rows: int, columns: int) -> None:
        made = make(of, ProductionInputs(Portioning(PortionBy.CUTS), cuts=Cuts(rows, columns)), "cake", SQUARE)
        self.assertEqual(made.portions.count, rows * columns)
        self.assertAlmostEqual(made.piece.mass_g * rows * columns, made.bake_yield.batch.mass_g)
        if made.tin_fill is not None:
            piece = made.tin_fill.piece
            assert piece is not None
            self.assertAlmostEqual(piece.length_cm * piece.width_cm * rows * columns, 400)
            # Only what is baked stands in the tin.
            in_tin = sum(tin.dough_g for tin in made.tin_fill.tins)
            baked = sum(part.figures.mass_g for part in made.evaluated.parts if not part.options.unbaked)
            self.assertAlmostEqual(in_tin, baked)

    @given(parts, st.integers(1, 30))
    def test_other_numbers_of_pieces_tell_what_they_would_be(self, of: tuple[Part, ...], count: int) -> None:
        made = make(of, ProductionInputs(Portioning(count=count)))
        for other in made.alternatives:
            there = make(of, ProductionInputs(Portioning(count=other.count)))
            self.assertAlmostEqual(there.piece.nutrients.energy_kcal or 0, other.energy_kcal)
            self.assertAlmostEqual(there.piece.mass_g, other.baked_g)


class BakedBefore(unittest.TestCase):
    def test_a_crust_that_goes_in_first_has_a_time_of_its_own(self) -> None:
        crust = Part("Base", (Line("150 g graham crackers"), Line("75 g butter")), PartOptions(bake=PartBake.BEFORE))
        filling = Part("", (Line("600 g cream cheese"), Line("3 eggs"), Line("150 g sugar")))
        made = make((crust, filling), ProductionInputs(), family="baked-cheesecake")
        assert made.bake_window is not None
        self.assertIn("“Base” goes in first: look from minute", made.bake_window.notes[0])
        plain = make((filling,), ProductionInputs(), family="baked-cheesecake")
        assert plain.bake_window is not None
        self.assertFalse(any("goes in first" in note for note in plain.bake_window.notes))

    def test_a_crust_that_its_oven_cannot_bake_is_a_problem_in_words(self) -> None:
        crust = Part("Base", (Line("450 g graham crackers"), Line("250 g butter")), PartOptions(bake=PartBake.BEFORE))
        making = ProductionInputs(weighings=Weighings(dough_g=300), conditions=BakingConditions(Oven.MICROWAVE))
        made = make((crust, Part("", (Line("100 g skyr"),))), making, family="baked-cheesecake")
        self.assertTrue(any("unevenly" in problem for problem in made.problems))
        self.assertIsNotNone(made.bake_window)


class FormulaWords(unittest.TestCase):
    LINES = (Part("", (Line("400 g skyr"), Line("200 g oat flour"))),)

    def test_problems_leave_the_rest_as_it_is(self) -> None:
        for making, words in (
            (ProductionInputs(weighings=Weighings(loss_share=0.9)), "from 0 to 60%"),
            (ProductionInputs(Portioning(PortionBy.DOUGH, piece_g=5000)), "more than the whole dough"),
            (ProductionInputs(conditions=BakingConditions(Oven.MICROWAVE)), "unevenly"),
        ):
            with self.subTest(words):
                made = make(self.LINES, making)
                self.assertIn(words, made.problems[0])
                self.assertGreater(made.piece.mass_g, 0)

    def test_deeper_in_the_tin_takes_longer(self) -> None:
        flat = make(self.LINES, None, "cake", Tin(TinKind.TRAY, 33, 5, 23))
        deep = make(self.LINES, None, "cake", Tin(TinKind.SPRING_FORM, 15, 8))
        assert flat.bake_window is not None
        assert deep.bake_window is not None
        self.assertGreater(deep.bake_window.from_min, 1.5 * flat.bake_window.from_min)

    def test_cookies_lie_on_a_tray_and_do_not_fill_it(self) -> None:
        made = make(self.LINES, ProductionInputs(Portioning(count=20)), "cookie", Tin(TinKind.TRAY, 40, 2, 30))
        assert made.tray_loads is not None
        self.assertEqual((made.tray_loads.per_tray, made.tray_loads.trays, made.tin_fill), (12, 2, None))
        self.assertIsNone(make(self.LINES, None, "cake", SQUARE).tray_loads)

    def test_claims_rest_on_what_is_baked(self) -> None:
        # 600 g of dough with 16.8 g of fibre are 2.8 g in 100 g; with 20 % lost 3.5 g, a source of it.
        of = (Part("", (Line("400 g skyr"), Line("144 g oat flour"), Line("10 g psyllium husk"))),)
        made = make(of, ProductionInputs(weighings=Weighings(loss_share=0.2)))
        contents = allergens_of(made.evaluated, CUPBOARD)
        dough = {each.claim.name: each for each in claims_of(made.evaluated, contents, "cake", CUPBOARD).eu}
        baked = {
            each.claim.name: each
            for each in claims_of(made.evaluated, contents, "cake", CUPBOARD, None, made.bake_yield.batch).eu
        }
        fibre = dough["source of fibre"].claim.figure
        self.assertAlmostEqual(baked["source of fibre"].claim.figure, fibre / 0.8)
        # A change is told in grams of dough, whichever of the two it rests on.
        change = baked["low sugars"].nearest
        if change is not None:
            self.assertLessEqual(change.of_g, 400 + 1e-6)

    def test_nothing_at_all_is_nothing(self) -> None:
        made = make((Part("", ()),), ProductionInputs(Portioning(PortionBy.DOUGH, piece_g=30)))
        self.assertEqual((made.piece.mass_g, made.tin_fill, made.problems), (0, None, ()))
