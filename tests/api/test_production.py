"""How a formula is made, over HTTP: parts, pieces, tins, heat, scaling, formulas inside formulas, amounts eaten."""

from typing import Any
from uuid import uuid4

from tests.api.test_api import DAY, NOON, ApiCase, parts

SQUARE = {"name": "square 20", "kind": "square", "length_cm": 20, "depth_cm": 5}


class MakingCase(ApiCase):
    def tin(self, **more: Any) -> str:
        tin_id = str(uuid4())
        self.ask("PUT", f"/api/v1/tins/{tin_id}", SQUARE | more)
        return tin_id

    def save(self, formula: dict[str, Any], **more: Any) -> dict[str, Any]:
        now = self.ask("GET", f"/api/v1/formulas/{formula['id']}")
        body = now["draft"] | {"version": now["version"]} | more
        saved: dict[str, Any] = self.ask("PUT", f"/api/v1/formulas/{formula['id']}", body)
        return saved

    def bench(self, *lines: str, pieces: int = 12, family: str = "brownie", **making: Any) -> dict[str, Any]:
        body = {"parts": parts(*lines), "pieces": pieces, "family": family, "production": making, "day": DAY}
        made: dict[str, Any] = self.ask("POST", "/api/v1/bench/read", body)["evaluated"]
        return made


class Making(MakingCase):
    def test_tin_cuts_and_when_to_look(self) -> None:
        tin = self.tin()
        evaluated = self.bench("700 g skyr", tins=[{"tin_id": tin, "count": 1}], by="cuts", cuts="4x3")
        made = evaluated["production"]
        self.assertEqual((evaluated["piece_count"], made["piece_count"], made["problems"]), (12, 12, []))
        self.assertAlmostEqual(made["tin_fill"]["share"], 700 / 1.15 / 2000)
        self.assertAlmostEqual(made["tin_fill"]["piece"]["width_cm"], 5)
        self.assertAlmostEqual(made["baked_g"], 700 * 0.92)
        self.assertLess(made["bake_window"]["from_min"], made["bake_window"]["until_min"])
        self.assertAlmostEqual(evaluated["piece"]["mass_g"], 700 * 0.92 / 12)
        self.assertEqual([other["count"] for other in made["alternatives"]], [4, 8, 10, 14, 16, 20])

    def test_what_cannot_be_used_is_said_and_the_rest_stands(self) -> None:
        for making, words in (
            ({"by": "cuts", "cuts": "0x3"}, "no way to cut"),
            ({"by": "scoop", "scoop": "a bit"}, "no scoop we know"),
            ({"by": "dough", "piece_g": 900}, "more than the whole dough"),
            ({"baked_g": 900}, "more than the 700 g"),
            ({"oven": "microwave", "baked_g": None}, "unevenly"),
        ):
            with self.subTest(words):
                evaluated = self.bench("700 g skyr", **making)
                self.assertIn(words, evaluated["production"]["problems"][0])
                self.assertGreater(evaluated["piece"]["energy_kcal"], 0)
        self.ask(
            "POST", "/api/v1/bench/read", {"parts": [], "pieces": 1, "day": DAY, "production": {"loss_share": 2}}, 422
        )
        for wrong in ({"depth_cm": 0}, {"kind": "bath"}, {"name": " "}, {"cups": 99}, {"bottom_share": 0}):
            self.ask("PUT", f"/api/v1/tins/{uuid4()}", SQUARE | wrong, 422)

    def test_it_is_kept_and_lists_and_days_follow_it(self) -> None:
        formula = self.create("700 g skyr")
        saved = self.save(formula, family="brownie", production={"by": "dough", "piece_g": 70, "baked_g": 640})
        self.assertEqual(saved["draft"]["production"]["baked_g"], 640)
        (listed,) = self.ask("GET", "/api/v1/formulas")["items"]
        self.assertEqual((listed["piece_count"], listed["piece"]["mass_g"]), (10, 64))
        self.assertAlmostEqual(listed["piece"]["energy_kcal"], 63 * 7 / 10)
        self.assertEqual(self.save(formula, production={})["draft"]["production"]["by"], "count")

    def test_a_part_left_over_and_put_on_after_baking(self) -> None:
        formula = self.create("700 g skyr")
        draft = self.ask("GET", f"/api/v1/formulas/{formula['id']}")["draft"]
        glaze = parts("100 g icing sugar")[0] | {"name": "Glaze", "options": {"used_share": 0.5, "bake": "not"}}
        saved = self.save(formula, family="cake", parts=[*draft["parts"], glaze])
        self.assertEqual(saved["draft"]["parts"][1]["options"]["used_share"], 0.5)
        self.assertAlmostEqual(saved["evaluated"]["production"]["baked_g"], 700 * 0.885 + 50)
        self.assertIn("50% of the part", saved["evaluated"]["parts"][1]["lines"][0]["assumption"])

    def test_what_stays_in_the_bowl_is_lacking_without_the_optional_too(self) -> None:
        evaluated = self.bench("500 g skyr", "100 g walnuts (optional)", pieces=5, residue_g=300)
        self.assertAlmostEqual(evaluated["piece"]["energy_kcal"], (315 + 654) / 5 / 2, delta=2)
        self.assertAlmostEqual(evaluated["plain_energy_kcal"], 315 / 5 / 2, delta=1)

    def test_amounts_eaten_as_one_says_them(self) -> None:
        formula = self.create("700 g skyr", pieces=10)
        for amount, pieces in (
            ("45 g", 45 / 70),
            ("a quarter of the whole", 2.5),
            ("1/2", 0.5),
            ("2 pieces", 2),
            ("3", 3),
        ):
            with self.subTest(amount):
                body = {"id": str(uuid4()), "eaten_at": NOON, "formula_id": formula["id"], "amount": amount}
                day = self.ask("POST", f"/api/v1/days/{DAY}/pieces", body, 201)
                (entry,) = [each for each in day["entries"] if each["id"] == body["id"]]
                self.assertAlmostEqual(entry["piece_count"], pieces)
        for wrong in ("", "a lot", "0", "900 pieces", "2 cups of it"):
            body = {"id": str(uuid4()), "eaten_at": NOON, "formula_id": formula["id"], "amount": wrong}
            self.ask("POST", f"/api/v1/days/{DAY}/pieces", body, 422)


class Scaling(MakingCase):
    def test_lines_in_another_amount_with_what_rounding_does(self) -> None:
        body = {"parts": parts("1 1/2 cups almond flour", "2 eggs", "1 tsp baking powder"), "factor": 3}
        view = self.ask("POST", "/api/v1/bench/scale", body)
        texts = [line["text"] for line in view["parts"][0]]
        self.assertEqual(texts, ["4 1/2 cups almond flour", "6 eggs", "1 tbsp baking powder"])
        self.assertIn("a little less", view["parts"][0][2]["note"])
        self.assertAlmostEqual(view["exact_kcal"], view["written_kcal"], delta=1)
        self.ask("POST", "/api/v1/bench/scale", body | {"factor": 900}, 422)

    def test_into_another_tin(self) -> None:
        square, tray = self.tin(), self.tin(name="tray", kind="tray", length_cm=40, width_cm=20)
        body = {
            "parts": parts("700 g skyr"), "pieces": 12, "day": DAY, "family": "cake",
            "production": {"tins": [{"tin_id": square, "count": 1}]}, "others": [{"tin_id": tray, "count": 1}],
        }  # fmt: skip
        factors = self.ask("POST", "/api/v1/bench/tins", body)
        self.assertEqual(
            [round(factors[way][by], 6) for way in ("as_full", "as_high") for by in ("factor", "surface_factor")],
            [2] * 4,
        )
        self.ask("POST", "/api/v1/bench/tins", body | {"production": {}}, 422)
        self.ask("DELETE", f"/api/v1/tins/{tray}", status=204)
        self.assertEqual([tin["archived"] for tin in self.ask("GET", "/api/v1/kitchen")["tins"]], [False, True])


class Inside(MakingCase):
    def line(self, text: str, slug: str) -> list[dict[str, Any]]:
        return [{"name": "", "lines": [{"text": text, "chosen": slug}]}]

    def test_a_formula_is_a_line_of_another_by_grams_and_piece(self) -> None:
        glaze = self.create("100 g icing sugar", "20 g peanut butter", pieces=4)
        found = self.ask("GET", f"/api/v1/ingredients?words={glaze['draft']['name'][:5]}")
        slug = next(each["slug"] for each in found if each["slug"] == f"made-{glaze['id']}")
        cake = self.create("300 g skyr", pieces=6)
        for text, grams in (("60 g glaze", 60), ("2 pieces of glaze", 60)):
            saved = self.save(cake, parts=self.line(text, slug))
            (line,) = saved["evaluated"]["parts"][0]["lines"]
            self.assertAlmostEqual(line["mass_g"], grams)
            self.assertAlmostEqual(line["energy_kcal"], glaze["evaluated"]["batch"]["energy_kcal"] / 2)
            self.assertEqual([each["name"] for each in saved["evaluated"]["allergens"]["contains"]], ["peanut"])
        # The cake follows when the glaze changes, several levels up.
        tower = self.create("1 piece cake", pieces=1)
        self.save(tower, parts=self.line("1 piece of cake", f"made-{cake['id']}"))
        before = {each["id"]: each["piece"]["energy_kcal"] for each in self.ask("GET", "/api/v1/formulas")["items"]}
        self.save(glaze, parts=parts("100 g erythritol", "20 g peanut butter"))
        self.settle()
        after = {each["id"]: each["piece"]["energy_kcal"] for each in self.ask("GET", "/api/v1/formulas")["items"]}
        for formula in (cake, tower):
            self.assertLess(after[formula["id"]], 0.5 * before[formula["id"]])

    def test_what_is_known_of_it_stays_known_where_a_line_of_it_is_not_read(self) -> None:
        spread = self.create("100 g peanuts", "1 tbsp elderflower dust")
        cake = self.create("300 g skyr", pieces=6)
        saved = self.save(cake, parts=self.line("60 g spread", f"made-{spread['id']}"))
        contents = saved["evaluated"]["allergens"]
        self.assertEqual([each["name"] for each in contents["contains"]], ["peanut"])
        self.assertEqual((contents["open_lines"], "dairy-free" in contents["diets_kept"]), (["60 g spread"], False))
        self.ask("PUT", f"/api/v1/dietary-profiles/{uuid4()}", {"name": "Guest", "avoids": ["peanut", "milk"]})
        (listed,) = [each for each in self.ask("GET", "/api/v1/formulas")["items"] if each["id"] == cake["id"]]
        levels = {alert["about"]: alert["level"] for alert in listed["alerts"]}
        self.assertEqual(levels, {"peanut": "contains", "milk": "unknown"})

    def test_one_part_of_it_and_its_price(self) -> None:
        loaf = self.create("300 g skyr")
        self.save(loaf, parts=[parts("300 g skyr")[0], parts("50 g icing sugar")[0] | {"name": "Lemon glaze"}])
        self.ask("PUT", "/api/v1/prices/icing_sugar", {"price": 2, "for_text": "1 kg"})
        other = self.create("1 egg")
        saved = self.save(other, parts=self.line("25 g of the glaze", f"made-{loaf['id']}-lemon-glaze"))
        (line,) = saved["evaluated"]["parts"][0]["lines"]
        self.assertAlmostEqual(line["energy_kcal"], 389 / 4, delta=3)
        self.assertAlmostEqual(saved["evaluated"]["cost"]["batch_cost"], 0.05)
        self.assertFalse(saved["evaluated"]["cost"]["at_least"])

    def test_a_circle_is_refused_in_words(self) -> None:
        one, two, three = (self.create("100 g skyr") for _ in range(3))
        self.save(two, name="Two", parts=self.line("50 g of it", f"made-{one['id']}"))
        self.save(three, name="Three", parts=self.line("50 g of it", f"made-{two['id']}"))
        for inner in (one, two, three):
            now = self.ask("GET", f"/api/v1/formulas/{one['id']}")
            body = now["draft"] | {"version": now["version"], "parts": self.line("9 g", f"made-{inner['id']}")}
            problem = self.ask("PUT", f"/api/v1/formulas/{one['id']}", body | {"name": "One"}, 422)
            self.assertIn("cannot hold itself: One holds", problem["detail"])
        gone = self.save(one, parts=self.line("50 g skyr", f"made-{uuid4()}"))
        self.assertEqual(gone["evaluated"]["parts"][0]["lines"][0]["ingredient"]["slug"], "skyr")
