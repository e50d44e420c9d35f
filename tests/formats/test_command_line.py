"""The command line: files of both kinds, standard input, whose cups, which energy, and what stands in the table."""

import argparse
import contextlib
import io
import json
import subprocess
import tempfile
import unittest
from pathlib import Path
from typing import Any
from unittest import mock

from ample_crumb.cli import build_parser, main
from launch.install import PYTHON, ROOT


class Analyse(unittest.TestCase):
    def analyse(self, text: str, *options: str, name: str = "recipe.txt") -> tuple[int, str]:
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        (folder / name).write_text(text)
        out = io.StringIO()
        with contextlib.redirect_stdout(out), contextlib.redirect_stderr(io.StringIO()):
            code = main(["analyse", str(folder / name), *options])
        return code, out.getvalue()

    def read(self, text: str, *options: str) -> Any:
        return json.loads(self.analyse(text, "--json", *options)[1])

    def test_a_linked_recipe_and_one_from_standard_input(self) -> None:
        linked = {"@type": "Recipe", "name": "Cups", "recipeYield": "4 cups", "recipeIngredient": ["200 g skyr"]}
        code, out = self.analyse(json.dumps(linked), "--json", name="recipe.json")
        self.assertEqual((code, json.loads(out)["pieces"]), (0, 4))
        given = mock.Mock(buffer=io.BytesIO(b"makes 2\n200 g skyr"))
        with mock.patch("sys.stdin", given), contextlib.redirect_stdout(io.StringIO()) as printed:
            self.assertEqual(main(["analyse", "-", "--json"]), 0)
        self.assertEqual(json.loads(printed.getvalue())["piece"]["mass_g"], 100)

    def test_whose_cups_and_which_energy(self) -> None:
        grams = {
            system: self.read("1 cup sugar", "--measures", system)["batch"]["mass_g"] for system in ("us", "metric")
        }
        self.assertEqual(grams, {"us": 200, "metric": 211.338})
        energy = {
            system: self.read("100 g xylitol", "--energy", system)["batch"]["energy_kcal"]
            for system in ("stated", "european", "us")
        }
        self.assertEqual(energy, {"stated": 240, "european": 240, "us": 240})
        self.assertEqual(self.read("100 g maltitol", "--energy", "us")["batch"]["energy_kcal"], 210)

    def test_an_unstated_nutrient_makes_its_sum_a_lower_limit(self) -> None:
        answer = self.read("100 g wheat germ\n100 g skyr")
        self.assertEqual((answer["at_least"], answer["batch"]["sugars_g"]), (["sugars_g"], 4))
        _, table = self.analyse("100 g wheat germ")
        self.assertIn("of which sugars at least 0.0 g", table)

    def test_each_command_says_what_it_takes(self) -> None:
        commands = next(action for action in build_parser()._actions if isinstance(action.choices, dict)).choices
        parsers: dict[str, argparse.ArgumentParser] = dict(commands or {})
        self.assertGreater(len(parsers), 15)
        for name, parser in parsers.items():
            with self.subTest(name):
                self.assertIn(name, parser.format_help())

    def test_whoever_reads_may_stop_reading(self) -> None:
        """As `head` does: no trace of this program, and the shell's own word for it (SIGPIPE)."""
        text = "\n".join(f"{number} g oats" for number in range(1, 300))
        command = f"{PYTHON} -m ample_crumb analyse - --json | head -c 10"
        done = subprocess.run(
            ["bash", "-c", f"set -o pipefail; {command}"], input=text, capture_output=True, text=True, cwd=ROOT,
            check=False,
        )  # fmt: skip
        self.assertEqual((done.returncode, done.stderr), (141, ""))

    def test_us_claims_want_a_family(self) -> None:
        text = "makes 8\n200 g whey\n200 g oat flour\n100 g skyr"
        self.assertEqual(self.read(text)["claims"]["us"], [])
        self.assertIn("high in protein", self.read(text, "--family", "muffin")["claims"]["us"])
        self.assertIn("high protein", self.read(text)["claims"]["eu"])

    def test_crumb_check_repairs_and_hazards(self) -> None:
        text = "Butter loaf\nmakes 10\n500 g flour\n250 g butter\n250 g sugar\n250 g egg\n2 g salt\n"
        answer = self.read(text)
        self.assertEqual(answer["family"], "loaf", "by its name")
        dials = {dial["name"]: dial for dial in answer["dials"]}
        self.assertEqual(
            list(dials),
            ["hydration", "powder-share", "sweetness", "fat", "leavening", "binder", "set", "salt-browning"],
        )
        self.assertLessEqual(
            {dial["verdict"] for dial in answer["dials"]}, {"low", "fits", "high", "unknown", "not-applicable"}
        )
        self.assertEqual(dials["hydration"]["verdict"], "low")
        self.assertLess(dials["hydration"]["value"], dials["hydration"]["low"])
        self.assertIn("hydration", {repair["dial"] for repair in answer["repairs"]})
        self.assertEqual([each["name"] for each in answer["hazards"]], ["raw egg", "raw flour"])
        # What it is judged as is what it is baked as.
        as_said = self.read(text, "--family", "loaf")
        for name in ("piece_mass_g", "check_from_min", "check_until_min"):
            self.assertIsNotNone(answer[name])
            self.assertEqual(answer[name], as_said[name])
        self.assertLess(answer["piece_mass_g"], answer["batch"]["mass_g"] / 10)
        chosen = self.read(text, "--family", "cookie")
        self.assertEqual(chosen["family"], "cookie")
        _, table = self.analyse(text)
        self.assertIn("Hydration: 0.7", table)
        _, fitting = self.analyse(text.replace("500 g flour", "250 g flour"))
        self.assertIn("crumb, judged as loaf (a guess): all dials fit\n", fitting)
        self.assertIn("  dough: Drops from the spoon", fitting)
        self.assertEqual({each["axis"] for each in answer["character"]}, {"crumb", "moistness"})
        self.assertTrue(all(0 <= each["value"] <= 1 and each["low"] and each["high"] for each in answer["character"]))
        self.assertLessEqual({"after_mixing", "after_resting"}, set(answer["dough"]))
        # Nothing to judge is an answer too.
        bare = self.read("50 g sprinkles")
        self.assertEqual(({dial["verdict"] for dial in bare["dials"]}, bare["repairs"]), ({"unknown"}, []))

    def test_the_table_names_parts_doubts_and_what_is_left_out(self) -> None:
        text = "Plum cups\nmakes 4\n200 g skyr\n1/4 cup milk or water\n\nTopping:\n1 tbsp elf dust\n20 g walnuts"
        code, table = self.analyse(text)
        rows = table.splitlines()
        self.assertEqual((code, rows[0]), (3, "Plum cups"))
        self.assertIn("Topping:", rows)
        self.assertTrue(any("milk, whole ?" in row for row in rows))
        self.assertIn("without 1 line, not read:", rows)
        self.assertIn("  1 tbsp elf dust: We know no ingredient called “elf dust”.", rows)


class Baked(Analyse):
    TEXT = "makes 24\n400 g skyr\n200 g oat flour\n2 eggs"

    def test_tin_and_cuts(self) -> None:
        answer = self.read(self.TEXT, "--tin", "20x20x5cm", "--cuts", "4x3", "--family", "cake")
        # 700 g of 1.05 g/ml in 2,000 ml; 11.5 % lost; 12 pieces.
        self.assertEqual((answer["pieces"], round(answer["fill"], 3)), (12, 0.333))
        self.assertAlmostEqual(answer["piece_mass_g"], 700 * 0.885 / 12, places=2)
        self.assertTrue(22 < answer["check_from_min"] < answer["check_until_min"] < 45, answer)

    def test_disher_mass_and_loss(self) -> None:
        scooped = self.read(self.TEXT, "--disher", "40", "--family", "cookie")
        self.assertEqual(scooped["pieces"], int(700 / (23.7 * 1.2)))
        weighed = self.read(self.TEXT, "--piece-mass", "45g", "--loss", "10%")
        self.assertEqual((weighed["pieces"], weighed["piece_mass_g"], weighed["piece"]["mass_g"]), (15, 40.5, 45))
        self.assertIsNone(weighed["fill"])

    def test_the_oven_by_options_and_by_the_text(self) -> None:
        lines = "170 g butter\n300 g sugar\n3 eggs\n95 g flour\n65 g cocoa"
        text = f"Brownies\nmakes 16\n{lines}\n\n1. Bake in a 20 cm square tin"
        plain = self.read(text)
        self.assertTrue(20 < plain["check_from_min"] < plain["check_until_min"] < 42)
        for options, longer in (
            (("--oven", "300F"), True),
            (("--oven", "200C"), False),
            (("--oven", "350F", "--fan"), False),
            (("--oven", "350F", "--air-fryer"), False),
            (("--covered",), True),
            (("--wish", "fudgy"), False),
            (("--wish", "cakey"), True),
        ):
            with self.subTest(options):
                found = self.read(text, *options)["check_from_min"]
                self.assertEqual(found > plain["check_from_min"], longer, (found, plain["check_from_min"]))
        hot = self.read(f"{text} at 200 °C for a while.")
        self.assertEqual(hot["check_from_min"], self.read(text, "--oven", "200C")["check_from_min"])
        fudgy = self.read(text.replace("Brownies", "Fudgy brownies"))
        self.assertEqual(fudgy["check_from_min"], self.read(text, "--wish", "fudgy")["check_from_min"])
        self.assertEqual(fudgy["window"]["signs"][0]["sign"], "a pick comes out smeared, not wet")

    def test_tins_by_sides_and_in_words(self) -> None:
        text = "Batter\nmakes 12\n250 g flour\n150 g sugar\n2 eggs\n200 ml milk\n80 ml oil\n2 tsp baking powder"
        at = {
            tin: self.read(text, "--family", "muffin", "--tin", tin)["check_from_min"]
            for tin in ("12-cup muffin", "9x5 inch loaf", "8 inch square", "20x20x5cm", "23x5cm round")
        }
        self.assertLess(at["12-cup muffin"], at["20x20x5cm"])
        self.assertLess(at["20x20x5cm"], at["9x5 inch loaf"])
        self.assertAlmostEqual(at["8 inch square"], at["20x20x5cm"], delta=1.5)
        # Without a tin muffins are taken to stand in muffin cups.
        self.assertAlmostEqual(self.read(text, "--family", "muffin")["check_from_min"], at["12-cup muffin"], delta=1)

    def test_a_mug_by_watts(self) -> None:
        mug = "Mug cake\n30 g flour\n25 g sugar\n1 egg\n60 ml milk\n1/2 tsp baking powder\n\nMicrowave"
        at = {watts: self.read(mug, "--watts", watts)["check_from_min"] for watts in ("700", "1100")}
        self.assertGreater(at["700"], at["1100"])
        said = self.read(f"{mug} at 700 W until risen.")
        self.assertEqual(said["check_from_min"], at["700"])
        self.assertEqual(said["window"]["oven"], "microwave")
        # In an oven where one is named.
        self.assertGreater(self.read(mug, "--oven", "350F")["check_from_min"], 8)

    def test_what_is_baked_always_has_a_window(self) -> None:
        custard = "Custards\nmakes 6\n500 ml cream\n6 egg yolks\n100 g sugar\n\n"
        self.assertIsNone(self.read(custard + "Chill it.", "--family", "pudding")["check_from_min"])
        self.assertGreater(self.read(custard + "Bake until set.", "--family", "pudding")["check_from_min"], 10)
        bites = "Bites\nmakes 12\n200 g oats\n100 g honey\n\nBake till golden."
        self.assertIsNotNone(self.read(bites, "--family", "no-bake-bite")["check_from_min"])

    def test_ovens_that_contradict_each_other_are_refused(self) -> None:
        for options in (("--fan", "--air-fryer"), ("--watts", "900", "--fan"), ("--oven", "warm"), ("--oven", "90C")):
            with self.subTest(options):
                self.assertEqual(self.analyse("Brownies\n100 g flour\n2 eggs", *options)[0], 2)

    def test_what_cannot_be_is_said(self) -> None:
        for options in (
            ("--loss", "120%"),
            ("--loss", "a lot"),
            ("--tin", "20x20x0cm"),
            ("--tin", "20cm x 8in x 5cm"),
            ("--cuts", "4x3"),
            ("--tin", "20x20x5", "--cuts", "0x3"),
            ("--disher", "4", "--piece-mass", "45g"),
            ("--piece-mass", "5kg"),
            ("--piece-mass", "3 cups"),
            ("--disher", "400"),
            ("--pieces", "0"),
        ):
            with self.subTest(options):
                self.assertEqual(self.analyse(self.TEXT, *options)[0], 2)

    def test_the_table_tells_the_tin_and_when_to_look(self) -> None:
        _, table = self.analyse(self.TEXT, "--tin", "20x20x5cm", "--cuts", "4x3", "--family", "brownie")
        self.assertIn("in the tin: 30% full", table)
        self.assertIn("look from minute", table)


class ReachATarget(unittest.TestCase):
    def reach(self, *options: str) -> tuple[int, str, str]:
        text = (
            "Blondies\nmakes 12\n170 g butter\n230 g brown sugar\n2 eggs\n190 g flour\n1 tsp baking powder\n3 g salt\n"
        )
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        (folder / "recipe.txt").write_text(text)
        out, err = io.StringIO(), io.StringIO()
        with contextlib.redirect_stdout(out), contextlib.redirect_stderr(err):
            code = main(["reach", str(folder / "recipe.txt"), *options])
        return code, out.getvalue(), err.getvalue()

    def test_met_with_every_line_of_the_result(self) -> None:
        code, out, _ = self.reach(
            "--energy-max", "225", "--protein-min", "4", "--lock", "eggs", "--allow", "skyr", "--ban", "soy", "--json"
        )
        found = json.loads(out)
        self.assertEqual((code, found["status"], found["clash"]), (0, "met", []))
        first = found["answers"][0]
        self.assertEqual(set(first["lines"][0]), {"text", "ingredient", "mass_g", "was_g"})
        eggs = next(line for line in first["lines"] if line["ingredient"] == "egg, whole")
        self.assertEqual((eggs["mass_g"], eggs["was_g"]), (100, 100))
        self.assertLessEqual(first["piece"]["energy_kcal"], 225)
        self.assertGreaterEqual(first["piece"]["protein_g"], 4)
        self.assertEqual(len(first["dials"]), 8)
        named = {line["ingredient"] for line in first["lines"] if line["was_g"] == 0}
        self.assertLessEqual(named, {"skyr, plain"})
        # How it will bite, and what becomes of its steps, stand with it.
        (character,) = first["character"]
        self.assertEqual(set(character), {"axis", "value", "was"})
        self.assertTrue(first["mouth"].endswith("."))
        self.assertIsInstance(first["hazards"], list)
        self.assertTrue(all(isinstance(step, str) and "{" not in step for step in first["method"]))

    def test_character_limits_home_and_other_cuts(self) -> None:
        code, out, _ = self.reach("--energy-max", "260", "--character", "fudgier", "--family", "brownie", "--json")
        character = json.loads(out)["answers"][0]["character"][0]
        self.assertEqual(code, 0)
        self.assertLess(character["value"], character["was"] - 0.08)
        code, _, err = self.reach("--character", "spongier", "--family", "brownie")
        self.assertEqual(code, 2)
        self.assertIn("it can be: as fudgy or cakey as it is, fudgier, cakier", err)
        strict, out, _ = self.reach("--energy-max", "150", "--allow", "skyr", "--json")
        lifted, _, _ = self.reach(
            "--energy-max", "150", "--allow", "skyr", "--lift", "roles", "--lift", "character", "--lift", "sweetness"
        )
        self.assertEqual((strict, lifted), (4, 0))
        self.assertEqual(set(json.loads(out)["far"][0]), {"wish", "low", "high"})
        home = Path(self.enterContext(tempfile.TemporaryDirectory())) / "home.csv"
        home.write_text("ingredient,grams\nskyr,500\nwhey,out\n")
        code, out, _ = self.reach("--energy-max", "240", "--only-at-home", str(home), "--json")
        new = {line["ingredient"] for each in json.loads(out)["answers"] for line in each["lines"] if not line["was_g"]}
        self.assertLessEqual(new, {"skyr, plain"})
        code, out, _ = self.reach("--energy-max", "250", "--other-cuts", "--json")
        cuts = json.loads(out)["cuts"]
        self.assertTrue(all(cut["rows"] * cut["columns"] == cut["pieces"] for cut in cuts))
        self.assertTrue(all(cut["answer"]["piece"]["energy_kcal"] <= 250 for cut in cuts))
        code, out, _ = self.reach("--sugars-per-100g-max", "25", "--sugar-kept-max", "60", "--json")
        self.assertEqual(code, 0)

    def test_nearest_only_and_what_cannot_be_used(self) -> None:
        code, out, _ = self.reach("--energy-max", "40", "--protein-min", "20", "--json")
        found = json.loads(out)
        self.assertEqual((code, found["status"]), (4, "nearest"))
        self.assertTrue(found["clash"])
        code, out, _ = self.reach("--energy-max", "15")
        self.assertEqual(code, 4)
        self.assertIn("misses", out)
        for options, words in (
            (["--energy-max", "200", "--lock", "cloves"], "cannot be locked"),
            (["--energy-max", "200", "--allow", "xyzzy"], "no food called"),
            ([], "at least one thing"),
            (["--energy-max", "200", "--pieces", "0"], "from 1 to"),
        ):
            code, _, err = self.reach(*options)
            self.assertEqual(code, 2)
            self.assertIn(words, err)
