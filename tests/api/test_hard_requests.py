"""Requests made to break it: each is answered in a sentence, and what fails costs no more than itself."""

import json
from typing import Any
from unittest import mock

from ample_crumb.application import jobs as background
from ample_crumb.application.formulas.evaluated_formula import EvaluatedFormula
from ample_crumb.application.formulas.summaries import stored_formula
from ample_crumb.store import jobs
from tests.api.test_api import DAY, ApiCase, parts


class HardRequests(ApiCase):
    def test_paths_that_no_file_can_have(self) -> None:
        for path in (
            "/a%00b",
            "/" + "a" * 5000,
            "/" + "a/" * 4000,
            "/%ff%fe",
            "/..%2f..%2fetc/passwd",
            "/assets/%00.js",
        ):
            with self.subTest(path[:20]):
                answer = self.client.get(path)
                self.assertLess(answer.status_code, 500)
                self.assertNotIn("root:", answer.text)

    def test_bodies_that_no_parser_likes(self) -> None:
        deep = "[" * 980 + "]" * 980
        for body in (
            deep, "[" * 100_000, '{"text":' + "9" * 5000 + "}", '{"text":"\\ud800"}', '{"text":"\\u0000"}', "NaN",
            '{"text":' + deep + "}", "\x00", "", '{"text": 1e999}',
        ):  # fmt: skip
            with self.subTest(body[:20]):
                sent = {
                    "content": body.encode("utf-8", "surrogatepass"),
                    "headers": {"content-type": "application/json"},
                }
                answer = self.client.post("/api/v1/bench/paste", **sent)
                self.assertIn(answer.status_code, {400, 422}, answer.text)
                self.assertEqual(answer.headers["content-type"], "application/problem+json")

    def test_a_recipe_of_nests_or_of_thousands_of_digits(self) -> None:
        for extra in (
            '"recipeYield":' + "9" * 5000,
            '"recipeYield":1e308',
            '"recipeYield":' + "[" * 900 + "1" + "]" * 900,
        ):
            with self.subTest(extra[:24]):
                text = '{"@type":"Recipe","recipeIngredient":["100 g oats"],' + extra + "}"
                answer = self.client.post("/api/v1/bench/paste", json={"text": text})
                self.assertIn(answer.status_code, {200, 422}, answer.text)
        nested = json.dumps({"@type": "Recipe", "recipeIngredient": "x"}).replace(
            '"x"', "[" * 900 + '"1 egg"' + "]" * 900
        )
        self.ask("POST", "/api/v1/bench/paste", {"text": nested}, 422)

    def test_numbers_at_the_ends(self) -> None:
        made = self.create("100 g oats")
        bench = {"parts": parts("100 g oats"), "pieces": 4, "day": DAY}
        classic = {"name": "Bar", "mass_g": 0.001, "energy_kcal": 1e5}
        self.ask("POST", "/api/v1/bench/read", bench | {"classic": classic})
        self.ask("POST", "/api/v1/bench/classic", bench | {"classic": classic | {"energy_kcal": 5e-324}})
        for wrong in (5e-324, True, "100", 1e308):
            with self.subTest(wrong):
                self.ask("POST", "/api/v1/bench/read", bench | {"classic": {"name": "Bar", "mass_g": wrong}}, 422)
        for day in ("0001-01-01", "9999-12-31"):
            self.ask("GET", f"/api/v1/days/{day}", status=422)
        draft = made["draft"] | {"version": 2**40}
        self.ask("PUT", f"/api/v1/formulas/{made['id']}", draft, 422)

    def test_an_error_nobody_foresaw_is_a_problem_with_a_request_id(self) -> None:
        with (
            mock.patch(
                "ample_crumb.application.formulas.queries.evaluated_view", side_effect=ZeroDivisionError("secret")
            ),
            self.assertLogs("ample_crumb.api.problems", "ERROR") as logged,
        ):
            problem = self.ask(
                "POST", "/api/v1/bench/read", {"parts": parts("100 g oats"), "pieces": 4, "day": DAY}, status=500
            )
        self.assertIn(problem["request_id"], logged.output[0])
        self.assertIn(problem["request_id"], problem["detail"])
        self.assertNotIn("secret", json.dumps(problem))

    def test_a_formula_that_cannot_be_worked_out_costs_its_own_row(self) -> None:
        good, bad = self.create("100 g oats")["id"], self.create("2 eggs")["id"]
        self.targets()
        work_out = stored_formula

        def breaks(*given: Any) -> EvaluatedFormula:
            formula = work_out(*given)
            if formula.draft.parts[0].lines[0].text == "2 eggs":
                raise ZeroDivisionError
            return formula

        with (
            mock.patch.object(background, "stored_formula", breaks),
            mock.patch.object(jobs, "MOST_ATTEMPTS", 1),
            self.assertLogs("ample_crumb.application.jobs", "ERROR"),
        ):
            choices = {"measures": "us", "energy": "us", "carbohydrate": "net"}
            self.ask("PUT", "/api/v1/settings", choices | {"appearance": "dark", "currency": "EUR"})
            self.settle()
            listed = {each["id"]: each for each in self.ask("GET", "/api/v1/formulas")["items"]}
            self.assertEqual(listed[good]["problem"], "")
            self.assertGreater(listed[good]["piece"]["energy_kcal"], 0)
            self.assertIn("could not be worked out", listed[bad]["problem"])
            self.assertEqual([each["formula_id"] for each in self.ask("GET", f"/api/v1/days/{DAY}")["fits"]], [good])
            self.ask("POST", f"/api/v1/days/{DAY}/pieces", {
                "id": bad, "eaten_at": "2026-05-04T12:00:00Z", "formula_id": bad, "piece_count": 1,
            }, 422)  # fmt: skip
