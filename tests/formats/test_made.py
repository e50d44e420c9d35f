"""The command `made`: what came of a recipe as it was really made."""

import contextlib
import io
import json
import tempfile
import unittest
from pathlib import Path
from typing import Any

from ample_crumb.cli import main

RECIPE = """Oat rounds
makes 20

200 g oat flour
150 g skyr
2 large eggs
60 g sugar
50 g butter

Glaze:
60 g icing sugar

Method
Mix all. Bake 12 minutes.
"""


class Made(unittest.TestCase):
    def run_with(self, *options: str, command: str = "made") -> tuple[int, str, str]:
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        (folder / "recipe.txt").write_text(RECIPE)
        out, said = io.StringIO(), io.StringIO()
        with contextlib.redirect_stdout(out), contextlib.redirect_stderr(said):
            code = main([command, str(folder / "recipe.txt"), *options])
        return code, out.getvalue(), said.getvalue()

    def made(self, *options: str) -> Any:
        code, out, said = self.run_with("--json", *options)
        self.assertEqual(code, 0, said)
        return json.loads(out)

    def test_as_written_it_is_what_analyse_says(self) -> None:
        analysis = json.loads(self.run_with("--json", command="analyse")[1])
        made = self.made()
        self.assertEqual((made.pop("difference"), len(made.pop("lots"))), ([], 1))
        self.assertEqual(made, analysis)

    def test_the_story(self) -> None:
        plain = self.made()
        made = self.made(
            "--with", "35 g oat flour", "--with", "no skyr, took quark", "--without", "butter",
            "--left", "half the glaze", "--pieces", "16",
        )  # fmt: skip
        self.assertEqual(made["pieces"], 16)
        self.assertEqual(made["difference"], [
            "+ 35 g oat flour", "quark for skyr", "without butter", "30 g of “Glaze” left over",
            "16 pieces, not 20",
        ])  # fmt: skip
        # By hand: + 35 x 4.04, skyr 63 to quark 67 a 100 g, - 50 x 7.17 butter, - 30 x 3.89 icing sugar.
        by_hand = 141.4 + 150 * 0.04 - 358.5 - 116.7
        self.assertAlmostEqual(made["batch"]["energy_kcal"] - plain["batch"]["energy_kcal"], by_hand, delta=8)
        self.assertAlmostEqual(made["piece"]["energy_kcal"], made["batch"]["energy_kcal"] / 16, places=2)

    def test_what_stayed_in_the_bowl_is_in_no_piece(self) -> None:
        plain, made = self.made(), self.made("--left", "56 g of the dough")
        # 56 of the 560 g that are baked, all but the glaze.
        share = made["batch"]["mass_g"] / plain["batch"]["mass_g"]
        self.assertAlmostEqual(share, 564 / 620, places=3)

    def test_weights_make_lots_that_sum_to_the_batch(self) -> None:
        made = self.made("--weights", "90,180,180,90")
        self.assertEqual([(lot["pieces"]) for lot in made["lots"]], [2, 2])
        small, large = made["lots"]
        self.assertAlmostEqual(large["energy_kcal"], 2 * small["energy_kcal"], places=2)
        whole = sum(lot["pieces"] * lot["energy_kcal"] for lot in made["lots"])
        self.assertAlmostEqual(whole, made["batch"]["energy_kcal"], places=1)

    def test_the_baked_mass_is_what_was_weighed(self) -> None:
        made = self.made("--baked", "480", "--pieces", "10")
        # With 60 g of glaze that is put on afterwards.
        self.assertAlmostEqual(made["piece_mass_g"], 54)

    def test_what_cannot_be_is_told_and_ends_with_2(self) -> None:
        for options, words in (
            (("--with", "flurble"), "“flurble”"),
            (("--left", "900 g of the glaze"), "than there was"),
            (("--weights", "400,400"), "there were"),
            (("--weights", "20,40"), "say what was left over"),
            (("--weights", "heavy"), "are grams such as"),
            (("--weights", "-3"), "over 0 g"),
            (("--pieces", "0"), "from 1 to"),
            (("--pieces", "3", "--weights", "200"), "leave out --pieces"),
            (("--baked", "9000"), "are more than the"),
            (("--without", "marzipan"), "There is no “marzipan”"),
        ):
            with self.subTest(options):
                code, out, said = self.run_with(*options)
                self.assertEqual((code, out), (2, ""))
                self.assertIn(words, said)

    def test_in_words(self) -> None:
        code, out, _ = self.run_with("--with", "35 g oat flour")
        self.assertEqual(code, 0)
        self.assertIn("Made otherwise than written:\n  + 35 g oat flour", out)
