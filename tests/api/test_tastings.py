"""Tastings over HTTP: side by side, under letters, compared."""

from typing import Any
from uuid import uuid4

from tests.api.test_batches import BatchCase


class TastingCase(BatchCase):
    """Base: two batches, of which one had other yogurt."""

    def setUp(self) -> None:
        super().setUp()
        self.plain = self.recorded()["item"]["id"]
        self.other = self.recorded("no skyr, took 150 g quark", took_min=14)["item"]["id"]

    def start(self, *batch_ids: str, status: int = 200, **more: Any) -> Any:
        body = {"batch_ids": list(batch_ids or (self.plain, self.other)), **more}
        return self.ask("PUT", f"/api/v1/tastings/{uuid4()}", body, status)

    def mark(self, tasting: Any, taster: str, status: int = 200, **scores: int) -> Any:
        marks = [{"letter": letter, "pole": "moisture", "score": score} for letter, score in scores.items()]
        path = f"/api/v1/tastings/{tasting['id']}/marks"
        return self.ask("PUT", path, {"taster": taster, "marks": marks}, status)

    def compared(self, *batch_ids: str, status: int = 200) -> Any:
        asked = "&".join(f"batch={each}" for each in batch_ids or (self.plain, self.other))
        return self.ask("GET", f"/api/v1/comparison?{asked}", status=status)


class Tastings(TastingCase):
    def test_several_taste_side_by_side_and_the_last_word_counts(self) -> None:
        tasting = self.start()
        self.assertEqual([each["letter"] for each in tasting["samples"]], ["A", "B"])
        self.assertEqual(len(tasting["poles"]), 10)
        self.mark(tasting, "Anna", A=2, B=3)
        view = self.mark(tasting, "Anna", A=5)
        self.assertEqual([(each["letter"], each["score"]) for each in view["marks"]], [("A", 5), ("B", 3)])
        listed = self.ask("GET", "/api/v1/tastings")
        self.assertEqual([each["id"] for each in listed["items"]], [tasting["id"]])
        self.ask("PUT", f"/api/v1/tastings/{tasting['id']}/removed", {"removed": True}, 204)
        self.assertEqual(self.ask("GET", "/api/v1/tastings")["items"], [])
        self.ask("GET", f"/api/v1/tastings/{tasting['id']}", status=404)

    def test_of_a_score_said_twice_at_once_the_last_counts(self) -> None:
        tasting = self.start()
        marks = [{"letter": "A", "pole": "moisture", "score": score} for score in (2, 4, 1)]
        view = self.ask("PUT", f"/api/v1/tastings/{tasting['id']}/marks", {"taster": "Anna", "marks": marks})
        self.assertEqual([each["score"] for each in view["marks"]], [1])

    def test_letters_hide_which_is_which(self) -> None:
        orders = {tuple(each["batch_id"] for each in self.start(blind=True)["samples"]) for _ in range(12)}
        self.assertEqual(len(orders), 2)

    def test_two_tastings_tell_nothing_and_six_do(self) -> None:
        tasting = self.start(poles=["moisture"])
        for taster in ("Anna", "Bert"):
            self.mark(tasting, taster, A=5, B=2)
        self.assertEqual(
            self.compared()["sentence"], "With two tastings this cannot be told; four more would, if they agree."
        )
        for taster in ("Cleo", "Dan", "Eve", "Fay"):
            self.mark(tasting, taster, A=4, B=3)
        view = self.compared()
        self.assertIn("is moister than", view["sentence"])
        self.assertEqual(view["taster_count"], 6)
        self.assertTrue(view["poles"][0]["told"])

    def test_what_differs_as_made_is_told(self) -> None:
        view = self.compared()
        self.assertIn("Nobody has tasted two of them yet", view["sentence"])
        first, second = view["batches"]
        self.assertEqual(first["differs"], [])
        self.assertIn("quark", " ".join(second["differs"]))
        self.assertEqual(second["took_min"], 14)
        self.assertNotEqual(first["label"], second["label"])

    def test_what_cannot_be_is_said(self) -> None:
        self.start(str(uuid4()), status=404)
        self.start(poles=["colour"], status=422)
        tasting = self.start()
        self.mark(tasting, "Anna", 422, D=3)
        self.mark(tasting, " ", 422, A=3)
        self.mark(tasting, "Anna", 422, A=6)
        self.assertIn("Two to 4", self.compared(self.plain, status=422)["detail"])
        self.compared(self.plain, str(uuid4()), status=404)

    def test_versions_pool_their_batches(self) -> None:
        again = self.recorded()["item"]["id"]
        formula = self.ask("GET", f"/api/v1/formulas/{self.formula['id']}")
        draft = formula["draft"] | {"version": formula["version"], "pieces": 16}
        self.ask("PUT", f"/api/v1/formulas/{self.formula['id']}", draft)
        newer = self.recorded()["item"]["id"]
        for taster, batch_id, score in (("Anna", self.plain, 5), ("Bert", again, 4), ("Cleo", newer, 2)):
            self.mark(self.start(batch_id), taster, A=score)
        view = self.ask("GET", f"/api/v1/comparison?batch={self.plain}&batch={newer}&by=version")
        marks = {each["label"]: len(each["scores"]) for each in view["poles"][0]["marks"]}
        self.assertEqual(marks, {"Version 1": 2, "Version 2": 1})
        refused = self.ask("GET", f"/api/v1/comparison?batch={self.plain}&batch={again}&by=version", status=422)
        self.assertIn("Versions of one formula", refused["detail"])
