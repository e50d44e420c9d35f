"""The examples of the OpenAPI document: each is of its schema, and none is refused as something that cannot be used."""

import json
import re
from typing import Any, Final

from jsonschema import Draft202012Validator, FormatChecker

from tests.api.test_api import DAY, ApiCase

_FORMULA: Final = "5f0c2b9e-3f44-4c0e-9d7c-0b6f6f0a2c11"
_OTHER: Final = "1d0f3b52-9f5e-4a44-8b1b-0a1b2c3d4e5f"
_PATH: Final = {
    "formula_id": _FORMULA, "day": DAY, "from_day": DAY, "number": "1", "food": "skyr", "symptom": "dry",
    "file_place": "0", "place": "0",
}  # fmt: skip
_ANSWERS: Final = {200, 201, 204, 404, 409}
"""Done; or what it is about is not in this kitchen, or not as far as that yet."""


class RequestExamples(ApiCase):
    def bodies(self) -> list[tuple[str, str, dict[str, Any]]]:
        """Method, path and JSON body of every operation that takes one."""
        return [
            (method.upper(), path, content["application/json"])
            for path, operations in self.app.openapi()["paths"].items()
            for method, operation in operations.items()
            if "application/json" in (content := operation.get("requestBody", {}).get("content", {}))
        ]

    def test_each_is_of_its_schema(self) -> None:
        components = self.app.openapi()["components"]
        for _, path, body in self.bodies():
            with self.subTest(path):
                schema = body["schema"] | {"components": components}
                checked = Draft202012Validator(schema, format_checker=FormatChecker())
                self.assertEqual([error.message for error in checked.iter_errors(body["examples"]["one"]["value"])], [])
                # A value for what the schema does not know would be read by nobody.
                known = components["schemas"][body["schema"]["$ref"].rpartition("/")[2]]["properties"]
                self.assertLessEqual(set(body["examples"]["one"]["value"]), set(known))

    def test_each_is_taken_by_the_kitchen(self) -> None:
        done = 0
        bodies = self.bodies()
        tin = next(body["examples"]["one"]["value"] for _, path, body in bodies if path.endswith("/tins/{tin_id}"))
        moved = next(body["examples"]["one"]["value"] for _, path, body in bodies if path.endswith("/bench/tins"))
        for each in (*moved["production"]["tins"], *moved["others"]):
            self.ask("PUT", f"/api/v1/tins/{each['tin_id']}", tin | {"name": each["tin_id"]})
        for method, path, body in bodies:
            filled = re.sub(r"\{(\w+)\}", lambda found: _PATH.get(found[1], _OTHER), path)
            answer = self.client.request(method, filled, params={"day": DAY}, json=body["examples"]["one"]["value"])
            with self.subTest(f"{method} {path}"):
                self.assertIn(answer.status_code, _ANSWERS, f"{json.dumps(body['example'])}\n{answer.text[:400]}")
            done += answer.status_code < 300
        # Most need nothing but the formula that the first of them writes.
        self.assertGreater(done, 60)
