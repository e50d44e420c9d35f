"""Closing a day, tonight, kept meals, copies and what is planned, over HTTP."""

from concurrent.futures import ThreadPoolExecutor
from datetime import datetime, timedelta
from typing import Any
from uuid import uuid4

import psycopg

from ample_crumb.store.app_role import app_address
from tests.api.counting import statements
from tests.api.test_api import DAY, NOON, ApiCase
from tests.api.test_stash import StashCase

NEXT = "2026-05-05"


class DaysCase(ApiCase):
    """Base: a day of 1,800 kcal and 150 g of protein."""

    def setUp(self) -> None:
        super().setUp()
        self.targets()

    def meal(self, name: str, text: str, status: int = 200, meal_id: str | None = None) -> Any:
        body = {"name": name, "text": text, "minutes": 3}
        return self.ask("PUT", f"/api/v1/meals/{meal_id or uuid4()}", body, status)

    def several(self, *things: dict[str, Any], day: str = DAY, status: int = 201, **more: Any) -> Any:
        body = {"id": str(uuid4()), "eaten_at": NOON, "things": list(things)} | more
        return self.ask("POST", f"/api/v1/days/{day}/entries", body, status)

    def at_hand(self) -> Any:
        return self.ask("GET", f"/api/v1/days/{DAY}/at-hand")


class Meals(DaysCase):
    def test_a_kept_meal_is_laid_in_scaled(self) -> None:
        (meal,) = self.meal("skyr and berries", "200 g skyr, 100 g raspberries")
        view = self.several({"meal_id": meal["id"], "times": 1.5})
        (entry,) = view["entries"]
        self.assertEqual((entry["name"], entry["piece_count"], entry["meal_id"]), ("skyr and berries", 1.5, meal["id"]))
        self.assertAlmostEqual(entry["figures"]["energy_kcal"], 1.5 * meal["figures"]["energy_kcal"])
        # Its foods read anew are still so many times.
        change = {"version": 1, "day": DAY, "eaten_at": NOON, "text": "200 g skyr"}
        changed = self.ask("PUT", f"/api/v1/entries/{entry['id']}", change)
        self.assertAlmostEqual(changed["figures"]["mass_g"], 300)
        self.assertEqual(self.at_hand()["meals"][0]["last_day"], DAY)

    def test_those_had_last_come_first(self) -> None:
        self.meal("a", "200 g skyr")
        meals = self.meal("b", "200 g quark")
        self.several({"meal_id": meals[1]["id"]})
        self.assertEqual([each["name"] for each in self.at_hand()["meals"]], ["b", "a"])

    def test_what_cannot_be_kept(self) -> None:
        (meal,) = self.meal("a", "200 g skyr")
        self.meal("A", "100 g oats", 422)
        self.meal("b", "quarble of nothing", 422)
        self.meal("a", "100 g skyr", meal_id=meal["id"])
        self.assertEqual(self.ask("DELETE", f"/api/v1/meals/{meal['id']}"), [])
        self.several({"meal_id": meal["id"]}, status=404)

    def test_what_was_had_of_late_once_each(self) -> None:
        made = self.create("100 g oats", "2 eggs")
        for day, times in ((DAY, 2), ("2026-05-02", 1)):
            for _ in range(times):
                self.several({"text": "150 g skyr"}, day=day, eaten_at=f"{day}T08:00:00Z")
        self.several({"formula_id": made["id"], "piece_count": 2}, day="2026-05-03")
        recent = self.at_hand()["recent"]
        self.assertEqual([(each["name"], each["had_count"]) for each in recent], [("Skyr", 3), ("Bars", 1)])
        self.assertEqual(recent[1]["piece_count"], 2)

    def test_a_text_had_twice_at_one_sitting_is_offered_as_once(self) -> None:
        # Laying it in again sends the text once, so the figures beside it are those of once.
        self.several({"text": "150 g skyr", "times": 2})
        once = self.at_hand()["recent"][0]["figures"]
        self.assertEqual(once["mass_g"], 150)


class Usual(DaysCase):
    def test_as_seen_and_as_said(self) -> None:
        made = self.create("100 g oats", "2 eggs")
        path = f"/api/v1/formulas/{made['id']}/usual-portion"

        def usual() -> Any:
            return self.ask("GET", "/api/v1/formulas")["items"][0]["usual_count"]

        self.lay(made["id"], 2)
        self.assertIsNone(usual())
        self.lay(made["id"], 2)
        self.lay(made["id"], 1)
        self.assertEqual(usual(), 2)
        self.assertEqual(self.ask("GET", f"/api/v1/days/{DAY}")["fits"][0]["usual_count"], 2)
        self.ask("PUT", path, {"piece_count": 3}, 204)
        self.assertEqual(usual(), 3)
        self.ask("PUT", path, {"piece_count": None}, 204)
        self.assertEqual(usual(), 2)
        self.assertEqual(self.ask("GET", path), {"usual_count": 2})
        self.ask("GET", f"/api/v1/formulas/{uuid4()}/usual-portion", status=404)
        self.ask("PUT", path, {"piece_count": 0}, 422)
        self.ask("PUT", f"/api/v1/formulas/{uuid4()}/usual-portion", {"piece_count": 1}, 404)


class Several(DaysCase):
    def test_all_or_none_and_twice_is_once(self) -> None:
        made = self.create("100 g oats", "2 eggs")
        things = ({"formula_id": made["id"], "piece_count": 1}, {"text": "quarble of nothing"})
        self.several(*things, status=422)
        self.assertEqual(self.ask("GET", f"/api/v1/days/{DAY}")["entries"], [])
        same = str(uuid4())
        for _ in range(2):
            view = self.several(things[0], {"text": "100 g skyr"}, id=same)
        self.assertEqual(len(view["entries"]), 2)
        self.assertEqual({entry["group_id"] for entry in view["entries"]}, {same})

    def test_a_day_is_copied_and_an_entry(self) -> None:
        made = self.create("100 g oats", "2 eggs")
        self.several({"formula_id": made["id"], "piece_count": 2}, {"text": "100 g skyr"})
        entries = self.ask("GET", f"/api/v1/days/{DAY}")["entries"]
        body = {"id": str(uuid4()), "eaten_at": NOON, "from_day": DAY, "planned": True}
        for _ in range(2):
            view = self.ask("POST", f"/api/v1/days/{NEXT}/copy", body, 201)
        self.assertEqual([entry["state"] for entry in view["entries"]], ["planned", "planned"])
        self.assertEqual({entry["eaten_at"][:10] for entry in view["entries"]}, {NEXT})
        one = body | {"id": str(uuid4()), "planned": False, "entry_ids": [entries[0]["id"]]}
        self.assertEqual(len(self.ask("POST", f"/api/v1/days/{NEXT}/copy", one, 201)["entries"]), 3)
        self.ask("POST", f"/api/v1/days/{NEXT}/copy", body | {"from_day": "2026-01-01"}, 404)


class Planned(StashCase):
    def setUp(self) -> None:
        super().setUp()
        self.targets()

    def plan_two(self, **more: Any) -> Any:
        body = {"id": str(uuid4()), "eaten_at": NOON, "batch_id": self.batch_id, "piece_count": 2,
                "shelf_id": self.shelf("counter"), "planned": True}  # fmt: skip
        return self.ask("POST", f"/api/v1/days/{DAY}/batch-pieces", body | more, 201)

    def change(self, entry: dict[str, Any], status: int = 200, **more: Any) -> Any:
        body = {"version": entry["version"], "day": DAY, "eaten_at": NOON, "piece_count": entry["piece_count"]}
        return self.ask("PUT", f"/api/v1/entries/{entry['id']}", body | more, status)

    def test_what_is_planned_reserves_nothing_until_it_is_eaten(self) -> None:
        view = self.plan_two()
        self.assertEqual(self.positions(), {"counter": 20})
        self.assertEqual(view["eaten"]["energy_kcal"], 0)
        budget, planned = view["budget"], view["planned"]["energy_kcal"]
        self.assertEqual(budget["room_kcal"], 1800)
        self.assertAlmostEqual(budget["room_after_planned_kcal"], 1800 - planned)
        (entry,) = view["entries"]
        eaten = self.change(entry, state="eaten")
        self.assertEqual((eaten["state"], self.positions()), ("eaten", {"counter": 18}))
        self.assertAlmostEqual(self.ask("GET", f"/api/v1/days/{DAY}")["budget"]["room_kcal"], 1800 - planned)
        # A retry takes nothing twice, and it is not planned again.
        self.change(entry, state="eaten")
        self.assertEqual(self.positions(), {"counter": 18})
        self.change(eaten, 422, state="planned")
        # Taken out, its pieces lie there again.
        self.ask("DELETE", f"/api/v1/entries/{entry['id']}", status=204)
        self.assertEqual(self.positions(), {"counter": 20})

    def test_two_windows_eat_what_was_planned_once(self) -> None:
        (entry,) = self.plan_two()["entries"]
        body = {"version": entry["version"], "day": DAY, "eaten_at": NOON, "piece_count": 2, "state": "eaten"}

        def eat(_: int) -> int:
            return int(self.client.put(f"/api/v1/entries/{entry['id']}", json=body).status_code)

        with ThreadPoolExecutor(6) as windows:
            self.assertEqual(set(windows.map(eat, range(6))), {200})
        self.assertEqual(self.positions(), {"counter": 18})

    def test_what_was_planned_and_is_nowhere_was_eaten_all_the_same(self) -> None:
        (entry,) = self.plan_two()["entries"]
        self.move(19, None)
        self.assertEqual(self.change(entry, state="eaten")["state"], "eaten")
        self.assertEqual(self.positions(), {"counter": 1})


class Filled(StashCase):
    def setUp(self) -> None:
        super().setUp()
        self.targets()
        self.meal = str(uuid4())
        body = {"name": "skyr", "text": "300 g skyr", "minutes": 2}
        self.ask("PUT", f"/api/v1/meals/{self.meal}", body)
        self.eat_foods("700 g chicken breast")

    def eat_foods(self, text: str) -> None:
        self.ask("POST", f"/api/v1/days/{DAY}/foods", {"id": str(uuid4()), "eaten_at": NOON, "text": text}, 201)

    def fill(self, **query: Any) -> Any:
        return self.client.get(f"/api/v1/days/{DAY}/fill", params=query).json()

    def set_day(self, kcal: float, protein: float) -> None:
        self.ask("PUT", f"/api/v1/days/{DAY}/own-targets", {"targets": {"energy_kcal": kcal, "protein_g": protein}})

    def test_the_fewest_things_that_find_the_protein_and_are_laid_in(self) -> None:
        day = self.ask("GET", f"/api/v1/days/{DAY}")
        self.set_day(day["eaten"]["energy_kcal"] + 400, day["eaten"]["protein_g"] + 30)
        found = self.fill()
        self.assertTrue(found["met"])
        best = found["answers"][0]
        self.assertEqual([(each["source"], each["piece_count"]) for each in best["things"]], [("meal", 1)])
        self.assertGreater(best["sure_share"], 0.95)
        self.assertLessEqual(best["figures"]["energy_kcal"], 400)

    def test_the_nearest_and_sure(self) -> None:
        day = self.ask("GET", f"/api/v1/days/{DAY}")
        meal = self.ask("GET", f"/api/v1/days/{DAY}/at-hand")["meals"][0]["figures"]["energy_kcal"]
        self.set_day(day["eaten"]["energy_kcal"] + meal + 1, day["eaten"]["protein_g"] + 200)
        found = self.fill()
        self.assertFalse(found["met"])
        self.assertIn("comes nearest", found["sentence"])
        # The band of the day alone is more than a kcal.
        self.assertLess(found["answers"][0]["sure_share"], 0.95)
        sure = self.fill(sure=True)
        self.assertTrue(all(each["sure_share"] >= 0.95 for each in sure["answers"]))

    def test_without_targets_and_statements(self) -> None:
        with statements(app_address(self.url)) as found:
            self.fill()
        self.assertLessEqual(len(found), 14, found)
        self.assertFalse(self.client.get("/api/v1/days/2020-01-01/fill").json()["answers"] is None)


class Tonight(StashCase):
    def setUp(self) -> None:
        super().setUp()
        self.targets()
        body = {"id": str(uuid4()), "name": "Mug cake", "family": "mug-cake", "pieces": 1, "method": "Microwave it.",
                "parts": [{"name": "", "lines": [{"text": text, "chosen": None} for text in
                           ("30 g oat flour", "10 g cocoa", "1 egg", "60 g quark")]}]}  # fmt: skip
        self.mug = self.ask("POST", "/api/v1/formulas", body, 201)["id"]
        self.ask("PUT", f"/api/v1/meals/{uuid4()}", {"name": "berries", "text": "200 g skyr, 100 g raspberries"})

    def tonight(self, wish: str, order: str = "nearest") -> Any:
        return self.client.get(f"/api/v1/days/{DAY}/tonight", params={"wish": wish, "order": order}).json()

    def test_stash_then_meals_then_formulas(self) -> None:
        sources = [each["thing"]["source"] for each in self.tonight("anything")["offers"]]
        self.assertEqual(sources[:2], ["stash", "meal"])
        self.assertEqual(set(sources[2:]), {"formula"})

    def test_as_wished_with_what_is_missing(self) -> None:
        self.ask("PUT", "/api/v1/stock/cocoa", {"state": "out"}, 204)
        view = self.tonight("something chocolate, warm, in 30 minutes, for two, two bowls")
        self.assertEqual((view["traits"], view["people"]), (["chocolate", "warm"], 2))
        (offer,) = view["offers"]
        self.assertEqual((offer["thing"]["formula_id"], offer["factor"], offer["whole_count"]), (self.mug, 2, 2))
        self.assertEqual(offer["missing"], ["cocoa powder, natural"])
        self.assertLessEqual(offer["ready_min"], 30)
        self.assertEqual(self.tonight("mint")["offers"], [])
        self.assertEqual(self.tonight("flarp")["unread"], ["flarp"])

    def test_who_is_named_must_be_allowed_to_have_it(self) -> None:
        self.ask("PUT", f"/api/v1/dietary-profiles/{uuid4()}", {"name": "Mini", "avoids": ["egg"], "piece_share": 0.5})
        view = self.tonight("chocolate for Mini and me")
        self.assertEqual((view["offers"], view["left_out"], view["named"]), ([], 1, ["Mini"]))
        (fruity,) = self.tonight("fruit for Mini and me")["offers"]
        self.assertEqual(fruity["whole_count"], 1.5)

    def test_what_is_past_is_not_offered(self) -> None:
        self.app.state.clock = lambda: datetime.fromisoformat("2026-09-01T12:00:00+00:00")
        self.assertNotIn("stash", [each["thing"]["source"] for each in self.tonight("anything")["offers"]])


class Careful(StashCase):
    """What is offered is within its careful date on that day, and no more than two scoops of powder."""

    def setUp(self) -> None:
        super().setUp()
        self.targets()

    def offered(self, day: str) -> set[str]:
        fill = self.ask("GET", f"/api/v1/days/{day}/fill")
        tonight = self.ask("GET", f"/api/v1/days/{day}/tonight")
        things = [thing for answer in fill["answers"] for thing in answer["things"]]
        things += [offer["thing"] for offer in tonight["offers"]]
        return {thing["name"] for thing in things if thing["source"] == "stash"}

    def test_what_is_past_on_the_day_itself_is_not_offered_for_it(self) -> None:
        (batch,) = self.ask("GET", "/api/v1/stash")["batches"]
        due = datetime.fromisoformat(batch["positions"][0]["eat_by"]).date()
        for after, offered in ((-1, {batch["name"]}), (0, set()), (1, set())):
            day = (due + timedelta(days=after)).isoformat()
            with self.subTest(after):
                targets = {"rest": {"energy_kcal": 1800, "protein_g": 9}}
                self.ask("PUT", f"/api/v1/plan/targets/{day}", {"by_type": targets})
                self.assertEqual(self.offered(day), offered)

    def test_no_more_than_two_scoops_of_powder_from_any_of_them(self) -> None:
        self.meal_of("shake", "30 g whey protein isolate")
        made = self.create("240 g whey protein isolate", "100 g oats", pieces=4)
        # Sixty grams in a piece: two scoops, and no half of one more.
        view = self.ask("GET", f"/api/v1/days/{DAY}")
        (fit,) = [each for each in view["fits"] if each["formula_id"] == made["id"]]
        self.assertEqual(fit["piece_count"], 1)
        for answer in self.ask("GET", f"/api/v1/days/{DAY}/fill")["answers"]:
            scoops = [thing["piece_count"] for thing in answer["things"] if thing["name"] == "shake"]
            self.assertLessEqual(sum(scoops), 2)

    def test_powder_in_pieces_that_lie_in_the_stash_counts_too(self) -> None:
        self.meal_of("shake", "30 g whey protein isolate")
        # Thirty grams of powder in each of four pieces.
        self.plan = {"formula_id": self.create("120 g whey protein isolate", "60 g oats", pieces=4)["id"]}
        self.recorded()
        # What was written before powder was kept with a batch goes by its formula.
        for kept in (True, False):
            if not kept:
                with psycopg.connect(self.url) as owner:
                    owner.execute("update batch set powder_g = null")
            with self.subTest(kept=kept):
                seen = set()
                for answer in self.ask("GET", f"/api/v1/days/{DAY}/fill")["answers"]:
                    powder = [30 * each["piece_count"] for each in answer["things"] if each["name"] != "Oat rounds"]
                    seen |= {thing["source"] for thing in answer["things"]}
                    self.assertLessEqual(sum(powder), 60)
                self.assertIn("stash", seen)

    def meal_of(self, name: str, text: str) -> None:
        self.ask("PUT", f"/api/v1/meals/{uuid4()}", {"name": name, "text": text, "minutes": 3})
