"""Why a batch turned out so, over HTTP, and the next version made of it."""

from typing import Any
from uuid import uuid4

from tests.api.test_batches import BatchCase


class CausesCase(BatchCase):
    """Base: a batch of biscuits that was left in far too long."""

    def setUp(self) -> None:
        super().setUp()
        self.batch_id = self.recorded(took_min=40)["item"]["id"]

    def say(self, symptom: str = "dry", *noticed: str, status: int = 200) -> Any:
        path = f"/api/v1/batches/{self.batch_id}/symptoms/{symptom}"
        return self.ask("PUT", path, {"noticed": list(noticed)}, status)

    def next(self, *changes: str, symptom: str = "dry", status: int = 200, **more: Any) -> Any:
        body = {"id": str(uuid4()), "symptom": symptom, "changes": list(changes), **more}
        return self.ask("POST", f"/api/v1/batches/{self.batch_id}/next", body, status)

    def formula_now(self) -> Any:
        return self.ask("GET", f"/api/v1/formulas/{self.formula['id']}")["draft"]


class Causes(CausesCase):
    def test_it_says_which_is_likeliest_and_why(self) -> None:
        (told,) = self.say()["explanations"]
        first = told["causes"][0]
        self.assertEqual((first["cause"], first["likelihood"]), ("overbaked", "likely"))
        self.assertIn("It took 40 minutes", first["speaks_for"][0])
        self.assertTrue(first["changes"][0]["words"].startswith("Take it out at minute 34"))
        self.assertTrue(2 <= len(told["causes"]) <= 3)

    def test_what_was_noticed_counts_and_can_be_taken_back(self) -> None:
        (told,) = self.say("dry", "kept uncovered")["explanations"]
        self.assertIn("stale", [each["cause"] for each in told["causes"]])
        self.assertEqual(told["noticed"], ["kept uncovered"])
        gone = self.ask("DELETE", f"/api/v1/batches/{self.batch_id}/symptoms/dry")
        self.assertEqual(gone["explanations"], [])

    def test_what_was_frozen_counts_and_what_was_not_frozen_after_all_does_not(self) -> None:
        stash = self.ask("GET", "/api/v1/stash")
        shelves = {each["kind"]: each["id"] for each in stash["shelves"]}
        (batch,) = stash["batches"]
        (position,) = batch["positions"]
        move = {
            "id": str(uuid4()),
            "kind": "moved",
            "batch_id": batch["id"],
            "lot": position["lot"],
            "shelf_id": position["shelf_id"],
            "to_shelf_id": shelves["freezer"],
            "piece_count": 2,
        }

        def thawed_wet() -> list[str]:
            (told,) = self.say("ice%20crystals")["explanations"]
            return [words for cause in told["causes"] for words in cause["speaks_for"] if "frozen" in words]

        self.assertEqual(thawed_wet(), [])
        self.ask("POST", "/api/v1/stash/moves", move)
        self.assertEqual(thawed_wet(), ["It has been frozen."])
        self.ask("PUT", f"/api/v1/stash/moves/{move['id']}/undone", {"undone": True})
        self.assertEqual(thawed_wet(), [])

    def test_changes_are_costed_and_checked(self) -> None:
        (told,) = self.say("greasy")["explanations"]
        changes = [change for cause in told["causes"] for change in cause["changes"]]
        priced = [change for change in changes if abs(change["energy_kcal"]) > 0.1]
        self.assertTrue(priced, changes)

    def test_one_press_makes_the_next_version_with_its_steps_and_its_note(self) -> None:
        before = self.formula_now()
        (told,) = self.say("greasy")["explanations"]
        change = next(each for cause in told["causes"] for each in cause["changes"] if each["energy_kcal"])
        key = str(uuid4())
        made, again = (self.next(change["id"], symptom="greasy", id=key, note="And flatten them.") for _ in range(2))
        after = self.formula_now()
        self.assertEqual(made["words"], [change["words"]])
        self.assertEqual(again["formula_id"], made["formula_id"])
        self.assertNotEqual(before["parts"], after["parts"])
        kcal = self.ask("GET", f"/api/v1/formulas/{self.formula['id']}")["evaluated"]["piece"]["energy_kcal"]
        self.assertAlmostEqual(
            kcal - self.formula["evaluated"]["piece"]["energy_kcal"], change["energy_kcal"], places=1
        )
        versions = self.ask("GET", f"/api/v1/formulas/{self.formula['id']}/versions")["versions"]
        self.assertEqual([version["number"] for version in versions][:2], [0, 1])
        notes = self.ask("GET", f"/api/v1/formulas/{self.formula['id']}/history")["notes"]
        self.assertEqual(len(notes), 1)
        self.assertRegex(notes[0]["text"], "After the batch of 3 May, which is greasy: .*And flatten them.")

    def test_a_step_goes_into_the_method_once(self) -> None:
        (told,) = self.say("broke")["explanations"]
        steps = [
            each for cause in told["causes"] for each in cause["changes"] if each["step"] and not each["energy_kcal"]
        ]
        for _ in range(2):
            self.next(steps[0]["id"], symptom="broke")
        self.assertEqual(self.formula_now()["method"].count(steps[0]["step"]), 1)

    def test_what_the_formula_always_does_is_no_mishap(self) -> None:
        self.assertEqual(self.norm_after("pale"), "")
        told = self.norm_after("pale", "")
        self.assertIn("2 of 3 batches before had this too: that is how this formula is", told)
        # Half of them are not most.
        self.assertEqual(self.norm_after(""), "")

    def norm_after(self, *symptoms: str) -> str:
        """What is told of a pale batch once others turned out so, empty for well."""
        for symptom in symptoms:
            other = self.recorded()["item"]["id"]
            if symptom:
                self.ask("PUT", f"/api/v1/batches/{other}/symptoms/{symptom}", {"noticed": []})
        (told,) = self.say("pale")["explanations"]
        return str(told["norm"])

    def test_what_cannot_be_is_said(self) -> None:
        self.say("purple", status=422)
        self.say("dry", "a comet", status=422)
        self.ask("GET", f"/api/v1/batches/{uuid4()}/causes", status=404)
        self.assertIn("Say first", self.next("overbaked.0", status=422)["detail"])
        self.say()
        self.assertIn("not offered", self.next("nonsense", status=422)["detail"])

    def test_what_was_said_at_recording_and_at_tastings_is_offered(self) -> None:
        told = self.recorded(words=["too dry"])["item"]["id"]
        view = self.ask("GET", f"/api/v1/batches/{told}/causes")
        self.assertEqual([each["symptom"] for each in view["suggested"]], ["dry"])
        tasting = self.ask("PUT", f"/api/v1/tastings/{uuid4()}", {"batch_ids": [told]})
        for taster in ("Anna", "Bert"):
            marks = [{"letter": "A", "pole": "chew", "score": 5}]
            self.ask("PUT", f"/api/v1/tastings/{tasting['id']}/marks", {"taster": taster, "marks": marks})
        view = self.ask("GET", f"/api/v1/batches/{told}/causes")
        self.assertEqual([each["symptom"] for each in view["suggested"]], ["dry", "tough"])
