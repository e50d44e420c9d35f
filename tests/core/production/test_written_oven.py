"""core/production/written_oven: heats as texts write them. 350 F is 176.7 and 325 F 162.8 °C; gas mark 4 is 180 °C
(common conversion charts); a fan is set 20 and an air fryer 18 °C lower (common practice)."""

import unittest

from ample_crumb.core.production.bake_time import Oven
from ample_crumb.core.production.written_oven import WrittenOven, read_oven

SAID = {
    "Preheat the oven to 175 °C.": WrittenOven(175), "Preheat oven to 350 F": WrittenOven(175),
    "Bake at 325°F for 30 minutes": WrittenOven(165), "Heat the oven to 180C/160C fan/gas 4": WrittenOven(180),
    "Bake at fan 155 °C": WrittenOven(175, Oven.FAN),
    "Bake 20 minutes at 160 degrees C fan.": WrittenOven(180, Oven.FAN),
    "Oven: gas mark 4": WrittenOven(180), "Air fry at 160 C for 12 minutes": WrittenOven(178, Oven.AIR_FRYER),
    "Preheat to 350 and grease a tin": WrittenOven(175), "Bake at 170 for 25 minutes": WrittenOven(170),
    "Mix all.\nBake 20 min at 190°C": WrittenOven(190), "350 degrees Fahrenheit oven": WrittenOven(175),
}  # fmt: skip
NOT_SAID = (
    "Bake for 25 minutes.", "Melt the chocolate at 45 °C", "Makes 12", "Bake until 71 °C inside", "Use 200 g oats", "",
    "Bake in a 20 cm tin for 30 minutes", "Heat 250 ml milk",
)  # fmt: skip


class Ovens(unittest.TestCase):
    def test_what_is_said(self) -> None:
        for text, oven in SAID.items():
            with self.subTest(text):
                self.assertEqual(read_oven(text), oven)

    def test_what_is_not(self) -> None:
        for text in NOT_SAID:
            with self.subTest(text):
                self.assertEqual(read_oven(text), WrittenOven())


if __name__ == "__main__":
    unittest.main()
