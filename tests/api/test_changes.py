"""What changed since, over HTTP: in order, in pages, with what is gone."""

from datetime import UTC, datetime, timedelta
from typing import Any
from unittest import mock
from uuid import uuid4

from ample_crumb.application.exports import changes
from ample_crumb.store.app_role import app_address
from tests.api.counting import statements
from tests.api.test_api import ApiCase


class Changes(ApiCase):
    def since(self, since: str = "") -> Any:
        answer = self.client.get("/api/v1/changes", params={"since": since})
        self.assertEqual(answer.status_code, 200, answer.text)
        return answer.json()

    def seen(self, since: str = "") -> list[tuple[str, bool]]:
        return [(each["id"], each["gone"]) for each in self.since(since)["changes"]]

    def test_what_is_made_changed_and_gone_is_told_in_order(self) -> None:
        first, second = self.create("100 g oats"), self.create("100 g skyr")
        dietary_profile = str(uuid4())
        self.ask("PUT", f"/api/v1/dietary-profiles/{dietary_profile}", {"name": "Guest", "avoids": ["milk"]})
        self.assertEqual([each for each in self.seen() if each[0] in {first["id"], second["id"], dietary_profile}],
                         [(first["id"], False), (second["id"], False), (dietary_profile, False)])  # fmt: skip
        draft = first["draft"] | {"version": 1, "pieces": 3}
        self.ask("PUT", f"/api/v1/formulas/{first['id']}", draft)
        self.ask("DELETE", f"/api/v1/dietary-profiles/{dietary_profile}", None, 204)
        told = [each for each in self.seen() if each[0] in {first["id"], second["id"], dietary_profile}]
        self.assertEqual(told, [(second["id"], False), (first["id"], False), (dietary_profile, True)])
        # Whatever is there again is gone no more.
        self.ask("PUT", f"/api/v1/dietary-profiles/{dietary_profile}", {"name": "Guest", "avoids": ["milk"]})
        self.assertIn((dietary_profile, False), self.seen())

    def test_pages_go_on_where_the_last_one_ended_and_miss_nothing(self) -> None:
        made = {self.create("100 g oats")["id"] for _ in range(5)}
        with mock.patch.object(changes, "PAGE", 2):
            found: list[str] = []
            page = self.since()
            while page["more"]:
                found += [each["id"] for each in page["changes"]]
                page = self.since(page["next"])
            found += [each["id"] for each in page["changes"]]
        self.assertEqual(len(found), len(set(found)))
        self.assertLess(made, set(found))

    def test_the_end_reaches_back_a_little_and_the_past_is_not_told_again(self) -> None:
        made = self.create("100 g oats")["id"]
        reached = self.since()["next"]
        self.assertLess(datetime.fromisoformat(reached), datetime.now(UTC) - timedelta(seconds=50))
        self.assertIn((made, False), self.seen(reached))
        self.assertEqual(self.seen((datetime.now(UTC) + timedelta(minutes=1)).isoformat()), [])

    def test_what_is_no_moment(self) -> None:
        for wrong in ("yesterday", "2026-05-04T12:00:00", "~~", "2026-13-01T00:00:00Z"):
            with self.subTest(wrong):
                answer = self.client.get("/api/v1/changes", params={"since": wrong})
                self.assertEqual(answer.status_code, 422)

    def test_it_is_one_statement_at_any_size(self) -> None:
        counted = []
        for _ in range(3):
            with statements(app_address(self.url)) as asked:
                self.since()
            counted.append(len(asked))
            for _ in range(5):
                self.create("100 g oats")
        # Once the one who asks is known: into the kitchen, and what changed.
        self.assertEqual(counted[1:], [2, 2], asked)
