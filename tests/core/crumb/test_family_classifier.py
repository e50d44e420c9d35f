"""core/crumb/family_classifier: by name, then method, then lines."""

import unittest

from tests.core.given import judged, part

COOKIE = (
    "100 g oat flour",
    "40 g whey",
    "60 g almond butter",
    "60 g honey",
    "1 egg",
    "1/2 tsp baking powder",
    "1 g salt",
)


class FamilyOfAText(unittest.TestCase):
    def test_guessed_by_name_then_method_then_lines(self) -> None:
        cookie = part(*COOKIE)
        for title, method, family in (
            ("Muffins with plums", "", "muffin"),
            ("Something", "Microwave for 60 seconds", "mug-cake"),
            ("Cake of the house", "Microwave for 60 seconds", "mug-cake"),
            ("", "", "cookie"),
            # A biscuit is the rolled quick bread only with much leavening and little sugar.
            ("Nut biscuits", "", "cookie"),
            ("Cottage bagels", "", "rolled-dough"),
            ("", "so the brownies: mix it all and bake", "brownie"),
            ("Lemon drizzle traybake", "", "cake"),
        ):
            with self.subTest(title):
                found = judged(cookie, title=title, method=method)
                self.assertEqual((found.family, found.guessed), (family, True))
        self.assertFalse(judged(cookie, family="cookie").guessed)
        named = part("200 g cream cheese", "60 g icing sugar", name="Frosting")
        self.assertEqual(judged(named).family, "frosting", "by the heading of its lines")
        curd = judged(part("500 g quark", "2 eggs", "60 g sugar", "1 tsp vanilla extract"))
        self.assertEqual(curd.family, "baked-cheesecake")
        for title, method, family in (
            ("Lemon cheesecake cups", "Whip it. Chill 2 hours.", "set-cheesecake"),
            ("Lemon cheesecake cups", "Whip it. Bake 20 minutes.", "baked-cheesecake"),
            ("Quark cake", "Bake at 170 °C.", "baked-cheesecake"),
        ):
            with self.subTest(title, method=method):
                lines = part("500 g quark", "2 eggs", "60 g sugar")
                self.assertEqual(judged(lines, title=title, method=method).family, family)
        bread = part("300 g flour", "200 g milk", "80 g butter", "1 tbsp baking powder", "1 tsp salt")
        self.assertEqual(judged(bread, title="Breakfast biscuits").family, "rolled-dough")
