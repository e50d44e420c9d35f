"""What bakers say of a batch, read; the sayings and what they come to were judged before (`tests/judgement`)."""

import unittest
from collections.abc import Iterator
from dataclasses import dataclass
from typing import Final

from hypothesis import given, strategies

from ample_crumb.core.batch.apply_deviations import BatchReading, apply_deviations
from ample_crumb.core.batch.deviation import AsMade, Said
from ample_crumb.core.batch.split_dough import split_dough
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.formula.evaluation import evaluate
from ample_crumb.core.formula.formula import Line, Part, PartBake, PartOptions, Parts
from ample_crumb.core.formula.reading import ReadingPreferences
from tests.judgement.judged import HERE

READING = BatchReading(reference_cupboard(), ReadingPreferences(), "cookie")
PARTS = (
    Part(
        "",
        (
            Line("200 g oat flour, start with half", id="a"),
            Line("150 g skyr", id="b"),
            Line("2 large eggs", id="c"),
            Line("60 g honey or maple syrup", id="d"),
            Line("60 g walnuts, chopped", id="e"),
            Line("12 digestive biscuits, crushed", id="f"),
            Line("1 tsp baking powder", id="g"),
            Line("1/4 tsp salt", id="h"),
        ),
    ),
    Part("Glaze", (Line("40 g icing sugar", id="i"), Line("20 g lemon juice", id="j")), PartOptions(bake=PartBake.NOT)),
)
WHOLE_G = evaluate(PARTS, 1, READING.cupboard, READING.preferences).batch.mass_g
DOUGH_G = WHOLE_G - 60


@dataclass(frozen=True, slots=True)
class Judged:
    text: str
    kind: str
    grams: str
    food: str


def judged(name: str) -> Iterator[Judged]:
    for row in (HERE / f"{name}.psv").read_text().splitlines():
        if row.strip() and not row.startswith("#"):
            yield Judged(*row.split("|"))


def mass_g(made: AsMade) -> float:
    figures = evaluate(made.parts, 1, READING.cupboard, READING.preferences)
    return figures.batch.mass_g - made.residue_g - made.stuck_g


_FRESH: Final = (
    "1 can black beans, drained", "3 large eggs", "50 g cocoa", "100 g maple syrup", "60 g milk",
    "1 tsp vanilla extract", "80 g dark chocolate, chopped", "60 g whey",
)  # fmt: skip
FRESH: Final = (
    Part("", tuple(Line(text, id=f"l{place}") for place, text in enumerate(_FRESH))),
    Part(
        "Topping",
        (Line("100 g greek yogurt", id="t1"), Line("20 g honey", id="t2")),
        PartOptions(bake=PartBake.NOT),
    ),
)


class Sayings(unittest.TestCase):
    def test_each_is_what_it_was_judged_to_be(self) -> None:
        self.check("deviations", PARTS)
        self.check("fresh-deviations", FRESH)

    def check(self, name: str, parts: Parts) -> None:
        whole_g = evaluate(parts, 1, READING.cupboard, READING.preferences).batch.mass_g
        for row in judged(name):
            with self.subTest(row.text):
                made, (deviation,) = apply_deviations(AsMade(parts), [Said("x", row.text)], READING)
                if row.kind == "cannot":
                    self.assertIsNone(deviation.kind, deviation.words)
                    self.assertTrue(deviation.problem)
                    self.assertEqual(made, AsMade(parts))
                    continue
                self.assertEqual((deviation.kind, deviation.problem), (row.kind, ""), deviation.words)
                number = row.grams.removesuffix("%")
                expected = float(number) / 100 * DOUGH_G if row.grams.endswith("%") else float(number)
                self.assertAlmostEqual(mass_g(made) - whole_g, expected, delta=max(0.6, 0.02 * abs(expected)))
                if row.food:
                    foods = {line.ingredient.slug for line in _lines(made) if line.ingredient}
                    self.assertIn(row.food, foods)


def _lines(made: AsMade):  # type: ignore[no-untyped-def]
    return evaluate(made.parts, 1, READING.cupboard, READING.preferences).lines()


class Conserved(unittest.TestCase):
    """Of what goes in nothing is lost on the way: what is added, left, and what is made sum to the whole."""

    @given(
        added_g=strategies.integers(1, 400),
        left=strategies.integers(1, 99),
        bowl_g=strategies.integers(1, 300),
        stuck_g=strategies.integers(1, 100),
    )
    def test_what_is_added_left_and_made_sums_to_the_whole(
        self, added_g: int, left: int, bowl_g: int, stuck_g: int
    ) -> None:
        said = [
            f"{added_g} g oat flour",
            f"{left} % of the glaze left",
            f"{bowl_g} g stayed in the bowl",
            f"{stuck_g} g stuck to the paper",
        ]
        made, deviations = apply_deviations(
            AsMade(PARTS), [Said(f"s{place}", each) for place, each in enumerate(said)], READING
        )
        self.assertEqual([deviation.problem for deviation in deviations], [""] * 4)
        lost = left / 100 * 60 + bowl_g + stuck_g
        self.assertAlmostEqual(mass_g(made), WHOLE_G + added_g - lost, places=6)
        self.assertAlmostEqual(sum(deviation.mass_g for deviation in deviations), added_g - lost, places=6)

    @given(parts=strategies.lists(strategies.integers(1, 20), min_size=2, max_size=4))
    def test_things_of_one_dough_sum_to_it(self, parts: list[int]) -> None:
        whole = evaluate(PARTS, 1, READING.cupboard, READING.preferences).batch
        made = [split_dough(PARTS, share / sum(parts), READING) for share in parts]
        figures = [evaluate(each, 1, READING.cupboard, READING.preferences).batch for each in made]
        # A line says its grams with four digits.
        self.assertAlmostEqual(sum(figure.mass_g for figure in figures), whole.mass_g, delta=0.002 * whole.mass_g)
        energies = [figure.nutrients.energy_kcal or 0.0 for figure in figures]
        self.assertAlmostEqual(sum(energies), whole.nutrients.energy_kcal or 0.0, delta=4)

    @given(text=strategies.text(max_size=400))
    def test_whatever_is_said_is_read_or_refused_in_words(self, text: str) -> None:
        made, deviations = apply_deviations(AsMade(PARTS), [Said("x", text)], READING)
        self.assertEqual(len(deviations), 1 if text.strip() else 0)
        for deviation in deviations:
            self.assertEqual(deviation.kind is None, bool(deviation.problem))
            if deviation.problem:
                self.assertEqual(made, AsMade(PARTS))

    def test_half_of_the_glaze_brings_half_of_its_energy_less(self) -> None:
        """By hand: 40 g of icing sugar are 156 kcal (389 a 100 g, USDA SR28 19336), 20 g of lemon juice 4."""
        _, (deviation,) = apply_deviations(AsMade(PARTS), [Said("x", "half the glaze stayed in the cup")], READING)
        self.assertAlmostEqual(deviation.energy_kcal, -80, delta=2)

    def test_a_cup_of_almond_flour_is_what_bakers_forget(self) -> None:
        """570 to 640 kcal, as bakers reckon it."""
        _, (deviation,) = apply_deviations(AsMade(PARTS), [Said("x", "1 cup almond flour")], READING)
        self.assertTrue(540 <= deviation.energy_kcal <= 640, deviation.energy_kcal)

    def test_what_was_weighed_has_no_more_doubt_than_a_scale(self) -> None:
        made, _ = apply_deviations(AsMade(PARTS), [Said("x", "20 g of the glaze left")], READING)
        lines = [line.weighed for line in _lines(made) if line.id in ("i", "j")]
        self.assertEqual([line.used_by_eye for line in lines if line], [False, False])
        by_eye, _ = apply_deviations(AsMade(PARTS), [Said("x", "half the glaze left")], READING)
        lines = [line.weighed for line in _lines(by_eye) if line.id in ("i", "j")]
        self.assertEqual([line.used_by_eye for line in lines if line], [True, True])

    def test_what_is_added_goes_into_the_dough_and_not_into_its_crust(self) -> None:
        slice_ = (
            Part("Crust", (Line("300 g oat flour"),)),
            Part("Filling", (Line("200 g quark"),)),
            Part("Topping", (Line("500 g plums"),), PartOptions(bake=PartBake.NOT)),
        )
        made, _ = apply_deviations(AsMade(slice_), [Said("a", "1 egg"), Said("b", "20 g sugar to the crust")], READING)
        came = [[line.text for line in part.lines][1:] for part in made.parts]
        self.assertEqual(came, [["20 g sugar"], ["1 egg"], []])

    def test_how_much_is_said_where_it_is_not_as_much_as_before(self) -> None:
        for text, words in (
            ("no skyr, took quark", "quark for skyr"),
            ("took 150 g quark for the skyr", "quark for skyr"),
            ("took 200 g quark for the skyr", "quark for skyr, 200 g"),
        ):
            with self.subTest(text):
                _, (deviation,) = apply_deviations(AsMade(PARTS), [Said("a", text)], READING)
                self.assertEqual(deviation.words, words)

    def test_of_nothing_written_what_was_added_is_all_there_is(self) -> None:
        made, (added, left) = apply_deviations(
            AsMade(()), [Said("a", "1 egg"), Said("b", "half the glaze left")], READING
        )
        self.assertEqual((added.mass_g, left.kind, mass_g(made)), (50, None, 50))

    def test_more_cannot_be_left_than_there_was_by_then(self) -> None:
        said = [Said("a", "50 g of the walnuts left"), Said("b", "50 g of the walnuts left")]
        _, deviations = apply_deviations(AsMade(PARTS), said, READING)
        self.assertEqual(deviations[0].problem, "")
        self.assertEqual(deviations[1].problem, "50 g is more walnuts than there was: 10 g.")

    def test_fat_taken_up_makes_of_a_dough_what_fried_dough_is(self) -> None:
        """From memory of USDA SR28, a plain cake doughnut has 23 to 25 g of fat a 100 g; its dough has about 10 g."""
        dough = (Part("", (Line("250 g wheat flour"), Line("100 g sugar"), Line("50 g butter"), Line("100 g milk"),
                           Line("1 egg"))),)  # fmt: skip
        made, _ = apply_deviations(AsMade(dough), [Said("x", "fried in oil")], READING)
        batch = evaluate(made.parts, 1, READING.cupboard, READING.preferences).batch
        # Frying drives off about a tenth of the dough as water.
        baked_g = batch.mass_g - 0.1 * 550
        self.assertTrue(18 <= 100 * (batch.nutrients.fat_g or 0) / baked_g <= 26)
