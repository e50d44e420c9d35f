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
EXAMPLES = 60 if LONG else 3


class AnyRequestCase(unittest.TestCase):
    """Base: what is asked of the operations of some methods."""

    def ask_of(self, *methods: str) -> None:
        schema = schemathesis.openapi.from_asgi("/openapi.json", create_app(new_kitchen()), headers=HERE)
        every = [found.ok() for found in schema.get_all_operations() if isinstance(found, Ok)]
        operations = [operation for operation in every if operation.method.lower() in methods]
        self.assertGreaterEqual(len(operations), 18)
        for number, operation in enumerate(operations):
            read = [body for body in operation.body if body.media_type != "application/octet-stream"]
            takes_something = [*operation.iter_parameters(), *read]
            modes = [schemathesis.GenerationMode.POSITIVE]
            # What takes nothing, or any bytes at all, cannot be asked wrongly.
            modes += [schemathesis.GenerationMode.NEGATIVE] if takes_something else []
            # In short every other one is asked as it should be, and the rest as it should not.
            modes = modes if LONG else modes[number % len(modes) :][:1]
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


class Reads(AnyRequestCase):
    def test_no_read_is_answered_with_a_500(self) -> None:
        self.ask_of("get")


class Writes(AnyRequestCase):
    def test_nothing_sent_is_answered_with_a_500(self) -> None:
        self.ask_of("post", "patch")

    def test_nothing_put_or_deleted_is_answered_with_a_500(self) -> None:
        self.ask_of("put", "delete")
