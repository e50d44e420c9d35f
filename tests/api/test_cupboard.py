"""The cupboard over HTTP: products are read by their names, labels make versions, formulas move when told to."""

from typing import Any
from unittest import mock
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
        return self.ask("GET", f"/api/v1/formulas/{formula_id}")["evaluated"]["parts"][0]["lines"][0]

    def test_a_product_is_read_by_its_names_everywhere(self) -> None:
        made = self.ask("POST", "/api/v1/products", product(), 201)
        self.assertEqual((made["check"]["problems"], made["check"]["remark"], made["number"]), ([], "", 1))
        formula = self.create("2 scoops my whey", pieces=2)
        line = self.line(formula["id"])
        self.assertEqual((line["ingredient"]["name"], line["mass_g"]), ("Quayside whey", 62))
        self.assertAlmostEqual(line["protein_g"], 62 * 0.8)
        foods = self.ask("POST", f"/api/v1/days/{DAY}/read", {"text": "30 g quayside whey"})
        self.assertAlmostEqual(foods["figures"]["protein_g"], 24)
        self.assertEqual(self.ask("GET", "/api/v1/find?words=quayside")[0]["name"], "Quayside whey")
        listed = self.ask("GET", "/api/v1/cupboard")["items"]
        self.assertEqual((listed[0]["name"], listed[0]["product_id"]), ("Quayside whey", made["id"]))
        self.assertEqual(len(listed), 20)

    def test_a_changed_label_is_a_new_one_and_formulas_move_when_told_to(self) -> None:
        made = self.ask("POST", "/api/v1/products", product(), 201)
        by_name, chosen = self.create("100 g my whey", pieces=1), self.create("100 g skyr", pieces=1)
        draft = chosen["draft"] | {"version": 1}
        draft["parts"][0]["lines"][0]["chosen"] = made["slug"]
        self.ask("PUT", f"/api/v1/formulas/{chosen['id']}", draft)
        eaten = self.lay(by_name["id"], 1)["entries"][0]["figures"]["protein_g"]
        body = product(id=made["id"], label=WHEY | {"protein_g": 21, "energy_kcal": 108})
        del body["id"]
        saved = self.ask("PUT", f"/api/v1/products/{made['id']}", body | {"version": 1})
        self.assertEqual((saved["number"], saved["version"]), (2, 2))
        self.assertEqual({each["behind"] for each in saved["used"]["formulas"]}, {True})
        for formula in (by_name, chosen):
            self.assertAlmostEqual(self.line(formula["id"])["protein_g"], 80)
        self.assertAlmostEqual(self.line(self.create("100 g my whey")["id"])["protein_g"], 70)
        moved = self.ask("POST", f"/api/v1/products/{made['id']}/move")
        self.assertEqual({each["behind"] for each in moved["used"]["formulas"]}, {False})
        for formula in (by_name, chosen):
            self.assertAlmostEqual(self.line(formula["id"])["protein_g"], 70)
        (entry,) = self.ask("GET", f"/api/v1/days/{DAY}")["entries"]
        self.assertEqual(entry["figures"]["protein_g"], eaten)

    def test_retries_stale_versions_and_new_names(self) -> None:
        body = product()
        made = self.ask("POST", "/api/v1/products", body, 201)
        self.assertEqual(
            self.ask("POST", "/api/v1/products", body | {"name": "Other"}, 201)["draft"]["name"], made["draft"]["name"]
        )
        change = {key: value for key, value in body.items() if key != "id"} | {"name": "Harbour whey", "version": 1}
        saved = self.ask("PUT", f"/api/v1/products/{made['id']}", change)
        self.assertEqual((saved["number"], saved["version"], saved["draft"]["name"]), (1, 2, "Harbour whey"))
        self.assertEqual(self.ask("PUT", f"/api/v1/products/{made['id']}", change)["version"], 2)
        problem = self.ask("PUT", f"/api/v1/products/{made['id']}", change | {"name": "Mine"}, 409)
        self.assertEqual(problem["current"]["draft"]["name"], "Harbour whey")
        self.ask("PUT", f"/api/v1/products/{uuid4()}", change, 404)

    def test_an_archived_product_is_kept_where_it_is_used_and_found_no_more(self) -> None:
        made = self.ask("POST", "/api/v1/products", product(), 201)
        formula = self.create("100 g my whey", pieces=1)
        self.ask("PUT", f"/api/v1/products/{made['id']}/archived", {"archived": True}, 204)
        self.assertEqual(self.line(formula["id"])["ingredient"]["slug"], made["slug"])
        self.assertNotEqual(self.line(self.create("100 g quayside whey")["id"])["ingredient"], made["slug"])
        self.ask("PUT", f"/api/v1/products/{made['id']}/archived", {"archived": False}, 204)
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
        self.assertIn("typed in kJ", self.ask("POST", "/api/v1/labels/check", typed)["remark"])
        impossible = typed | {"protein_g": -1}
        (problem,) = self.ask("POST", "/api/v1/labels/check", impossible)["problems"]
        self.assertEqual(problem["field"], "protein_g")
        refused = self.ask("POST", "/api/v1/products", product(label=impossible), 422)
        self.assertEqual(refused["errors"][0]["pointer"], "/label/protein_g")
        for wrong in (
            {"name": " "},
            {"allergens": ["moonlight"]},
            {"measures": {"scoop_g": -3}},
            {"label": typed | {"style": "x"}},
        ):
            self.ask("POST", "/api/v1/products", product(**wrong), 422)

    def test_what_nobody_said_of_a_product_is_unknown(self) -> None:
        self.ask("POST", "/api/v1/products", product(allergens=None, vegan=None, vegetarian=None), 201)
        bench = {"parts": parts("100 g my whey"), "pieces": 1, "day": NOON[:10]}
        contents = self.ask("POST", "/api/v1/bench/read", bench)["evaluated"]["allergens"]
        self.assertEqual((contents["contains"], contents["unknown_lines"]), ([], ["100 g my whey"]))


class Drafts(ApiCase):
    def test_a_label_that_cannot_be_true_is_kept_as_a_draft_until_it_is_put_right(self) -> None:
        body = product(label=WHEY | {"energy_kcal": 502}, finished=False)
        made = self.ask("POST", "/api/v1/products", body, 201)
        self.assertEqual((made["finished"], made["draft"]["label"]["energy_kcal"]), (False, 502))
        (item,) = [each for each in self.ask("GET", "/api/v1/cupboard")["items"] if each["product_id"]]
        self.assertEqual((item["draft"], item["per_100g"]["energy_kcal"]), (True, None))
        self.assertIn("Is it in kJ?", item["problem"])
        line = self.create("30 g my whey")["evaluated"]["parts"][0]["lines"][0]
        self.assertNotEqual(line["ingredient"], made["slug"])
        right = {key: value for key, value in body.items() if key != "id"} | {"label": WHEY, "version": 1}
        self.ask("PUT", f"/api/v1/products/{made['id']}", right | {"label": body["label"], "finished": True}, 422)
        saved = self.ask("PUT", f"/api/v1/products/{made['id']}", right | {"finished": True})
        self.assertEqual((saved["finished"], saved["number"], saved["check"]["problems"]), (True, 1, []))
        line = self.create("30 g my whey")["evaluated"]["parts"][0]["lines"][0]
        self.assertEqual(line["ingredient"]["slug"], saved["slug"])
        self.ask("PUT", f"/api/v1/products/{made['id']}", right | {"name": "New", "version": 2, "finished": False}, 422)

    def test_measures_and_ingredients_are_read_for_the_baker(self) -> None:
        told = self.ask("POST", "/api/v1/labels/measures", {"text": "1 scoop = 31 g; 1 cup = ?"})
        self.assertEqual((told["measures"]["scoop_g"], len(told["problems"])), (31, 1))
        found = self.ask("POST", "/api/v1/labels/scan", {"text": "Whey (milk). May contain soy."})
        self.assertEqual([each["name"] for each in found["allergens"]], ["milk"])
        self.assertEqual([each["name"] for each in found["traces"]], ["soy"])


class Merge(ApiCase):
    def test_lines_words_names_and_price_go_over_and_what_was_eaten_stays(self) -> None:
        one = self.ask("POST", "/api/v1/products", product(name="Harbour whey", synonyms=["mine"]), 201)
        other = self.ask("POST", "/api/v1/products", product(label=WHEY | {"protein_g": 21, "energy_kcal": 108}), 201)
        self.ask("PUT", f"/api/v1/prices/{one['id']}", {"price": 18, "for_text": "900 g"})
        by_name, chosen = self.create("100 g harbour whey", pieces=1), self.create("100 g skyr", pieces=1)
        self.ask("PUT", "/api/v1/food-aliases", {"name": "skyr", "slug": one["slug"]}, 204)
        eaten = self.lay(by_name["id"], 1)["entries"][0]["figures"]["protein_g"]
        self.settle()
        for _ in range(2):
            stays = self.ask("POST", f"/api/v1/products/{one['id']}/merge", {"into": other["id"]})
            self.assertEqual(stays["draft"]["synonyms"], ["my whey", "Harbour whey", "mine"])
            self.assertEqual((stays["price"]["price"], stays["used"]["count"]), (18, 2))
        for formula in (by_name, chosen):
            (line,) = self.ask("GET", f"/api/v1/formulas/{formula['id']}")["evaluated"]["parts"][0]["lines"]
            self.assertEqual(line["ingredient"]["slug"], other["slug"])
        self.assertEqual(self.ask("GET", f"/api/v1/days/{DAY}")["entries"][0]["figures"]["protein_g"], eaten)
        gone = self.ask("GET", f"/api/v1/products/{one['id']}")
        self.assertEqual((gone["archived"], gone["merged_into"]), (True, other["id"]))

    def test_products_of_like_names_are_pointed_out_and_nonsense_is_refused(self) -> None:
        one = self.ask("POST", "/api/v1/products", product(), 201)
        other = self.ask("POST", "/api/v1/products", product(name="Quayside whey vanilla", synonyms=[]), 201)
        seen = self.ask("GET", f"/api/v1/products/{other['id']}")["similar"]
        self.assertEqual([each["product_id"] for each in seen], [one["id"]])
        self.ask("POST", f"/api/v1/products/{one['id']}/merge", {"into": one["id"]}, 422)
        self.ask("POST", f"/api/v1/products/{one['id']}/merge", {"into": str(uuid4())}, 404)


class Prices(ApiCase):
    def test_a_piece_costs_what_its_lines_cost_and_at_least_while_one_is_unknown(self) -> None:
        made = self.create("100 g skyr", "2 eggs", pieces=2)
        address = f"/api/v1/formulas/{made['id']}"
        self.assertIsNone(self.ask("GET", address)["evaluated"]["cost"])
        self.ask("PUT", "/api/v1/prices/skyr", {"price": 1.8, "for_text": "450 g"})
        cost = self.ask("GET", address)["evaluated"]["cost"]
        self.assertEqual((cost["at_least"], cost["unpriced"]), (True, ["2 eggs"]))
        bought = self.ask("PUT", "/api/v1/prices/egg", {"price": 3, "for_text": "10 eggs"})
        self.assertEqual(bought["for_g"], 500)
        cost = self.ask("GET", address)["evaluated"]["cost"]
        self.assertAlmostEqual(cost["piece_cost"], (0.4 + 0.6) / 2)
        self.assertFalse(cost["at_least"])
        self.ask("PUT", "/api/v1/prices/egg", {"price": None})
        self.assertTrue(self.ask("GET", address)["evaluated"]["cost"]["at_least"])

    def test_a_price_keeps_through_a_new_label_and_needs_grams(self) -> None:
        made = self.ask("POST", "/api/v1/products", product(), 201)
        self.ask("PUT", f"/api/v1/prices/{made['id']}", {"price": 27, "for_text": "10 scoops"})
        body = {key: value for key, value in product(label=WHEY | {"fat_g": 2}).items() if key != "id"}
        saved = self.ask("PUT", f"/api/v1/products/{made['id']}", body | {"version": 1})
        self.assertEqual((saved["price"]["for_g"], saved["number"]), (310, 2))
        wrong = self.ask("PUT", f"/api/v1/prices/{made['id']}", {"price": 3, "for_text": "3 cups"}, 422)
        self.assertEqual(wrong["errors"][0]["pointer"], "/for_text")
        self.ask("PUT", "/api/v1/prices/skyr", {"price": 3, "for_text": "a shelf"}, 422)
        self.ask("PUT", "/api/v1/prices/moonlight", {"price": 3, "for_text": "1 g"}, 404)
        food = self.ask("GET", "/api/v1/foods/skyr")
        self.assertEqual((food["item"]["name"], food["used"]["count"], food["price"]), ("skyr, plain", 0, None))
        self.ask("GET", "/api/v1/foods/moonlight", status=404)


class Guests(ApiCase):
    def test_an_alarm_stands_wherever_a_formula_or_piece_does(self) -> None:
        made = self.create("100 g peanuts", pieces=2)
        self.ask("POST", "/api/v1/products", product(traces=["peanut"]), 201)
        warned = self.create("100 g my whey", pieces=1)
        dietary_profile = f"/api/v1/dietary-profiles/{uuid4()}"
        for _ in range(2):
            self.ask("PUT", dietary_profile, {"name": "Guest", "avoids": ["peanut", "vegan"]})
        self.assertEqual(len(self.ask("GET", "/api/v1/kitchen")["dietary_profiles"]), 1)

        def peanut(alerts: list[dict[str, str]]) -> list[str]:
            return [alert["level"] for alert in alerts if alert["about"] == "peanut"]

        listed = {each["id"]: peanut(each["alerts"]) for each in self.ask("GET", "/api/v1/formulas")["items"]}
        self.assertEqual(listed, {made["id"]: ["contains"], warned["id"]: ["may contain"]})
        self.assertEqual(peanut(self.ask("GET", f"/api/v1/formulas/{made['id']}")["evaluated"]["alerts"]), ["contains"])
        targets = {"by_type": {"rest": {"energy_kcal": 2000, "protein_g": 100}}}
        self.ask("PUT", f"/api/v1/plan/targets/{DAY}", targets)
        day = self.lay(made["id"], 1)
        self.assertEqual(peanut(day["entry_alerts"][made["id"]]), ["contains"])
        self.assertIn(["contains"], [peanut(fit["alerts"]) for fit in day["fits"]])
        (hit,) = [each for each in self.ask("GET", "/api/v1/find?words=a") if each["key"] == made["id"]]
        self.assertEqual(peanut(hit["alerts"]), ["contains"])
        self.ask("DELETE", dietary_profile, status=204)
        self.assertEqual({len(each["alerts"]) for each in self.ask("GET", "/api/v1/formulas")["items"]}, {0})
        for wrong in (
            {"name": " ", "avoids": ["milk"]},
            {"name": "A", "piece_share": 9},
            {"name": "A", "avoids": ["x"]},
        ):
            self.ask("PUT", dietary_profile, wrong, 422)


class Classics(ApiCase):
    def eu(self, formula: dict[str, Any], name: str) -> Any:
        return next(each for each in formula["analysis"]["claims"]["eu"] if each["claim"]["name"] == name)

    def test_reduced_against_another_formula_or_typed_figures(self) -> None:
        butter, light = self.create("100 g butter", "200 g flour"), self.create("50 g butter", "200 g flour")
        body = light["draft"] | {"classic": {"formula_id": butter["id"]}, "version": 1}
        saved = self.ask("PUT", f"/api/v1/formulas/{light['id']}", body)
        self.assertTrue(self.eu(saved, "reduced fat")["claim"]["holds"])
        self.assertEqual(saved["analysis"]["claims"]["classic"], butter["draft"]["name"])
        typed = {"name": "the bought one", "mass_g": 50, "energy_kcal": 200, "fat_g": 8}
        saved = self.ask("PUT", f"/api/v1/formulas/{light['id']}", body | {"classic": typed, "version": 2})
        self.assertEqual(saved["draft"]["classic"]["fat_g"], 8)
        nearest = self.eu(saved, "reduced fat")["nearest"]
        self.assertEqual((nearest["name"], nearest["change_g"] < 0), ("butter", True))
        self.assertIn("do not know", self.eu(saved, "reduced salt")["claim"]["change"])
        own = {"formula_id": light["id"]}
        problem = self.ask("PUT", f"/api/v1/formulas/{light['id']}", body | {"classic": own, "version": 3}, 422)
        self.assertEqual(problem["errors"][0]["pointer"], "/classic")

    def test_details_are_written_into_a_line(self) -> None:
        body = {"text": "1 cup almond flour", "optional": True, "fill": "packed", "used_share": 0.5}
        written = self.ask("POST", "/api/v1/bench/detail", body)["text"]
        bench = {"parts": parts(written), "pieces": 1, "day": DAY}
        (line,) = self.ask("POST", "/api/v1/bench/read", bench)["evaluated"]["parts"][0]["lines"]
        self.assertEqual(
            (line["fill"], line["used_share"], line["optional"], line["mass_g"]), ("packed", 0.5, True, 60)
        )
        self.assertGreater(line["energy_sd_kcal"], 0)


class Register(ApiCase):
    def test_a_code_is_looked_up_checked_and_never_asked_for_twice(self) -> None:
        found = self.ask("GET", "/api/v1/register/2000004100018")
        self.assertEqual((found["draft"]["label"]["serving_g"], found["check"]["problems"]), (25, []))
        label = found["draft"]["label"]
        self.ask("POST", "/api/v1/products", product(label=label, gtin=" 2000 0041 0001 8"), 201)
        known = self.ask("GET", "/api/v1/register/2000004100018")
        self.assertEqual((known["name"], known["draft"]), ("Quayside whey", None))
        twice = self.ask("POST", "/api/v1/products", product(gtin="2000004100018"), 422)
        self.assertEqual(twice["errors"][0], {"pointer": "/gtin", "detail": "This code is on Quayside whey already."})

    def test_what_is_wrong_is_said_and_what_is_missing_too(self) -> None:
        self.assertIn("differ", self.ask("GET", "/api/v1/register/2000004100421")["remarks"][0])
        self.assertIn("21 ml", self.ask("GET", "/api/v1/register/2000004100360")["remarks"][0])
        (problem,) = self.ask("GET", "/api/v1/register/2000004100353")["check"]["problems"]
        self.assertIn("Is it in kJ?", problem["sentence"])
        self.assertIn("knows no product", self.ask("GET", "/api/v1/register/2000004100995", status=404)["detail"])
        wrong = self.ask("GET", "/api/v1/register/2000004100019", status=422)
        self.assertEqual(wrong["errors"][0]["pointer"], "/gtin")
        self.ask("GET", "/api/v1/register/12", status=422)
        self.assertIn("does not answer", self.ask("GET", "/api/v1/register/2000004100414", status=504)["detail"])
        with mock.patch("ample_crumb.application.cupboard.queries.WAIT_S", 0.05):
            self.assertIn("does not answer", self.ask("GET", "/api/v1/register/2000004100407", status=504)["detail"])

    def test_the_quick_reference(self) -> None:
        at_a_glance = self.ask("GET", "/api/v1/reference")
        self.assertEqual(len(at_a_glance["dishers"]), 14)
