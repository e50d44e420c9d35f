"""Bodies derived from dataclasses: bounds are held, what is made is the dataclass."""

import unittest
from dataclasses import dataclass, field
from enum import StrEnum
from typing import Annotated, Any

from pydantic import ValidationError

from ample_crumb.api.bodies.derived import Derived
from ample_crumb.core.bounds import Between, Items, Letters


class Shape(StrEnum):
    ROUND = "round"
    LONG = "long"


@dataclass(frozen=True, slots=True)
class Jar:
    label: Annotated[str, Letters(5, 1)]
    grams: Annotated[float, Between(0, 100)] | None = None


@dataclass(frozen=True, slots=True)
class Shelf:
    jars: Annotated[tuple[Jar, ...], Items(2)]
    shape: Shape = Shape.ROUND
    best: Jar = field(default_factory=lambda: Jar("best"))
    count: Annotated[int, Between(1, 3)] = 1
    shut: bool = False
    tags: Annotated[tuple[Annotated[str, Letters(3)], ...], Items(2)] | None = None


class JarBody(Derived, becomes=Jar, usual={"label": "best"}):
    """A jar."""


class ShelfBody(Derived, becomes=Shelf):
    """A shelf."""


class Bodies(unittest.TestCase):
    def test_what_is_made_is_the_dataclass(self) -> None:
        body = ShelfBody.model_validate(
            {"jars": [{"label": "oats", "grams": 80}, {"label": "skyr"}], "shape": "long", "tags": ["a", "b"]}
        )
        shelf = Shelf((Jar("oats", 80.0), Jar("skyr")), Shape.LONG, Jar("best"), 1, False, ("a", "b"))
        self.assertEqual(body.made(Shelf), shelf)

    def test_what_may_be_left_out_is_what_has_a_value(self) -> None:
        self.assertEqual(ShelfBody.model_json_schema()["required"], ["jars"])
        self.assertEqual(JarBody().made(Jar), Jar("best"))
        self.assertEqual(ShelfBody.model_validate({"jars": []}).made(Shelf), Shelf(()))

    def test_what_lies_beyond_a_bound_is_refused_at_its_field(self) -> None:
        jar: dict[str, Any] = {"label": "oats"}
        for wrong, where in (
            ({"jars": [jar] * 3}, ("jars",)),
            ({"jars": [{"label": ""}]}, ("jars", 0, "label")),
            ({"jars": [{"label": "pepper"}]}, ("jars", 0, "label")),
            ({"jars": [{"label": "a\x00"}]}, ("jars", 0, "label")),
            ({"jars": [{"label": "a", "grams": 100.1}]}, ("jars", 0, "grams")),
            ({"jars": [{"label": "a", "grams": "9"}]}, ("jars", 0, "grams")),
            ({"jars": [{"label": "a", "lid": 1}]}, ("jars", 0, "lid")),
            ({"jars": [], "count": 0}, ("count",)),
            ({"jars": [], "count": True}, ("count",)),
            ({"jars": [], "shut": 1}, ("shut",)),
            ({"jars": [], "shape": "flat"}, ("shape",)),
            ({"jars": [], "tags": ["long"]}, ("tags", 0)),
        ):
            with self.subTest(str(wrong)), self.assertRaises(ValidationError) as raised:
                ShelfBody.model_validate(wrong)
            self.assertEqual(raised.exception.errors()[0]["loc"], where)

    def test_what_is_no_bound_is_not_passed_over(self) -> None:
        @dataclass(frozen=True, slots=True)
        class Lid:
            width: Annotated[float, "as wide as the jar"]

        with self.assertRaises(TypeError):

            class LidBody(Derived, becomes=Lid):
                """A lid."""
