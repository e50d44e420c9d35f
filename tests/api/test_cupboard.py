"""The cupboard over HTTP: products are read by their names, labels make versions, formulas move when told to."""

from typing import Any
from uuid import uuid4

from tests.api.test_api import DAY, NOON, ApiCase, parts

WHEY = {
    "style": "us", "basis": "serving", "serving_g": 30, "energy_kcal": 120, "fat_g": 1.5, "saturates_g": 1,
    "carbohydrate_g": 3, "sugars_g": 2, "fibre_g": 1, "protein_g": 24, "sodium_mg": 130,
}  # fmt: skip


def product(**more: Any) -> dict[str, Any]:
    return {
        "id": str(uuid4()), "name": "Quayside whey", "synonyms": ["my whey"], "role": "protein", "label": WHEY,
        "measures": {"scoop_g": 31}, "allergens": ["milk"], "vegan": False, "vegetarian": True,
    } | more  # fmt: skip


class Cupboard(ApiCase):
    def line(self, formula_id: str) -> Any:
        return self.ask("GET", f"/api/formulas/{formula_id}")["worked"]["parts"][0]["lines"][0]

    def test_a_product_is_read_by_its_names_everywhere(self) -> None:
        made = self.ask("POST", "/api/products", product(), 201)
        self.assertEqual((made["check"]["problems"], made["check"]["remark"], made["number"]), ([], "", 1))
        formula = self.create("2 scoops my whey", pieces=2)
        line = self.line(formula["id"])
        self.assertEqual((line["ingredient"]["name"], line["mass_g"]), ("Quayside whey", 62))
        self.assertAlmostEqual(line["protein_g"], 62 * 0.8)
        foods = self.ask("POST", f"/api/days/{DAY}/read", {"text": "30 g quayside whey"})
        self.assertAlmostEqual(foods["figures"]["protein_g"], 24)
        self.assertEqual(self.ask("GET", "/api/find?words=quayside")[0]["name"], "Quayside whey")
        listed = self.ask("GET", "/api/cupboard")
        self.assertEqual((listed[0]["name"], listed[0]["product_id"]), ("Quayside whey", made["id"]))
        self.assertGreater(len(listed), 300)

    def test_a_changed_label_is_a_new_one_and_formulas_move_when_told_to(self) -> None:
        made = self.ask("POST", "/api/products", product(), 201)
        by_name, chosen = self.create("100 g my whey", pieces=1), self.create("100 g skyr", pieces=1)
        draft = chosen["draft"] | {"version": 1}
        draft["parts"][0]["lines"][0]["chosen"] = made["slug"]
        self.ask("PUT", f"/api/formulas/{chosen['id']}", draft)
        eaten = self.lay(by_name["id"], 1)["entries"][0]["figures"]["protein_g"]
        body = product(id=made["id"], label=WHEY | {"protein_g": 21, "energy_kcal": 108})
        del body["id"]
        saved = self.ask("PUT", f"/api/products/{made['id']}", body | {"version": 1})
        self.assertEqual((saved["number"], saved["version"]), (2, 2))
        self.assertEqual({each["behind"] for each in saved["used"]}, {True})
        for formula in (by_name, chosen):
            self.assertAlmostEqual(self.line(formula["id"])["protein_g"], 80)
        self.assertAlmostEqual(self.line(self.create("100 g my whey")["id"])["protein_g"], 70)
        moved = self.ask("POST", f"/api/products/{made['id']}/move")
        self.assertEqual({each["behind"] for each in moved["used"]}, {False})
        for formula in (by_name, chosen):
            self.assertAlmostEqual(self.line(formula["id"])["protein_g"], 70)
        (entry,) = self.ask("GET", f"/api/days/{DAY}")["entries"]
        self.assertEqual(entry["figures"]["protein_g"], eaten)

    def test_retries_stale_versions_and_new_names(self) -> None:
        body = product()
        made = self.ask("POST", "/api/products", body, 201)
        self.assertEqual(
            self.ask("POST", "/api/products", body | {"name": "Other"}, 201)["draft"]["name"], made["draft"]["name"]
        )
        change = {key: value for key, value in body.items() if key != "id"} | {"name": "Harbour whey", "version": 1}
        saved = self.ask("PUT", f"/api/products/{made['id']}", change)
        self.assertEqual((saved["number"], saved["version"], saved["draft"]["name"]), (1, 2, "Harbour whey"))
        self.assertEqual(self.ask("PUT", f"/api/products/{made['id']}", change)["version"], 2)
        problem = self.ask("PUT", f"/api/products/{made['id']}", change | {"name": "Mine"}, 409)
        self.assertEqual(problem["current"]["draft"]["name"], "Harbour whey")
        self.ask("PUT", f"/api/products/{uuid4()}", change, 404)

    def test_an_archived_product_is_kept_where_it_is_used_and_found_no_more(self) -> None:
        made = self.ask("POST", "/api/products", product(), 201)
        formula = self.create("100 g my whey", pieces=1)
        self.ask("PUT", f"/api/products/{made['id']}/archived", {"archived": True}, 204)
        self.assertEqual(self.line(formula["id"])["ingredient"]["slug"], made["slug"])
        self.assertNotEqual(self.line(self.create("100 g quayside whey")["id"])["ingredient"], made["slug"])
        self.ask("PUT", f"/api/products/{made['id']}/archived", {"archived": False}, 204)
        self.assertEqual(self.line(self.create("100 g quayside whey")["id"])["ingredient"]["slug"], made["slug"])

    def test_a_label_is_checked_while_it_is_typed_and_refused_when_it_cannot_be_true(self) -> None:
        typed = {
            "style": "european",
            "basis": "100 g",
            "energy_kcal": 264,
            "fat_g": 0.2,
            "carbohydrate_g": 4,
            "protein_g": 11,
        }
        self.assertIn("typed in kJ", self.ask("POST", "/api/labels/check", typed)["remark"])
        impossible = typed | {"protein_g": -1}
        (problem,) = self.ask("POST", "/api/labels/check", impossible)["problems"]
        self.assertEqual(problem["field"], "protein_g")
        refused = self.ask("POST", "/api/products", product(label=impossible), 422)
        self.assertEqual(refused["errors"][0]["pointer"], "/label/protein_g")
        for wrong in (
            {"name": " "},
            {"allergens": ["moonlight"]},
            {"measures": {"scoop_g": -3}},
            {"label": typed | {"style": "x"}},
        ):
            self.ask("POST", "/api/products", product(**wrong), 422)

    def test_what_nobody_said_of_a_product_is_unknown(self) -> None:
        self.ask("POST", "/api/products", product(allergens=None, vegan=None, vegetarian=None), 201)
        bench = {"parts": parts("100 g my whey"), "pieces": 1, "day": NOON[:10]}
        contents = self.ask("POST", "/api/bench/read", bench)["worked"]["contents"]
        self.assertEqual((contents["contains"], contents["unknown"]), ([], ["100 g my whey"]))
