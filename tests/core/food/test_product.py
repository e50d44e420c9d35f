"""core/food/product: what a pack says becomes an ingredient."""

import unittest
from collections.abc import Mapping

from ample_crumb.core.food.label import Label, Style
from ample_crumb.core.food.product import Pack, PackMeasures, ProductDeclaration, ingredient_of


class Packs(unittest.TestCase):
    def test_a_drained_pack_and_one_with_its_liquid_are_told_apart(self) -> None:
        label = Label(Style.EUROPEAN, energy_kcal=90, carbohydrate_g=20, protein_g=3, fat_g=0)

        def pack(measures: PackMeasures) -> Mapping[str, float]:
            beans, _ = ingredient_of("beans", "Beans", (), "pulse", Pack(label, measures))
            return beans.measures.pack_g

        drained = pack(PackMeasures(pack_g=400, drained_g=240))
        self.assertEqual((drained["can"], drained["gross can"]), (240, 400))
        whole = pack(PackMeasures(pack_g=400))
        self.assertEqual((whole["can"], "gross can" in whole), (400, False))

    def test_vegan_is_vegetarian_and_what_nobody_said_stays_open(self) -> None:
        for said, want in (
            (ProductDeclaration(vegan=True), True),
            (ProductDeclaration(), None),
            (ProductDeclaration(vegan=False), None),
            (ProductDeclaration(vegan=False, vegetarian=False), False),
        ):
            label = Label(Style.EUROPEAN, energy_kcal=90)
            made, _ = ingredient_of("x", "X", (), "", Pack(label, contains=said))
            self.assertEqual(bool(made.vegetarian) if want is not None else made.vegetarian or None, want)
