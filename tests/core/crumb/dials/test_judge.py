"""core/crumb/dials/judge: where each dial stands and its window, worked by hand.

Windows are those of the shipped table; the constants (a g of sugar loosens like half a g of water, a g of loose fat
like 0.7, soda lifts four times where acid meets it and half of that by heat alone, and so on) are common practice, and
named where they are used.
"""

import unittest
from dataclasses import replace

from ample_crumb.core.crumb.composition import Composition
from ample_crumb.core.crumb.dials.dial import NOTHING_LEARNED, Dial, Learned, Verdict
from ample_crumb.core.crumb.dials.judge import dials_of
from ample_crumb.core.crumb.windows import family_windows

MUFFIN = Composition(
    mass_g=600, dough_g=600, water_g=230, bound_g=25, setting_water_g=37, tightening_g=6, water_holding_g=110,
    slow_holding_g=15, dry_g=150, goods_g=190, body_g=40, flour_g=160, powder_g=20, gluten_g=75, sugars_g=60,
    crystals_g=50, sweetness_g=80, browning_g=20, fat_g=40, loose_fat_g=30, free_fat_g=24, added_fat_g=20,
    leavening_g=6, egg_count=1.5, own_egg_count=1.5, egg_mass_g=75, tender_g=12, salt_g=3, dairy_g=100,
)  # fmt: skip


class Standing(unittest.TestCase):
    def dial(
        self, name: str, composition: Composition, family: str = "muffin", learned: Learned = NOTHING_LEARNED
    ) -> Dial:
        return {each.name: each for each in dials_of(composition, family, learned)}[name]

    def stands(self, dial: Dial, value: float, low: float, high: float) -> None:
        assert dial.value is not None
        assert dial.low is not None
        assert dial.high is not None
        self.assertAlmostEqual(dial.value, value, places=9)
        self.assertAlmostEqual(dial.low, low, places=9)
        self.assertAlmostEqual(dial.high, high, places=9)

    def test_hydration(self) -> None:
        lean = family_windows()["muffin"].hydration
        assert lean is not None
        # Of 230 g of water 25 are bound in yogurt, and whey presses 6 out; oats need not have drunk by 0.7 of what they
        # take up slowly; egg sets with 37 as it bakes, the body of fruit takes 0.3 of itself, sugar wets by 0.35.
        free = 230 - 25 - 6
        low = (lean.low * (110 - 0.7 * 15) - 0.5 * 60 - 0.7 * 30) / 110
        high = (lean.high * 110 - 0.35 * 60 - 0.7 * 24 + 0.3 * 40 + 37) / 110
        self.stands(self.dial("hydration", MUFFIN), free / 110, low, high)
        # However rich, a little water must be there, and that little is never too much.
        rich = self.dial("hydration", replace(MUFFIN, sugars_g=2000.0, water_g=140.0))
        self.stands(rich, (140 - 31) / 110, 0.02, 0.05 + 37 / 110)
        # Sugar that no water dissolves loosens nothing: a g of water takes up 3 g of it.
        dry = self.dial("hydration", replace(MUFFIN, sugars_g=300.0, water_g=40.0, bound_g=0.0, loose_fat_g=0.0))
        assert dry.low is not None
        self.assertAlmostEqual(dry.low, (lean.low * (110 - 0.7 * 15) - 0.5 * 3 * 40) / 110)

    def test_egg_sets_less_in_what_is_shaped(self) -> None:
        lean = family_windows()["cookie"].hydration
        assert lean is not None
        shaped = self.dial("hydration", MUFFIN, "cookie")
        assert shaped.high is not None
        self.assertAlmostEqual(shaped.high, (lean.high * 110 - 0.35 * 60 - 0.7 * 24 + 0.3 * 40 + 0.3 * 37) / 110)

    def test_nothing_tightens_or_sets_that_is_not_heated(self) -> None:
        lean = family_windows()["no-bake-bite"].hydration
        assert lean is not None
        cold = self.dial("hydration", MUFFIN, "no-bake-bite")
        assert cold.high is not None
        self.assertAlmostEqual(cold.value or 0, (230 - 25) / 110)
        self.assertAlmostEqual(cold.high, (lean.high * 110 - 0.35 * 60 - 0.7 * 24 + 0.3 * 40) / 110)

    def test_powder_share(self) -> None:
        most = family_windows()["muffin"].powder_high_percent
        assert most is not None
        # 10 points more make a drier crumb; fat and fruit, up to 0.35 of the dry goods, make up for 15 more.
        helped = 15 * (30 + 12) / (0.35 * 190)
        self.stands(self.dial("powder-share", MUFFIN), 100 * 20 / 190, 0, most + 10 + helped)
        tender = self.dial("powder-share", replace(MUFFIN, tender_g=200.0))
        self.stands(tender, 100 * 20 / 190, 0, most + 25)

    def test_sweetness_and_salt(self) -> None:
        windows = family_windows()["muffin"]
        self.stands(self.dial("sweetness", MUFFIN), 100 * 80 / 600, windows.sweetness.low, windows.sweetness.high)
        # Wheat flour asks for 0.35 % of its weight, nothing else does.
        self.stands(self.dial("salt-browning", MUFFIN), 0.5, 0.35 * 75 / 600, windows.salt.high)
        self.stands(self.dial("salt-browning", replace(MUFFIN, gluten_g=0.0)), 0.5, 0, windows.salt.high)

    def test_fat_is_spared_by_what_is_tender(self) -> None:
        window = family_windows()["muffin"].fat
        lean = replace(MUFFIN, fat_g=6.0, tender_g=6.0)
        lean = replace(lean, free_fat_g=6.0)
        self.stands(self.dial("fat", lean), 1.0, window.low - 1.0, window.high)
        self.assertEqual(self.dial("fat", lean).reason, "Lean, but yogurt, curd or fruit keep it tender.")
        self.stands(self.dial("fat", replace(lean, tender_g=60.0)), 1.0, 0, window.high)
        # A nut dough is fat by nature: what nut holds of its fat makes nothing greasy.
        nutty = replace(MUFFIN, fat_g=240.0, free_fat_g=60.0)
        self.stands(self.dial("fat", nutty), 40.0, window.low - 2, window.high + 30)

    def test_rise(self) -> None:
        window = family_windows()["muffin"].leavening
        assert window is not None
        # A level teaspoon of baking powder weighs 4.6 g, a cup of flour 120 g.
        cups = 160 / 120
        self.stands(self.dial("leavening", MUFFIN), 6 / 4.6 / cups, window.low, window.high)
        soured = replace(MUFFIN, leavening_g=0.0, soda_g=2.0, acid_g=50.0)
        self.stands(self.dial("leavening", soured), 4 * 2 / 4.6 / cups, window.low, window.high)
        half = self.dial("leavening", replace(soured, acid_g=0.5))
        self.stands(half, 4 * (0.5 + 0.5 * 1.5) / 4.6 / cups, window.low, window.high)
        self.assertIn("soapy", half.reason)
        # Where flour is little of it, leavening is counted by the dough: half a teaspoon a cup for a g to a g of flour.
        beans = replace(MUFFIN, flour_g=60.0)
        self.stands(self.dial("leavening", beans), 6 / 4.6 / 0.5, window.low, 0.5 * 600 / 60)

    def test_what_need_not_rise(self) -> None:
        flat = replace(MUFFIN, leavening_g=0.0)
        crepe = replace(flat, water_g=110 * 3.6 + 25)
        self.assertIn("steam", self.dial("leavening", crepe, "pancake").reason)
        self.assertIs(self.dial("leavening", flat, "pancake").verdict, Verdict.LOW)
        self.assertIn("Curd carries", self.dial("leavening", replace(flat, dairy_g=330.0)).reason)
        self.assertIs(self.dial("leavening", flat, "cookie").verdict, Verdict.FITS, "biscuits need none")
        # A rolled dough without fat to shorten it has to be lifted: 0.4, less 3 for as much fat as flour.
        lean = self.dial("leavening", replace(flat, loose_fat_g=8.0), "rolled-dough")
        assert lean.low is not None
        self.assertAlmostEqual(lean.low, 0.4 - 3 * 8 / 160)

    def test_air_beaten_into_butter_and_sugar_lifts_a_cake(self) -> None:
        beaten = replace(MUFFIN, crystals_g=120.0, solid_fat_g=90.0, leavening_g=0.0)
        cake = self.dial("leavening", beaten, "cake")
        assert cake.value is not None
        self.assertAlmostEqual(cake.value, 0.8)
        self.assertEqual(cake.reason, "Air beaten into it lifts it.")
        self.assertIs(self.dial("leavening", beaten).verdict, Verdict.LOW, "a muffin is stirred, not beaten")

    def test_binder(self) -> None:
        need = family_windows()["muffin"].eggs
        assert need is not None
        gluten = 75 / 160
        asked = need.gluten_free_per_100g * (1 - gluten) + need.wheat_per_100g * gluten
        # A light crumb asks for two and a half times as much for the body of its pulses; free water, 230 - 25 - 37,
        # would spare half an egg for 100 g, but no more than 0.45 for 100 g of wheat flour.
        asked += 2.5 * need.gluten_free_per_100g * 40 / 160 - min(0.5 * 168, 0.45 * 75) / 160
        self.stands(self.dial("binder", MUFFIN), 1.5 / 1.6, asked, need.high_per_100g)
        dense = self.dial("binder", MUFFIN, "brownie")
        assert dense.low is not None
        brownie = family_windows()["brownie"].eggs
        assert brownie is not None
        plain = brownie.gluten_free_per_100g * (1 - gluten) + brownie.wheat_per_100g * gluten
        self.assertAlmostEqual(dense.low, plain - 0.45 * 75 / 160)
        # A dry dough of wheat has no water to spare egg with.
        wheat = replace(MUFFIN, gluten_g=160.0, body_g=0.0, water_g=62.0)
        self.stands(self.dial("binder", wheat), 1.5 / 1.6, need.wheat_per_100g, 5)
        # Nut butter binds and makes nothing rubbery: two eggs' worth of it raise both value and end.
        nutty = self.dial("binder", replace(wheat, egg_count=3.5))
        self.stands(nutty, 3.5 / 1.6, need.wheat_per_100g, need.high_per_100g + 2 / 1.6)
        # A large egg of 50 g for as much fat as the family asks for; what has to be held moves the upper end too.
        rich = self.dial("binder", replace(MUFFIN, added_fat_g=800.0))
        eggs = need.per_fat_ratio * 800 / 50 / 1.6 - min(0.5 * 168, 0.45 * 75) / 160
        self.stands(rich, 1.5 / 1.6, eggs, max(eggs, need.high_per_100g))

    def test_set(self) -> None:
        custard = Composition(
            mass_g=1000, dough_g=1000, dairy_g=750, own_egg_count=3, stiffening_g=9, setting_g=20, sweetness_g=100
        )
        baked = self.dial("set", custard, "baked-cheesecake")
        assert baked.value is not None
        # 4.5 g that stiffen stand in for an egg; eggs are counted to 250 g of dairy.
        self.assertAlmostEqual(baked.value, (3 + 2) / 3)
        cold = self.dial("set", custard, "set-cheesecake")
        assert cold.value is not None
        self.assertAlmostEqual(cold.value, 2.0)
        self.assertEqual(cold.unit, "% gelatine of the mix")

    def test_what_was_learned_moves_both_ends(self) -> None:
        plain = self.dial("sweetness", MUFFIN)
        moved = self.dial("sweetness", MUFFIN, learned=Learned({("sweetness", ""): 1.2}))
        assert plain.low is not None
        assert plain.high is not None
        assert plain.value is not None
        self.stands(moved, plain.value, 1.2 * plain.low, 1.2 * plain.high)
        self.assertAlmostEqual(moved.learned_share, 0.2)

    def test_a_dial_that_means_nothing_says_why(self) -> None:
        for name, family, composition, reason in (
            ("hydration", "baked-cheesecake", MUFFIN, "water alone does not tell"),
            ("hydration", "muffin", replace(MUFFIN, water_holding_g=0.0), "Nothing in it holds water"),
            ("leavening", "pudding", MUFFIN, "not meant to rise"),
            ("leavening", "cookie", replace(MUFFIN, egg_count=0.0, solid_fat_g=80.0), "short dough"),
            ("binder", "frosting", MUFFIN, "Nothing has to bind it"),
            ("powder-share", "muffin", replace(MUFFIN, dry_g=1.0, goods_g=1.0), "hardly any dry goods"),
            ("powder-share", "glaze", MUFFIN, "not baked into a crumb"),
            ("set", "baked-cheesecake", replace(MUFFIN, dairy_g=1.0), "no dairy"),
        ):
            with self.subTest(name=name, family=family):
                dial = self.dial(name, composition, family)
                self.assertIs(dial.verdict, Verdict.NOT_APPLICABLE)
                self.assertIn(reason, dial.reason)
                self.assertIsNone(dial.value)
