"""Errors as RFC 9457 problem documents: one place maps exceptions to responses.

`detail` is a sentence a baker understands. `errors` points at fields, `current` carries the present state of what was
changed meanwhile.
"""

import logging
from collections.abc import Sequence
from dataclasses import asdict, is_dataclass
from typing import Any, Final
from uuid import uuid4

import psycopg
import psycopg.errors
import psycopg_pool
from fastapi import FastAPI, Request
from fastapi.encoders import jsonable_encoder
from fastapi.exceptions import RequestValidationError
from fastapi.responses import JSONResponse, Response
from starlette.exceptions import HTTPException

from ample_crumb.api.rate_limit import TooOften
from ample_crumb.application.documents import UnknownDocument
from ample_crumb.application.problems import CannotAccept, ChangedMeanwhile, NoAnswer, NotHere
from ample_crumb.core.problem import CannotUse
from ample_crumb.store.scope import NobodyThere

NO_DATABASE = (
    "The kitchen's database does not answer. What you typed is kept in this window; it is saved when it is back."
)
SOMEBODY_SAVING = (
    "Somebody else is saving in this kitchen just now. What you typed is kept in this window and is saved in a moment."
)
DISK_FULL = "The disk that the kitchen is kept on is full, so nothing can be saved until there is room again."


MEDIA_TYPE: Final = "application/problem+json"

_log = logging.getLogger(__name__)


def problem(status: int, title: str, detail: str, **more: Any) -> Response:
    """A problem document."""
    body = {"type": "about:blank", "title": title, "status": status, "detail": detail} | more
    headers = {"Retry-After": "2"} if status == 503 else None
    return JSONResponse(jsonable_encoder(body), status, headers, media_type=MEDIA_TYPE)


def _validation(_: Request, error: Exception) -> Response:
    assert isinstance(error, RequestValidationError)
    errors = [{"pointer": _pointer(each["loc"]), "detail": _sentence(each)} for each in error.errors()[:20]]
    return problem(422, "Cannot be used", errors[0]["detail"], errors=errors)


def _pointer(place: Sequence[int | str]) -> str:
    steps = [str(step).replace("~", "~0").replace("/", "~1") for step in place if step != "body"]
    return "".join(f"/{step}" for step in steps)


_SENTENCES = {
    "missing": "{field} is missing.",
    "greater_than": "{field} must be over {gt}.",
    "greater_than_equal": "{field} must be at least {ge}.",
    "less_than": "{field} must be under {lt}.",
    "less_than_equal": "{field} must be at most {le}.",
    "string_too_long": "{field} is too long; at most {max_length} characters fit.",
    "string_too_short": "{field} must not be empty.",
    "too_long": "{field} holds too many; at most {max_length} fit.",
    "float_type": "{field} must be a number.",
    "float_parsing": "{field} must be a number.",
    "int_type": "{field} must be a whole number.",
    "int_parsing": "{field} must be a whole number.",
    "int_from_float": "{field} must be a whole number.",
    "int_parsing_size": "{field} is too large a number.",
    "string_type": "{field} must be a text.",
    "bool_type": "{field} is either yes or no.",
    "extra_forbidden": "{field} is not known here.",
    "json_invalid": "What arrived is no JSON.",
    "finite_number": "{field} must be a plain number.",
    "string_pattern_mismatch": "{field} holds signs that it cannot have.",
    "enum": "{field} is none of {expected}.",
    "literal_error": "{field} is none of {expected}.",
    "uuid_parsing": "{field} is no id.",
    "uuid_type": "{field} is no id.",
    "list_type": "{field} must be a list.",
    "tuple_type": "{field} must be a list.",
    "dict_type": "{field} must be an object.",
    "model_type": "{field} must be an object.",
    "model_attributes_type": "{field} must be an object.",
    "dataclass_type": "{field} must be an object.",
    "dataclass_exact_type": "{field} must be an object.",
    "date_type": "{field} is no date; write it as 2026-05-01.",
    "date_parsing": "{field} is no date; write it as 2026-05-01.",
    "date_from_datetime_parsing": "{field} is no date; write it as 2026-05-01.",
    "date_from_datetime_inexact": "{field} is a date, without a time.",
    "datetime_type": "{field} is no moment.",
    "datetime_parsing": "{field} is no moment.",
    "datetime_from_date_parsing": "{field} is no moment.",
    "timezone_aware": "{field} must say its time zone.",
    "float_parsing_size": "{field} is too large a number.",
    "bool_parsing": "{field} is either yes or no.",
    "unexpected_keyword_argument": "{field} is not known here.",
}


def _sentence(error: dict[str, Any]) -> str:
    names = [str(step) for step in error["loc"] if isinstance(step, str) and step not in {"body", "query", "path"}]
    field = (names[-1] if names else "This").replace("_", " ").removesuffix(" kcal").removesuffix(" g").capitalize()
    if error["type"] == "value_error":
        return f"{field}: {error['msg'].removeprefix('Value error, ')}."
    # What the framework says in its own words is for engineers.
    pattern = _SENTENCES.get(error["type"], "{field} cannot be used as it is.")
    return pattern.format(field=field, **error.get("ctx", {}))


def _cannot_use(_: Request, error: Exception) -> Response:
    field = error.field if isinstance(error, CannotAccept) else ""
    return problem(422, "Cannot be used", str(error), errors=[{"pointer": field, "detail": str(error)}])


def _not_here(_: Request, error: Exception) -> Response:
    return problem(404, "Not here", str(error))


def _nobody_there(_: Request, __: Exception) -> Response:
    return problem(404, "Not here", "This kitchen is not here any more.")


def _too_often(_: Request, error: Exception) -> Response:
    return problem(429, "Too often", str(error))


def _no_answer(_: Request, error: Exception) -> Response:
    return problem(504, "No answer", str(error))


def _changed(_: Request, error: Exception) -> Response:
    assert isinstance(error, ChangedMeanwhile)
    current = asdict(error.current) if is_dataclass(error.current) and not isinstance(error.current, type) else None
    return problem(409, "Changed meanwhile", str(error), current=current)


def _of_a_newer_release(_: Request, __: Exception) -> Response:
    return problem(
        409, "Kept by a newer release", "A newer release kept this; this one cannot read it. Nothing is lost."
    )


def _http(_: Request, error: Exception) -> Response:
    assert isinstance(error, HTTPException)
    return problem(error.status_code, "Not possible", str(error.detail))


_IN_THE_WAY: Final = (
    psycopg.errors.LockNotAvailable,
    psycopg.errors.DeadlockDetected,
    psycopg.errors.SerializationFailure,
)


def _database_away(_: Request, error: Exception) -> Response:
    if isinstance(error, psycopg.errors.DiskFull):
        return problem(507, "Disk full", DISK_FULL)
    if isinstance(error, _IN_THE_WAY):
        return problem(503, "Busy", SOMEBODY_SAVING)
    return problem(503, "No database", NO_DATABASE)


def _bad_data(_: Request, __: Exception) -> Response:
    # Zero bytes and lone surrogates pass JSON but no database text.
    return problem(422, "Cannot be used", "There are signs in this text that cannot be stored.", errors=[])


def _unexpected(_: Request, error: Exception) -> Response:
    # The id is all that leaves the server: a trace may hold what somebody typed.
    request_id = uuid4().hex
    _log.error("request %s failed", request_id, exc_info=error)
    detail = f"Something went wrong here, and it is not your doing. Nothing was saved. Report it as {request_id}."
    return problem(500, "Went wrong", detail, request_id=request_id)


def add_problems(app: FastAPI) -> None:
    """Makes every error of the application a problem document."""
    app.add_exception_handler(RequestValidationError, _validation)
    app.add_exception_handler(CannotUse, _cannot_use)
    app.add_exception_handler(NotHere, _not_here)
    app.add_exception_handler(NobodyThere, _nobody_there)
    app.add_exception_handler(TooOften, _too_often)
    app.add_exception_handler(NoAnswer, _no_answer)
    app.add_exception_handler(ChangedMeanwhile, _changed)
    app.add_exception_handler(UnknownDocument, _of_a_newer_release)
    app.add_exception_handler(HTTPException, _http)
    app.add_exception_handler(psycopg.OperationalError, _database_away)
    app.add_exception_handler(psycopg_pool.PoolTimeout, _database_away)
    app.add_exception_handler(psycopg.DataError, _bad_data)
    app.add_exception_handler(UnicodeEncodeError, _bad_data)
    app.add_exception_handler(Exception, _unexpected)
