"""The units of the kitchen and the words they are written with.

The definitions stand in `units.txt` and are worked out once by pint; afterwards a unit is its size in grams or
millilitres, because a line is read on every keystroke and parsing unit strings takes longer than all the rest.
"""

from dataclasses import dataclass
from enum import StrEnum
from functools import cache
from importlib.resources import files
from typing import Final

import pint


class UnitKind(StrEnum):
    """What an amount is counted in."""

    MASS = "mass"
    VOLUME = "volume"
    PIECE = "piece"
    PACK = "pack"


class MeasureSystem(StrEnum):
    """Whose cups and spoons: US (236.6, 14.8, 4.9 ml), metric (250, 15, 5 ml), Australian (250, 20, 5 ml)."""

    US = "us"
    METRIC = "metric"
    AUSTRALIAN = "australian"


@dataclass(frozen=True, slots=True)
class Unit:
    """A unit as written on a line. `name` is the word for an amount in words; `rough` marks a guess by custom."""

    name: str
    kind: UnitKind
    rough: bool = False


@cache
def _registry() -> "pint.UnitRegistry[float]":
    registry: pint.UnitRegistry[float] = pint.UnitRegistry(None)
    registry.load_definitions(files(__package__).joinpath("units.txt").read_text("utf-8").splitlines())
    return registry


@cache
def size(defined: str) -> float:
    """Size of a unit of `units.txt`, in g when it is a mass and in ml when it is a volume."""
    quantity = _registry().Quantity(1.0, defined)
    base = "gram" if quantity.check("[mass]") else "millilitre"
    return float(quantity.to(base).magnitude)


_BY_SYSTEM: Final = {
    MeasureSystem.US: {"cup": "us_cup", "tablespoon": "us_tablespoon", "teaspoon": "us_teaspoon"},
    MeasureSystem.METRIC: {"cup": "metric_cup", "tablespoon": "metric_tablespoon", "teaspoon": "metric_teaspoon"},
    MeasureSystem.AUSTRALIAN: {
        "cup": "metric_cup",
        "tablespoon": "australian_tablespoon",
        "teaspoon": "metric_teaspoon",
    },
}
_IMPERIAL: Final = {"pint": "imperial_pint", "fluid ounce": "imperial_fluid_ounce"}
_US: Final = {"pint": "us_pint", "fluid ounce": "us_fluid_ounce", "quart": "us_quart", "gallon": "us_gallon"}
_SAME: Final = {
    "gram": "gram",
    "kilogram": "kilogram",
    "milligram": "milligram",
    "ounce": "ounce",
    "pound": "pound",
    "millilitre": "millilitre",
    "centilitre": "centilitre",
    "decilitre": "decilitre",
    "litre": "litre",
    "dessertspoon": "metric_dessertspoon",
    "pinch": "pinch",
    "dash": "dash",
    "smidgen": "smidgen",
    "drop": "drop",
    "splash": "splash",
    "drizzle": "drizzle",
    "handful": "handful",
}


@cache
def measure_size(name: str, system: MeasureSystem) -> float:
    """Size of the mass or volume unit `name` in the given system, in g or ml."""
    defined = _BY_SYSTEM[system].get(name) or _SAME.get(name)
    if defined is None:
        defined = (_US | ({} if system is MeasureSystem.US else _IMPERIAL))[name]
    return size(defined)


VESSELS_ML: Final = {"glass": 200.0, "mug": 300.0, "teacup": 180.0}
"""What is poured into vessels that nobody measures with, in ml, where a food has no weight for them. Common practice;
they are to be doubted."""

CUP_ML: Final = size("us_cup")
"""The cup that the measures in the tables are stated for, in ml."""

_ROUGH: Final = {"pinch", "dash", "smidgen", "splash", "drizzle", "handful"}

_MASS_WORDS: Final = {
    "gram": "g g. gr gr. gm gms gram grams gramme grammes",
    "kilogram": "kg kgs kg. kilo kilos kilogram kilograms kilogramme kilogrammes",
    "milligram": "mg milligram milligrams",
    "ounce": "oz oz. ozs ounce ounces",
    "pound": "lb lb. lbs lbs. pound pounds",
}
_VOLUME_WORDS: Final = {
    "millilitre": "ml ml. mls millilitre millilitres milliliter milliliters cc",
    "centilitre": "cl centilitre centilitres centiliter centiliters",
    "decilitre": "dl decilitre decilitres deciliter deciliters",
    "litre": "l l. litre litres liter liters",
    "cup": "cup cups c c. cupful cupfuls",
    "tablespoon": "tbsp tbsp. tbsps tbs tbs. tbl tblsp tablesp tablespoon tablespoons tablespoonful tablespoonfuls",
    "teaspoon": "tsp tsp. tsps teasp teaspoon teaspoons teaspoonful teaspoonfuls",
    "dessertspoon": "dsp dessertspoon dessertspoons",
    "fluid ounce": "floz",
    "pint": "pint pints pt pt.",
    "quart": "quart quarts qt qt.",
    "gallon": "gallon gallons",
    "pinch": "pinch pinches",
    "dash": "dash dashes",
    "smidgen": "smidgen smidgens",
    "drop": "drop drops",
    "splash": "splash splashes glug glugs",
    "drizzle": "drizzle drizzles",
    "handful": "handful handfuls",
}
_PACK_WORDS: Final = {
    "can": "can cans tin tins",
    "tub": "tub tubs container containers",
    "pot": "pot pots",
    "packet": "packet packets pack packs package packages pkg pkg. pck pck. pkt pkt. envelope envelopes",
    "sachet": "sachet sachets",
    "block": "block blocks brick bricks",
    "box": "box boxes",
    "jar": "jar jars",
    "bag": "bag bags",
    "carton": "carton cartons",
    "bottle": "bottle bottles",
    "pouch": "pouch pouches",
}
_PIECE_WORDS: Final = {
    "scoop": "scoop scoops scoopful scoopfuls",
    "stick": "stick sticks",
    "knob": "knob knobs",
    "pat": "pat pats",
    "slice": "slice slices",
    "square": "square squares",
    "bar": "bar bars",
    "sheet": "sheet sheets",
    "leaf": "leaf leaves",
    "cube": "cube cubes",
    "ball": "ball balls",
    "bowl": "bowl bowls",
    "glass": "glass glasses",
    "mug": "mug mugs",
    "teacup": "teacup teacups",
    "shot": "shot shots",
    "spray": "spray sprays spritz spritzes",
    "squeeze": "squeeze squeezes",
    "fillet": "fillet fillets",
    "piece": "piece pieces pc pcs",
    "floret": "floret florets",
}


@cache
def unit_words() -> dict[str, Unit]:
    """Every word that names a unit, in lower case, and the unit it names."""
    words: dict[str, Unit] = {}
    for kind, table in (
        (UnitKind.MASS, _MASS_WORDS),
        (UnitKind.VOLUME, _VOLUME_WORDS),
        (UnitKind.PACK, _PACK_WORDS),
        (UnitKind.PIECE, _PIECE_WORDS),
    ):
        for name, written in table.items():
            words |= dict.fromkeys(written.split(), Unit(name, kind, rough=name in _ROUGH))
    return words


BARE: Final = Unit("", UnitKind.PIECE)
"""A number with no unit: so many of the thing itself."""


def unit_named(word: str) -> Unit | None:
    """The unit that a written word names. Case matters for one pair alone: T is a tablespoon, t a teaspoon."""
    if word in {"T", "Tb", "T."}:
        word = "tablespoon"
    elif word in {"t", "t."}:
        word = "teaspoon"
    lower = word.lower()
    return unit_words().get(lower) or unit_words().get(lower.rstrip("."))
