"""Reach a target over HTTP: answers that hold when they are put on the Bench, clashes, limits, points, bad wishes."""

from typing import Any

from tests.api.test_api import DAY, ApiCase, parts

BLONDIES = ("170 g butter", "230 g brown sugar", "2 large eggs", "190 g flour", "1 tsp baking powder", "3 g salt")


def wish(name: str, value: float, *, least: bool = False, **more: Any) -> dict[str, Any]:
    return {"name": name, "value": value, "at_least": least} | more


class Reach(ApiCase):
    def body(self, *wishes: dict[str, Any], **more: Any) -> dict[str, Any]:
        bench = {"parts": parts(*BLONDIES), "pieces": 12, "family": "brownie", "day": DAY}
        return bench | {"wishes": list(wishes)} | more

    def test_an_answer_on_the_bench_is_what_it_said(self) -> None:
        asked = self.body(wish("energy_kcal", 150), wish("protein_g", 6, least=True), wish("sugars_g", 8))
        found = self.ask("POST", "/api/v1/bench/reformulation", asked)
        self.assertEqual((found["status"], len(found["answers"]), found["clash"]), ("met", 3, []))
        for answer in found["answers"]:
            body = {"parts": answer["parts"], "pieces": 12, "family": "brownie", "day": DAY}
            piece = self.ask("POST", "/api/v1/bench/read", body)["evaluated"]["piece"]
            self.assertAlmostEqual(piece["energy_kcal"], answer["piece"]["energy_kcal"])
            self.assertLessEqual(piece["energy_kcal"], 150 + 1e-6)
            self.assertGreaterEqual(piece["protein_g"], 6 - 1e-6)
            self.assertLessEqual(piece["sugars_g"], 8 + 1e-6)
            self.assertTrue(answer["words"])

    def test_a_claim_against_its_twin(self) -> None:
        twin = self.create(*BLONDIES)
        reference = {"formula_id": twin["id"]}
        bench = {key: value for key, value in self.body(twin=reference).items() if key != "wishes"}
        choices = self.ask("POST", "/api/v1/bench/reformulation/choices", bench)
        claims = {rules["claim_of"]: rules for rules in choices["claims"]}
        self.assertIn("energy-reduced", claims["eu"]["names"])
        self.assertEqual(claims["us"]["where"], "in the US")
        self.assertIn("whey protein isolate", [each["name"] for each in choices["usual"]])
        claim = wish("energy-reduced", 0, claim_of="eu")
        found = self.ask("POST", "/api/v1/bench/reformulation", self.body(claim, twin=reference))
        self.assertEqual(found["status"], "met")
        body = {
            "parts": found["answers"][0]["parts"],
            "pieces": 12,
            "family": "brownie",
            "day": DAY,
            "twin": reference,
        }
        claims = self.ask("POST", "/api/v1/bench/settled", body)["claims"]["eu"]
        self.assertTrue(next(each for each in claims if each["claim"]["name"] == "energy-reduced")["claim"]["holds"])

    def test_a_clash_its_limits_and_a_point(self) -> None:
        asked = self.body(wish("energy_kcal", 60), wish("protein_g", 15, least=True))
        found = self.ask("POST", "/api/v1/bench/reformulation", asked)
        self.assertEqual((found["status"], len(found["answers"])), ("nearest", 1))
        self.assertEqual(found["clash"], ["at most 60 kcal", "at least 15 g of protein"])
        self.assertTrue(found["answers"][0]["missed"])
        energy, protein = self.ask("POST", "/api/v1/bench/reformulation/limits", asked)
        self.assertLess(energy["low"], 100)
        self.assertGreater(protein["high"], 15)
        point = self.ask("POST", "/api/v1/bench/reformulation/point", asked | {"energy_kcal": 180})
        self.assertGreater(point["protein_g"], 8)
        self.assertLessEqual(point["answer"]["piece"]["energy_kcal"], 180 + 1e-6)

    def test_own_prices_and_holds(self) -> None:
        priced = {"butter": 3.0, "brown_sugar": 2.0, "egg": 4.0, "wheat_flour": 1.0, "baking_powder": 5.0, "salt": 0.5}
        for slug, price in priced.items():
            self.ask("PUT", f"/api/v1/prices/{slug}", {"price": price, "for_text": "1 kg"})
        asked = self.body(
            wish("price", 0.125), wish("energy_kcal", 300), allowed=[], holds=[{"line_id": "line-4", "locked": True}]
        )
        found = self.ask("POST", "/api/v1/bench/reformulation", asked)
        self.assertEqual(found["status"], "met")
        self.assertIn("190 g flour", [line["text"] for line in found["answers"][0]["lines"]])

    def test_bad_wishes(self) -> None:
        for wishes, words in (
            ([wish("energy_kcal", 100), wish("energy_kcal", 200, least=True)], "cannot both be"),
            ([wish("luck", 3)], "Nobody knows"),
            ([wish("light as a cloud", 0, claim_of="eu")], "has no limits"),
            ([wish("price", 1)], "no figure of its price"),
        ):
            self.assertIn(words, self.ask("POST", "/api/v1/bench/reformulation", self.body(*wishes), 422)["detail"])
        self.ask("POST", "/api/v1/bench/reformulation", self.body(), 422)
        self.ask("POST", "/api/v1/bench/reformulation", self.body(wish("energy_kcal", -1)), 422)
        empty = self.body(wish("energy_kcal", 100)) | {"parts": parts("")}
        self.assertIn("nothing to change", self.ask("POST", "/api/v1/bench/reformulation", empty, 422)["detail"])
        self.ask("POST", "/api/v1/bench/reformulation", self.body(wish("energy_kcal", 100)) | {"pieces": 0}, 422)
