"""Batches over HTTP: told, recorded, corrected, eaten from, looked back on; and what cannot be."""

import io
from typing import Any
from uuid import uuid4

from PIL import Image

from ample_crumb.api.rate_limit import RateLimit, TooOften
from tests.api.test_api import DAY, NOON, ApiCase, parts

LINES = ("200 g oat flour, start with half", "150 g skyr", "2 large eggs", "60 g sugar", "50 g butter")
MADE_AT = "2026-05-03T15:00:00Z"


class BatchCase(ApiCase):
    """Base: a formula of biscuits with a glaze, and what is told of its batches."""

    def setUp(self) -> None:
        super().setUp()
        glaze = {"name": "Glaze", "lines": [{"text": "60 g icing sugar"}], "options": {"bake": "not"}}
        self.formula = self.ask("POST", "/api/v1/formulas", {
            "id": str(uuid4()), "name": "Oat rounds", "family": "cookie", "pieces": 20,
            "method": "Mix all.\nBake 12 minutes.", "parts": [*parts(*LINES), glaze],
        }, 201)  # fmt: skip
        self.plan = {"formula_id": self.formula["id"]}

    def told(self, *said: str, **record: Any) -> dict[str, Any]:
        return {"said": [{"id": f"s{place}", "text": text} for place, text in enumerate(said)], **record}

    def body(self, *said: str, **record: Any) -> dict[str, Any]:
        return {"plan": self.plan, "record": self.told(*said, **record), "made_at": MADE_AT, "zone": "Europe/Berlin"}

    def preview(self, *said: str, **record: Any) -> Any:
        return self.ask("POST", "/api/v1/batches/preview", {"plan": self.plan, "record": self.told(*said, **record)})

    def recorded(self, *said: str, batch_id: str | None = None, **record: Any) -> Any:
        return self.ask("PUT", f"/api/v1/batches/{batch_id or uuid4()}", self.body(*said, **record))


class Told(BatchCase):
    def test_each_thing_shows_its_price_before_it_counts(self) -> None:
        view = self.preview("35 g oat flour", "half the glaze left", "flurble")
        oats, glaze, unknown = view["deviations"]
        # 35 g of oat flour are 141 kcal (404 a 100 g, USDA SR28 20132), a twentieth of that a piece.
        self.assertAlmostEqual(oats["energy_kcal"], 35 * 4.04 / 20, places=1)
        self.assertAlmostEqual(glaze["energy_kcal"], -30 * 3.89 / 20, places=1)
        self.assertEqual(unknown["kind"], None)
        self.assertIn("No amount found", unknown["problem"])
        self.assertAlmostEqual(
            view["piece"]["energy_kcal"] - view["planned"]["energy_kcal"],
            oats["energy_kcal"] + glaze["energy_kcal"],
        )
        self.assertEqual([line["line_id"] for line in view["start_lines"]], [view["start_lines"][0]["line_id"]])
        self.assertEqual(view["start_lines"][0]["starts_with"], "half")

    def test_fewer_pieces_are_larger_ones(self) -> None:
        view = self.preview(lots=[{"piece_count": 16}], broken_count=1)
        self.assertAlmostEqual(view["piece"]["energy_kcal"], view["planned"]["energy_kcal"] * 20 / 16)
        self.assertEqual(view["difference"], ["16 pieces, not 20", "1 broken"])

    def test_pieces_of_several_sizes_have_their_own_figures_and_windows(self) -> None:
        view = self.preview(lots=[{"piece_count": 10, "piece_g": 20}, {"piece_count": 10, "piece_g": 40}])
        small, large = view["lots"]
        self.assertAlmostEqual(large["figures"]["energy_kcal"], 2 * small["figures"]["energy_kcal"])
        whole = 10 * (small["figures"]["energy_kcal"] + large["figures"]["energy_kcal"])
        self.assertAlmostEqual(whole, 20 * view["piece"]["energy_kcal"])
        first, last = view["windows"]
        self.assertLess(first["from_min"], last["from_min"])
        self.assertLess(first["piece_g"], last["piece_g"])

    def test_the_bowl_that_is_licked_says_what_it_brings_and_why_not(self) -> None:
        view = self.preview("licked 20 g of the dough")
        self.assertEqual(view["licked"]["mass_g"], 20)
        self.assertIn("raw egg and raw flour in it: better not licked", view["licked"]["caution"])
        self.assertGreater(view["licked"]["figures"]["energy_kcal"], 30)
        # What is put on afterwards was in no bowl.
        plain = self.preview("licked 20 g of the dough", "no glaze")["licked"]["figures"]
        self.assertAlmostEqual(view["licked"]["figures"]["energy_kcal"], plain["energy_kcal"])

    def test_a_taste_is_answered_with_its_caution(self) -> None:
        view = self.ask("POST", "/api/v1/batches/taste", {
            "plan": self.plan, "record": self.told(), "said": "not sweet enough",
        })  # fmt: skip
        self.assertIn("bake a spoonful first", view["caution"])
        self.assertEqual(view["ways"][0]["repair"]["slug"], "sugar")

    def test_portioning_at_the_bowl(self) -> None:
        ask = {"plan": self.plan, "record": self.told("35 g oat flour", dough_g=600.0)}
        view = self.ask("POST", "/api/v1/batches/portioning", ask | {
            "wish": {"by": "count", "amount_count": 20}, "weights_g": [34, 36, 35],
        })  # fmt: skip
        # 600 g in the bowl: by 35 g 17 pieces, by count 30 g each.
        self.assertEqual(view["portioned"]["running"]["piece_count"], 17)
        self.assertIn("These run 35 g: 17 at", view["portioned"]["sentence"])
        self.assertEqual(view["portioned"]["wished"]["piece_dough_g"], 30)
        # The window follows the size that is made: small ones are done sooner.
        small = self.ask("POST", "/api/v1/batches/portioning", ask | {
            "wish": {"by": "grams", "amount_count": 12}, "weights_g": [],
        })  # fmt: skip
        self.assertLess(small["window"]["from_min"], view["window"]["from_min"])

    def test_a_slab_is_cut_and_parted_by_its_tin(self) -> None:
        tin = str(uuid4())
        body = {"name": "square", "kind": "square", "length_cm": 20, "depth_cm": 5}
        self.ask("PUT", f"/api/v1/tins/{tin}", body, 200)
        draft = {"name": "Slab", "family": "cake", "pieces": 9, "parts": parts(*LINES),
                 "production": {"tins": [{"tin_id": tin, "count": 1}]}}  # fmt: skip
        view = self.ask("POST", "/api/v1/batches/portioning", {
            "plan": {"draft": draft}, "record": self.told(), "wish": {"by": "kcal", "amount_count": 150}, "layers": 2,
        })  # fmt: skip
        grid = view["grids"][0]
        self.assertLessEqual(grid["piece"]["energy_kcal"], 150)
        self.assertEqual(grid["length_cm"], 20 / grid["row_count"])
        self.assertEqual(view["layering"]["layer_count"], 2)
        self.assertIsNone(view["window"])

    def test_bad_input_is_told_at_its_place(self) -> None:
        for record, pointer, words in (
            ({"lots": [{"piece_count": 10, "piece_g": 400}]}, "/record/lots", "together, and there were"),
            ({"said": [{"id": "a", "text": "800 g of the glaze left"}]}, "/record/said/0/text", "than there was"),
            (
                {
                    "said": [
                        {"id": "a", "text": "800 g of the glaze left", "apart": True},
                        {"id": "b", "text": " "},
                        {"id": "c", "text": "35 g oat flour"},
                    ]
                },
                "/record/said/0/text",
                "than there was",
            ),
            ({"said": [{"id": "a", "text": " "}, {"id": "b", "text": "flurble"}]}, "/record/said/1/text", "No amount"),
            ({"lots": [{"piece_count": 2}], "broken_count": 3}, "/record/broken_count", "More pieces broke"),
            ({"baked_g": 5000.0}, "/record/baked_g", "are more than the"),
            ({"dough_g": 1500.0}, "/record/dough_g", "is the bowl in it"),
            ({"words": ["splendid"]}, "/record/words", "offered"),
            ({"words": ["just right", "too dry"]}, "/record/words", "or it was something else"),
        ):
            with self.subTest(words):
                answer = self.ask("PUT", f"/api/v1/batches/{uuid4()}", self.body() | {"record": record}, 422)
                self.assertEqual(answer["errors"][0]["pointer"], pointer)
                self.assertIn(words, answer["detail"])
        tomorrow = self.body() | {"made_at": "2199-01-01T00:00:00Z"}
        answer = self.ask("PUT", f"/api/v1/batches/{uuid4()}", tomorrow, 422)
        self.assertEqual(answer["errors"][0]["pointer"], "/made_at")
        self.ask("PUT", f"/api/v1/batches/{uuid4()}", self.body() | {"zone": "no zone!"}, 422)
        self.ask("PUT", f"/api/v1/batches/{uuid4()}", self.body() | {"plan": {}}, 422)
        self.ask("POST", "/api/v1/batches/preview", {"plan": {"formula_id": str(uuid4())}}, 404)
        self.assertEqual(self.ask("GET", "/api/v1/batches")["items"], [])


class Recorded(BatchCase):
    def test_the_story(self) -> None:
        window = self.preview()["bake_window"]
        made = self.recorded(
            "1 scoop whey", "no skyr, took quark", "half the glaze stayed in the cup",
            lots=[{"piece_count": 16}], broken_count=1, words=["just right"], took_min=window["from_min"] + 1,
        )  # fmt: skip
        item = made["item"]
        self.assertEqual(item["version_number"], 1)
        self.assertEqual(item["piece_count"], 16)
        self.assertEqual(len(item["difference"]), 5)
        self.assertEqual(item["words"], ["just right"])
        self.assertEqual([line["text"] for line in made["made"]["parts"][0]["lines"]][1], "150 g quark")
        (row,) = self.ask("GET", f"/api/v1/formulas/{self.formula['id']}/batches")["items"]
        self.assertEqual(row, item)
        averages = self.ask("GET", f"/api/v1/formulas/{self.formula['id']}/history")["averages"]
        self.assertEqual((averages["batch_count"], averages["planned_count"]), (1, 20))
        self.assertAlmostEqual(averages["energy_kcal"], item["piece"]["energy_kcal"])
        # Its state is kept by itself, once.
        kept = self.ask("GET", f"/api/v1/formulas/{self.formula['id']}/versions")["versions"]
        self.assertEqual([each["kept_by"] for each in kept], ["now", "bake"])
        self.recorded()
        kept = self.ask("GET", f"/api/v1/formulas/{self.formula['id']}/versions")["versions"]
        self.assertEqual(len(kept), 2)

    def test_a_batch_is_a_fact_that_its_formula_does_not_change(self) -> None:
        made = self.recorded("35 g oat flour")
        draft = self.formula["draft"] | {"parts": parts("900 g butter"), "version": self.formula["version"]}
        self.ask("PUT", f"/api/v1/formulas/{self.formula['id']}", draft)
        self.ask("PUT", f"/api/v1/formulas/{self.formula['id']}/archived", {"archived": True}, 204)
        again = self.ask("GET", f"/api/v1/batches/{made['item']['id']}")
        self.assertTrue(again["archived"])
        self.assertEqual(again | {"archived": False}, made)
        # Of a formula that was put away since, what was made can still be told.
        self.recorded("20 g cocoa")

    def test_sent_twice_it_is_there_once(self) -> None:
        batch_id = str(uuid4())
        first = self.recorded("35 g oat flour", batch_id=batch_id, words=["too dry"])
        second = self.recorded("99 g oat flour", batch_id=batch_id, words=["too dry"])
        self.assertEqual(first, second)
        self.assertEqual(len(self.ask("GET", "/api/v1/batches")["items"]), 1)
        self.assertEqual(len(self.ask("GET", "/api/v1/lessons")["feedback"]), 1)

    def test_a_correction_is_the_next_revision_of_the_same_plan(self) -> None:
        batch_id = str(uuid4())
        made = self.recorded("35 g oat flour", batch_id=batch_id, words=["too dry"])
        draft = self.formula["draft"] | {"parts": parts("900 g butter"), "version": self.formula["version"]}
        self.ask("PUT", f"/api/v1/formulas/{self.formula['id']}", draft)
        body = self.body("70 g oat flour", words=["just right"]) | {"revision": 1}
        corrected = self.ask("PUT", f"/api/v1/batches/{batch_id}", body)
        self.assertEqual(corrected["revision"], 2)
        self.assertEqual(corrected["item"]["difference"], ["+ 70 g oat flour"])
        self.assertAlmostEqual(
            corrected["item"]["piece"]["energy_kcal"] - made["item"]["piece"]["energy_kcal"], 35 * 4.04 / 20, places=1
        )
        self.assertEqual([each["words"] for each in self.ask("GET", "/api/v1/lessons")["feedback"]], ["just right"])
        # The same correction again changes nothing; another over the old revision is told what is there.
        self.assertEqual(self.ask("PUT", f"/api/v1/batches/{batch_id}", body)["revision"], 2)
        other = self.body("90 g oat flour") | {"revision": 1}
        conflict = self.ask("PUT", f"/api/v1/batches/{batch_id}", other, 409)
        self.assertEqual(conflict["current"]["revision"], 2)
        self.ask("PUT", f"/api/v1/batches/{uuid4()}", other, 404)

    def test_from_a_text_alone(self) -> None:
        draft = {"name": "Fridge bites", "pieces": 8, "parts": parts("200 g dates", "100 g almonds")}
        body = self.body("30 g cocoa", words=["just right"]) | {"plan": {"draft": draft}}
        made = self.ask("PUT", f"/api/v1/batches/{uuid4()}", body)
        self.assertEqual((made["item"]["name"], made["item"]["formula_id"]), ("Fridge bites", None))
        (said,) = self.ask("GET", "/api/v1/lessons")["feedback"]
        self.assertEqual((said["formula"], said["formula_id"]), ("Fridge bites", None))
        entry = {"id": str(uuid4()), "eaten_at": NOON, "batch_id": made["item"]["id"], "piece_count": 2}
        (eaten,) = self.ask("POST", f"/api/v1/days/{DAY}/batch-pieces", entry, 201)["entries"]
        self.assertEqual(eaten["name"], "Fridge bites")
        self.assertAlmostEqual(eaten["figures"]["energy_kcal"], 2 * made["item"]["piece"]["energy_kcal"])
        change = {"version": 1, "day": DAY, "eaten_at": NOON, "piece_count": 1}
        self.assertEqual(self.ask("PUT", f"/api/v1/entries/{eaten['id']}", change)["batch_id"], made["item"]["id"])

    def test_pieces_are_eaten_with_the_figures_of_their_lot(self) -> None:
        made = self.recorded(lots=[{"piece_count": 10, "piece_g": 20}, {"piece_count": 10, "piece_g": 40}])
        large = made["lots"][1]
        entry = {"id": str(uuid4()), "eaten_at": NOON, "batch_id": made["item"]["id"], "lot": 2, "piece_count": 1}
        for _ in range(2):
            (eaten,) = self.ask("POST", f"/api/v1/days/{DAY}/batch-pieces", entry, 201)["entries"]
            self.assertAlmostEqual(eaten["figures"]["energy_kcal"], large["figures"]["energy_kcal"])
        nowhere = entry | {"id": str(uuid4()), "lot": 3}
        self.ask("POST", f"/api/v1/days/{DAY}/batch-pieces", nowhere, 422)
        self.ask("POST", f"/api/v1/days/{DAY}/batch-pieces", nowhere | {"batch_id": str(uuid4())}, 404)

    def test_of_an_empty_text_what_was_said_is_told_and_nothing_breaks(self) -> None:
        plan = {"draft": {"name": "Nothing", "pieces": 1, "parts": []}}
        told = {"plan": plan, "record": self.told("1 egg", "half the glaze left", dough_share=0.5)}
        view = self.ask("POST", "/api/v1/batches/preview", told)
        self.assertEqual([bool(each["problem"]) for each in view["deviations"]], [False, True])
        wish = {"wish": {"by": "count", "amount_count": 3}, "layers": 2}
        self.ask("POST", "/api/v1/batches/portioning", {"plan": plan} | wish)
        self.ask("POST", "/api/v1/batches/taste", {"plan": plan, "said": "flat"})
        self.ask("PUT", f"/api/v1/batches/{uuid4()}", {"plan": plan, "made_at": MADE_AT}, 422)

    def test_who_must_not_get_it_goes_by_what_went_in(self) -> None:
        """Not by what the formula says: there are no nuts in that."""
        self.ask("PUT", f"/api/v1/dietary-profiles/{uuid4()}", {"name": "Visitor", "avoids": ["tree nuts"]})
        self.assertEqual(self.preview()["alerts"], [])
        self.assertEqual(self.preview("30 g walnuts")["alerts"][0]["dietary_profile"], "Visitor")
        made = self.recorded("30 g walnuts")
        self.assertIn("tree nuts", made["contains"])
        self.assertEqual(made["alerts"][0]["level"], "contains")
        entry = {"id": str(uuid4()), "eaten_at": NOON, "batch_id": made["item"]["id"], "piece_count": 1}
        day = self.ask("POST", f"/api/v1/days/{DAY}/batch-pieces", entry, 201)
        self.assertEqual([each["dietary_profile"] for each in day["entry_alerts"][made["item"]["id"]]], ["Visitor"])
        self.assertNotIn(self.formula["id"], day["entry_alerts"])

    def test_one_dough_made_into_two_things(self) -> None:
        """Both together are the dough; each has its kind, its own additions and the dough that they share."""
        dough = str(uuid4())
        first = self.ask("PUT", f"/api/v1/batches/{uuid4()}", self.body(dough_share=0.25) | {"dough_id": dough})
        rest = self.told(dough_share=0.75, family="brownie")
        rest["said"] = [{"id": "x", "text": "40 g walnuts", "apart": True}]
        plan = {"batch_id": first["item"]["id"]}
        second = self.ask("PUT", f"/api/v1/batches/{uuid4()}", self.body() | {
            "plan": plan, "record": rest, "dough_id": dough,
        })  # fmt: skip
        self.assertEqual({first["item"]["dough_id"], second["item"]["dough_id"]}, {dough})
        self.assertEqual((first["item"]["family"], second["item"]["family"]), ("cookie", "brownie"))
        whole = self.recorded()["item"]

        def energy(item: dict[str, Any]) -> float:
            return float(item["piece"]["energy_kcal"] * item["piece_count"])

        both = energy(first["item"]) + energy(second["item"])
        # 40 g of walnuts are 262 kcal (654 a 100 g, USDA SR28 12155).
        self.assertAlmostEqual(both - energy(whole), 262, delta=6)

    def test_of_a_dough_that_was_parted_a_piece_has_its_share_of_what_was_said(self) -> None:
        whole = self.preview("40 g oat flour")["deviations"][0]
        view = self.preview("40 g oat flour", dough_share=0.25, lots=[{"piece_count": 5}])
        self.assertAlmostEqual(view["deviations"][0]["energy_kcal"], whole["energy_kcal"])
        # The whole dough made 20 pieces, a quarter of it 5.
        self.assertAlmostEqual(view["piece"]["energy_kcal"], self.preview("40 g oat flour")["piece"]["energy_kcal"], 1)

    def test_things_of_one_dough_propose_once(self) -> None:
        dough, body = str(uuid4()), self.body("30 g cocoa", dough_share=0.5)
        for _ in range(2):
            self.ask("PUT", f"/api/v1/batches/{uuid4()}", body | {"dough_id": dough})
        history = f"/api/v1/formulas/{self.formula['id']}/history"
        self.assertEqual(self.ask("GET", history)["proposals"], [])
        self.recorded("20 g cocoa")
        self.assertEqual([each["text"] for each in self.ask("GET", history)["proposals"]], ["25 g cocoa"])

    def test_taken_out_and_brought_back(self) -> None:
        made = self.recorded(words=["too dry"], took_min=20.0)
        path = f"/api/v1/batches/{made['item']['id']}/removed"
        self.ask("PUT", path, {"removed": True}, 204)
        self.assertEqual(self.ask("GET", "/api/v1/batches")["items"], [])
        self.assertEqual(self.ask("GET", "/api/v1/lessons")["feedback"], [])
        self.ask("PUT", path, {"removed": False}, 204)
        self.assertEqual(len(self.ask("GET", "/api/v1/batches")["items"]), 1)
        self.ask("PUT", f"/api/v1/batches/{uuid4()}/removed", {"removed": True}, 404)

    def test_what_was_used_three_times_is_proposed(self) -> None:
        for day, grams in enumerate((120, 130, 140), 1):
            body = self.body(f"used {grams} g oat flour") | {"made_at": f"2026-04-0{day}T12:00:00Z"}
            self.ask("PUT", f"/api/v1/batches/{uuid4()}", body)
        history = self.ask("GET", f"/api/v1/formulas/{self.formula['id']}/history")
        (proposal,) = history["proposals"]
        self.assertEqual((proposal["kind"], proposal["text"]), ("amount", "130 g oat flour"))
        self.assertEqual(history["last_said"], ["used 140 g oat flour"])

    def test_an_oven_learns_and_forgets(self) -> None:
        def window() -> Any:
            return self.preview()["bake_window"]

        before = window()["from_min"]
        late = 1.25 * (window()["from_min"] + window()["until_min"]) / 2
        batch = self.recorded(took_min=late)
        self.recorded(took_min=late)
        after = window()
        # Two bakes a quarter longer: 1.25 to the power of 2 / 4.25.
        self.assertAlmostEqual(after["from_min"] / before, 1.25 ** (2 / 4.25), places=2)
        self.assertTrue(any("as your batches showed" in reason for reason in after["reasons"]))
        learned = self.ask("GET", "/api/v1/lessons")
        self.assertEqual(len(learned["bakes"]), 2)
        self.assertIn("11 % more time", learned["ovens"][0]["sentence"])
        self.ask("DELETE", f"/api/v1/lessons/bakes/{batch['item']['id']}")
        self.assertLess(window()["from_min"], after["from_min"])
        self.ask("DELETE", "/api/v1/lessons")
        self.assertAlmostEqual(window()["from_min"], before)

    def test_pages(self) -> None:
        for _ in range(31):
            self.recorded()
        first = self.ask("GET", "/api/v1/batches")
        rest = self.ask("GET", f"/api/v1/batches?after={first['next'].replace('+', '%2B')}")
        ids = [each["id"] for each in (*first["items"], *rest["items"])]
        self.assertEqual((len(ids), len(set(ids)), rest["next"]), (31, 31, ""))
        self.ask("GET", "/api/v1/batches?after=nowhere", status=422)


def picture(kind: str = "PNG", size: tuple[int, int] = (3000, 1500)) -> bytes:
    out = io.BytesIO()
    exif = Image.Exif()
    exif[0x010E] = "somewhere secret"
    Image.new("RGB", size, "tan").save(out, kind, exif=exif)
    return out.getvalue()


class Photos(BatchCase):
    def put(self, batch_id: str, data: bytes, status: int = 200, words: str = "") -> Any:
        answer = self.client.put(
            f"/api/v1/batches/{batch_id}/photos/{uuid4()}?words={words}", content=data,
            headers={"content-type": "image/png"},
        )  # fmt: skip
        self.assertEqual(answer.status_code, status, answer.text)
        return answer.json()

    def test_photos_are_written_anew_small_and_bare(self) -> None:
        batch_id = self.recorded()["item"]["id"]
        self.assertIn(b"secret", picture())
        (photo,) = self.put(batch_id, picture(), words="like+this")
        self.assertEqual((photo["width_px"], photo["height_px"], photo["words"]), (1280, 640, "like this"))
        answer = self.client.get(f"/api/v1/photos/{photo['id']}")
        self.assertEqual(answer.headers["content-type"], "image/jpeg")
        self.assertNotIn(b"secret", answer.content)
        with Image.open(io.BytesIO(answer.content)) as found:
            self.assertEqual((found.format, found.size, dict(found.getexif())), ("JPEG", (1280, 640), {}))
        self.put(batch_id, picture("JPEG", (40, 40)))
        self.put(batch_id, picture("JPEG", (40, 40)))
        many = self.put(batch_id, picture("JPEG", (40, 40)), 422)
        self.assertIn("up to 3 photos", many["detail"])
        self.ask("DELETE", f"/api/v1/photos/{photo['id']}", status=204)
        self.assertEqual(len(self.ask("GET", f"/api/v1/batches/{batch_id}")["photos"]), 2)
        self.ask("GET", f"/api/v1/photos/{photo['id']}", status=404)

    def test_what_is_no_photo_is_refused_in_words(self) -> None:
        batch_id = self.recorded()["item"]["id"]
        self.assertIn("no photo", self.put(batch_id, b"hello", 422)["detail"])
        self.assertIn("no photo", self.put(batch_id, b"", 422)["detail"])
        self.assertIn("not whole", self.put(batch_id, picture()[:400], 422)["detail"])
        self.put(str(uuid4()), picture(), 404)

    def test_an_address_sends_so_many_and_no_more(self) -> None:
        now = [0.0]
        limit = RateLimit(2, 60, "Too many.", lambda: now[0])
        limit.count("a")
        limit.count("a")
        limit.count("b")
        with self.assertRaisesRegex(TooOften, "Too many."):
            limit.count("a")
        now[0] = 61
        limit.count("a")


class Notes(BatchCase):
    def test_notes_belong_to_a_line_or_a_step(self) -> None:
        path, note_id = f"/api/v1/formulas/{self.formula['id']}/notes", str(uuid4())
        self.ask("PUT", f"{path}/{note_id}", {"text": "half was plenty", "line_id": "line-1"})
        found = self.ask("PUT", f"{path}/{uuid4()}", {"text": "look from ten", "step": "Bake 12 minutes."})
        self.assertEqual([each["text"] for each in found], ["half was plenty", "look from ten"])
        self.ask("PUT", f"{path}/{note_id}", {"text": "half is plenty", "line_id": "line-1"})
        self.ask("PUT", f"{path}/{uuid4()}", {"text": "  "}, 422)
        self.ask("PUT", f"/api/v1/formulas/{uuid4()}/notes/{uuid4()}", {"text": "x"}, 404)
        notes = self.ask("GET", f"/api/v1/formulas/{self.formula['id']}/history")["notes"]
        self.assertEqual([note["text"] for note in notes], ["half is plenty", "look from ten"])
        self.ask("DELETE", f"/api/v1/notes/{note_id}", status=204)
        notes = self.ask("GET", f"/api/v1/formulas/{self.formula['id']}/history")["notes"]
        self.assertEqual(len(notes), 1)
