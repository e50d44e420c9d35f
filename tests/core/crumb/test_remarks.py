"""core/crumb/remarks: powders by kind, crystals, grains that stay, and what sugar did besides sweetening."""

import unittest

from tests.core.given import checked, part


def reason(dial: str, *lines: str, family: str) -> str:
    return next(each.reason for each in checked(part(*lines), family=family).dials if each.name == dial)


class Powders(unittest.TestCase):
    def test_too_much_of_one_says_what_that_one_does_and_what_helps(self) -> None:
        for powder, fault in (("whey protein", "rubbery"), ("casein protein", "drinking"), ("pea protein", "gritty")):
            with self.subTest(powder):
                said = reason("powder-share", "60 g flour", f"140 g {powder}", "2 eggs", "150 ml milk", family="muffin")
                self.assertIn(fault, said)
                self.assertIn("What helps", said)
        little = reason("powder-share", "180 g flour", "20 g whey protein", "2 eggs", "150 ml milk", family="muffin")
        self.assertNotIn("rubbery", little)

    def test_collagen_weighs_less_than_isolate(self) -> None:
        def share(powder: str) -> float:
            found = checked(part("150 g flour", f"50 g {powder}", "2 eggs", "150 ml milk"), family="muffin")
            return next(dial.value or 0.0 for dial in found.dials if dial.name == "powder-share")

        self.assertLess(share("collagen"), share("whey protein"))
        self.assertLess(share("whey protein"), share("whey isolate"))

    def test_beans_are_goods_that_powder_is_a_share_of(self) -> None:
        found = checked(part("250 g canned white beans", "40 g whey protein", "2 eggs"), family="brownie")
        share = next(dial.value or 0.0 for dial in found.dials if dial.name == "powder-share")
        # 40 g of powder beside 250 g of beans that stand for 0.3 of their weight.
        self.assertAlmostEqual(share, 100 * 40 / (40 + 0.3 * 250), places=6)


class Sweeteners(unittest.TestCase):
    def test_crystals_come_back_above_what_the_water_keeps(self) -> None:
        curd = ("500 g quark", "2 eggs", "20 g cornstarch")
        self.assertIn("crystals", reason("sweetness", *curd, "160 g erythritol", family="baked-cheesecake"))
        self.assertNotIn("crystals", reason("sweetness", *curd, "60 g erythritol", family="baked-cheesecake"))
        self.assertNotIn("crystals", reason("sweetness", *curd, "160 g allulose", family="baked-cheesecake"))

    def test_cold_water_keeps_less_of_it(self) -> None:
        # 80 g in some 200 g of water: 25 % of a solution in the fridge, 37 % at 25 °C (handbooks, from memory).
        lines = ("200 ml water", "80 g erythritol", "8 g gelatine")
        self.assertIn("crystals", reason("sweetness", *lines, family="pudding"))
        self.assertNotIn("crystals", reason("sweetness", *lines, family="edible-dough"))

    def test_grains_that_nothing_dissolves(self) -> None:
        self.assertIn(
            "powdered", reason("sweetness", "115 g butter", "120 g erythritol", "1 tbsp milk", family="frosting")
        )
        for fine in ("120 g powdered erythritol", "120 g honey"):
            self.assertNotIn("powdered,", reason("sweetness", "115 g butter", fine, "1 tbsp milk", family="frosting"))

    def test_sugars_other_work(self) -> None:
        dough = ("200 g flour", "100 g butter", "1 egg", "1/2 tsp salt")
        self.assertIn("bulk", reason("sweetness", *dough, "0.2 g sucralose", family="cookie"))
        self.assertNotIn("bulk", reason("sweetness", *dough, "120 g sugar", family="cookie"))
        self.assertNotIn("bulk", reason("sweetness", *dough, "120 g erythritol", family="cookie"))

    def test_a_flavoured_powder_sweetens_and_an_unflavoured_one_does_not(self) -> None:
        def sweet(powder: str) -> float:
            found = checked(part("200 g Greek yogurt", f"40 g {powder}"), family="pudding")
            return next(dial.value or 0.0 for dial in found.dials if dial.name == "sweetness")

        self.assertGreater(sweet("vanilla whey protein"), 8)
        self.assertLess(sweet("whey protein"), 3)
        self.assertEqual(sweet("unflavoured whey protein"), sweet("whey protein"))


class Perhaps(unittest.TestCase):
    def test_what_is_out_by_less_than_the_doubt_says_perhaps(self) -> None:
        def fat(grams: int) -> tuple[str, bool, str]:
            lines = ("100 g flour", "100 g sugar", f"{grams} g butter", "100 g egg", "1/4 tsp salt")
            dial = next(each for each in checked(part(*lines), family="muffin").dials if each.name == "fat")
            return str(dial.verdict), dial.sure, dial.reason

        self.assertEqual(fat(60)[:2], ("fits", True))
        verdict, sure, said = fat(130)
        self.assertEqual((verdict, sure), ("high", False))
        self.assertTrue(said.startswith("Perhaps more fat"), said)
        self.assertEqual(fat(200)[:2], ("high", True))

    def test_what_is_out_only_for_a_line_that_is_not_read_is_not_told(self) -> None:
        lines = ("2 eggs", "200 ml milk", "150 g zzqx")
        found = checked(part(*lines, "20 g flour"), family="muffin")
        self.assertEqual(found.off, ())
        self.assertIn("zzqx", " ".join(dial.reason for dial in found.dials))
