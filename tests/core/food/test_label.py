"""core/food/label by property: whatever is typed is answered, and an honest label means the same however printed."""

import unittest
from dataclasses import fields, replace

from hypothesis import assume, given
from hypothesis import strategies as st

from ample_crumb.core.food.energy import KJ_PER_KCAL, european_energy
from ample_crumb.core.food.label import Label, LabelBasis, Style, read_label
from ample_crumb.core.food.nutrients import NAMES, SALT_PER_SODIUM
from ample_crumb.core.food.product import LabelProblem, Pack, ingredient_of

AMOUNTS = [field.name for field in fields(Label) if field.name not in {"style", "basis", "polyol_kind"}]


@st.composite
def any_label(draw: st.DrawFn) -> Label:
    amounts = st.none() | st.floats(-10, 1000) | st.just(0.0)
    return Label(
        style=draw(st.sampled_from(Style)),
        basis=draw(st.sampled_from(LabelBasis)),
        polyol_kind=draw(st.sampled_from(["", "maltitol", "xylitol"])),
        **{name: draw(amounts) for name in AMOUNTS},
    )


@st.composite
def honest(draw: st.DrawFn) -> Label:
    """A European label per 100 g whose energy follows from the rest."""
    protein, fat, carbohydrate, fibre = (draw(st.floats(low, 24)) for low in (2, 1, 2, 0))
    label = Label(
        Style.EUROPEAN,
        protein_g=protein,
        fat_g=fat,
        saturates_g=fat / 2,
        carbohydrate_g=carbohydrate,
        sugars_g=carbohydrate / 2,
        fibre_g=fibre,
        salt_g=draw(st.floats(0, 2)),
    )
    made = read_label(label).per_100g
    assert made is not None
    return replace(label, energy_kcal=european_energy(made))


class AnyLabel(unittest.TestCase):
    @given(any_label())
    def test_it_is_answered_with_figures_that_can_be_or_with_what_cannot(self, label: Label) -> None:
        read = read_label(label)
        self.assertEqual(read.per_100g is None, bool(read.problems))
        for problem in read.problems:
            self.assertIn(problem.field, AMOUNTS)
            self.assertRegex(problem.sentence, r"[.?]$")
        if read.per_100g is None or read.sd_per_100g is None:
            with self.assertRaises(LabelProblem):
                ingredient_of("x", "X", (), "", Pack(label))
            return
        masses = (getattr(read.per_100g, name) or 0 for name in ("fat_g", "carbohydrate_g", "fibre_g", "protein_g"))
        self.assertLessEqual(sum(masses), 103)
        self.assertLessEqual(read.per_100g.energy_kcal or 0, 905)
        for name in NAMES:
            value, sd = getattr(read.per_100g, name), getattr(read.sd_per_100g, name)
            self.assertTrue(value is None or value >= 0, name)
            self.assertTrue(sd is None or sd >= 0, name)


class Honest(unittest.TestCase):
    @given(honest(), st.floats(10, 400))
    def test_a_serving_says_what_100_g_say(self, label: Label, serving_g: float) -> None:
        share = serving_g / 100
        amounts = {name: value * share for name in AMOUNTS if (value := getattr(label, name)) is not None}
        served = Label(Style.EUROPEAN, LabelBasis.PER_SERVING, **amounts | {"serving_g": serving_g})
        one, other = read_label(label).per_100g, read_label(served).per_100g
        assert one is not None
        assert other is not None
        for name in NAMES:
            value = getattr(one, name)
            self.assertAlmostEqual(value or 0.0, getattr(other, name) or 0.0, places=6, msg=name)

    @given(honest())
    def test_a_us_label_of_the_same_food_says_the_same(self, label: Label) -> None:
        american = replace(
            label,
            style=Style.US,
            carbohydrate_g=(label.carbohydrate_g or 0) + (label.fibre_g or 0),
            salt_g=None,
            sodium_mg=1000 * (label.salt_g or 0) / SALT_PER_SODIUM,
        )
        one, other = read_label(label).per_100g, read_label(american).per_100g
        assert one is not None
        assert other is not None
        for name in ("carbohydrate_g", "fibre_g", "salt_g", "protein_g"):
            self.assertAlmostEqual(getattr(one, name), getattr(other, name), places=6)

    @given(honest())
    def test_it_is_not_remarked_on_and_kilojoules_in_its_place_are(self, label: Label) -> None:
        energy = label.energy_kcal or 0
        assume(energy > 60)
        self.assertEqual(read_label(label).remark, "")
        mistyped = read_label(replace(label, energy_kcal=energy * KJ_PER_KCAL))
        said = mistyped.remark + "".join(problem.sentence for problem in mistyped.problems)
        self.assertIn("kJ", said)
        meant = read_label(replace(label, energy_kcal=None, energy_kj=energy * KJ_PER_KCAL))
        assert meant.per_100g is not None
        self.assertAlmostEqual(meant.per_100g.energy_kcal or 0, energy)
        self.assertEqual(meant.remark, "")

    @given(honest(), st.sampled_from(["protein_g", "carbohydrate_g", "fat_g"]))
    def test_a_misplaced_point_is_remarked_on_or_stopped(self, label: Label, name: str) -> None:
        value = getattr(label, name)
        # A gap that stands out of what rounding and natural factors leave open.
        assume((9 if name == "fat_g" else 4) * value > 0.3 * (label.energy_kcal or 0) > 30)
        tenth = replace(label, **{name: value / 10}, saturates_g=None, sugars_g=None)
        self.assertTrue(read_label(tenth).remark)
        tenfold = read_label(replace(label, **{name: value * 10}))
        self.assertTrue(tenfold.remark or tenfold.problems)
