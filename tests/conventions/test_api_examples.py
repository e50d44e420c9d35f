"""docs/api.md: its commands are run as they stand, one after the other, against a served kitchen."""

import json
import re
import subprocess
import unittest
from pathlib import Path
from typing import Any, Final

from tests.kitchen import Served, new_kitchen

TEXT: Final = (Path(__file__).parents[2] / "docs" / "api.md").read_text()
_BLOCK: Final = re.compile(r"^```(sh|json)\n(.*?)^```$", re.MULTILINE | re.DOTALL)


class Examples(unittest.TestCase):
    def test_every_command_runs_and_answers_as_it_is_written(self) -> None:
        served = Served(new_kitchen())
        served.start()
        self.addCleanup(served.stop)
        answers: list[str] = []
        shown = 0
        for kind, text in _BLOCK.findall(TEXT):
            with self.subTest(text[:90]):
                if kind == "json":
                    self.assertEqual(json.loads(answers[-1]), json.loads(text))
                    shown += 1
                    continue
                command = text.replace("http://127.0.0.1:8321", served.address)
                done = subprocess.run(["bash", "-c", command], capture_output=True, text=True, check=True, timeout=60)
                answers.append(done.stdout)
                if "tables/" in command:
                    self.assertIn("energy_kcal", done.stdout)
                    continue
                answer = json.loads(done.stdout)
                if "00000000" not in command:
                    self.assertNotIn("status", answer if "health" not in command else {}, done.stdout[:300])
        self.assertGreater(len(answers), 12)
        self.assertEqual(shown, 2)
        self.seen(answers)

    def seen(self, answers: list[str]) -> None:
        """What the text says of some answers."""
        read: list[Any] = [json.loads(answer) for answer in answers if answer[:1] in "{["]
        self.assertTrue(any(isinstance(answer, dict) and answer.get("version") == 2 for answer in read))
        written = [answer for answer in read if isinstance(answer, dict) and set(answer) == {"done", "total"}]
        self.assertEqual(written, [{"done": 1, "total": 1}])
        changes = [answer for answer in read if isinstance(answer, dict) and "changes" in answer]
        self.assertIn("formula", {change["kind"] for change in changes[0]["changes"]})

    def test_every_status_that_the_interface_may_answer_is_explained(self) -> None:
        told = set(re.findall(r"^\| (\d{3}) \|", TEXT, re.MULTILINE))
        from ample_crumb.api.app import create_app

        paths = create_app("postgresql://unused").openapi()["paths"]
        may = {status for path in paths.values() for operation in path.values() for status in operation["responses"]}
        self.assertEqual({status for status in may if int(status) >= 400}, told)

    def test_who_asks_is_named_as_the_interface_names_them(self) -> None:
        from ample_crumb.api.auth import COOKIE

        self.assertEqual(re.findall(r"named by the cookie `(\w+)`", TEXT), [COOKIE])

    def test_every_address_that_ends_is_described(self) -> None:
        """Streams that never end have no words in a description of answers."""
        from ample_crumb.api.app import create_app
        from ample_crumb.api.routers import PlaceRoutes

        described = set(create_app("postgresql://unused").openapi()["paths"])
        routes: list[Any] = []
        PlaceRoutes(routes).load_all()
        self.assertEqual({route.path for route in routes} - described, {"/api/v1/events", "/api/v1/scale/readings"})
