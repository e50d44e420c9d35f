"""Bake days over HTTP: planned, shopped for, run from two windows, away from the server and back."""

import json
from datetime import UTC, datetime, timedelta
from typing import Any
from uuid import uuid4

from icalendar import Calendar

from tests.api.test_api import ApiCase, parts

ROUNDS = ("300 g oat flour", "150 g skyr", "2 eggs", "80 g sugar", "2 tsp baking powder")
METHOD = (
    "Whisk the dry goods. Mix the wet goods, stir in the dry ones.\nScoop onto a lined tray. Bake 12 minutes at 180 °C."
)
MIDNIGHT = datetime(2026, 5, 9, 22, tzinfo=UTC)
"""Of the tenth of May in Berlin."""


class DayCase(ApiCase):
    """Base: two formulas and a bake day of them, planned to be ready at four."""

    def setUp(self) -> None:
        super().setUp()
        self.now = MIDNIGHT + timedelta(hours=12)
        self.app.state.clock = lambda: self.now
        self.rounds = self.formula("Oat rounds", "cookie", METHOD, *ROUNDS)
        self.bars = self.formula(
            "Set bars", "set-cheesecake", "Mix all. Pour into a tin. Chill 3 hours.", "500 g quark"
        )
        self.run_id = str(uuid4())
        self.put([self.rounds, self.bars], revision=0)

    def formula(self, name: str, family: str, method: str, *lines: str) -> str:
        body = {
            "id": str(uuid4()),
            "name": name,
            "family": family,
            "pieces": 20,
            "method": method,
            "parts": parts(*lines),
        }
        return str(self.ask("POST", "/api/v1/formulas", body, 201)["id"])

    def put(self, formulas: list[str], status: int = 200, revision: int = 1, run: str = "", **ask: Any) -> Any:
        asked = {"formulas": [{"formula_id": formula, "ready_by_min": 960} for formula in formulas], **ask}
        body = {"name": "Sunday", "day": "2026-05-10", "zone": "Europe/Berlin", "revision": revision, "ask": asked}
        return self.ask("PUT", f"/api/v1/bake-days/{run or self.run_id}", body, status)

    def plan(self) -> list[tuple[str, Any]]:
        answer = self.client.post(f"/api/v1/bake-days/{self.run_id}/plan")
        self.assertEqual(answer.status_code, 200)
        heard: list[tuple[str, Any]] = []
        for block in answer.text.strip().split("\n\n"):
            said = dict(line.split(": ", 1) for line in block.splitlines() if ": " in line and not line.startswith(":"))
            if said:
                heard.append((said["event"], json.loads(said["data"])))
        return heard

    def day(self) -> Any:
        return self.ask("GET", f"/api/v1/bake-days/{self.run_id}")

    def planned(self) -> Any:
        self.assertEqual(self.plan()[-1], ("planned", {"planned": True}))
        return self.day()["plan"]

    def tell(self, *events: dict[str, Any], device: str = "phone", status: int = 200) -> Any:
        return self.ask(
            "POST", f"/api/v1/bake-days/{self.run_id}/events", {"device": device, "events": list(events)}, status
        )


class Learned(DayCase):
    def test_what_was_skipped_on_the_day_is_known_of_its_batch(self) -> None:
        rested = self.formula(
            "Rested rounds", "cookie", "Mix all.\nRest 10 minutes.\nBake 12 minutes at 180 °C.", *ROUNDS
        )
        self.put([rested], revision=1)
        plan = self.planned()
        rest = next(task for task in plan["tasks"] if task["kind"] == "rest")
        batch = {"plan": {"formula_id": rested}, "record": {}, "made_at": "2026-05-10T08:00:00Z", "zone": "UTC"}
        batch_id = str(uuid4())
        self.ask("PUT", f"/api/v1/batches/{batch_id}", batch)
        path = f"/api/v1/batches/{batch_id}/symptoms/sandy"
        before = self.ask("PUT", path, {"noticed": []})["explanations"][0]["causes"]
        self.tell(
            {"device_seq": 1, "kind": "skipped", "task": rest["id"]},
            {"device_seq": 2, "kind": "recorded", "formula": 0, "batch_id": batch_id},
        )
        after = self.ask("PUT", path, {"noticed": []})["explanations"][0]["causes"]
        told = "It was so: not rested."
        self.assertFalse(any(told in cause["speaks_for"] for cause in before))
        self.assertEqual(after[0]["likelihood"], "likely")
        self.assertIn(told, after[0]["speaks_for"])


class Planned(DayCase):
    def test_it_is_ready_when_asked_and_says_so_in_a_sentence(self) -> None:
        self.assertIsNone(self.day()["plan"])
        plan = self.planned()
        self.assertRegex(plan["sentence"], r"^Begin at 12:\d\d, ready at 16:00, just in time\.$")
        self.assertLessEqual(max(task["end_min"] for task in plan["tasks"]), 960)
        self.assertTrue(plan["proven"])

    def test_what_to_have_ready_is_told_by_the_clock(self) -> None:
        told = self.planned()["set_up"]
        self.assertEqual(sorted(each["at_min"] for each in told), [each["at_min"] for each in told])
        self.assertIn("Oven to 180 °C.", [each["words"] for each in told])

    def test_what_is_weighed_in_stands_at_its_task(self) -> None:
        weigh = [task for task in self.planned()["tasks"] if task["kind"] == "weigh" and task["formula"] == 0]
        self.assertEqual(
            [(food["name"], food["mass_g"]) for food in weigh[0]["foods"]][:2], [("oat flour", 300), ("skyr", 150)]
        )

    def test_it_cannot_be_ready_in_no_time_and_tells_by_how_much_and_what_helps(self) -> None:
        self.put([self.rounds, self.bars], start_min=840)
        plan = self.planned()
        self.assertRegex(plan["sentence"], r"not all can be ready in time, 1 h \d+ min are lacking")
        self.assertGreater(self.day()["formulas"][1]["late_min"], 60)
        self.assertTrue(any("Set bars" in each for each in plan["helps"]), plan["helps"])

    def test_a_task_stays_where_it_was_put_and_a_clash_is_told(self) -> None:
        wash = next(task for task in self.planned()["tasks"] if task["kind"] == "wash up" and task["formula"] == 1)
        revision = self.day()["revision"]
        self.put([self.rounds, self.bars], revision=revision, pinned=[{"task": wash["id"], "start_min": 900}])
        moved = {task["id"]: task for task in self.planned()["tasks"]}[wash["id"]]
        self.assertEqual((moved["start_min"], moved["pinned"]), (900, True))

    def test_another_window_that_changed_it_is_told(self) -> None:
        self.put([self.rounds], revision=1)
        answer = self.client.put(f"/api/v1/bake-days/{self.run_id}", json={
            "name": "Sunday", "day": "2026-05-10", "zone": "Europe/Berlin", "revision": 1,
            "ask": {"formulas": [{"formula_id": self.bars}]},
        })  # fmt: skip
        self.assertEqual(answer.status_code, 409)
        self.assertEqual(len(answer.json()["current"]["ask"]["formulas"]), 1)

    def test_the_same_sent_twice_changes_nothing(self) -> None:
        self.assertEqual(self.put([self.rounds, self.bars], revision=0)["revision"], 1)

    def test_the_calendar_holds_the_plan(self) -> None:
        self.ask("GET", f"/api/v1/bake-days/{self.run_id}/calendar.ics", status=422)
        plan = self.planned()
        answer = self.client.get(f"/api/v1/bake-days/{self.run_id}/calendar.ics")
        events: Any = Calendar.from_ical(answer.content).walk("VEVENT")
        self.assertEqual(len(events), len(plan["tasks"]))
        self.assertEqual(events[0]["DTSTART"].dt, MIDNIGHT + timedelta(minutes=plan["start_min"]))

    def test_what_cannot_be_is_told_where_it_stands(self) -> None:
        self.put([str(uuid4())], 404, run=str(uuid4()))
        self.put([self.rounds] * 7, 422)
        body = {"name": "Sunday", "day": "2026-05-10", "zone": "Mars/Olympus", "ask": {"formulas": []}}
        problem = self.ask("PUT", f"/api/v1/bake-days/{uuid4()}", body, 422)
        self.assertEqual(problem["errors"][0]["pointer"], "/zone")
        self.put([], revision=1)
        self.assertEqual(self.plan()[-1][0], "problem")


class Shopped(DayCase):
    def list(self) -> dict[str, Any]:
        return {each["food"]: each for each in self.ask("GET", f"/api/v1/bake-days/{self.run_id}/shopping")["items"]}

    def test_what_is_at_home_is_taken_off_and_packs_are_whole(self) -> None:
        self.ask("PUT", "/api/v1/stock/oat_flour", {"mass_g": 120, "packs_g": [500, 100], "found_at": "mill shop"}, 204)
        self.ask("PUT", "/api/v1/stock/sugar", {"state": "have"}, 204)
        found = self.list()
        flour = found["oat_flour"]
        self.assertEqual((flour["missing_g"], flour["packs"], flour["left_g"], flour["found_at"]),
                         (180, [{"pack_g": 100, "count": 2}], 20, "mill shop"))  # fmt: skip
        self.assertEqual((found["sugar"]["missing_g"], found["sugar"]["state"]), (0, "have"))

    def test_what_is_lacking_comes_first(self) -> None:
        self.ask("PUT", "/api/v1/stock/oat_flour", {"state": "have"}, 204)
        self.assertEqual(list(self.list())[-1], "oat_flour")

    def test_two_phones_tick_and_both_ticks_hold(self) -> None:
        for food in ("skyr", "egg"):
            self.ask("PUT", f"/api/v1/bake-days/{self.run_id}/shopping/{food}", {"ticked": True}, 204)
        self.assertEqual({food for food, each in self.list().items() if each["ticked"]}, {"skyr", "egg"})
        self.ask("PUT", f"/api/v1/bake-days/{self.run_id}/shopping/egg", {"ticked": False}, 204)
        self.assertFalse(self.list()["egg"]["ticked"])

    def test_extras_are_on_it_read_or_not(self) -> None:
        self.put([self.rounds], revision=1, extras=["250 g coffee", "baking paper"])
        view = self.ask("GET", f"/api/v1/bake-days/{self.run_id}/shopping")
        self.assertIn("coffee", " ".join(each["name"] for each in view["items"]))
        self.assertEqual(view["extras"], ["baking paper"])

    def test_a_price_makes_a_cost_and_what_has_none_is_said(self) -> None:
        self.ask("PUT", "/api/v1/prices/oat_flour", {"price": 4.0, "for_text": "1 kg"})
        view = self.ask("GET", f"/api/v1/bake-days/{self.run_id}/shopping")
        self.assertAlmostEqual(view["cost"], 1.2)
        self.assertTrue(view["at_least"])


class Run(DayCase):
    def test_what_happened_counts_once_and_in_the_order_of_its_device(self) -> None:
        task = self.planned()["tasks"][0]["id"]
        done = {"device_seq": 2, "kind": "done", "task": task}
        begun = {"device_seq": 1, "kind": "begun", "task": task, "elapsed_ms": 60_000}
        self.tell(done, begun)
        view = self.tell(done, begun)
        progress = view["state"]["progress"][task]
        self.assertEqual(view["last_seq"], 2)
        self.assertGreaterEqual(progress["done_ms"] - progress["begun_ms"], 59_000)

    def test_two_weights_of_one_line_are_both_kept_and_the_later_counts(self) -> None:
        self.planned()
        self.tell({"device_seq": 1, "kind": "weighed", "task": "a1", "line_id": "line-1", "mass_g": 300})
        view = self.tell(
            {"device_seq": 1, "kind": "weighed", "task": "a1", "line_id": "line-1", "mass_g": 312}, device="tablet"
        )
        self.assertEqual((view["state"]["weighed_g"]["a1"], view["last_seq"]), ({"line-1": 312}, 2))

    def test_a_timer_set_away_from_the_server_rings_when_it_would_have(self) -> None:
        self.planned()
        view = self.tell({"device_seq": 1, "kind": "timer", "task": "a1", "timer_min": 12, "elapsed_ms": 300_000})
        left_ms = view["state"]["timers"][0]["ends_ms"] - datetime.now(UTC).timestamp() * 1000
        self.assertTrue(6 * 60_000 < left_ms <= 7 * 60_000, left_ms)

    def test_late_it_is_planned_anew_from_now_with_what_is_done(self) -> None:
        plan = self.planned()
        first = plan["tasks"][0]
        self.tell({"device_seq": 1, "kind": "done", "task": first["id"]})
        # By the server's clock all this happens long after the day; what counts is that nothing begins before now.
        self.now = datetime.now(UTC)
        anew = self.planned()
        now_min = int((self.now - MIDNIGHT).total_seconds() // 60)
        rest = [task for task in anew["tasks"] if task["id"] != first["id"]]
        self.assertTrue(all(task["start_min"] >= now_min for task in rest))
        self.assertIn(first["id"], [task["id"] for task in anew["tasks"]])

    def test_what_makes_no_sense_is_kept_and_changes_nothing(self) -> None:
        self.planned()
        view = self.tell({"device_seq": 1, "kind": "back", "task": "never-there"})
        self.assertEqual(view["last_seq"], 1)
        self.tell({"device_seq": 0, "kind": "done", "task": "a1"}, status=422)
        self.tell({"device_seq": 2, "kind": "burnt", "task": "a1"}, status=422)

    def test_an_ended_day_says_so_in_the_list(self) -> None:
        self.planned()
        self.tell({"device_seq": 1, "kind": "recorded", "formula": 0, "batch_id": str(uuid4())})
        view = self.tell({"device_seq": 2, "kind": "ended"})
        self.assertIsNotNone(view["state"]["ended_ms"])
        (item,) = self.ask("GET", "/api/v1/bake-days")
        self.assertEqual((item["begun"], item["ended"], item["formulas"]), (True, True, ["Oat rounds", "Set bars"]))
        self.ask("DELETE", f"/api/v1/bake-days/{self.run_id}", status=204)
        self.assertEqual(self.ask("GET", "/api/v1/bake-days"), [])


class Tasks(DayCase):
    def tasks(self) -> Any:
        return self.ask("GET", f"/api/v1/formulas/{self.rounds}/tasks")

    def test_minutes_bowls_and_tools_stand_with_the_formula(self) -> None:
        view = self.tasks()
        hands = sum(task["minutes"]["likely"] for task in view["tasks"] if task["hands_on"])
        self.assertEqual(view["hands_on_min"], hands)
        self.assertGreater(view["whole_min"], hands)
        self.assertEqual(view["bowl_count"], 2)
        self.assertTrue(any(tool.startswith("kitchen scale") for tool in view["tools"]))

    def test_what_was_changed_is_kept_with_the_formula_and_planned(self) -> None:
        edits = {
            "changed": [{"key": "weigh 1", "likely_min": 30}, {"key": "wash up 1", "left_out": True}],
            "own": [{"after": "weigh 1", "name": "Feed the cat", "likely_min": 7}],
        }
        view = self.ask("PUT", f"/api/v1/formulas/{self.rounds}/tasks", edits)
        self.assertEqual([task["key"] for task in view["left_out"]], ["wash up 1"])
        self.assertEqual(self.tasks(), view)
        planned = {task["name"]: task for task in self.planned()["tasks"] if task["formula"] == 0}
        self.assertEqual(planned["Weigh in"]["end_min"] - planned["Weigh in"]["start_min"], 30)
        self.assertGreaterEqual(planned["Feed the cat"]["start_min"], planned["Weigh in"]["end_min"])
        self.assertNotIn("Wash up", planned)
