"""Lists over HTTP in pages, as a window fetches them while others work."""

from collections.abc import Iterator
from typing import Any
from urllib.parse import quote
from uuid import uuid4

from ample_crumb.application.cupboard.queries import PAGE as FOODS
from ample_crumb.application.formulas.queries import PAGE as FORMULAS
from tests.api.test_api import ApiCase
from tests.api.test_cupboard import product


class Pages(ApiCase):
    def walk(self, path: str, joint: str = "?") -> Iterator[list[Any]]:
        after = ""
        while True:
            page = self.ask("GET", f"{path}{joint}after={quote(after)}")
            yield page["items"]
            after = page["next"]
            if not after:
                return

    def test_every_formula_comes_once_while_one_is_saved(self) -> None:
        made = [self.create("100 g oats") for _ in range(FORMULAS + 3)]
        pages = self.walk("/api/v1/formulas")
        first = next(pages)
        last = made[0]
        self.ask("PUT", f"/api/v1/formulas/{last['id']}", last["draft"] | {"version": 1, "name": "Saved meanwhile"})
        rest = [each for page in pages for each in page]
        self.assertEqual([each["id"] for each in (*first, *rest)], [each["id"] for each in reversed(made[1:])])
        self.assertEqual(self.ask("GET", "/api/v1/formulas")["items"][0]["name"], "Saved meanwhile")
        self.assertEqual(len(self.ask("GET", "/api/v1/formulas?words=MEAN saved")["items"]), 1)

    def test_the_cupboard_is_own_products_and_then_what_ships(self) -> None:
        for number in range(FOODS):
            self.ask("POST", "/api/v1/products", product(id=str(uuid4()), name=f"Keel {number:02}", synonyms=[]), 201)
        foods = [each for page in self.walk("/api/v1/cupboard") for each in page]
        self.assertEqual([food["name"] for food in foods[:FOODS]], [f"Keel {number:02}" for number in range(FOODS)])
        slugs = [food["slug"] for food in foods]
        self.assertEqual(len(slugs), len(set(slugs)))
        self.assertGreater(len(slugs), 300)
        own = next(self.walk("/api/v1/cupboard?shelf=own", "&"))
        self.assertEqual([each["slug"] for each in own], slugs[:FOODS])
        flours = [each for page in self.walk("/api/v1/cupboard?kind=flour&without=gluten", "&") for each in page]
        expected = [food["slug"] for food in foods if food["role"] == "flour" and food["allergens"] is not None
            and "gluten" not in food["allergens"]]  # fmt: skip
        self.assertEqual([flour["slug"] for flour in flours], expected)
        found = self.ask("GET", "/api/v1/cupboard?words=flour ALMOND")["items"]
        self.assertIn("almond_flour", [each["slug"] for each in found])
        self.assertTrue(all("almond" in each["name"].lower() for each in found))

    def test_a_place_that_is_none_is_refused(self) -> None:
        self.create("100 g oats")
        for path, after in (
            ("formulas", "x"), ("formulas", "2026-05-04T12:00:00Z_x"), ("cupboard", "own-x-1"), ("cupboard", "nothing"),
        ):  # fmt: skip
            problem = self.ask("GET", f"/api/v1/{path}?after={after}", status=422)
            self.assertEqual(problem["errors"][0]["pointer"], "/after")
        self.ask("GET", "/api/v1/cupboard?shelf=attic", status=422)

    def test_a_product_says_how_many_use_it_and_names_some(self) -> None:
        made = self.ask("POST", "/api/v1/products", product(), 201)
        for _ in range(26):
            self.create("30 g my whey")
        used = self.ask("GET", f"/api/v1/products/{made['id']}")["used"]
        self.assertEqual((used["count"], used["behind_count"], len(used["formulas"])), (26, 0, 24))
