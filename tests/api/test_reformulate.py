"""Reach a target over HTTP: answers that hold when they are put on the Bench, clashes, limits, points, bad wishes."""

from typing import Any, ClassVar

from tests.api.test_api import DAY, ApiCase, parts

BLONDIES = ("170 g butter", "230 g brown sugar", "2 large eggs", "190 g flour", "1 tsp baking powder", "3 g salt")


NEW = "6f0f4a9e-52c5-4a0e-9c58-0d5c8f1f7a11"


def wish(name: str, value: float, *, least: bool = False, **more: Any) -> dict[str, Any]:
    return {"name": name, "value": value, "at_least": least} | more


class Reach(ApiCase):
    def body(self, *wishes: dict[str, Any], **more: Any) -> dict[str, Any]:
        bench = {"parts": parts(*BLONDIES), "pieces": 12, "family": "brownie", "day": DAY}
        return bench | {"wishes": list(wishes)} | more

    def test_an_answer_on_the_bench_is_what_it_said(self) -> None:
        asked = self.body(wish("energy_kcal", 200), wish("protein_g", 5, least=True), wish("sugars_g", 15))
        found = self.ask("POST", "/api/v1/bench/reformulation", asked)
        self.assertEqual((found["status"], len(found["answers"]), found["clash"]), ("met", 3, []))
        for answer in found["answers"]:
            body = {"parts": answer["parts"], "pieces": 12, "family": "brownie", "day": DAY}
            piece = self.ask("POST", "/api/v1/bench/read", body)["evaluated"]["piece"]
            self.assertAlmostEqual(piece["energy_kcal"], answer["piece"]["energy_kcal"])
            self.assertLessEqual(piece["energy_kcal"], 200 + 1e-6)
            self.assertGreaterEqual(piece["protein_g"], 5 - 1e-6)
            self.assertLessEqual(piece["sugars_g"], 15 + 1e-6)
            self.assertTrue(answer["words"])
            # It says how it will bite, and its steps follow.
            self.assertTrue(answer["mouth"]["text"].endswith("."))
            self.assertIn(answer["mouth"]["sure"], ("likely", "fair", "bold"))
            steps = answer["method"]["method"].splitlines()
            self.assertTrue(all(step["text"] in steps for step in answer["method"]["steps"] if step["change"] == "add"))

    def test_a_claim_against_its_classic(self) -> None:
        classic = self.create(*BLONDIES)
        reference = {"formula_id": classic["id"]}
        bench = {key: value for key, value in self.body(classic=reference).items() if key != "wishes"}
        choices = self.ask("POST", "/api/v1/bench/reformulation/choices", bench)
        claims = {rules["claim_of"]: rules for rules in choices["claims"]}
        self.assertIn("energy-reduced", claims["eu"]["names"])
        self.assertEqual(claims["us"]["where"], "in the US")
        self.assertIn("whey protein isolate", [each["name"] for each in choices["usual"]])
        claim = wish("energy-reduced", 0, claim_of="eu")
        found = self.ask("POST", "/api/v1/bench/reformulation", self.body(claim, classic=reference))
        self.assertEqual(found["status"], "met")
        body = {
            "parts": found["answers"][0]["parts"],
            "pieces": 12,
            "family": "brownie",
            "day": DAY,
            "classic": reference,
        }
        claims = self.ask("POST", "/api/v1/bench/analysis", body)["claims"]["eu"]
        self.assertTrue(next(each for each in claims if each["claim"]["name"] == "energy-reduced")["claim"]["holds"])

    def test_a_clash_its_limits_and_a_point(self) -> None:
        asked = self.body(wish("energy_kcal", 150), wish("protein_g", 9, least=True))
        found = self.ask("POST", "/api/v1/bench/reformulation", asked)
        self.assertEqual((found["status"], len(found["answers"])), ("nearest", 1))
        self.assertEqual(found["clash"], ["at most 150 kcal", "at least 9 g of protein"])
        self.assertEqual([far["wish"] for far in found["far"]], found["clash"])
        self.assertTrue(found["answers"][0]["missed"])
        energy, protein = self.ask("POST", "/api/v1/bench/reformulation/limits", asked)
        self.assertLess(energy["low"], 150)
        self.assertGreater(protein["high"], 9)
        point = self.ask("POST", "/api/v1/bench/reformulation/point", asked | {"energy_kcal": 200})
        self.assertGreater(point["protein_g"], 5)
        self.assertLessEqual(point["answer"]["piece"]["energy_kcal"], 200 + 1e-6)
        self.assertTrue(point["kept_by"], "where it ends, and why")

    def test_character_limits_and_cuts(self) -> None:
        bench = {key: value for key, value in self.body().items() if key != "wishes"}
        choices = self.ask("POST", "/api/v1/bench/reformulation/choices", bench)
        self.assertIn({"name": "texture", "way": "low", "words": "fudgier"}, choices["character"])
        self.assertIn("sweetness", [each["limit"] for each in choices["limits"]])
        bite = wish("texture", 0, way="low")
        (answer, *_) = self.ask("POST", "/api/v1/bench/reformulation", self.body(bite))["answers"]
        self.assertLess(answer["check"]["character"][0]["share"], answer["was"][0]["share"] - 0.08)
        self.ask("POST", "/api/v1/bench/reformulation", self.body(wish("luck", 0, way="low")), status=422)
        low = self.body(wish("energy_kcal", 100))
        self.assertEqual(self.ask("POST", "/api/v1/bench/reformulation", low)["status"], "nearest")
        limits = [each["limit"] for each in choices["limits"]]
        self.assertEqual(self.ask("POST", "/api/v1/bench/reformulation", low | {"lifted": limits})["status"], "met")
        self.ask("POST", "/api/v1/bench/reformulation", low | {"lifted": ["gravity"]}, status=422)
        cuts = self.ask("POST", "/api/v1/bench/reformulation/cuts", self.body(wish("energy_kcal", 240)))
        for cut in cuts:
            body = bench | {
                "parts": cut["answer"]["parts"],
                "pieces": cut["grid"]["row_count"] * cut["grid"]["column_count"],
            }
            piece = self.ask("POST", "/api/v1/bench/read", body)["evaluated"]["piece"]
            self.assertLessEqual(piece["energy_kcal"], 240 + 1e-6)
        self.assertTrue(cuts)

    def test_only_what_is_at_home(self) -> None:
        asked = self.body(wish("protein_g", 4, least=True), at_home=True)

        def new() -> set[str]:
            found = self.ask("POST", "/api/v1/bench/reformulation", asked)
            return {line["slug"] for answer in found["answers"] for line in answer["lines"] if line["line_id"] is None}

        self.assertEqual(new(), set())
        self.ask("PUT", "/api/v1/stock/skyr", {"state": "have", "mass_g": None, "packs_g": []}, status=204)
        self.assertEqual(new(), {"skyr"})
        self.assertEqual(self.ask("GET", "/api/v1/start/shelf"), [{"slug": "skyr", "name": "skyr, plain"}])
        self.ask("PUT", "/api/v1/stock/skyr", {"state": "out", "mass_g": None, "packs_g": []}, status=204)
        self.assertEqual(new(), set())

    def test_no_oil_comes_in_because_it_is_at_home(self) -> None:
        asked = self.body(wish("fat_g", 30, least=True), at_home=True, keep_mass=False)
        self.ask("PUT", "/api/v1/stock/olive_oil", {"state": "have", "mass_g": None, "packs_g": []}, status=204)
        found = self.ask("POST", "/api/v1/bench/reformulation", asked)
        self.assertTrue(found["answers"])
        self.assertNotIn("olive_oil", {line["slug"] for answer in found["answers"] for line in answer["lines"]})

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


class Start(ApiCase):
    def test_a_first_formula_is_what_it_said_once_it_is_opened(self) -> None:
        families = self.ask("GET", "/api/v1/start/families")
        self.assertIn("mug-cake", [family["slug"] for family in families])
        foods = [{"slug": slug, "most_g": None} for slug in ("quark_0", "banana", "whey_concentrate")]
        asked = {"foods": foods, "family": "mug-cake", "wishes": [wish("protein_g", 25, least=True)]}
        found = self.ask("POST", "/api/v1/start", asked)
        self.assertTrue(found["met"])
        self.assertEqual(found["name"], "Mug cake with quark, banana and whey protein concentrate")
        self.assertIn("oat flour", found["brought"])
        body = {"parts": found["parts"], "pieces": found["piece_count"], "family": "mug-cake", "day": DAY}
        read = self.ask("POST", "/api/v1/bench/read", body)["evaluated"]
        self.assertAlmostEqual(read["piece"]["protein_g"], found["piece"]["protein_g"])
        self.assertGreaterEqual(read["piece"]["protein_g"], 25)
        self.ask("POST", "/api/v1/start", asked | {"foods": []}, status=422)
        problem = self.ask("POST", "/api/v1/start", asked | {"family": "soup"}, status=422)
        self.assertIn("Choose what shall be made", problem["detail"])
        problem = self.ask("POST", "/api/v1/start", asked | {"foods": [{"slug": "moonrock"}]}, status=422)
        self.assertIn("choose it anew", problem["detail"])

    def test_amounts_for_lines_that_say_none(self) -> None:
        body = {"parts": parts("200 g flour", "sugar", "butter", "2 eggs"), "pieces": 8, "family": "cookie", "day": DAY}
        found = self.ask("POST", "/api/v1/bench/amounts", body)
        self.assertEqual([each["was"] for each in found], ["sugar", "butter"])
        self.assertRegex(found[0]["text"], r"^\d+ to \d+ g sugar$")
        none = body | {"parts": parts("flour", "sugar")}
        self.assertIn("No line says how much", self.ask("POST", "/api/v1/bench/amounts", none, status=422)["detail"])


class WithoutAndWhatIf(ApiCase):
    BODY: ClassVar[dict[str, Any]] = {
        "parts": parts(*BLONDIES),
        "pieces": 12,
        "family": "brownie",
        "day": DAY,
        "method": "Melt the butter.",
    }

    def test_a_way_without_as_a_branch_of_its_base(self) -> None:
        base = self.create(*BLONDIES)
        body = self.BODY | {"parts": base["draft"]["parts"], "name": "Bars"}
        found = self.ask("POST", "/api/v1/bench/exclusions", body | {"avoided": ["egg", "milk"]})
        self.assertEqual(found["called"], "Bars without egg and milk")
        self.assertEqual([line["why"] for line in found["lines"]], ["holds milk", "holds egg"])
        way = found["ways"][0]
        self.assertEqual(set(way["preview"]["loses"]), {"milk", "egg"})
        start = {"id": NEW, "name": found["called"], "parts": way["preview"]["parts"], "method": "Stir it."}
        made = self.ask("POST", f"/api/v1/formulas/{base['id']}/branches", start, status=201)
        again = self.ask("POST", f"/api/v1/formulas/{base['id']}/branches", start, status=201)
        self.assertEqual(made, again, "sent twice, it is there once")
        self.assertEqual(made["draft"]["method"], "Stir it.")
        self.assertFalse({"milk", "egg"} & {each["name"] for each in made["evaluated"]["allergens"]["contains"]})
        # It follows its base where their lines are the same.
        (branch,) = self.ask("GET", f"/api/v1/formulas/{base['id']}/versions")["branches"]
        self.assertGreater(branch["shared"], 0)
        for avoided, name in ((["vegan"], "Bars, vegan"), (["peanut", "vegan"], "Bars, vegan, without peanut")):
            asked = body | {"avoided": avoided}
            self.assertEqual(self.ask("POST", "/api/v1/bench/exclusions", asked)["called"], name)
        self.ask("POST", "/api/v1/bench/exclusions", body | {"avoided": []}, status=422)

    def test_what_if_changes_nothing_and_says_what_it_would(self) -> None:
        found = self.ask("POST", "/api/v1/bench/what-if", self.BODY | {"question": "half the sugar"})
        self.assertEqual((found["kind"], found["then"]["applies"]), ("a share of the sugar", True))
        body = self.BODY | {"parts": found["then"]["parts"]}
        piece = self.ask("POST", "/api/v1/bench/read", body)["evaluated"]["piece"]
        self.assertAlmostEqual(piece["energy_kcal"], found["then"]["piece"]["energy_kcal"])
        self.assertIn(f"{piece['energy_kcal']:.0f} kcal", found["sentence"])
        lost = self.ask("POST", "/api/v1/bench/what-if", self.BODY | {"question": "make it sing"})
        self.assertEqual((lost["kind"], lost["then"]), (None, None))
        self.assertIn("yogurt for the butter", lost["sentence"])
        bad = self.ask("POST", "/api/v1/bench/what-if", self.BODY | {"question": "twice the cloves"}, status=422)
        self.assertIn("no line of cloves", bad["detail"])
        for question in ("", "x" * 201):
            self.ask("POST", "/api/v1/bench/what-if", self.BODY | {"question": question}, status=422)

    def test_a_repair_and_a_swap_bring_their_steps(self) -> None:
        swaps = self.ask("POST", "/api/v1/bench/swaps", self.BODY)["offers"]
        offer = next(swap for swap in swaps if swap["swap"]["target"] == "cottage_cheese_0")
        use = {"swap": offer["swap"]["slug"], "line_id": offer["line_id"], "share": offer["most_share"]}
        preview = self.ask("POST", "/api/v1/bench/swaps/preview", self.BODY | {"uses": [use]})
        self.assertIn("Blend the cottage cheese", preview["method"]["method"])
        self.assertTrue(preview["mouth"]["text"])
        dry = self.BODY | {"parts": parts("400 g flour", "60 g butter", "80 g sugar", "1 egg"), "family": "cake"}
        repairs = self.ask("POST", "/api/v1/bench/analysis", dry)["repairs"]
        self.assertTrue(repairs)
        bringing = [repair for repair in repairs if repair["method"]]
        self.assertTrue(all(each["method"]["method"] != dry["method"] for each in bringing))

    def test_sugar_kept(self) -> None:
        body = self.BODY | {"kept_share": 0.5, "blends": []}
        half = self.ask("POST", "/api/v1/bench/sweeteners", body)["options"]
        whole = self.ask("POST", "/api/v1/bench/sweeteners", body | {"kept_share": 0})["options"]
        self.assertTrue(half)
        for one, other in zip(half, whole, strict=True):
            self.assertAlmostEqual(one["batch_g"], other["batch_g"] / 2)
        self.ask("POST", "/api/v1/bench/sweeteners", body | {"kept_share": 1}, status=422)
