"""Whatever is sent, the API answers as it says it does and never with a 500: requests made from its own description."""

import unittest
from typing import Any
from unittest import mock

import schemathesis
from hypothesis import HealthCheck, given, settings
from hypothesis import strategies as st
from schemathesis.core.result import Ok
from schemathesis.specs.openapi.checks import (
    content_type_conformance,
    response_schema_conformance,
    status_code_conformance,
)

from ample_crumb.api.app import create_app
from tests import LONG
from tests.kitchen import new_kitchen

AS_DESCRIBED = [status_code_conformance, content_type_conformance, response_schema_conformance]
# The application answers to no other name than its own.
HERE = {"Host": "127.0.0.1"}
EXAMPLES = 60 if LONG else 5


class AnyRequest(unittest.TestCase):
    def test_no_request_is_answered_with_a_500(self) -> None:
        schema = schemathesis.openapi.from_asgi("/openapi.json", create_app(new_kitchen()), headers=HERE)
        operations = [found.ok() for found in schema.get_all_operations() if isinstance(found, Ok)]
        self.assertGreaterEqual(len(operations), 18)
        for operation in operations:
            read = [body for body in operation.body if body.media_type != "application/octet-stream"]
            takes_something = [*operation.iter_parameters(), *read]
            modes = [schemathesis.GenerationMode.POSITIVE]
            # What takes nothing, or any bytes at all, cannot be asked wrongly.
            modes += [schemathesis.GenerationMode.NEGATIVE] if takes_something else []
            for mode in modes:
                with self.subTest(f"{operation.label} {mode.value}"):
                    self.sends(operation.as_strategy(generation_mode=mode))

    def sends(self, cases: st.SearchStrategy[schemathesis.Case[Any]]) -> None:
        @settings(max_examples=EXAMPLES, suppress_health_check=list(HealthCheck), database=None)
        @given(cases)
        def send(case: schemathesis.Case[Any]) -> None:
            # A register that does not answer is said to be away (504), soon enough for a test.
            with mock.patch("ample_crumb.application.cupboard.queries.WAIT_S", 0.05):
                answer = case.call(headers=HERE)
            honest = answer.status_code < 500 or answer.status_code == 504
            self.assertTrue(honest, f"{case.as_curl_command()}: {answer.content[:300]!r}")
            if answer.status_code >= 400:
                self.assertEqual(answer.headers["content-type"], ["application/problem+json"])
                self.assertTrue(answer.json()["detail"])
            case.validate_response(answer, checks=AS_DESCRIBED)

        send()
