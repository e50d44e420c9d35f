"""The formulas that golden figures are taken of: published ones, and a hundred made by a seeded generator."""

import json
import random
from collections.abc import Iterator
from dataclasses import dataclass
from pathlib import Path
from typing import Any, Final

from ample_crumb.core.food.cupboard import reference_cupboard
from ample_crumb.core.formula.families import families
from tests.judgement.judged import working

GENERATED: Final = Path(__file__).parent / "formulas.jsonl"


@dataclass(frozen=True, slots=True)
class GoldenFormula:
    """A formula in plain values: `parts` are name, lines and the share used, optional, unbaked and loss of each;
    `production` says how it is parted, in which tin and oven; `wishes` are asked of the optimiser, as figure, value, at
    least."""

    name: str
    family: str
    title: str
    method: str
    parts: tuple[dict[str, Any], ...]
    production: dict[str, Any]
    wishes: tuple[tuple[str, float, bool], ...]


def all_formulas() -> Iterator[GoldenFormula]:
    """Published ones first, then the generated ones as they are kept."""
    for name, (family, text) in ((each.name, (each.family, each.text)) for each in working().values()):
        lines = [line.strip() for line in text.split(";")]
        yield GoldenFormula(f"published: {name}", family, name, "", (_part("", lines),), {"count": 12}, ())
    for row in GENERATED.read_text("utf-8").splitlines():
        made = json.loads(row)
        yield GoldenFormula(
            **made | {"parts": tuple(made["parts"]), "wishes": tuple(tuple(wish) for wish in made["wishes"])}
        )


def _part(name: str, lines: list[str], **options: Any) -> dict[str, Any]:
    return {"name": name, "lines": lines, "used": 1.0, "optional": False, "unbaked": False, "loss": None} | options


_DRY: Final = ("flour", "grain", "protein", "cocoa", "seed", "binder")
_METHODS: Final = (
    "",
    "Heat the oven to 175 °C. Whisk the flour and the baking powder. Melt the butter, stir in the sugar.\n"
    "Bake 22 to 26 minutes; let it cool.",
    "Blend all of it. Microwave for 60 to 90 seconds and let it stand.",
    "Roll it into small balls and chill overnight.",
)


def generate(count: int = 100, seed: int = 20261125) -> Iterator[dict[str, Any]]:
    """Formulas of up to three parts over all foods of the cupboard, in every form that an amount has."""
    of = random.Random(seed)
    foods = sorted(reference_cupboard().ingredients.values(), key=lambda food: food.slug)
    roles = sorted({food.role for food in foods if food.role})
    kinds = [family.slug for family in families()]
    for number in range(count):
        family = of.choice(["", *kinds]) if number % 7 == 0 else of.choice(kinds)
        parts = [_part("", [_line(of, of.choice([f for f in foods if f.role == role]))
            for role in of.sample(roles, of.randint(4, 11))])]  # fmt: skip
        if of.random() < 0.3:
            parts.append(
                _part(
                    of.choice(["Crust", "Glaze", "Filling", "Topping"]),
                    [_line(of, of.choice(foods)) for _ in range(of.randint(1, 4))],
                    used=of.choice([1.0, 1.0, 0.5, 0.6]),
                    optional=of.random() < 0.2,
                    unbaked=of.random() < 0.5,
                    loss=of.choice([None, None, 0.1, 0.25]),
                )
            )
        if of.random() < 0.15:
            parts[0]["lines"].append(of.choice(["a good deal of something", "300 g unobtainium", "2 glugs of nothing"]))
        wishes = []
        if number % 5 == 0:
            wishes = [["energy_kcal", float(of.randint(60, 240)), False], ["protein_g", float(of.randint(3, 14)), True]]
        yield {
            "name": f"generated: {number}",
            "family": family,
            "title": of.choice(["", "Brownies", "Loaf", "Set bars", "Rounds"]) if not family else "",
            "method": of.choice(_METHODS),
            "parts": parts,
            "production": _production(of),
            "wishes": wishes,
        }


def _line(of: random.Random, food: Any) -> str:
    grams = of.choice([2, 5, 12.5, 30, 45, 80, 120, 200, 333])
    if food.role in ("leavening", "salt", "spice", "flavour") or food.slug in ("stevia_pure", "psyllium"):
        grams = of.choice([1, 2, 3.5, 5])
    forms = [
        f"{grams:g} g {food.name}",
        f"{grams:g} to {grams * 1.2:g} g {food.name}",
        f"{grams / 28.35:.1f} oz {food.name}",
    ]
    if food.measures.cup_g:
        forms += [f"{of.choice(['1/4', '1/2', '3/4', '1', '1 1/2'])} cup {food.name}", f"2 heaped tbsp {food.name}"]
        forms += [f"1 tsp {food.name}, {fill}" for fill in food.measures.cup_g]
    if food.measures.piece_g:
        forms += [f"{of.randint(1, 3)} {food.name}", f"half a {food.name}"]
    forms += [f"1 {pack} {food.name}" for pack in food.measures.pack_g if not pack.startswith("gross")]
    line = of.choice(forms)
    return line + of.choice(["", "", "", "", ", chopped", ", half used", " (optional)", ", melted", ", 60 % used"])


def _production(of: random.Random) -> dict[str, Any]:
    made: dict[str, Any] = {"count": of.randint(1, 24)}
    by = of.choice(["count", "count", "dough", "baked", "scoop", "cuts"])
    if by != "count":
        made["by"] = by
    if by in ("dough", "baked"):
        made["grams"] = of.choice([18, 30, 55])
    if by == "scoop":
        made["scoop"] = of.choice(["40", "24", "2 tbsp"])
    if by == "cuts" or of.random() < 0.4:
        made["tin"] = of.choice(["20x20x5cm", "23x33x5cm", "9x2 inch round", "23x13x7cm"])
        made["cuts"] = of.choice(["4x3", "4x4", "8 wedges"])
    made |= of.choice([{}, {}, {"residue_g": 12.0}, {"trimmings_g": 20.0}, {"loss": 0.12}])
    made |= of.choice([{}, {}, {"oven": "fan"}, {"oven": "air fryer", "celsius": 160.0}, {"oven": "microwave"}])
    made |= of.choice([{}, {}, {"small_count": 2, "small_g": 10.0}, {"altitude_m": 1500.0}])
    return made
