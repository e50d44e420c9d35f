"""Formulas that are known to work lie inside their windows, and broken on purpose they are caught by the right dial.

Ratios by weight are common knowledge of bakers' books (from memory): the pound cake of 1 part each, shortbread of 1
sugar, 2 butter, 3 flour, the muffin of 2 flour, 2 liquid, 1 egg, 1 fat, the pancake of 2, 2, 1 and a half, the cookie
of 3 flour, 2 fat, 1 sugar with an egg, the biscuit of 3 flour, 1 fat, 2 liquid, pie dough of 3, 2, 1, the fatless
sponge. The rest are home formulas as they stand in most kitchens' books (common practice). Each has salt as usual."""

import unittest

from ample_crumb.core.crumb.check import CrumbCheck, crumb_check, judge_dough
from ample_crumb.core.crumb.dials.dial import Verdict
from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.formula.evaluation import evaluate
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.formula.reading import ReadingPreferences

WORKING = {
    "pound cake, 1:1:1:1": ("loaf", "250 g flour; 250 g butter; 250 g sugar; 250 g egg; 2 g salt"),
    "shortbread, 1:2:3": ("cookie", "100 g sugar; 200 g butter; 300 g flour; 2 g salt"),
    "muffin, 2:2:1:1": (
        "muffin",
        "200 g flour; 200 g milk; 100 g egg; 100 g butter; 50 g sugar; 2 tsp baking powder; 3 g salt",
    ),
    "cookie, 3:2:1": ("cookie", "300 g flour; 200 g butter; 100 g sugar; 1 egg; 1 tsp baking powder; 3 g salt"),
    "biscuit, 3:1:2": (
        "rolled-dough",
        "300 g flour; 100 g butter; 200 g milk; 10 g sugar; 1 tbsp baking powder; 4 g salt",
    ),
    "pie dough, 3:2:1": ("crust", "300 g flour; 200 g butter; 100 g water; 4 g salt"),
    "sponge": ("cake", "120 g flour; 120 g sugar; 200 g egg; 1 g salt"),
    "sandwich cake": ("cake", "200 g flour; 200 g butter; 200 g sugar; 4 eggs; 2 tsp baking powder; 2 g salt"),
    "angel cake": ("cake", "360 g egg white; 150 g cake flour; 300 g sugar; 4 g cream of tartar; 2 g salt"),
    "pancake, 2:2:1:1/2": (
        "pancake",
        "200 g flour; 200 g milk; 100 g egg; 50 g butter; 20 g sugar; 2 tsp baking powder; 2 g salt",
    ),
    "drop cookie": (
        "cookie",
        "280 g flour; 225 g butter; 150 g sugar; 165 g brown sugar; 2 eggs; 1 tsp baking "
        "soda; 1 tsp salt; 340 g chocolate chips",
    ),
    "brownie": ("brownie", "170 g butter; 300 g sugar; 3 eggs; 95 g flour; 65 g cocoa; 1/2 tsp salt"),
    "flourless chocolate cake": (
        "flourless-brownie",
        "200 g dark chocolate, melted; 200 g butter; 150 g sugar; 4 eggs; 1/4 tsp salt",
    ),
    "cheesecake": ("baked-cheesecake", "900 g cream cheese; 250 g sugar; 4 eggs; 200 g sour cream; 20 g cornstarch"),
    "panna cotta": ("pudding", "500 ml cream; 250 ml milk; 60 g sugar; 9 g gelatine"),
    "coconut macaroon": ("macaroon", "200 g shredded coconut; 120 g sugar; 3 egg whites; 1 g salt"),
    "coconut flour muffin": (
        "muffin",
        "60 g coconut flour; 6 eggs; 80 g honey; 60 g coconut oil; 1/2 tsp baking soda; 1/4 tsp salt; 15 g lemon juice",
    ),
    "banana bread": (
        "loaf",
        "250 g flour; 150 g sugar; 115 g butter; 2 eggs; 340 g banana, mashed; 1 tsp baking soda; 1/2 tsp salt",
    ),
}

_CAUGHT = (
    # What is done to it, and the dial that has to tell.
    ("pound cake, 1:1:1:1", ("250 g flour", "500 g flour"), "hydration", Verdict.LOW),
    ("pound cake, 1:1:1:1", ("250 g egg", "125 g egg"), "binder", Verdict.LOW),
    ("shortbread, 1:2:3", ("300 g flour", "600 g flour"), "hydration", Verdict.LOW),
    ("muffin, 2:2:1:1", ("200 g flour", "400 g flour"), "hydration", Verdict.LOW),
    ("muffin, 2:2:1:1", ("2 tsp baking powder; ", ""), "leavening", Verdict.LOW),
    ("muffin, 2:2:1:1", ("2 tsp baking powder", "3 tbsp baking powder"), "leavening", Verdict.HIGH),
    ("muffin, 2:2:1:1", ("100 g egg", "50 g egg"), "binder", Verdict.LOW),
    ("cookie, 3:2:1", ("300 g flour", "600 g flour"), "hydration", Verdict.LOW),
    ("cookie, 3:2:1", ("1 tsp baking powder; ", ""), "leavening", Verdict.LOW),
    ("biscuit, 3:1:2", ("300 g flour", "600 g flour"), "hydration", Verdict.LOW),
    ("biscuit, 3:1:2", ("200 g milk", "400 g milk"), "hydration", Verdict.HIGH),
    ("sponge", ("200 g egg", "100 g egg"), "leavening", Verdict.LOW),
    ("sandwich cake", ("200 g flour", "400 g flour"), "hydration", Verdict.LOW),
    ("sandwich cake", ("4 eggs", "2 eggs"), "binder", Verdict.LOW),
    ("pancake, 2:2:1:1/2", ("200 g flour", "400 g flour"), "hydration", Verdict.LOW),
    ("pancake, 2:2:1:1/2", ("2 tsp baking powder; ", ""), "leavening", Verdict.LOW),
    ("brownie", ("3 eggs", "1 1/2 eggs"), "binder", Verdict.LOW),
    ("brownie", ("300 g sugar", "30 g sugar"), "sweetness", Verdict.LOW),
    ("flourless chocolate cake", ("4 eggs", "2 eggs"), "set", Verdict.LOW),
    ("cheesecake", ("4 eggs", "2 eggs"), "set", Verdict.LOW),
    ("panna cotta", ("; 9 g gelatine", ""), "set", Verdict.LOW),
    # Coconut flour put in gram for gram.
    ("muffin, 2:2:1:1", ("200 g flour", "200 g coconut flour"), "hydration", Verdict.LOW),
    # Powder for most of the flour.
    ("muffin, 2:2:1:1", ("200 g flour", "80 g flour; 120 g whey"), "powder-share", Verdict.HIGH),
)  # fmt: skip


def _check(text: str, family: str) -> CrumbCheck:
    lines = tuple(Line(line.strip()) for line in text.split(";"))
    evaluated = evaluate((Part("", lines),), 12, reference_cupboard(), ReadingPreferences())
    assert not evaluated.unread, evaluated.unread
    return crumb_check(judge_dough(evaluated, family, reference_cupboard()))


class WorkingFormulas(unittest.TestCase):
    def test_inside_their_windows(self) -> None:
        for name, (family, text) in WORKING.items():
            with self.subTest(name):
                self.assertEqual([(dial.name, dial.value, dial.verdict) for dial in _check(text, family).off], [])

    def test_broken_on_purpose(self) -> None:
        for name, (was, then), dial, verdict in _CAUGHT:
            with self.subTest(name, then=then, dial=dial):
                family, text = WORKING[name]
                self.assertIn(was, text)
                dials = {each.name: each for each in _check(text.replace(was, then), family).dials}
                self.assertIs(dials[dial].verdict, verdict, dials[dial])
