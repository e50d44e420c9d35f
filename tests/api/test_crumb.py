"""Crumb check, swaps, sweeteners, classic, method, versions, branches and learning, over HTTP."""

from typing import Any
from uuid import uuid4

from tests.api.test_api import DAY, ApiCase, parts
from tests.api.test_cupboard import product

LOAF = ("250 g flour", "250 g butter", "250 g sugar", "5 eggs", "2 g salt")


class CrumbCase(ApiCase):
    def body(self, *lines: str, family: str = "loaf", pieces: int = 10, **more: Any) -> dict[str, Any]:
        return {"parts": parts(*lines), "pieces": pieces, "family": family, "day": DAY} | more

    def read(self, *lines: str, **more: Any) -> dict[str, Any]:
        evaluated: dict[str, Any] = self.ask("POST", "/api/v1/bench/read", self.body(*lines, **more))["evaluated"]
        return evaluated

    def off(self, evaluated: dict[str, Any]) -> dict[str, str]:
        return {
            each["name"]: each["verdict"] for each in evaluated["check"]["dials"] if each["verdict"] in ("low", "high")
        }

    def save(self, formula_id: str, *lines: str, **more: Any) -> dict[str, Any]:
        now = self.ask("GET", f"/api/v1/formulas/{formula_id}")
        body = now["draft"] | {"version": now["version"], "parts": parts(*lines)} | more
        saved: dict[str, Any] = self.ask("PUT", f"/api/v1/formulas/{formula_id}", body)
        return saved


class Checks(CrumbCase):
    def test_a_repair_does_what_it_says(self) -> None:
        self.assertEqual(self.off(self.read(*LOAF)), {})
        broken = ("500 g flour", *LOAF[1:])
        self.assertEqual(self.off(self.read(*broken))["hydration"], "low")
        repairs = self.ask("POST", "/api/v1/bench/analysis", self.body(*broken))["repairs"]
        mended = next(
            repair
            for repair in repairs
            if repair["repair"]["dial"] == "hydration" and repair["repair"]["line_id"] == "line-1"
        )
        self.assertIn("Leave out", mended["repair"]["words"])
        after = self.read(mended["text"], *broken[1:])
        self.assertNotIn("hydration", self.off(after))
        change = after["piece"]["energy_kcal"] - self.read(*broken)["piece"]["energy_kcal"]
        # Its price is told for the exact grams; the line is written in whole ones.
        self.assertAlmostEqual(change, mended["repair"]["energy_kcal"], delta=0.5)

    def test_the_family_is_guessed_until_it_is_chosen(self) -> None:
        guessed = self.read(*LOAF, family="", name="Loaf of the house")["check"]
        self.assertEqual((guessed["family"], guessed["guessed"]), ("loaf", True))
        self.assertFalse(self.read(*LOAF)["check"]["guessed"])
        hazards = self.ask("POST", "/api/v1/bench/analysis", self.body(*LOAF))["hazards"]
        self.assertEqual([hazard["name"] for hazard in hazards], ["raw egg", "raw flour"])


class Doughs(CrumbCase):
    COCONUT = ("50 g coconut flour", "3 eggs", "100 ml milk", "40 g honey")

    def look(self, said: str, stage: str = "just mixed", *lines: str, status: int = 200) -> dict[str, Any]:
        body = self.body(*(lines or self.COCONUT), family="muffin") | {"said": said, "stage": stage}
        found: dict[str, Any] = self.ask("POST", "/api/v1/bench/dough", body, status)
        return found

    def test_the_bench_tells_character_and_what_the_dough_is_like(self) -> None:
        check = self.read(*self.COCONUT, family="muffin")["check"]
        self.assertEqual({each["axis"] for each in check["character"]}, {"crumb", "moistness"})
        self.assertTrue(check["state"]["sentence"].endswith("."))
        self.assertGreater(check["state"]["rest_min"], 0)

    def test_waiting_is_told_from_wrong(self) -> None:
        self.assertEqual(self.look("pours")["remedy"], "nothing")
        wrong = self.look("crumbles", "rested")
        self.assertEqual(wrong["remedy"], "add")
        self.assertEqual(wrong["teaches"], "dough stiffer than told")
        way = wrong["ways"][0]
        half, whole = way["repair"]["first_g"], way["repair"]["change_g"]
        self.assertAlmostEqual(half / whole, 0.5, delta=0.1)
        # Half of it on the Bench: the milk line says more by as much.
        self.assertEqual(way["was"], "100 ml milk")
        now = self.read(*self.COCONUT[:2], way["first_text"], self.COCONUT[3], family="muffin")
        then = self.read(*self.COCONUT, family="muffin")
        self.assertAlmostEqual(now["batch"]["mass_g"] - then["batch"]["mass_g"], half, delta=1.5)

    def test_what_is_no_state_and_what_nobody_knows_is_said(self) -> None:
        self.look("wobbles", status=422)
        self.look("pours", "just mixed", "100 g xyzzy", status=422)

    def test_a_dough_teaches_its_foods(self) -> None:
        created = self.create(*self.COCONUT)
        body = self.body(*self.COCONUT, family="muffin")
        said = body | {"id": str(uuid4()), "words": "dough thinner than told"}
        learned = self.ask("POST", f"/api/v1/formulas/{created['id']}/feedback", said, 201)
        self.assertTrue(any("holds" in lesson["sentence"] for lesson in learned["lessons"]), learned["lessons"])
        self.assertFalse(any("window" in lesson["sentence"] for lesson in learned["lessons"]))

    def test_it_differs_in_the_mouth(self) -> None:
        uses = self.ask("POST", "/api/v1/bench/swaps", self.body(*LOAF))["offers"]
        self.assertTrue(uses)
        lean = ("250 g flour", "50 g butter", "60 g sugar", "3 eggs", "100 ml milk", "2 tsp baking powder", "2 g salt")
        classic = self.save(self.create(*LOAF)["id"], *LOAF, family="loaf")
        view = self.ask("POST", "/api/v1/bench/classic", self.body(*lean, classic={"formula_id": classic["id"]}))
        self.assertIn("drier", " ".join(view["mouth"]))
        self.assertIn("more open", " ".join(view["mouth"]))

    def test_cookies_are_told_how_to_be_shaped(self) -> None:
        short = self.read("300 g flour", "200 g butter", "100 g sugar", "2 g salt", family="cookie", pieces=24)
        drop = self.read(
            "280 g flour", "225 g butter", "315 g sugar", "2 eggs", "1 tsp baking soda", family="cookie", pieces=40
        )
        self.assertEqual(short["production"]["shaping"]["press_cm"], 1)
        self.assertIsNone(drop["production"]["shaping"]["press_cm"])
        self.assertGreater(drop["production"]["shaping"]["gap_cm"], short["production"]["shaping"]["gap_cm"])
        self.assertIsNone(self.read(*LOAF)["production"]["shaping"])

    def test_the_step_that_mixes_last_tells_the_dough(self) -> None:
        method = "Heat the oven.\nWhisk the eggs.\nStir in the flour and fold.\nBake 20 minutes, mix the icing."
        view = self.ask("POST", "/api/v1/bench/method", self.body(*self.COCONUT, family="muffin", method=method))
        self.assertEqual(view["mixed_at"], 2)
        self.assertTrue(view["state"]["sentence"])


class Swaps(CrumbCase):
    def test_offers_and_what_they_do_together(self) -> None:
        self.ask("PUT", f"/api/v1/dietary-profiles/{uuid4()}", {"name": "Cox", "avoids": ["tree nuts"]})
        found = self.ask("POST", "/api/v1/bench/swaps", self.body(*LOAF))
        almond = next(each for each in found["offers"] if each["swap"]["slug"] == "flour-almond-flour")
        self.assertEqual(almond["not_for"], ["Cox must not get tree nuts, and almond flour is that or holds it."])
        uses = [
            {"swap": "fat-greek-yogurt-0", "line_id": "line-2", "share": 0.5},
            {"swap": "sugar-xylitol", "line_id": "line-3", "share": 1},
        ]
        preview = self.ask("POST", "/api/v1/bench/swaps/preview", self.body(*LOAF, uses=uses))
        texts = [line["text"] for line in preview["parts"][0]["lines"]]
        self.assertEqual(texts[1:4], ["125 g butter", "112 g Greek yogurt, fat-free", "250 g xylitol"])
        self.assertLess(preview["after"]["piece"]["energy_kcal"], preview["before"]["piece"]["energy_kcal"] - 80)
        self.assertAlmostEqual(preview["after"]["sweetness_g"], preview["before"]["sweetness_g"], delta=0.5)
        self.assertIn("no added sugar", preview["keeps"])

    def test_what_cannot_be_swapped_together_is_said(self) -> None:
        lines = ("100 g butter", "100 g coconut oil", "100 g neutral oil")
        for uses, words in (
            ([("fat-greek-yogurt-0", 0, 0.9)], "at most 60%"),
            ([("fat-skyr", 0, 0.6), ("fat-apple-sauce", 0, 0.6)], "more than all"),
            ([("fat-coconut-oil", 0, 1), ("no-such-swap", 0, 1)], "no such swap"),
            ([("fat-skyr", 9, 0.5)], "not there any more"),
            ([("flour-oat-flour", 0, 0.5)], "not for butter"),
            # One makes oil of butter, the other butter-like of oil.
            ([("fat-neutral-oil", 0, 1), ("fat-light-butter-2", 2, 1)], ""),
        ):
            asked = [{"swap": swap, "line_id": f"line-{place + 1}", "share": share} for swap, place, share in uses]
            expected = 422 if words else 200
            answer = self.ask("POST", "/api/v1/bench/swaps/preview", self.body(*lines, uses=asked), expected)
            self.assertIn(words, answer.get("detail", ""))
        undoing = [{"swap": "sugar-xylitol", "line_id": "line-1"}, {"swap": "sugar-honey", "line_id": "line-1"}]
        self.ask("POST", "/api/v1/bench/swaps/preview", self.body("100 g sugar", uses=undoing), 422)

    def test_sweeteners_are_as_sweet_as_what_they_stand_in_for(self) -> None:
        blend = {"shares": [{"slug": "erythritol", "share": 70}, {"slug": "stevia_extract", "share": 30}]}
        found = self.ask("POST", "/api/v1/bench/sweeteners", self.body(*LOAF, blends=[blend]))
        self.assertAlmostEqual(found["now"]["sugar_g"], 250)
        by_name = {each["name"]: each for each in found["options"]}
        self.assertAlmostEqual(by_name["erythritol"]["batch_g"], 250 / 0.65)
        self.assertAlmostEqual(by_name["stevia extract, pure"]["packet_count"], 250 / 8.4)
        self.assertTrue(by_name["sugar, white"]["here"])
        self.assertIn("poisonous to dogs", " ".join(by_name["xylitol"]["cautions"]))
        self.assertEqual([each["share"] for each in found["options"][-1]["shares"]], [0.7, 0.3])
        made = self.ask("POST", "/api/v1/bench/sweeteners/preview", self.body(*LOAF, blend=blend, fill=True))
        self.assertAlmostEqual(made["after"]["sweetness_g"], made["before"]["sweetness_g"], delta=1)
        for shares in ([{"slug": "butter", "share": 1}], [{"slug": "sugar", "share": 1}] * 2):
            self.ask("POST", "/api/v1/bench/sweeteners", self.body(*LOAF, blends=[{"shares": shares}]), 422)
        bare = self.ask("POST", "/api/v1/bench/sweeteners", self.body("100 g flour"))
        self.assertEqual(bare["options"], [])


class TextsOfRecipes(CrumbCase):
    TEXT = (
        "Bean squares, only 95 calories!\nYield: 16 squares\n400 g canned white beans, drained\n2 eggs\n60 g whey\n"
        "Preheat the oven to 350 F.\nMix all and bake.\nFrosting (optional):\n150 g cream cheese"
    )

    def test_what_was_understood_of_a_page(self) -> None:
        pasted = self.ask("POST", "/api/v1/bench/paste", {"text": self.TEXT})["recipes"][0]
        self.assertEqual((pasted["title"], pasted["pieces"], pasted["oven_c"]), ("Bean squares", 16, 175))
        told = [(part["name"], part["options"]["bake"], part["options"]["optional"]) for part in pasted["parts"]]
        self.assertEqual(told, [("", "with the rest", False), ("Frosting", "not", True)])
        self.assertIn("Mix all and bake.", pasted["method"])

    def test_what_it_says_of_itself_is_held_against_its_lines(self) -> None:
        pasted = self.ask("POST", "/api/v1/bench/paste", {"text": self.TEXT})["recipes"][0]
        body = {"parts": pasted["parts"], "pieces": 16, "family": "", "day": DAY, "method": pasted["method"]}
        analysis = self.ask("POST", "/api/v1/bench/analysis", body)
        (energy,) = analysis["stated"]["figures"]
        self.assertEqual((energy["name"], energy["stated"]), ("energy_kcal", 95))
        self.assertEqual(bool(analysis["stated"]["reason"]), not energy["agrees"])
        self.assertIsNone(self.ask("POST", "/api/v1/bench/analysis", body | {"method": ""})["stated"])


class WhichOfMine(CrumbCase):
    def ask_for(self, line_id: str, *lines: str, expected: int = 200) -> Any:
        return self.ask("POST", "/api/v1/bench/alternatives", self.body(*lines, line_id=line_id), expected)

    def test_own_foods_come_first_with_what_each_makes_of_a_piece(self) -> None:
        made = self.ask(
            "POST",
            "/api/v1/products",
            product(ingredients_text="Whey (milk), sweetener: sucralose", added_sugar=False),
            201,
        )
        self.ask("PUT", f"/api/v1/prices/{made['id']}", {"price": 20, "for_text": "1 kg"})
        lines = ("200 g oat flour", "60 g pea protein", "4 eggs", "150 g skyr", "80 g erythritol")
        found = self.ask_for("line-2", *lines)
        self.assertEqual((found["name"], found["now"]["food"]["name"]), ("pea protein", "pea protein isolate"))
        self.assertEqual(found["now"]["piece"], self.read(*lines)["piece"])
        own = found["others"][0]
        self.assertEqual((own["food"]["name"], own["own"], own["priced"]), ("Quayside whey", True, True))
        self.assertEqual((own["sweetened_with"], own["gains"], own["breaks"]), (["sucralose"], [], []))
        # As much protein: the label's powder is 80 % protein.
        pea = found["now"]["piece"]["protein_g"]
        self.assertAlmostEqual(own["piece"]["protein_g"], pea, delta=0.01 * pea)
        self.assertTrue(all(each["food"]["slug"] != "pea_protein" for each in found["others"]))
        # What is shown is what the line makes of it when it is taken.
        body = self.body(lines[0], own["text"], *lines[2:])
        body["parts"][0]["lines"][1]["chosen"] = own["food"]["slug"]
        self.assertEqual(self.ask("POST", "/api/v1/bench/read", body)["evaluated"]["piece"], own["piece"])

    def test_what_another_food_brings_is_said(self) -> None:
        found = self.ask_for("line-2", "200 g rice flour", "60 g pea protein", "100 g apple puree")
        whey = next(each for each in found["others"] if each["food"]["slug"] == "whey_concentrate")
        self.assertEqual((whey["gains"], whey["cost"]), (["milk"], None))
        self.assertIn("vegan", whey["breaks"])

    def test_of_a_part_that_goes_in_by_half_the_line_is_written_whole(self) -> None:
        body = self.body() | {
            "parts": [
                {"name": "Base", "lines": [{"text": "200 g oat flour"}]},
                {"name": "Glaze", "lines": [{"text": "100 g butter", "id": "b"}], "options": {"used_share": 0.5}},
            ],
            "line_id": "b",
        }
        found = self.ask("POST", "/api/v1/bench/alternatives", body)
        salted = next(each for each in found["others"] if each["food"]["slug"] == "butter_salted")
        self.assertEqual(salted["text"], "100 g butter, salted")

    def test_a_line_that_is_not_there_or_not_read_says_so(self) -> None:
        for line_id, lines in (("line-9", LOAF), ("line-1", ("100 g moon dust",))):
            self.assertIn("not there any more", self.ask_for(line_id, *lines, expected=422)["detail"])
        self.ask_for("", *LOAF, expected=422)
        self.assertEqual(self.ask_for("line-1", "10 g baking powder")["others"], [])


class Classics(CrumbCase):
    def test_beside_a_formula_a_version_of_it_and_typed_figures(self) -> None:
        classic = self.create(*LOAF)
        self.ask("POST", f"/api/v1/formulas/{classic['id']}/versions", {"id": str(uuid4()), "name": "as ever"}, 201)
        light = ("250 g flour", "100 g skyr", "100 g butter", "250 g erythritol", "5 eggs")
        for reference, name in (
            ({"formula_id": classic["id"]}, classic["draft"]["name"]),
            ({"formula_id": classic["id"], "number": 1}, f"{classic['draft']['name']}, as ever"),
        ):
            classic = self.ask("POST", "/api/v1/bench/classic", self.body(*light, classic=reference, pieces=12))
            self.assertEqual(classic["theirs"], name)
            self.assertRegex(classic["bases"][0]["sentence"], r"^\d+ % less energy")
            self.assertEqual([basis["name"] for basis in classic["bases"]], ["a piece", "the same bite", "100 g"])
            fat = next(group for group in classic["groups"] if group["name"] == "Fat")
            self.assertEqual([len(fat["mine"]), len(fat["theirs"])], [1, 1])
        typed = {"name": "the slice I miss", "mass_g": 90, "energy_kcal": 410, "sugars_g": 31}
        classic = self.ask("POST", "/api/v1/bench/classic", self.body(*light, classic=typed))
        self.assertNotIn("protein", classic["bases"][0]["sentence"], "nobody said how much the other has")
        self.assertIsNone(self.ask("POST", "/api/v1/bench/classic", self.body(*light)))


class Methods(CrumbCase):
    def test_links_times_heat_and_checks(self) -> None:
        method = (
            "Beat {butter} with {sugar} for 5 minutes.\n"
            "Whisk the dry goods, add {cloves}.\nBake at 350 °F, 45 to 50 min."
        )
        found = self.ask("POST", "/api/v1/bench/method", self.body(*LOAF, method=method))
        first, second, third = found["steps"]
        self.assertEqual([each["text"] for each in first["texts"] if each["line_id"]], ["250 g butter", "250 g sugar"])
        self.assertEqual(
            [each["problem"] for each in second["texts"] if each["problem"]], ["No line is called “cloves”."]
        )
        self.assertEqual((third["oven_c"], third["low_min"], third["high_min"]), (177, 45, 50))
        self.assertEqual((found["low_min"], found["high_min"]), (50, 55))
        undone = [each["sentence"] for each in found["checks"] if each["step"] is None]
        self.assertTrue(any("room temperature" in each for each in undone))
        plain = method.replace("{", "").replace("}", "")
        again = self.ask("POST", "/api/v1/bench/method", self.body(*LOAF, method=plain))
        self.assertIn("Beat {butter} with {sugar}", again["linked"])


class Versions(CrumbCase):
    def test_kept_told_apart_restored_and_marked(self) -> None:
        formula_id = self.create(*LOAF)["id"]
        address = f"/api/v1/formulas/{formula_id}"
        version_id = str(uuid4())
        for _ in range(2):  # A retry keeps one.
            kept = self.ask("POST", f"{address}/versions", {"id": version_id, "name": "butter"}, 201)
        self.assertEqual([(each["number"], each["name"]) for each in kept["versions"]], [(0, ""), (1, "butter")])
        self.save(formula_id, "250 g flour", "125 g butter", "100 g skyr", *LOAF[2:], pieces=8)
        listed = self.ask("GET", f"{address}/versions")
        self.assertEqual(listed["changed"], ["butter, unsalted: 250 → 125 g", "+ 100 g skyr", "makes 8, not 12"])
        differing = self.ask("GET", f"{address}/difference?was=1&now=0")
        self.assertEqual(differing["words"], listed["changed"])
        self.assertRegex(differing["figures"], r"% (less|more) energy|the same energy")
        bake = self.ask("PUT", f"{address}/bake", {"number": 1})
        self.assertEqual(bake["bake"], 1)
        now = self.ask("GET", address)
        restored = self.ask("POST", f"{address}/versions/1/restored", {"version": now["version"]})
        self.assertEqual([line["text"] for line in restored["draft"]["parts"][0]["lines"]], list(LOAF))
        # What it was before is kept too, and a retry does nothing more.
        self.ask("POST", f"{address}/versions/1/restored", {"version": now["version"]})
        states = self.ask("GET", f"{address}/versions")["versions"]
        self.assertEqual(
            [(state["number"], state["kept_by"]) for state in states], [(0, "now"), (2, "restore"), (1, "baker")]
        )
        self.save(formula_id, *LOAF[:2])
        self.ask("POST", f"{address}/versions/2/restored", {"version": 1}, 409)
        for path in ("versions/9", "difference?was=9&now=0"):
            method = "GET" if "difference" in path else "PUT"
            self.ask(method, f"{address}/{path}", {"name": "x"} if method == "PUT" else None, 404)
        self.ask("PUT", f"{address}/bake", {"number": 9}, 404)

    def test_branches_follow_their_base_and_keep_what_is_their_own(self) -> None:
        base = self.create(*LOAF)["id"]
        made = []
        for flavour in ("zest of 1 lemon", "10 g cocoa"):
            branch = {"id": str(uuid4()), "name": f"Loaf with {flavour}"}
            self.ask("POST", f"/api/v1/formulas/{base}/branches", branch, 201)
            self.save(branch["id"], *LOAF[:2], "200 g honey" if "cocoa" in flavour else LOAF[2], *LOAF[3:], flavour)
            made.append(branch["id"])
        self.save(base, "240 g flour", "250 g butter", "220 g sugar", *LOAF[3:], "1 tsp baking powder")
        listed = self.ask("GET", f"/api/v1/formulas/{base}/versions")
        self.assertEqual([(each["shared"], each["behind"]) for each in listed["branches"]], [(3, True), (3, True)])
        look = self.ask("PUT", f"/api/v1/formulas/{base}/branches", {"look": True})
        self.assertEqual(look[1]["left"], ["250 g sugar"], "honey stands in its place there")
        before = self.ask("GET", f"/api/v1/formulas/{made[0]}")
        self.assertEqual(before["draft"]["parts"][0]["lines"][0]["text"], "250 g flour", "looking changes nothing")
        self.ask("PUT", f"/api/v1/formulas/{base}/branches", {"look": False})
        lemon, cocoa = (
            [line["text"] for line in self.ask("GET", f"/api/v1/formulas/{each}")["draft"]["parts"][0]["lines"]]
            for each in made
        )
        self.assertEqual(
            lemon, ["240 g flour", "250 g butter", "220 g sugar", *LOAF[3:], "1 tsp baking powder", "zest of 1 lemon"]
        )
        self.assertIn("200 g honey", cocoa)
        self.assertIn("240 g flour", cocoa)
        again = self.ask("GET", f"/api/v1/formulas/{base}/versions")["branches"]
        self.assertEqual({each["behind"] for each in again}, {False})
        own = self.ask("DELETE", f"/api/v1/formulas/{made[0]}/base")
        self.assertIsNone(own["base"])
        self.assertEqual(len(self.ask("GET", f"/api/v1/formulas/{base}/versions")["branches"]), 1)


class Learned(CrumbCase):
    def test_what_is_said_moves_windows_and_can_be_forgotten(self) -> None:
        formula_id = self.create(*LOAF)["id"]
        before = next(each for each in self.read(*LOAF)["check"]["dials"] if each["name"] == "hydration")
        said = self.body(*LOAF, id=str(uuid4()), words="too dry")
        for _ in range(2):
            learning = self.ask("POST", f"/api/v1/formulas/{formula_id}/feedback", said, 201)
        self.assertEqual(len(learning["feedback"]), 1)
        self.assertIn("window lies", " ".join(each["sentence"] for each in learning["lessons"]))
        self.assertIn("wheat flour", " ".join(each["sentence"] for each in learning["lessons"]))
        after = next(each for each in self.read(*LOAF)["check"]["dials"] if each["name"] == "hydration")
        self.assertGreater(after["low"], before["low"])
        self.assertGreater(after["learned_share"], 0)
        self.assertLess(after["value"], before["value"], "its flour holds more than the table says")
        self.ask("DELETE", f"/api/v1/lessons/{learning['feedback'][0]['id']}")
        self.assertEqual(self.ask("GET", "/api/v1/lessons")["lessons"], [])
        for wrong, status in (({"words": "so-so"}, 422), ({"parts": []}, 422)):
            self.ask("POST", f"/api/v1/formulas/{formula_id}/feedback", said | {"id": str(uuid4())} | wrong, status)
        self.ask("POST", f"/api/v1/formulas/{uuid4()}/feedback", said | {"id": str(uuid4())}, 404)
