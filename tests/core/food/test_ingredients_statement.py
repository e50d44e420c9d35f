"""core/food/ingredients_statement: what the list on a pack says."""

import unittest

from hypothesis import given
from hypothesis import strategies as st

from ample_crumb.core.food.ingredients_statement import scan

ORDER = (
    "gluten", "crustaceans", "egg", "fish", "peanut", "soy", "milk", "tree nuts", "celery", "mustard", "sesame",
    "sulphites", "lupin", "molluscs",
)  # fmt: skip


class Declared(unittest.TestCase):
    def allergens(self, text: str) -> list[str]:
        return [allergen.name for allergen in scan(text).allergens]

    def test_allergens_by_their_words_and_traces_apart(self) -> None:
        found = scan(
            "Whey protein concentrate (MILK), soya lecithin, oat flour. May contain traces of eggs and peanuts."
        )
        self.assertEqual([allergen.name for allergen in found.allergens], ["gluten", "soy", "milk"])
        self.assertEqual([trace.name for trace in found.traces], ["egg", "peanut"])
        self.assertEqual(found.allergens[2].words, ("whey", "milk"))
        self.assertEqual(found.not_vegan, ("whey", "milk"))

    def test_words_that_hold_an_allergens_name_and_are_none(self) -> None:
        for text in (
            "cocoa butter, coconut milk, buckwheat flour, nutmeg, butternut squash",
            "gluten-free, free from milk and eggs",
            "rice milk. Does not contain nuts.",
            "cream of tartar",
        ):
            with self.subTest(text):
                self.assertEqual(self.allergens(text), [])

    def test_wheat_is_gluten_too_and_spelling_does_not_matter(self) -> None:
        self.assertEqual(self.allergens("Spelt, sulphur dioxide"), ["gluten", "sulphites", "wheat"])
        self.assertEqual(self.allergens("almonds, hazelnuts"), ["tree nuts"])

    def test_what_few_lists_think_of(self) -> None:
        for text, names in (
            ("milkfat, filberts", ["milk", "tree nuts"]), ("scallops, isinglass", ["fish", "molluscs"]),
            ("natto, okara", ["soy"]), ("lupini beans, pine nuts", ["lupin", "tree nuts"]),
            ("pollock, langoustine", ["crustaceans", "fish"]),
        ):  # fmt: skip
            with self.subTest(text):
                self.assertCountEqual(self.allergens(text), names)

    def test_the_fourteen_in_german_and_french_as_the_annex_has_them(self) -> None:
        """Regulation (EU) 1169/2011 Annex II in these languages, from memory; an allergen a part, in its order."""
        for texts in (
            "Weizen, Roggen, Gerste, Hafer; Krebstiere; Eier; Fische; Erdnüsse; Sojabohnen; Milch; Mandeln, Haselnüsse,"
            " Walnüsse, Kaschunüsse, Pecannüsse, Paranüsse, Pistazien, Macadamianüsse; Sellerie; Senf; Sesamsamen;"
            " Schwefeldioxid und Sulphite; Lupinen; Weichtiere",
            "blé, seigle, orge, avoine; crustacés; œufs; poissons; arachides; soja; lait; amandes, noisettes, noix,"
            " noix de cajou, noix de pécan, noix du Brésil, pistaches, noix de macadamia; céleri; moutarde;"
            " graines de sésame; anhydride sulfureux et sulfites; lupin; mollusques",
        ):
            for part, name in zip(texts.split("; "), ORDER, strict=True):
                for word in part.replace(" und ", ", ").replace(" et ", ", ").split(", "):
                    with self.subTest(word):
                        self.assertIn(name, self.allergens(word))

    def test_other_languages_have_words_that_hold_an_allergens_name_too(self) -> None:
        for text in (
            "beurre de cacao, noix de coco, noix de muscade",
            "sans gluten, ohne Milch",
            "Kakaobutter, Kokosmilch",
        ):
            with self.subTest(text):
                self.assertEqual(self.allergens(text), [])
        found = scan("Zucker, Magermilchpulver. Kann Spuren von Haselnüssen und Erdnüssen enthalten.")
        self.assertEqual([trace.name for trace in found.traces], ["peanut", "tree nuts"])
        self.assertEqual(found.added_sugar, ("zucker",))

    def test_sugar_alcohols_by_name_and_number(self) -> None:
        for text, kinds in (
            ("Sweetener (E 965)", ["maltitol"]),
            ("erythritol (E968), xylitol", ["erythritol", "xylitol"]),
            ("sweeteners: maltitol syrup, sorbitol", ["maltitol", "sorbitol"]),
            ("sugar alcohol free", []),
            ("hydrogenated starch hydrolysates, E964", ["hydrogenated starch hydrolysates"]),
        ):
            with self.subTest(text):
                self.assertEqual(sorted(polyol.name for polyol in scan(text).polyols), kinds)
        self.assertEqual(scan("allulose, water").allulose, ("allulose",))

    def test_added_sugar_and_what_is_not_vegetarian(self) -> None:
        found = scan("Oats, honey, glucose syrup, gelatine.")
        self.assertEqual(found.added_sugar, ("honey", "glucose syrup"))
        self.assertEqual(found.not_vegetarian, ("gelatine",))
        found = scan("apple juice concentrate, brown rice syrup, date paste")
        self.assertEqual(found.added_sugar, ("apple juice concentrate", "brown rice syrup", "date paste"))
        self.assertEqual(scan("no added sugar, unsweetened cocoa").added_sugar, ())

    @given(st.text(max_size=300))
    def test_any_text_can_be_looked_through(self, text: str) -> None:
        scan(text)
