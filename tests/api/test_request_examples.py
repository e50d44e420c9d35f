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
    def examples(self) -> list[tuple[str, str, str, Any]]:
        """Method, path, name of the schema and example of every operation that takes JSON."""
        return [
            (method.upper(), path, body["schema"]["$ref"].rpartition("/")[2], body["examples"]["one"]["value"])
            for path, operations in self.app.openapi()["paths"].items()
            for method, operation in operations.items()
            if (body := operation.get("requestBody", {}).get("content", {}).get("application/json"))
        ]

    def test_each_is_of_its_schema(self) -> None:
        components = self.app.openapi()["components"]
        for _, path, name, example in self.examples():
            with self.subTest(path):
                schema = {"$ref": f"#/components/schemas/{name}", "components": components}
                checked = Draft202012Validator(schema, format_checker=FormatChecker())
                self.assertEqual([error.message for error in checked.iter_errors(example)], [])
                # A value for what the schema does not know would be read by nobody.
                self.assertLessEqual(set(example), set(components["schemas"][name]["properties"]))

    def test_each_is_taken_by_the_kitchen(self) -> None:
        examples = self.examples()
        by_name = {name: example for *_, name, example in examples}
        moved = by_name["OtherTinsBody"]
        for each in (*moved["production"]["tins"], *moved["others"]):
            self.ask("PUT", f"/api/v1/tins/{each['tin_id']}", by_name["TinBody"] | {"name": each["tin_id"]})
        done = 0
        for method, path, _, example in examples:
            filled = re.sub(r"\{(\w+)\}", lambda found: _PATH.get(found[1], _OTHER), path)
            answer = self.client.request(method, filled, params={"day": DAY}, json=example)
            with self.subTest(f"{method} {path}"):
                self.assertIn(answer.status_code, _ANSWERS, f"{json.dumps(example)}\n{answer.text[:400]}")
            done += answer.status_code < 300
        # Most need nothing but the formula that the first of them writes.
        self.assertGreater(done, 60)
