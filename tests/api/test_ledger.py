"""The ledger over HTTP: days looked back on, and weight."""

import csv
from datetime import date, timedelta
from io import StringIO
from typing import Any
from uuid import uuid4

from ample_crumb.store.app_role import app_address
from tests.api.counting import statements
from tests.api.test_api import ApiCase

FIRST = date(2026, 5, 4)


class LedgerCase(ApiCase):
    """Base: targets from the first day on."""

    def setUp(self) -> None:
        super().setUp()
        self.ask("PUT", f"/api/v1/plan/targets/{FIRST}", {"by_type": {"rest": {"energy_kcal": 800, "protein_g": 50}}})

    def eat(self, after: int, text: str) -> None:
        day = FIRST + timedelta(days=after)
        body = {"id": str(uuid4()), "eaten_at": f"{day}T12:00:00Z", "text": text}
        self.ask("POST", f"/api/v1/days/{day}/foods", body, 201)

    def ledger(self, days: int = 4, **more: Any) -> Any:
        query = {"from": str(FIRST), "to": str(FIRST + timedelta(days=days - 1))} | more
        return self.client.get("/api/v1/ledger", params=query).json()

    def weigh(self, after: int, kg: float | None, status: int = 204) -> None:
        self.ask("PUT", f"/api/v1/weights/{FIRST + timedelta(days=after)}", {"weight_kg": kg}, status)


class Ledger(LedgerCase):
    def test_averages_are_of_days_written_down(self) -> None:
        self.eat(0, "200 g oats")
        self.eat(1, "100 g oats, 200 g skyr")
        view = self.ledger()
        self.assertEqual([row["entry_count"] for row in view["days"]], [1, 1, 0, 0])
        energies = [row["energy_kcal"] for row in view["days"]]
        self.assertEqual(energies[2:], [None, None])
        back = view["looked_back"]
        self.assertEqual((back["days"], back["logged"], back["with_target"], back["within"]), (4, 2, 2, 2))
        mean = next(each for each in back["averages"] if each["name"] == "energy_kcal")
        self.assertAlmostEqual(mean["mean"], sum(energies[:2]) / 2)
        # Typed foods of two days err apart: in quadrature, over two.
        sds = [row["sd_kcal"] for row in view["days"][:2]]
        self.assertAlmostEqual(mean["sd"], (sds[0] ** 2 + sds[1] ** 2) ** 0.5 / 2, places=4)

    def test_pieces_of_one_formula_err_together_and_stand_in_for_a_classic(self) -> None:
        made = self.create("200 g oats", "2 eggs", pieces=4)
        draft = made["draft"] | {"classic": {"name": "a slice", "energy_kcal": 500}}
        self.ask("PUT", f"/api/v1/formulas/{made['id']}", draft | {"version": made["version"]})
        for after in (0, 1):
            day = FIRST + timedelta(days=after)
            body = {"id": str(uuid4()), "eaten_at": f"{day}T12:00:00Z", "formula_id": made["id"], "piece_count": 2}
            self.ask("POST", f"/api/v1/days/{day}/pieces", body, 201)
        view = self.ledger()
        mean = next(each for each in view["looked_back"]["averages"] if each["name"] == "energy_kcal")
        self.assertAlmostEqual(mean["sd"], view["days"][0]["sd_kcal"], places=4)
        self.assertEqual(view["looked_back"]["dessert_share"], 1)
        self.assertAlmostEqual(view["looked_back"]["replaced_kcal"], 2 * 500 - mean["mean"], places=3)

    def test_what_is_planned_and_today_do_not_count(self) -> None:
        self.eat(0, "100 g oats")
        self.eat(3, "10 g oats")
        body = {"id": str(uuid4()), "eaten_at": f"{FIRST}T18:00:00Z", "text": "100 g oats", "planned": True}
        self.ask("POST", f"/api/v1/days/{FIRST}/foods", body, 201)
        view = self.ledger(not_over=str(FIRST + timedelta(days=3)))
        self.assertEqual((view["looked_back"]["days"], view["looked_back"]["logged"]), (3, 1))
        self.assertEqual(view["days"][0]["entry_count"], 1)
        self.assertEqual(len(view["days"]), 4)

    def test_statements_do_not_grow_with_the_range(self) -> None:
        counts = []
        self.ledger()
        for days in (4, 400):
            with statements(app_address(self.url)) as found:
                self.ledger(days)
            counts.append(len(found))
        self.assertEqual(counts[0], counts[1])
        self.assertLessEqual(counts[0], 5)

    def test_ranges_that_cannot_be(self) -> None:
        for query in ("from=2026-05-04&to=2026-05-01", "from=2020-01-01&to=2026-05-01", "from=x&to=2026-05-01", ""):
            self.ask("GET", f"/api/v1/ledger?{query}", status=422)

    def test_as_csv(self) -> None:
        self.eat(0, "200 g oats")
        self.weigh(1, 71.25)
        answer = self.client.get(f"/api/v1/ledger.csv?from={FIRST}&to={FIRST + timedelta(days=2)}")
        rows = list(csv.DictReader(StringIO(answer.text)))
        self.assertEqual([row["day"] for row in rows], ["2026-05-04", "2026-05-05", "2026-05-06"])
        self.assertEqual((rows[0]["target_kcal"], rows[1]["energy_kcal"], rows[1]["weight_kg"]), ("800.0", "", "71.25"))
        self.assertIn("attachment", answer.headers["content-disposition"])


class Weights(LedgerCase):
    def test_a_weight_a_day_and_the_trend_behind_them(self) -> None:
        for after, kg in ((0, 72.0), (1, 71.0), (3, 71.6), (1, 71.8)):
            self.weigh(after, kg)
        view = self.ledger()
        self.assertEqual([each["weight_kg"] for each in view["weights"]], [72.0, 71.8, 71.6])
        self.assertEqual(len(view["trend"]), 4)
        self.assertTrue(71 < view["trend"][-1]["trend_kg"] < 72)
        self.assertIn("there are 3 over 4 days", view["burned"]["sentence"])
        self.weigh(1, None)
        self.assertEqual(len(self.ledger()["weights"]), 2)
        for wrong in (3, 900, "x"):
            self.ask("PUT", f"/api/v1/weights/{FIRST}", {"weight_kg": wrong}, 422)

    def test_what_was_really_burned(self) -> None:
        for after in range(28):
            self.eat(after, "200 g oats")
            self.weigh(after, 72 - 0.02 * after)
        view = self.ledger(28)
        mean = view["looked_back"]["averages"][0]["mean"]
        self.assertAlmostEqual(view["burned"]["energy_kcal"], mean + 0.02 * 7700, delta=0.5)
        self.assertIn("burned a day", view["burned"]["sentence"])

    def test_from_a_file(self) -> None:
        text = "Date;Weight (kg)\n2026-05-04;72,1\n2026-05-05;heavy\n2026-05-06;71,9\n"
        read = self.ask("POST", "/api/v1/weights", {"text": text})
        self.assertEqual(read["written_count"], 2)
        self.assertEqual(len(read["problems"]), 1)
        self.assertEqual([each["weight_kg"] for each in self.ledger()["weights"]], [72.1, 71.9])
        self.ask("POST", "/api/v1/weights", {"text": "no weights here"}, 422)


class AsTable(LedgerCase):
    def test_a_day_mistyped_by_a_century_brings_no_century_of_rows(self) -> None:
        self.eat(0, "200 g oats")
        self.eat(3, "200 g oats")
        self.ask("PUT", "/api/v1/weights/1901-05-04", {"weight_kg": 70}, 204)
        body = {"id": str(uuid4()), "eaten_at": "2199-05-04T12:00:00Z", "text": "100 g skyr"}
        self.ask("POST", "/api/v1/days/2199-05-04/foods", body, 201)
        rows = list(csv.DictReader(StringIO(self.client.get("/api/v1/tables/ledger.csv").text)))
        self.assertEqual(
            [row["day"] for row in rows],
            ["1901-05-04", "2026-05-04", "2026-05-05", "2026-05-06", "2026-05-07", "2199-05-04"],
        )

    def test_an_energy_that_is_none_of_a_day_is_refused_at_its_field(self) -> None:
        path = f"/api/v1/plan/targets/{FIRST}"
        answer = self.ask("PUT", path, {"by_type": {"rest": {"energy_kcal": 1.85, "protein_g": 100}}}, 422)
        self.assertEqual(answer["errors"][0]["pointer"], "/by_type/rest/energy_kcal")
        self.assertIn("at least 300", answer["detail"])
