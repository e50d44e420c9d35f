"""The stash over HTTP: what lies where, what becomes of it, and that nothing is ever there twice or less than none."""

from concurrent.futures import ThreadPoolExecutor
from datetime import datetime, timedelta
from io import BytesIO
from typing import Any
from uuid import uuid4

import psycopg
from fastapi.testclient import TestClient
from pypdf import PdfReader

from ample_crumb.api.app import create_app
from ample_crumb.store.app_role import app_address
from tests.api.counting import statements
from tests.api.test_api import DAY, NOON
from tests.api.test_batches import BatchCase
from tests.kitchen import HERE

NOW = "2026-05-03T18:00:00+00:00"


class StashCase(BatchCase):
    """Base: twenty biscuits, as they are recorded, on the counter."""

    def setUp(self) -> None:
        super().setUp()
        self.app.state.clock = lambda: datetime.fromisoformat(NOW)
        self.batch_id = self.recorded()["item"]["id"]

    def stash(self) -> Any:
        return self.ask("GET", "/api/v1/stash")

    def shelf(self, kind: str) -> str:
        return next(str(each["id"]) for each in self.stash()["shelves"] if each["kind"] == kind)

    def positions(self) -> dict[str, float]:
        """Pieces by the kind of shelf that they lie on."""
        stash = self.stash()
        kinds = {each["id"]: each["kind"] for each in stash["shelves"]}
        return {
            kinds[position["shelf_id"]]: position["piece_count"]
            for each in stash["batches"]
            for position in each["positions"]
        }

    def move(self, pieces: float, to: str | None, status: int = 200, start: str = "counter", **more: Any) -> Any:
        body = {
            "id": str(uuid4()), "kind": "moved" if to else "given", "batch_id": self.batch_id, "piece_count": pieces,
            "shelf_id": self.shelf(start), "to_shelf_id": to and self.shelf(to),
        }  # fmt: skip
        return self.ask("POST", "/api/v1/stash/moves", body | more, status)

    def eat(self, count: float, status: int = 201, **more: Any) -> Any:
        body = {
            "id": str(uuid4()), "eaten_at": NOON, "batch_id": self.batch_id, "piece_count": count,
            "shelf_id": self.shelf("counter"),
        }  # fmt: skip
        return self.ask("POST", f"/api/v1/days/{DAY}/batch-pieces", body | more, status)


class Shelves(StashCase):
    def test_a_batch_lies_where_its_kind_belongs_and_says_until_when(self) -> None:
        (batch,) = self.stash()["batches"]
        (position,) = batch["positions"]
        self.assertEqual(self.positions(), {"counter": 20})
        self.assertEqual((batch["home"], batch["shape"]), ("counter", "round"))
        self.assertGreater(position["usual_until"], position["eat_by"])
        self.assertGreater(position["frozen_until"], position["usual_until"])
        self.assertIn("on the counter", position["why"])
        self.assertRegex(batch["source"], "common practice|from memory")

    def test_pieces_are_moved_eaten_given_and_thrown_and_none_is_lost(self) -> None:
        self.move(6, "freezer")
        self.eat(1)
        self.move(1, None)
        self.move(2, None, kind="thrown", reason="mould")
        self.assertEqual(self.positions(), {"counter": 10, "freezer": 6})
        (batch,) = self.stash()["batches"]
        out = next(position for position in batch["positions"] if position["piece_count"] == 10)
        self.assertEqual(out["gone_count"], 4)
        told = self.ask("GET", f"/api/v1/stash/batches/{self.batch_id}")
        self.assertEqual([move["kind"] for move in told["moves"]], ["thrown", "given", "eaten", "moved", "made"])

    def test_more_than_there_is_is_refused_with_what_is_left(self) -> None:
        refused = self.move(21, "fridge", 422)
        self.assertEqual(refused["errors"], [{"pointer": "/piece_count", "detail": "Only 20 are left there."}])
        self.assertIn("Nothing is left there", self.move(1, "fridge", 422, start="freezer")["detail"])
        self.assertEqual(self.positions(), {"counter": 20})

    def test_sent_twice_it_happens_once(self) -> None:
        move_id = str(uuid4())
        for _ in range(2):
            self.move(6, "freezer", id=move_id)
        self.assertEqual(self.positions(), {"counter": 14, "freezer": 6})

    def test_what_cannot_be_is_said(self) -> None:
        self.assertIn("there already", self.move(1, "counter", 422)["detail"])
        self.assertIn("Say where", self.move(1, "fridge", 422, kind="given")["detail"])
        self.assertIn("no such pieces", self.move(1, "fridge", 422, lot=9)["detail"])
        self.move(1, "fridge", 404, batch_id=str(uuid4()))
        self.move(1, "fridge", 404, shelf_id=str(uuid4()))
        self.move(0, "fridge", 422)

    def test_undone_and_done_again_as_often_as_one_likes(self) -> None:
        move_id = str(uuid4())
        self.move(6, "freezer", id=move_id)
        for undone, there in ((True, {"counter": 20}), (False, {"counter": 14, "freezer": 6}), (True, {"counter": 20})):
            for _ in range(2):
                self.ask("PUT", f"/api/v1/stash/moves/{move_id}/undone", {"undone": undone})
            self.assertEqual(self.positions(), there)

    def test_what_is_gone_since_cannot_be_moved_back(self) -> None:
        move_id = str(uuid4())
        self.move(6, "freezer", id=move_id)
        self.move(5, None, start="freezer")
        refused = self.ask("PUT", f"/api/v1/stash/moves/{move_id}/undone", {"undone": True}, 422)
        self.assertIn("Only 1 is left there", refused["detail"])

    def test_counting_again_says_how_many_there_are(self) -> None:
        body = {"id": str(uuid4()), "batch_id": self.batch_id, "shelf_id": self.shelf("counter"), "piece_count": 17}
        for _ in range(2):
            self.ask("POST", "/api/v1/stash/counts", body)
        self.assertEqual(self.positions(), {"counter": 17})
        self.ask(
            "POST",
            "/api/v1/stash/counts",
            body | {"id": str(uuid4()), "shelf_id": self.shelf("fridge"), "piece_count": 2},
        )
        self.assertEqual(self.positions(), {"counter": 17, "fridge": 2})
        self.ask("POST", "/api/v1/stash/counts", body | {"id": str(uuid4()), "piece_count": 0})
        self.assertEqual(self.positions(), {"fridge": 2})

    def test_many_windows_take_the_last_pieces_and_none_goes_below_nothing(self) -> None:
        self.move(15, None)
        shelf = self.shelf("counter")

        def take(_: int) -> int:
            body = {"id": str(uuid4()), "kind": "given", "batch_id": self.batch_id, "shelf_id": shelf, "piece_count": 1}
            return int(self.client.post("/api/v1/stash/moves", json=body).status_code)

        with ThreadPoolExecutor(8) as pool:
            codes = list(pool.map(take, range(12)))
        self.assertEqual(sorted(codes), [200] * 5 + [422] * 7)
        self.assertEqual(self.positions(), {})

    def test_the_database_itself_says_no(self) -> None:
        """Whatever the code forgot: balances cannot be written, and no move takes more than there is."""
        with psycopg.connect(app_address(self.url), autocommit=True) as connection:
            kitchen = self.kitchen_id()
            connection.execute("select set_config('ample_crumb.kitchen_id', %s, false)", [kitchen])
            with self.assertRaises(psycopg.errors.InsufficientPrivilege):
                connection.execute("update stash_balance set piece_count = 99")
            with self.assertRaises(psycopg.errors.InsufficientPrivilege):
                connection.execute("update stash_move set piece_count = 1")
            with self.assertRaises(psycopg.errors.CheckViolation):
                connection.execute(
                    "insert into stash_move (id, kitchen_id, batch_id, lot, kind, from_shelf_id, piece_count, moved_at)"
                    " values (gen_random_uuid(), %s, %s, 1, 'given', %s, 21, now())",
                    [kitchen, self.batch_id, self.shelf("counter")],
                )

    def kitchen_id(self) -> str:
        with psycopg.connect(self.url) as connection:
            row = connection.execute("select kitchen_id from batch where id = %s", [self.batch_id]).fetchone()
        assert row is not None
        return str(row[0])

    def test_statements_do_not_grow_with_the_stash(self) -> None:
        counts = []
        for _ in range(2):
            self.stash()
            with statements(self.url) as sent:
                self.stash()
            counts.append(len(sent))
            for _ in range(4):
                self.recorded()
        self.assertLessEqual(counts[1], counts[0])
        self.assertLessEqual(counts[0], 7, sent)


class Eaten(StashCase):
    def test_a_piece_is_eaten_into_the_day_with_the_figures_of_its_batch(self) -> None:
        day = self.eat(2)
        (entry,) = day["entries"]
        piece = self.stash()["batches"][0]["positions"][0]["figures"]
        self.assertAlmostEqual(entry["figures"]["energy_kcal"], 2 * piece["energy_kcal"])
        self.assertEqual(self.positions(), {"counter": 18})

    def test_more_than_there_is_leaves_the_day_as_it_was(self) -> None:
        refused = self.eat(30, 422)
        self.assertEqual(refused["errors"][0]["pointer"], "/piece_count")
        self.assertEqual(self.ask("GET", f"/api/v1/days/{DAY}")["entries"], [])

    def test_the_stash_follows_the_day(self) -> None:
        entry = self.eat(2)["entries"][0]
        body = {"version": entry["version"], "day": DAY, "eaten_at": NOON, "piece_count": 3.5}
        for _ in range(2):
            changed = self.ask("PUT", f"/api/v1/entries/{entry['id']}", body)
        self.assertEqual(self.positions(), {"counter": 16.5})
        self.ask("PUT", f"/api/v1/entries/{entry['id']}", body | {"version": changed["version"], "piece_count": 1})
        self.assertEqual(self.positions(), {"counter": 19})
        self.ask("DELETE", f"/api/v1/entries/{entry['id']}", status=204)
        self.assertEqual(self.positions(), {"counter": 20})
        self.ask("POST", f"/api/v1/entries/{entry['id']}/back", status=204)
        self.assertEqual(self.positions(), {"counter": 19})

    def test_the_day_follows_the_stash(self) -> None:
        self.eat(2, sides="150 g skyr")
        self.assertEqual(len(self.ask("GET", f"/api/v1/days/{DAY}")["entries"]), 2)
        eaten = self.ask("GET", f"/api/v1/stash/batches/{self.batch_id}")["moves"][0]
        self.ask("PUT", f"/api/v1/stash/moves/{eaten['id']}/undone", {"undone": True})
        self.assertEqual(self.ask("GET", f"/api/v1/days/{DAY}")["entries"], [])
        self.assertEqual(self.positions(), {"counter": 20})
        self.ask("PUT", f"/api/v1/stash/moves/{eaten['id']}/undone", {"undone": False})
        self.assertEqual(len(self.ask("GET", f"/api/v1/days/{DAY}")["entries"]), 2)

    def test_a_plate_is_kept_and_brings_its_own_figures_and_allergens(self) -> None:
        path = f"/api/v1/formulas/{self.formula['id']}/plates/{uuid4()}"
        (plate,) = self.ask("PUT", path, {"name": "with skyr", "sides": "150 g skyr, 80 g raspberries"})
        self.assertIn("milk", plate["contains"])
        self.assertTrue(120 < plate["figures"]["energy_kcal"] < 160, plate["figures"]["energy_kcal"])
        refused = self.ask("PUT", path, {"name": "x", "sides": "flurble"}, 422)
        self.assertEqual(refused["errors"][0]["pointer"], "/sides")
        self.ask("DELETE", f"/api/v1/plates/{plate['id']}", status=204)
        self.assertEqual(self.ask("GET", f"/api/v1/stash/batches/{self.batch_id}")["plates"], [])

    def test_sides_that_cannot_be_read_leave_everything_as_it_was(self) -> None:
        self.assertEqual(self.eat(1, 422, sides="flurble")["errors"][0]["pointer"], "/sides")
        self.assertEqual(self.positions(), {"counter": 20})


class Following(StashCase):
    def test_a_corrected_batch_brings_its_stash_along(self) -> None:
        self.move(6, "freezer")
        more = self.body(lots=[{"piece_count": 22}]) | {"revision": 1}
        self.ask("PUT", f"/api/v1/batches/{self.batch_id}", more)
        self.assertEqual(self.positions(), {"counter": 16, "freezer": 6})
        fewer = self.body(lots=[{"piece_count": 5}]) | {"revision": 2}
        self.ask("PUT", f"/api/v1/batches/{self.batch_id}", fewer)
        self.assertEqual(sum(self.positions().values()), 5)

    def test_fewer_pieces_are_taken_from_where_most_lie(self) -> None:
        """By hand: of 14 on the counter and 6 in the freezer five less leave 9 and 6, sixteen less then none and 4."""
        self.move(6, "freezer")
        self.ask("PUT", f"/api/v1/batches/{self.batch_id}", self.body(lots=[{"piece_count": 15}]) | {"revision": 1})
        self.assertEqual(self.positions(), {"counter": 9, "freezer": 6})
        self.ask("PUT", f"/api/v1/batches/{self.batch_id}", self.body(lots=[{"piece_count": 4}]) | {"revision": 2})
        self.assertEqual(self.positions(), {"freezer": 4})

    def test_what_was_eaten_was_made(self) -> None:
        self.move(18, None)
        refused = self.ask(
            "PUT", f"/api/v1/batches/{self.batch_id}", self.body(lots=[{"piece_count": 10}]) | {"revision": 1}, 422
        )
        self.assertEqual(refused["errors"][0]["pointer"], "/record/lots")
        self.assertEqual(self.positions(), {"counter": 2})

    def test_a_batch_taken_out_takes_its_pieces_along(self) -> None:
        self.ask("PUT", f"/api/v1/batches/{self.batch_id}/removed", {"removed": True}, 204)
        self.assertEqual(self.positions(), {})
        self.ask("PUT", f"/api/v1/batches/{self.batch_id}/removed", {"removed": False}, 204)
        self.assertEqual(self.positions(), {"counter": 20})

    def test_a_shelf_of_ones_own(self) -> None:
        path = f"/api/v1/shelves/{uuid4()}"
        shelves = self.ask("PUT", path, {"kind": "freezer", "name": "Chest"})
        self.assertEqual([shelf["name"] for shelf in shelves], ["Counter", "Fridge", "Chest", "Freezer"])
        self.assertIn(
            "already", self.ask("PUT", f"/api/v1/shelves/{uuid4()}", {"kind": "fridge", "name": "chest"}, 422)["detail"]
        )
        made = self.ask("PUT", f"/api/v1/batches/{uuid4()}", self.body() | {"shelf_id": path.rpartition("/")[2]})
        there = next(each for each in self.stash()["batches"] if each["id"] == made["item"]["id"])
        self.assertEqual(there["positions"][0]["shelf_id"], path.rpartition("/")[2])
        self.assertIn("still lies on it", self.ask("DELETE", path, status=422)["detail"])

    def test_with_as_many_shelves_as_may_be_one_is_still_renamed(self) -> None:
        paths = [f"/api/v1/shelves/{uuid4()}" for _ in range(9)]
        for number, path in enumerate(paths):
            shelves = self.ask("PUT", path, {"kind": "fridge", "name": f"Shelf {number}"})
        self.assertEqual(len(shelves), 12)
        self.assertIn(
            "up to 12", self.ask("PUT", f"/api/v1/shelves/{uuid4()}", {"kind": "fridge", "name": "x"}, 422)["detail"]
        )
        renamed = self.ask("PUT", paths[4], {"kind": "fridge", "name": "Door"})
        # From warm to cold, and by name among those of one kind.
        names = ["Counter", "Door", "Fridge", *(f"Shelf {number}" for number in range(9) if number != 4), "Freezer"]
        self.assertEqual([each["name"] for each in renamed], names)

    def test_a_shelf_that_went_was_there_all_the_same(self) -> None:
        """Pieces that once lay on it are still somewhere else, and what they spent there counts."""
        shelf_id = str(uuid4())
        self.ask("PUT", f"/api/v1/shelves/{shelf_id}", {"kind": "freezer", "name": "Chest"})
        self.move(4, "fridge", to_shelf_id=shelf_id)
        self.move(4, "fridge", shelf_id=shelf_id)
        self.ask("DELETE", f"/api/v1/shelves/{shelf_id}")
        self.assertEqual(self.positions(), {"counter": 16, "fridge": 4})
        self.ask("GET", f"/api/v1/stash/batches/{self.batch_id}")
        self.move(1, "fridge", 404, shelf_id=shelf_id)

    def test_what_was_thrown_away_and_why(self) -> None:
        move_id = str(uuid4())
        self.move(2, None, kind="thrown", reason="mould")
        self.move(3, None, kind="thrown", reason="dry", id=move_id)
        waste = self.ask("GET", "/api/v1/stash/waste")
        self.assertEqual((waste["thrown_count"], waste["made_count"]), (5, 20))
        self.assertEqual([item["reason"] for item in waste["items"]], ["dry", "mould"])
        self.ask("PUT", f"/api/v1/stash/moves/{move_id}/undone", {"undone": True})
        self.assertEqual(self.ask("GET", "/api/v1/stash/waste")["thrown_count"], 2)
        # Done again it counts again, and taken back once more it does not.
        for undone, count in ((False, 5), (True, 2), (False, 5)):
            self.ask("PUT", f"/api/v1/stash/moves/{move_id}/undone", {"undone": undone})
            self.assertEqual(self.ask("GET", "/api/v1/stash/waste")["thrown_count"], count)


class Printed(StashCase):
    def pdf(self, path: str) -> str:
        answer = self.client.get(path)
        self.assertEqual((answer.status_code, answer.headers["content-type"]), (200, "application/pdf"), answer.text)
        return " ".join(" ".join(page.extract_text() for page in PdfReader(BytesIO(answer.content)).pages).split())

    def test_labels_say_what_it_is_until_when_and_what_is_in_it(self) -> None:
        of = f"{self.batch_id}.1.{self.shelf('counter')}.3"
        text = self.pdf(f"/api/v1/stash/labels.pdf?label={of}&paper=Letter&zone=Europe/Berlin")
        self.assertEqual(text.count("Oat rounds"), 3)
        # Made at 15:00 UTC on the third of May, moist and dense: three days out.
        self.assertIn("Eat by Wed 6 May 2026", text)
        self.assertIn("Contains egg, milk.", text.replace("gluten, ", ""))
        self.assertRegex(text, r"\d+ g: \d+ ± \d+ kcal, [\d.]+ ± [\d.]+ g protein")

    def test_the_card_of_a_batch_holds_what_went_in(self) -> None:
        text = self.pdf(f"/api/v1/batches/{self.batch_id}/card.pdf")
        for words in ("Oat rounds", "Made Sun 3 May 2026, 20 pieces", "150 g skyr", "60 g icing sugar", "Eat by"):
            self.assertIn(words, text)

    def test_what_cannot_be_printed_is_said(self) -> None:
        shelf = self.shelf("counter")
        for of, status in (
            (f"{self.batch_id}.1.{shelf}.0", 422),
            (f"{self.batch_id}.1.{shelf}.999", 422),
            (f"{uuid4()}.1.{shelf}.1", 404),
            ("nonsense", 422),
        ):
            self.ask("GET", f"/api/v1/stash/labels.pdf?label={of}", status=status)
        self.ask("GET", f"/api/v1/stash/labels.pdf?label={self.batch_id}.1.{shelf}.1&zone=Nowhere/Else", status=422)
        self.ask("GET", f"/api/v1/batches/{uuid4()}/card.pdf", status=404)


class Opened(StashCase):
    def put(self, food: str, opened_id: str = "", status: int = 200, **more: Any) -> Any:
        return self.ask("PUT", f"/api/v1/opened-goods/{opened_id or uuid4()}", {"food": food, **more}, status)

    def test_what_must_be_used_first_stands_first(self) -> None:
        self.put("cottage_cheese_2")
        packs = self.put("chickpeas_canned")
        self.assertEqual([pack["food"] for pack in packs], ["chickpeas_canned", "cottage_cheese_2"])
        self.assertEqual([pack["place"] for pack in packs], ["fridge", "fridge"])
        self.assertEqual(packs[0]["use_by"][:10], "2026-05-06")

    def test_moved_used_up_and_open_after_all(self) -> None:
        (pack,) = self.put("quark_0")
        (moved,) = self.put("quark_0", pack["id"], place="freezer")
        self.assertGreater(moved["use_by"], pack["use_by"])
        path = f"/api/v1/opened-goods/{pack['id']}/done"
        self.assertEqual(self.ask("PUT", path, {"done_as": "used"}), [])
        self.assertEqual(len(self.ask("PUT", path, {"done_as": ""})), 1)

    def test_what_is_not_there_is_said(self) -> None:
        self.put("moon dust", status=422)
        self.ask("PUT", f"/api/v1/opened-goods/{uuid4()}/done", {"done_as": "used"}, 404)


class Remembered(StashCase):
    """What lies there is worked out once, and never told as it was."""

    def read_documents(self) -> int:
        with statements(app_address(self.url)) as sent:
            self.stash()
        return sum("cost_at_least" in each for each in sent)

    def test_a_shelf_that_did_not_change_is_not_read_again(self) -> None:
        self.stash()
        self.assertEqual(self.read_documents(), 0)
        self.move(3, None)
        # The move has answered with the shelf and was not through yet: it is read once more, and then known.
        self.assertEqual((self.read_documents(), self.read_documents()), (1, 0))

    def test_what_another_worker_did_is_seen_at_once(self) -> None:
        other = self.enterContext(TestClient(create_app(self.url), base_url=HERE))
        other.app.state.clock = self.app.state.clock  # type: ignore[attr-defined]
        before = other.get("/api/v1/stash").json()
        self.move(4, "freezer")
        self.assertNotEqual(other.get("/api/v1/stash").json(), before)
        self.assertEqual(other.get("/api/v1/stash").json(), self.stash())
        self.ask("PUT", f"/api/v1/batches/{self.batch_id}/removed", {"removed": True}, 204)
        self.assertEqual(other.get("/api/v1/stash").json()["batches"], [])

    def test_what_was_refused_is_nowhere_remembered(self) -> None:
        before = self.stash()
        self.move(500, "freezer", 422)
        self.assertEqual(self.stash(), before)

    def test_what_is_past_is_told_as_of_now(self) -> None:
        (position,) = self.stash()["batches"][0]["positions"]
        self.assertFalse(position["past"])
        due = datetime.fromisoformat(position["eat_by"])
        for seconds, past in ((-1, False), (1, True)):
            self.app.state.clock = lambda seconds=seconds: due + timedelta(seconds=seconds)
            (position,) = self.stash()["batches"][0]["positions"]
            self.assertEqual(position["past"], past)
