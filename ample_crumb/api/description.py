"""What the API says of itself: the OpenAPI document with every answer that is sent, problems too."""

import json
from importlib.resources import files
from typing import Any, Final

from fastapi import FastAPI
from fastapi.openapi.utils import get_openapi

from ample_crumb.api.problems import MEDIA_TYPE
from ample_crumb.api.routers import PlaceRoutes

EVERYWHERE: Final = {
    400: "What arrived cannot be read",
    403: "Another page asked for this write",
    404: "Not in this kitchen",
    413: "Too much at once",
    422: "Cannot be used; `errors` points at the fields",
    500: "Went wrong; `request_id` finds it in the log",
    503: "The database does not answer, or somebody else is saving",
    507: "The disk is full",
}
"""What any address may answer besides what it is for."""

Responses = dict[int | str, dict[str, Any]]

CONFLICT: Final[Responses] = {409: {"description": "Changed meanwhile; `current` is what is there"}}
TOO_OFTEN: Final[Responses] = {429: {"description": "Too many in a short time"}}
NO_ANSWER: Final[Responses] = {504: {"description": "No answer in time"}}

_PROBLEM: Final = {
    "title": "Problem",
    "description": "A problem document (RFC 9457); `detail` is a sentence for whoever uses the kitchen.",
    "type": "object",
    "required": ["type", "title", "status", "detail"],
    "properties": {
        "type": {"type": "string"},
        "title": {"type": "string"},
        "status": {"type": "integer"},
        "detail": {"type": "string"},
        "errors": {
            "type": "array",
            "items": {
                "type": "object",
                "required": ["pointer", "detail"],
                "properties": {"pointer": {"type": "string"}, "detail": {"type": "string"}},
            },
        },
        "current": {},
        "request_id": {"type": "string"},
    },
}


def describe(app: FastAPI, places: PlaceRoutes) -> dict[str, Any]:
    """The OpenAPI document; each error of each operation is a problem document, and each body has an example."""
    places.load_all()
    examples: dict[str, Any] = json.loads(files("ample_crumb.api").joinpath("examples.json").read_text())
    document = get_openapi(title=app.title, version=app.version, routes=app.routes)
    schemas = document["components"]["schemas"]
    schemas["Problem"] = _PROBLEM
    for gone in ("HTTPValidationError", "ValidationError"):
        schemas.pop(gone, None)
    content = {MEDIA_TYPE: {"schema": {"$ref": "#/components/schemas/Problem"}}}
    for operations in document["paths"].values():
        for operation in operations.values():
            answers = operation["responses"]
            for status, description in EVERYWHERE.items():
                answers[str(status)] = {"description": description}
            for status in answers:
                if int(status) >= 400:
                    answers[status]["content"] = content
            # A host that is not served here is refused before anything is read.
            answers["400"]["content"] = content | {"text/plain": {"schema": {"type": "string"}}}
            operation["responses"] = dict(sorted(answers.items()))
            body = operation.get("requestBody", {}).get("content", {}).get("application/json")
            if body is not None:
                name = body["schema"]["$ref"].rpartition("/")[2]
                body["examples"] = {"one": {"value": examples[name]}}
    return document
