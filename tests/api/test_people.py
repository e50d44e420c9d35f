"""People and what their days are meant to be, over HTTP."""

from typing import Any
from uuid import uuid4

from tests.api.test_api import DAY, ApiCase

BODY = {"sex": "f", "age_years": 34, "height_cm": 172, "weight_kg": 71.5, "activity_factor": 1.55}


class PeopleCase(ApiCase):
    """Base: a kitchen with two people."""

    def setUp(self) -> None:
        super().setUp()
        (self.first,) = self.ask("GET", "/api/v1/people")
        self.second = str(uuid4())
        self.ask("PUT", f"/api/v1/people/{self.second}", {"name": "Rigger"})

    def be(self, person_id: str, status: int = 204) -> None:
        self.ask("POST", f"/api/v1/people/{person_id}/here", status=status)

    def set_targets(self, from_day: str, kcal: float, **more: Any) -> Any:
        body = {"by_type": {"rest": {"energy_kcal": kcal, "protein_g": 120}}} | more
        return self.ask("PUT", f"/api/v1/plan/targets/{from_day}", body)

    def day(self, day: str = DAY) -> Any:
        return self.ask("GET", f"/api/v1/days/{day}")


class People(PeopleCase):
    def test_each_has_days_of_their_own_and_the_kitchen_is_everybodys(self) -> None:
        self.set_targets(DAY, 1800)
        made = self.create("100 g oats", "2 eggs")
        self.lay(made["id"], 2)
        self.be(self.second)
        self.assertEqual([each["here"] for each in self.ask("GET", "/api/v1/people")], [False, True])
        view = self.day()
        self.assertEqual((view["targets"], view["entries"]), (None, []))
        self.assertEqual(len(self.ask("GET", "/api/v1/formulas")["items"]), 1)
        self.be(self.first["id"])
        self.assertEqual(len(self.day()["entries"]), 1)

    def test_what_cannot_be(self) -> None:
        for body, status in (
            ({"name": " "}, 422), ({"name": "rigger"}, 422), ({"name": "A", "piece_step": "bites"}, 422),
            ({"name": "A", "tally": {"name": "m", "coefficients": {}}}, 422),
            ({"name": "A", "tally": {"name": "m", "coefficients": {"joy": 1}}}, 422),
            ({"name": "A", "avoids": ["joy"]}, 422),
        ):  # fmt: skip
            self.ask("PUT", f"/api/v1/people/{uuid4()}", body, status)
        self.be(str(uuid4()), 404)
        self.ask("DELETE", f"/api/v1/people/{self.first['id']}", status=422)
        self.ask("DELETE", f"/api/v1/people/{uuid4()}", status=404)

    def test_who_is_taken_out_is_nobody_until_they_come_back(self) -> None:
        self.ask("DELETE", f"/api/v1/people/{self.second}")
        self.be(self.second, 404)
        self.assertEqual(len(self.ask("GET", "/api/v1/people")), 1)
        self.ask("PUT", f"/api/v1/people/{self.second}", {"name": "Rigger"})
        self.be(self.second)

    def test_what_a_person_must_not_get_is_raised_for_everybody(self) -> None:
        made = self.create("100 g peanuts", pieces=2)
        self.ask("PUT", f"/api/v1/people/{self.second}", {"name": "Rigger", "avoids": ["peanut"]})
        (alert,) = self.ask("GET", f"/api/v1/formulas/{made['id']}")["evaluated"]["alerts"]
        self.assertEqual((alert["dietary_profile"], alert["about"], alert["level"]), ("Rigger", "peanut", "contains"))

    def test_what_an_age_must_not_get_is_raised_in_lists_too(self) -> None:
        made = self.create("100 g whole almonds", "60 g honey", pieces=2)
        self.ask("PUT", f"/api/v1/dietary-profiles/{uuid4()}", {"name": "Mini", "avoids": [], "age_band": "under one"})
        (item,) = self.ask("GET", "/api/v1/formulas")["items"]
        raised = {alert["about"] for alert in item["alerts"] if alert["dietary_profile"] == "Mini"}
        self.assertEqual(raised, {"honey", "whole nuts, seeds or firm bites"})
        evaluated = self.ask("GET", f"/api/v1/formulas/{made['id']}")["evaluated"]
        self.assertEqual({alert["about"] for alert in evaluated["alerts"]}, raised)

    def test_in_whose_steps_pieces_fit(self) -> None:
        self.set_targets(DAY, 500)
        made = self.create("200 g oats", pieces=4)
        kcal = self.ask("GET", "/api/v1/formulas")["items"][0]["piece"]["energy_kcal"]
        for step, pieces in (("half", 2.5), ("whole", 2.0), ("grams", None)):
            self.ask("PUT", f"/api/v1/people/{self.first['id']}", {"name": "Baker", "piece_step": step})
            (fit,) = self.day()["fits"]
            if pieces is None:
                # A piece has 50 g: it fits to the next 5 g.
                self.assertAlmostEqual(fit["piece_count"] * 10 % 1, 0, places=6)
                self.assertLess(500 - fit["piece_count"] * kcal, kcal / 10)
            else:
                self.assertEqual(fit["piece_count"], pieces)
        self.assertEqual(fit["formula_id"], made["id"])

    def test_a_count_of_ones_own_stands_beside_what_was_eaten(self) -> None:
        tally = {"name": "marks", "coefficients": {"energy_kcal": 0.01}, "rounding_count": 1}
        self.ask("PUT", f"/api/v1/people/{self.first['id']}", {"name": "Baker", "tally": tally})
        self.ask("POST", f"/api/v1/days/{DAY}/foods",
                 {"id": str(uuid4()), "eaten_at": "2026-05-04T08:00:00Z", "text": "100 g oats"}, 201)  # fmt: skip
        view = self.ask("POST", f"/api/v1/days/{DAY}/foods",
                        {"id": str(uuid4()), "eaten_at": "2026-05-04T09:00:00Z", "text": "5 g oats"}, 201)  # fmt: skip
        # About 380 kcal count 4; 19 kcal count nothing, three times as much 1.
        self.assertEqual([entry["tally"]["counted_count"] for entry in view["entries"]], [4, 0])
        self.assertEqual([entry["tally"]["from_count"] for entry in view["entries"]], [None, 3])
        self.assertEqual(view["tally"], {"name": "marks", "eaten_count": 4})


class Plans(PeopleCase):
    def test_a_past_day_keeps_its_targets(self) -> None:
        self.set_targets("2026-05-01", 1800, name="cut")
        self.set_targets("2026-05-10", 2200, name="hold")
        plan = self.ask("GET", "/api/v1/plan?day=2026-05-12")
        self.assertEqual([(each["from_day"], each["name"]) for each in plan["targets"]],
                         [("2026-05-10", "hold"), ("2026-05-01", "cut")])  # fmt: skip
        for day, kcal, phase in (("2026-05-04", 1800, "cut"), ("2026-05-09", 1800, "cut"), ("2026-05-10", 2200, "hold"),
                                 ("2026-04-01", 1800, "")):  # fmt: skip
            view = self.day(day)
            self.assertEqual((view["targets"]["energy_kcal"], view["diet_phase"]), (kcal, phase), day)
        self.ask("DELETE", "/api/v1/plan/targets/2026-05-10?day=2026-05-12")
        self.assertEqual(self.day("2026-05-12")["targets"]["energy_kcal"], 1800)

    def test_types_of_ones_own_and_the_week(self) -> None:
        for _ in range(2):
            plan = self.ask(
                "PUT", "/api/v1/plan/day-types?day=2026-05-04", {"name": "Long outing", "slug": "long-outing"}
            )
        self.assertEqual([each["slug"] for each in plan["day_types"]], ["training", "rest", "long-outing"])
        body = {"by_type": {"long-outing": {"energy_kcal": 2600, "protein_g": 130}}}
        self.ask("PUT", "/api/v1/plan/targets/2026-05-01", body)
        week = ["rest", "training", "rest", "training", "rest", "rest", "long-outing"]
        self.ask("PUT", "/api/v1/plan/week/2026-05-04", {"day_types": week})
        # The fourth of May 2026 is a Monday.
        kinds = [self.day(f"2026-05-{day:02}")["day_type"] for day in range(4, 12)]
        self.assertEqual(kinds, [*week, "rest"])
        self.assertEqual(self.day("2026-05-10")["targets"]["energy_kcal"], 2600)
        # Before the pattern began it was otherwise, and a day that was set keeps its type.
        self.assertEqual(self.day("2026-05-03")["day_type"], "rest")
        self.ask("PUT", "/api/v1/days/2026-05-10", {"day_type": "training"})
        self.assertEqual(self.day("2026-05-10")["day_type"], "training")
        self.ask("DELETE", "/api/v1/plan/day-types/long-outing?day=2026-05-04")
        self.assertEqual(self.day("2026-05-17")["day_type"], "long-outing")
        self.ask("DELETE", "/api/v1/plan/day-types/rest?day=2026-05-04", status=422)
        for path, wrong in (
            ("/api/v1/days/2026-05-10", {"day_type": "feast"}),
            ("/api/v1/plan/week/2026-05-04", {"day_types": ["feast"] * 7}),
            ("/api/v1/plan/week/2026-05-04", {"day_types": ["rest"] * 6}),
            ("/api/v1/plan/targets/2026-05-04", {"by_type": {"feast": {"energy_kcal": 2000, "protein_g": 100}}}),
            ("/api/v1/plan/day-types?day=2026-05-04", {"name": "  "}),
            ("/api/v1/plan/day-types?day=2026-05-04", {"name": "Rest", "slug": "other"}),
        ):
            self.ask("PUT", path, wrong, 422)

    def test_one_day_has_targets_of_its_own(self) -> None:
        self.set_targets("2026-05-01", 1800)
        own = {"targets": {"energy_kcal": 2400, "protein_g": 90}}
        view = self.ask("PUT", f"/api/v1/days/{DAY}/own-targets", own)
        self.assertEqual((view["targets"]["energy_kcal"], view["own_targets"]["protein_g"]), (2400, 90))
        self.assertEqual(self.day("2026-05-05")["targets"]["energy_kcal"], 1800)
        # It is the room everywhere.
        bench = {"id": str(uuid4()), "name": "B", "family": "", "pieces": 1, "method": "", "day": DAY,
                 "parts": [{"name": "", "lines": [{"text": "100 g oats", "chosen": None}]}]}  # fmt: skip
        del bench["id"], bench["name"], bench["method"]
        fitting = self.ask("POST", "/api/v1/bench/read", bench)["fitting"]
        self.assertEqual(fitting["piece_count"], 6)
        view = self.ask("PUT", f"/api/v1/days/{DAY}/own-targets", {"targets": None})
        self.assertEqual((view["targets"]["energy_kcal"], view["own_targets"]), (1800, None))

    def test_worked_out_with_every_sum_and_kept_only_when_taken_over(self) -> None:
        found = self.ask("POST", "/api/v1/plan/work-out", BODY)
        self.assertAlmostEqual(found["energy_kcal"], (715 + 1075 - 170 - 161) * 1.55)
        self.assertTrue(all("=" in each for each in found["sums"]))
        refused = self.ask("POST", "/api/v1/plan/work-out", BODY | {"rate_percent": 0.5, "circumstances": ["pregnant"]})
        self.assertIsNone(refused["energy_kcal"])
        self.assertIn("midwife", refused["refused"])
        self.assertIsNone(self.ask("GET", f"/api/v1/plan?day={DAY}")["physique"])
        self.set_targets(DAY, 2260, physique=BODY)
        self.assertEqual(self.ask("GET", f"/api/v1/plan?day={DAY}")["physique"]["age_years"], 34)
        for wrong in ({"age_years": 3}, {"weight_kg": None}, {"activity_factor": 2.5}, {"sex": "x"}):
            self.ask("POST", "/api/v1/plan/work-out", BODY | wrong, 422)
