"""core/formula/reading: whole lines as people write them, each with the ingredient and the grams worked out by hand."""

import unittest

from hypothesis import given, settings
from hypothesis import strategies as st

from ample_crumb.core.food.energy import EnergySystem
from ample_crumb.core.formula.formula import Line
from ample_crumb.core.formula.reading import ReadingPreferences, ReadLine, read_against
from tests.core.given import CUPBOARD

SURE = {
    # fractions, ranges, decimals, numbers in words
    "1 1/2 cups almond flour": ("almond_flour", 156),
    "1 1/4 c. oat flour": ("oat_flour", 115),
    "1 ¼ cup flour": ("wheat_flour", 150.6),
    "1 & 1/2 cups oats": ("rolled_oats", 135),
    ".5 cup oats": ("rolled_oats", 45),
    "two and a half cups oats": ("rolled_oats", 225),
    "half cup oats": ("rolled_oats", 45),
    "five tablespoons of oats": ("rolled_oats", 28.1),
    "1/2 to 3/4 cup milk": ("milk_whole", 152.5),
    "1 1/4-1 1/2 cups flour": ("wheat_flour", 165.7),
    "2-3 Medjool dates, pitted": ("dates_medjool", 60),
    "1.5 dl oat milk": ("oat_milk", 152.2),
    # units in all their spellings
    "2 T. ground flaxseed": ("flax", 14),
    "3 Tbs honey": ("honey", 62.5),
    "2tbsp cocoa": ("cocoa", 10.3),
    "1 pint blueberries": ("blueberries", 296),
    "1 quart milk": ("milk_whole", 976),
    "2 fl. oz. espresso": ("coffee", 59.3),
    "1 lb strawberries": ("strawberries", 453.6),
    "3 oz silken tofu": ("tofu_silken", 85),
    "200 gr. quark": ("quark_0", 200),
    "1 heaping tablespoon peanut butter": ("peanut_butter", 21.3),
    "1/3 stick butter": ("butter", 37.8),
    "5 dashes cinnamon": ("cinnamon", 1.6),
    "a pinch cinnamon": ("cinnamon", 0.2),
    "1 splash milk": ("milk_whole", 15.3),
    "a handful of chopped walnuts": ("walnuts", 29.3),
    "10 drops liquid stevia": ("stevia_drops", 0.5),
    # pieces and sizes
    "2 extra large eggs": ("egg", 112),
    "2xl eggs": ("egg", 112),
    "1 dozen eggs": ("egg", 600),
    "4 whites": ("egg_white", 128),
    "1 small apple, grated": ("apple", 149),
    "2 carrots, grated": ("carrot", 122),
    "1 medium ripe banana, mashed (about 1/3 cup)": ("banana", 118),
    "1/2 lemon, juiced": ("lemon_juice", 22.5),
    "1 orange, zest only": ("orange_zest", 10),
    "3 leaves gelatine": ("gelatine", 6),
    "2 squares dark chocolate": ("dark_chocolate", 20),
    "1 shot espresso": ("coffee", 30),
    "1 flax egg": ("flax_egg", 44),
    # scoops, packets, cans and tubs
    "2 scoops (60 g) vanilla whey": ("whey_concentrate", 60),
    "1 scoop/30g whey": ("whey_concentrate", 30),
    "1 scoop chocolate casein protein powder": ("micellar_casein", 32),
    "2 scoops whey powder, 30 g each": ("whey_concentrate", 60),
    "1 packet stevia": ("packets_stevia", 1),
    "1 sachet gelatine": ("gelatine", 7),
    "1 tub skyr": ("skyr", 450),
    "1 pkg. (8 oz) fat-free cream cheese": ("cream_cheese_0", 226.8),
    "1 (15 oz) can chickpeas, drained and rinsed": ("chickpeas_canned", 255.1),
    "1 x 400g tin chickpeas": ("chickpeas_canned", 240),
    "15 oz can pumpkin": ("pumpkin_puree", 425.2),
    "1 tin black beans (400g), drained": ("black_beans_canned", 240),
    "half a can of light coconut milk": ("coconut_milk_light", 200),
    # a weight beside the amount
    "1¼ cups (150g) flour": ("wheat_flour", 150),
    "8 ounces (225 grams) cream cheese": ("cream_cheese", 226.8),
    "1 cup (8 oz) cottage cheese, blended until smooth": ("cottage_cheese_2", 226.8),
    "30g (1 scoop) whey": ("whey_concentrate", 30),
    "2 egg whites (about 66g)": ("egg_white", 66),
    "2x30g whey": ("whey_concentrate", 60),
    # the amount behind the name
    "Whey protein isolate: 60 g": ("whey_isolate", 60),
    "vanilla extract – 1 tsp": ("vanilla_extract", 4.3),
    "cooking spray, 2 sprays": ("cooking_spray", 0.5),
    "Salt, a pinch": ("salt", 0.4),
    "Greek yogurt, 2% fat, 150 g": ("greek_yogurt_2", 150),
    "70% dark chocolate, 50 g": ("dark_chocolate", 50),
    # how it was filled, and states
    "1 cup sifted flour": ("wheat_flour", 113.4),
    "1 cup packed light brown sugar": ("brown_sugar", 217),
    "1/2 cup dry lentils": ("lentils_dry", 96),
    "1/2 cup cooked lentils": ("lentils_cooked", 99),
    "1 cup uncooked quinoa": ("quinoa_dry", 170),
    "227g 0% fat greek yogurt": ("greek_yogurt_0", 227),
    "1 cup 2% milk": ("milk_2", 244),
    "8 oz reduced fat cream cheese": ("cream_cheese_light", 226.8),
    "50 grams of dark chocolate (70%), chopped": ("dark_chocolate", 50),
    "1 cup grated zucchini, squeezed dry": ("courgette", 124),
    # marks and remarks round it
    "- [ ] 100 g flour": ("wheat_flour", 100),
    "100 g flour // the last of the bag": ("wheat_flour", 100),
    "80g erythritol (or sweetener of choice)": ("erythritol", 80),
    "1/2 cup chopped walnuts, plus more for topping": ("walnuts", 58.5),
    # before and after: what stands behind the comma is done to what was measured
    "1/2 cup walnuts, chopped": ("walnuts", 50),
    "1/2 cup chocolate chips, melted": ("chocolate_chips", 85),
    "1/2 cup melted chocolate chips": ("chocolate_chips", 127.5),
    "200 ml heavy cream, whipped": ("cream_heavy", 201.2),
    "2 tbsp flax seeds": ("flax", 21),
    # eggs by the classes of European boxes, less about an eighth of shell
    "2 size M eggs": ("egg", 102),
    "2 eggs (L)": ("egg", 120),
    # cups of another size, spoons without a number
    "one 250 ml cup milk": ("milk_whole", 257.8),
    "tbsp honey": ("honey", 20.8),
    "a good pinch of sea salt": ("salt", 0.4),
    "1 tsp baking powder, heaped": ("baking_powder", 6.1),
    "240 g drained weight chickpeas": ("chickpeas_canned", 240),
}

OR = {
    "100 g almond flour or oat flour": ("almond_flour", "oat_flour"),
    "1/2 cup oat or almond milk": ("oat_milk", "almond_milk"),
    "1 cup almond, oat or soy milk": ("almond_milk", "oat_milk", "soy_milk"),
    "1 cup vanilla or Greek yogurt": ("yogurt_vanilla", "greek_yogurt_2"),
    "1/4 cup milk or water": ("milk_whole", "water"),
    "30 g whey/casein": ("whey_concentrate", "micellar_casein"),
    "1 egg (or 50 g apple sauce)": ("egg", "apple_sauce"),
    "1 egg, or leave out and take 2 tbsp more milk": ("egg", "milk_whole"),
    "100 g dark chocolate / milk chocolate": ("dark_chocolate", "milk_chocolate"),
}
"""Lines that leave a choice, with what they leave it between; the first is taken and doubted."""

NOT_READ = (
    "Chips to taste",
    "peanut butter",
    "-2 cups flour",
    "0 cups flour",
    "100000 g flour",
    "1 cup of happiness",
    "1 egg plus 2 egg whites",
    "1/2 cup sugar equivalent sweetener",
    "1 tin of sardines",
    "salt and pepper",
)


def read(text: str, preferences: ReadingPreferences | None = None) -> ReadLine:
    return read_against(Line(text), CUPBOARD, preferences or ReadingPreferences())


class Lines(unittest.TestCase):
    def test_lines_that_need_no_second_look(self) -> None:
        for text, (slug, grams) in SURE.items():
            with self.subTest(text):
                line = read(text)
                assert line.ingredient is not None, line.problem
                assert line.weighed is not None, line.problem
                self.assertEqual((line.ingredient.slug, line.sure), (slug, True))
                self.assertAlmostEqual(line.weighed.mass_g, grams, delta=0.051)

    def test_of_several_foods_the_first_is_taken_and_doubted(self) -> None:
        for text, slugs in OR.items():
            with self.subTest(text):
                line = read(text)
                assert line.weighed is not None, line.problem
                self.assertEqual(tuple(alternative.ingredient.slug for alternative in line.alternatives), slugs)
                self.assertEqual((line.weighed.ingredient.slug, line.sure, line.text), (slugs[0], False, text))

    def test_lines_that_are_not_read_say_why_and_count_for_nothing(self) -> None:
        for text in NOT_READ:
            with self.subTest(text):
                line = read(text)
                self.assertIsNone(line.weighed)
                self.assertTrue(line.problem.endswith((".", "?")), line.problem)

    def test_a_near_miss_offers_what_it_may_be(self) -> None:
        line = read("60 g Miller's Pride whey")
        self.assertIsNone(line.weighed)
        self.assertIn("whey_concentrate", [choice.slug for choice in line.others])
        self.assertIn("Did you mean", line.problem)

    def test_the_runner_ups_never_hold_the_choice(self) -> None:
        for text in SURE:
            line = read(text)
            self.assertNotIn(line.ingredient, line.others, text)

    def test_energy_is_counted_as_the_person_does(self) -> None:
        # 100 g allulose hold 99 g of it: stated 40 kcal, European carbohydrate at 4, US allulose at 0.4 kcal/g.
        counted = {}
        for system in EnergySystem:
            line = read("100 g allulose", ReadingPreferences(energy=system)).weighed
            assert line is not None
            counted[system] = line.figures.nutrients.energy_kcal
        self.assertEqual(counted[EnergySystem.STATED], 40)
        self.assertAlmostEqual(counted[EnergySystem.EUROPEAN] or 0, 396)
        self.assertAlmostEqual(counted[EnergySystem.US] or 0, 39.6)

    @settings(max_examples=150)
    @given(st.sampled_from(sorted(CUPBOARD.ingredients)), st.floats(1, 900))
    def test_every_ingredient_is_read_by_its_own_name_in_grams(self, slug: str, grams: float) -> None:
        name = CUPBOARD.ingredients[slug].name
        line = read(f"{grams:.1f} g {name}")
        assert line.weighed is not None, f"{name}: {line.problem}"
        self.assertAlmostEqual(line.weighed.mass_g, float(f"{grams:.1f}"))
