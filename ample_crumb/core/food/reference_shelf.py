"""The second shelf: the foods of a published table that the cupboard has no row of its own for.

They are found by search, and by a line that no food of the cupboard is near to; they never stand in for one. The table
is read when one of them is first asked for.
"""

from bisect import bisect_left
from collections import UserDict
from collections.abc import Mapping
from functools import cache, lru_cache
from heapq import nsmallest
from math import log
from typing import Final

from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.food.ingredients_statement import scan
from ample_crumb.core.food.nutrients import NAMES, Nutrients
from ample_crumb.core.food.provenance import Provenance
from ample_crumb.core.quantity.name_matching import is_manner, tells, words
from ample_crumb.core.quantity.weighing import Measures
from ample_crumb.core.tables import grams_in, read_table

PREFIX: Final = "sr28-"
"""Slugs of these foods begin with it; their number in the database follows."""

RELEASE: Final = "USDA SR28"

LEAST_SAID: Final = 0.5
"""Share of what a food's name tells that a line has to say; chosen so that "1 cup mocha" is no candy of that name."""

_MOST_LETTERS: Final = 200
_CALLED_THERE: Final = {
    "ketchup": "catsup", "venison": "deer", "aubergine": "eggplant", "courgette": "zucchini", "swede": "rutabaga",
    "rocket": "arugula", "prawn": "shrimp", "beetroot": "beet", "sweetcorn": "corn", "donut": "doughnut",
    "gherkin": "pickle", "crisp": "chip",
}  # fmt: skip
"""Words of elsewhere for foods that the table calls otherwise."""

_CLASSES: Final = frozenset(
    """
    fish nut seed cheese candy cookie cake bread beverage cereal snack spice crustacean mollusk game meat bean oil
    alcoholic
    """.split()
)
"""Words that names begin with and people leave out."""

_UNKNOWN_POLYOLS: Final = ("sugar free", "sugar-free", "dietetic", "low calorie", "low-calorie", "no sugar", "gum")
_FLESH: Final = frozenset(
    """
    beef pork lamb veal chicken turkey duck goose ham bacon sausage fish game bologna salami frankfurter luncheon
    poultry quail pheasant ostrich emu bison elk deer caribou moose gelatin gelatine lard tallow suet
    """.split()
)


class ReferenceShelf:
    """Foods by slug, and an index of the words of their names: each word stands for the places of the names that have
    it, so that a search reads only those."""

    def __init__(self, rows: list[Mapping[str, str]]) -> None:
        self._rows = rows
        self._place = {PREFIX + row["ndb_no"]: place for place, row in enumerate(rows)}
        self._with: dict[str, list[int]] = {}
        self._told: list[tuple[str, ...]] = []
        for place, row in enumerate(rows):
            # Names share most of what stands between their commas, which is looked through once.
            told = tuple(dict.fromkeys(word for part in row["name"].split(",") for word in words(part)))
            self._told.append(told)
            for word in told:
                self._with.setdefault(word, []).append(place)
        self._vocabulary = sorted(self._with)

    def __contains__(self, slug: object) -> bool:
        return slug in self._place

    def food(self, slug: str) -> Ingredient:
        """The food of a slug. Raises KeyError."""
        return _ingredient(self._rows[self._place[slug]])

    def find(self, text: str, most: int) -> list[str]:
        """Up to so many slugs of foods whose names have all the words of a text, the last of which may still be typed:
        those first that are told with the fewest words."""
        *whole, last = self._words(text) or [""]
        if not last:
            return []
        places = self._beginning(last)
        for word in whole:
            places &= set(self._with.get(word, ()))
        return [self._slug(place) for place in nsmallest(most, places, key=lambda place: self._order(place, last))]

    def meant(self, name: str, most: int) -> list[str]:
        """Slugs of foods that a name may mean, the likeliest first: all that it tells is in theirs, and it tells
        either what one of their first two parts does ("Fish, eel, mixed species, raw"), or `LEAST_SAID` of the whole.
        """
        name = name[:_MOST_LETTERS]
        said = {word for word in self._words(name) if not is_manner(word)}
        if not said or not tells(name) or any(word not in self._with for word in said):
            return []
        rarest, *others = sorted((self._with[word] for word in said), key=len)
        shares = {place: self._said(place, said) for place in set(rarest).intersection(*others)}
        last, thing = self._words(name)[-1], {place: self._says_a_part(place, said) for place in shares}
        found = [place for place, share in shares.items() if share >= LEAST_SAID or thing[place]]
        found.sort(key=lambda place: (-thing[place], -round(shares[place], 1), self._order(place, last)))
        return [self._slug(place) for place in found[:most]]

    def _words(self, text: str) -> list[str]:
        """The words of a text as the table has them."""
        return [word if word in self._with else _CALLED_THERE.get(word, word) for word in words(text[:_MOST_LETTERS])]

    def _beginning(self, letters: str) -> set[int]:
        """Places of the names with a word that begins so."""
        at = bisect_left(self._vocabulary, letters)
        places: set[int] = set()
        while at < len(self._vocabulary) and self._vocabulary[at].startswith(letters):
            places.update(self._with[self._vocabulary[at]])
            at += 1
        return places

    def _order(self, place: int, letters: str) -> tuple[bool, int, int, str]:
        """The last of what is said is a whole word, stands early in the name, and little else is in it."""
        told = self._told[place]
        at = next((each for each, word in enumerate(told) if word.startswith(letters)), len(told))
        return letters not in told, min(at, 2), len(told), self._rows[place]["name"]

    def _says_a_part(self, place: int, said: set[str]) -> int:
        """2 where it says the first part of a name, 1 where the second of one that begins with its class, else 0."""
        first, second, *_ = (*map(words, self._rows[place]["name"].split(",")[:2]), ())
        if said.issuperset(first):
            return 2
        return int(_CLASSES.issuperset(first) and bool(second) and said.issuperset(second))

    def _said(self, place: int, said: set[str]) -> float:
        told = [word for word in self._told[place] if not is_manner(word)]
        return sum(map(self._weight, said)) / max(sum(map(self._weight, told)), 1e-9)

    def _weight(self, word: str) -> float:
        """Rare words tell more."""
        return log(1 + len(self._rows) / len(self._with[word]))

    def _slug(self, place: int) -> str:
        return PREFIX + self._rows[place]["ndb_no"]


@cache
def reference_shelf() -> ReferenceShelf:
    """The foods of the table, read once."""
    return ReferenceShelf(list(read_table("foods/reference")))


class WithShelf(UserDict[str, Ingredient]):
    """Foods that are listed, and by their slug also those of the second shelf, which are not."""

    def __contains__(self, slug: object) -> bool:
        return slug in self.data or (isinstance(slug, str) and slug.startswith(PREFIX) and slug in reference_shelf())

    def __missing__(self, slug: str) -> Ingredient:
        if not slug.startswith(PREFIX):
            raise KeyError(slug)
        return _taken(slug)


@lru_cache(maxsize=512)
def _taken(slug: str) -> Ingredient:
    """The same object for the same food, so that what follows from it is found once."""
    return reference_shelf().food(slug)


def _ingredient(row: Mapping[str, str]) -> Ingredient:
    name, source = row["name"], f"{RELEASE}, NDB {row['ndb_no']}"
    declared = scan(name)
    flesh = not _FLESH.isdisjoint(words(name)) and "meatless" not in name.casefold()
    return Ingredient(
        slug=PREFIX + row["ndb_no"],
        name=name,
        synonyms=(),
        role=row["role"],
        per_100g=_nutrients(row),
        polyol_kind="",
        measures=Measures(grams_in(row["cup_g"]), grams_in(row["piece_g"]), grams_in(row["pack_g"])),
        # Its name tells some; what else is in it the table does not say.
        allergens=tuple(allergen.name for allergen in declared.allergens),
        allergens_open=True,
        vegan=False if declared.not_vegan or flesh else None,
        vegetarian=False if declared.not_vegetarian or flesh else None,
        added_sugar=True if declared.added_sugar else None,
        source=source,
        provenance=Provenance(
            composition=source,
            reference_name=name,
            measures=f"household weights of {RELEASE}" if row["cup_g"] or row["piece_g"] or row["pack_g"] else "",
        ),
        reference=True,
        sweetened_with=declared.sweetened_with,
    )


def _nutrients(row: Mapping[str, str]) -> Nutrients:
    """What the table states. It knows no sugar alcohols and no allulose: none where the name gives no reason to ask."""
    asks = any(said in row["name"].casefold() for said in _UNKNOWN_POLYOLS)
    return Nutrients(*[_cell(row.get(name), None if asks else 0.0) for name in NAMES])


def _cell(cell: str | None, unsaid: float | None) -> float | None:
    return unsaid if cell is None else float(cell) if cell else None
