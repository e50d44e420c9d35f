"""A product as JSON after schema.org: Product with NutritionInformation, each figure a text such as "24 g".

Beside schema.org's names it knows `polyolContent`, `erythritolContent`, `alluloseContent`, `saltContent` and
`alcoholContent`, `ingredients` (text), `labelling` ("us" or "european") and `drainedWeight`. What cannot be read is
left out and said; nothing is guessed.
"""

import re
from collections.abc import Mapping
from dataclasses import dataclass, replace
from typing import Any, Final

from ample_crumb.core.food.label import Label, LabelBasis, Style
from ample_crumb.core.food.product import PackMeasures


@dataclass(frozen=True, slots=True)
class ToldProduct:
    """A product as told. `remarks` say what of it could not be read, a sentence each."""

    name: str
    label: Label
    measures: PackMeasures
    ingredients_text: str
    remarks: tuple[str, ...]


_FIGURES: Final = {
    "fatContent": "fat_g",
    "saturatedFatContent": "saturates_g",
    "carbohydrateContent": "carbohydrate_g",
    "sugarContent": "sugars_g",
    "fiberContent": "fibre_g",
    "polyolContent": "polyols_g",
    "erythritolContent": "erythritol_g",
    "alluloseContent": "allulose_g",
    "proteinContent": "protein_g",
    "saltContent": "salt_g",
    "alcoholContent": "alcohol_g",
}
_WORDS: Final = {
    "fatContent": "fat", "saturatedFatContent": "saturated fat", "carbohydrateContent": "carbohydrate",
    "sugarContent": "sugar", "fiberContent": "fibre", "polyolContent": "polyols", "erythritolContent": "erythritol",
    "alluloseContent": "allulose", "proteinContent": "protein", "saltContent": "salt", "alcoholContent": "alcohol",
    "sodiumContent": "sodium", "calories": "energy", "servingSize": "the serving", "weight": "the pack",
    "drainedWeight": "the drained weight",
}  # fmt: skip
_GRAMS: Final = {"g": 1.0, "gram": 1.0, "grams": 1.0, "mg": 0.001, "kg": 1000.0}
_KCAL: Final = {"kcal", "cal", "calories", "calorie"}
_AMOUNT: Final = re.compile(r"\s*(\d+(?:[.,]\d+)?)\s*([a-zA-Zµ]*)\s*")


def product_from_json(record: Mapping[str, Any]) -> ToldProduct:
    """A record as a product. Never raises for what it may hold."""
    nutrition = record.get("nutrition")
    nutrition = nutrition if isinstance(nutrition, Mapping) else {}
    remarks: list[str] = []
    label = Label(style=Style.US if record.get("labelling") == "us" else Style.EUROPEAN, basis=LabelBasis.PER_SERVING)
    label = _basis(label, nutrition, remarks)
    grams = {field: _grams(nutrition, name, remarks) for name, field in _FIGURES.items()}
    sodium_g = _grams(nutrition, "sodiumContent", remarks)
    sodium_mg = None if sodium_g is None else round(1000 * sodium_g, 4)
    label = replace(label, sodium_mg=sodium_mg, **grams)  # type: ignore[arg-type] # masses alone
    label = _energy(label, nutrition, remarks)
    return ToldProduct(
        name=_text(record, "name", 120),
        label=label,
        measures=PackMeasures(
            pack_g=_grams(record, "weight", remarks), drained_g=_grams(record, "drainedWeight", remarks)
        ),
        ingredients_text=_text(record, "ingredients", 4000),
        remarks=tuple(remarks),
    )


def _text(record: Mapping[str, Any], name: str, most: int) -> str:
    value = record.get(name)
    return value.replace("\0", "").strip()[:most] if isinstance(value, str) else ""


def _basis(label: Label, nutrition: Mapping[str, Any], remarks: list[str]) -> Label:
    amount = _amount(nutrition.get("servingSize"))
    if amount is None:
        remarks.append("It does not say what amount its figures are for.")
        return label
    value, unit = amount
    if unit == "ml":
        if value == 100:
            return replace(label, basis=LabelBasis.PER_100_ML)
        remarks.append(f"Its figures are for {value:g} ml; weigh that and put the grams in as the serving.")
        return label
    if unit not in _GRAMS:
        remarks.append(_unread("servingSize", nutrition))
        return label
    grams = value * _GRAMS[unit]
    if grams == 100:
        return replace(label, basis=LabelBasis.PER_100_G)
    return replace(label, serving_g=grams)


def _energy(label: Label, nutrition: Mapping[str, Any], remarks: list[str]) -> Label:
    if nutrition.get("calories") is None:
        return label
    amount = _amount(nutrition["calories"])
    if amount is not None and amount[1] in _KCAL:
        return replace(label, energy_kcal=amount[0])
    if amount is not None and amount[1] == "kj":
        return replace(label, energy_kj=amount[0])
    remarks.append(_unread("calories", nutrition))
    return label


def _grams(record: Mapping[str, Any], name: str, remarks: list[str]) -> float | None:
    if record.get(name) is None:
        return None
    amount = _amount(record[name])
    if amount is None or amount[1] not in _GRAMS:
        remarks.append(_unread(name, record))
        return None
    return round(amount[0] * _GRAMS[amount[1]], 6)


def _amount(value: Any) -> tuple[float, str] | None:
    """Number and unit of a text such as "24 g"; None for anything else. A bare number has no unit."""
    found = _AMOUNT.fullmatch(str(value)) if isinstance(value, str | int | float) else None
    return (float(found[1].replace(",", ".")), found[2].lower()) if found else None


def _unread(name: str, record: Mapping[str, Any]) -> str:
    return f"It gives {_WORDS[name]} as “{str(record[name])[:40]}”, which is no amount we can use; it is left out."
