"""core/formula/said_of_food: words that a food must bear."""

import unittest

from ample_crumb.core.formula.food_qualifiers import unborne
from ample_crumb.core.formula.formula import Line
from ample_crumb.core.formula.reading import ReadingPreferences, read_against
from tests.core.given import CUPBOARD, read

ITSELF = {
    # As an inventory of words that change what a food is: each has a row of its own.
    "200 g gluten-free flour": "flour_gf_rice", "100 g gluten-free rolled oats": "rolled_oats_gf",
    "100 g gluten-free digestive biscuits": "digestive_biscuits_gf", "250 ml chocolate milk": "chocolate_milk",
    "100 g milk chocolate": "milk_chocolate", "100 g cooked lentils": "lentils_cooked",
    "100 g dry lentils": "lentils_dry", "60 g sugar-free white chocolate chips": "white_chips_0",
    "60 g white chocolate chips": "white_chocolate", "30 g malted milk powder": "malted_milk_powder",
    "30 g milk powder": "milk_powder", "100 g vegan cream cheese": "cream_cheese_vegan",
    "100 g fresh cranberries": "cranberries", "50 g dried cranberries": "dried_cranberries",
    "1 cup 1% milk": "milk_1", "1 cup 2% milk": "milk_2", "200 g 10% Greek yogurt": "greek_yogurt_10",
    "200 g half-fat crème fraîche": "creme_fraiche_light", "200 g crème fraîche": "creme_fraiche",
    "120 g liquid egg whites": "egg_white_carton", "2 egg whites": "egg_white",
    "1 scoop flavoured whey isolate": "whey_isolate_flavoured", "30 g whey isolate": "whey_isolate",
    "1 packet sugar-free pudding mix": "pudding_mix", "1 packet vanilla pudding mix": "pudding_powder",
    "1 tsp instant coffee": "instant_coffee", "1 tsp espresso powder": "espresso_powder",
    "40 g golden raisins": "golden_raisins", "40 g raisins": "raisins", "2 fresh figs": "figs",
    "2 dried figs": "dried_figs", "150 g paneer": "paneer", "20 g oat fibre": "oat_fibre",
    "1 tsp peppermint extract": "peppermint_extract", "1 tsp almond extract": "almond_extract",
    "2 tsp gluten-free baking powder": "baking_powder", "250 ml coconut drink": "coconut_drink",
    "2 tbsp coconut cream": "coconut_cream", "200 ml full-fat coconut milk": "coconut_milk",
}  # fmt: skip


class Said(unittest.TestCase):
    def test_words_that_change_a_food_have_a_row(self) -> None:
        for text, slug in ITSELF.items():
            with self.subTest(text):
                line = read(text)
                self.assertEqual((line.ingredient and line.ingredient.slug, line.sure), (slug, True))

    def test_what_no_row_bears_is_asked(self) -> None:
        for text in (
            "1 cup gluten-free self-raising flour", "100 g gluten-free couscous", "1 cup dairy-free ricotta",
            "100 g vegan honey", "2 egg-free eggs", "30 g sugar-free honey", "100 g no added sugar condensed milk",
        ):  # fmt: skip
            with self.subTest(text):
                self.assertFalse(read(text).sure)

    def test_a_state_that_the_row_is_not_in_is_asked(self) -> None:
        for text in (
            "2 powdered eggs", "100 g dried eggs", "100 g raw chickpeas", "100 g raw lentils", "200 g fresh pasta",
            "120 g fresh tuna", "100 g fresh coconut milk", "100 g vanilla Greek yogurt",
            "100 g strawberry cream cheese", "30 g fat-free almond butter", "30 g light maple syrup",
            "100 g light ice cream", "30 g powdered almond butter", "100 g sweetened Greek yogurt",
            "100 g dried ricotta", "100 g smoked ham", "200 g canned sour cream", "1 cup malted flour",
            "100 g yogurt, fat-free, vanilla",
        ):  # fmt: skip
            with self.subTest(text):
                self.assertFalse(read(text).sure)

    def test_a_state_that_figures_or_names_bear_is_not(self) -> None:
        for text in (
            "100 g unsweetened Greek yogurt", "100 g raw rice", "2 fresh eggs", "100 g fresh ricotta",
            "100 g raw almonds", "100 g dry quinoa", "100 g powdered sugar", "1 cup frozen blueberries",
            "30 g powdered erythritol", "100 g fresh blueberries", "100 g canned chickpeas", "30 g vanilla whey",
            "2 tbsp raw honey", "3 raw bananas", "1 cup light cream", "100 g light cream cheese",
            "100 ml liquid egg whites", "10 g instant espresso powder", "2 tbsp light brown sugar",
            "100 g cooked quinoa", "50 g dried cranberries, sweetened", "100 g almonds, salted",
            "100 g flour, gluten-free", "200 ml heavy cream, whipped", "100 g strawberries, fresh or frozen",
        ):  # fmt: skip
            with self.subTest(text):
                line = read(text)
                self.assertTrue(line.sure, line.ingredient)

    def test_what_is_naturally_so_is_not_asked(self) -> None:
        for said, slug in (
            ("gluten-free", "almond_flour"), ("vegan", "dark_chocolate"), ("dairy-free", "oat_milk"),
            ("no sugar added", "apple_sauce"), ("nut-free", "sunflower_butter"),
        ):  # fmt: skip
            with self.subTest(said):
                self.assertEqual(unborne(said, (), CUPBOARD.ingredients[slug]), ())

    def test_a_choice_of_the_baker_stands(self) -> None:
        line = read_against(Line("100 g gluten-free oats", "rolled_oats"), CUPBOARD, ReadingPreferences())
        self.assertEqual((line.ingredient and line.ingredient.slug, line.sure), ("rolled_oats", True))

    def test_states_that_move_figures_have_rows_of_their_own(self) -> None:
        for text, slug in (
            ("2 overripe bananas", "banana_overripe"), ("1 green banana", "banana_green"),
            ("2 ripe bananas, mashed", "banana"), ("1 unripe avocado", "avocado"),
            ("100 g toasted almonds", "almonds_roasted"), ("50 g salted peanuts", "peanuts_salted"),
            ("30 g natural peanut butter", "peanut_butter_natural"), ("2 tbsp peanut butter", "peanut_butter"),
            ("150 g vanilla skyr", "skyr_vanilla"), ("100 g 2% skyr", "skyr_2"), ("100 g skyr", "skyr"),
            ("4 sweetener tablets", "tablets_saccharin"), ("2 sucralose packets", "packets_sucralose"),
            ("50 g allulose blend", "allulose_blend"), ("100 g dry curd cottage cheese", "cottage_cheese_0"),
            ("100 g canned pineapple", "pineapple_canned"), ("100 g full-fat soy flour", "soy_flour_full"),
        ):  # fmt: skip
            with self.subTest(text):
                line = read(text)
                assert line.ingredient is not None
                self.assertEqual((line.ingredient.slug, line.sure), (slug, True))
        # What is done after it was weighed moves nothing.
        after = read("50 g almonds, toasted").ingredient
        assert after is not None
        self.assertEqual(after.slug, "almonds")
