"""The command line: `python -m ample_crumb COMMAND`."""

import argparse
import json
import math
import re
import sys
from collections.abc import Sequence
from itertools import islice
from pathlib import Path
from typing import Any, Final

from ample_crumb.core.bake.made import Made, Making, made_of
from ample_crumb.core.crumb.check import Dough, check_of, dough_of
from ample_crumb.core.crumb.dials import Verdict
from ample_crumb.core.crumb.hazards import hazards_of
from ample_crumb.core.crumb.repairs import Setting, repairs_of
from ample_crumb.core.doubt.spread import LineDoubt, doubt_of
from ample_crumb.core.food.cupboard import Cupboard, reference_cupboard
from ample_crumb.core.food.energy import EnergySystem
from ample_crumb.core.food.nutrients import Band, Figures, total
from ample_crumb.core.formula.calling import claims_of
from ample_crumb.core.formula.contents import contents_of
from ample_crumb.core.formula.families import families, family_of
from ample_crumb.core.formula.formula import parts_of
from ample_crumb.core.formula.outcome import Weighings
from ample_crumb.core.formula.portions import By, Portioning, read_cuts, scoop_ml
from ample_crumb.core.formula.reading import Manner, ReadLine
from ample_crumb.core.formula.tins import Tin, read_tin
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.quantity.foods import split_foods
from ample_crumb.core.quantity.lines import read_line
from ample_crumb.core.quantity.recipe import MOST_PIECES, WrittenRecipe
from ample_crumb.core.quantity.units import Kind, System, measure_size
from ample_crumb.formats.products_csv import products_from_csv
from ample_crumb.formats.recipe_text import MOST_CHARACTERS, recipe_from_text

ALL_READ, UNUSABLE, SOME_UNREAD = 0, 2, 3

_NUTRIENTS: Final = (
    "energy_kcal",
    "protein_g",
    "fat_g",
    "saturates_g",
    "carbohydrate_g",
    "sugars_g",
    "fibre_g",
    "polyols_g",
    "salt_g",
)


def main(arguments: Sequence[str] | None = None) -> int:
    """Runs a command; returns its exit code."""
    parser = argparse.ArgumentParser(
        prog="ample_crumb", description="From a pasted recipe to honest figures per piece."
    )
    commands = parser.add_subparsers(dest="command", required=True)
    analyse = commands.add_parser("analyse", help="read a recipe file and print its figures; needs no server")
    analyse.add_argument("file", help="plain text, or a schema.org Recipe as JSON-LD; - reads standard input")
    analyse.add_argument("--pieces", type=int, help="pieces of the batch; otherwise as the recipe says, else 1")
    analyse.add_argument("--json", action="store_true", help="print one JSON object")
    analyse.add_argument("--measures", choices=list(System), default=System.US, help="whose cups and spoons")
    analyse.add_argument("--energy", choices=list(EnergySystem), default=EnergySystem.STATED, help="how energy counts")
    analyse.add_argument(
        "--family",
        choices=[family.slug for family in families()],
        default="",
        help="kind of dessert; guessed for the crumb check where it is not given",
    )
    analyse.add_argument("--products", help="own products as CSV; they win over generic ones of the same name")
    analyse.add_argument("--tin", help="the tin it is baked in, such as 20x20x5cm or 23x5cm round")
    analyse.add_argument("--cuts", help="how the tin is cut, such as 4x3 or 8 wedges; wants --tin")
    analyse.add_argument("--disher", help="pieces by a disher's number, 4 to 100, or by spoon, such as 2 tbsp")
    analyse.add_argument("--piece-mass", help="pieces of so much dough, such as 45g")
    analyse.add_argument("--loss", help="what baking takes, such as 10%%; otherwise as usual for the family")
    serve = commands.add_parser("serve", help="serve the application; the database is already there")
    serve.add_argument("--host", default="127.0.0.1")
    serve.add_argument("--port", type=int, default=8321)
    serve.add_argument("--workers", type=int, default=1)
    prepare = commands.add_parser("prepare", help="bring the database to the current schema, with the demo if new")
    prepare.add_argument("--empty", action="store_true", help="leave a new database without the demo kitchen")
    commands.add_parser("openapi", help="print the OpenAPI description that the front end's types come from")
    given = parser.parse_args(arguments)
    if given.command == "analyse":
        return _analyse(given)
    # The server's libraries take a while to load and a recipe file needs none of them.
    from ample_crumb import server

    return server.run(given)


def _analyse(given: argparse.Namespace) -> int:
    try:
        recipe = recipe_from_text(_text_of(given.file))
        pieces = given.pieces if given.pieces is not None else recipe.pieces or 1
        manner = Manner(System(given.measures), EnergySystem(given.energy))
        cupboard = _cupboard(given.products)
        tins, making = _making(given, pieces)
        made = made_of(parts_of(recipe), making, given.family, tins, cupboard, manner)
        if made.problems:
            raise CannotUse(made.problems[0])
    except CannotUse as problem:
        print(problem, file=sys.stderr)
        return UNUSABLE
    as_given = [text for part in recipe.parts for text in part.lines]
    if given.json:
        crumb = _crumb(recipe, made, cupboard, given.family, manner.energy)
        print(json.dumps(_as_json(as_given, made, cupboard, given.family) | crumb, ensure_ascii=False, indent=2))
    else:
        print(_as_table(recipe.title, made))
        print(_check_in_words(_dough(recipe, made, cupboard, given.family)))
    return SOME_UNREAD if made.worked.unread else ALL_READ


def _making(given: argparse.Namespace, pieces: int) -> tuple[tuple[Tin, ...], Making]:
    """What the options say of tin, pieces and loss. Raises CannotUse."""
    ways = [option for option in (given.cuts, given.disher, given.piece_mass) if option]
    if len(ways) > 1:
        raise CannotUse("Pieces come by cuts, by disher or by mass; give one of them.")
    if given.cuts and not given.tin:
        raise CannotUse("--cuts needs the tin that is cut; give --tin too.")
    tins = (read_tin(given.tin),) if given.tin else ()
    weighings = Weighings(loss=_share(given.loss)) if given.loss else Weighings()
    if not 1 <= pieces <= MOST_PIECES:
        raise CannotUse(f"A batch makes from 1 to {MOST_PIECES:,} pieces, not {pieces:,}.")
    if given.cuts:
        return tins, Making(Portioning(By.CUTS), weighings, read_cuts(given.cuts))
    if given.disher:
        return tins, Making(Portioning(By.SCOOP, scoop_ml=scoop_ml(given.disher, System(given.measures))), weighings)
    if given.piece_mass:
        return tins, Making(Portioning(By.DOUGH, grams=_grams(given.piece_mass)), weighings)
    return tins, Making(Portioning(count=pieces), weighings)


def _share(text: str) -> float:
    found = re.fullmatch(r"\s*(\d+(?:[.,]\d+)?)\s*%\s*", text)
    if not found:
        raise CannotUse(f"--loss is a share such as 10%, not {text[:20]!r}.")
    return float(found[1].replace(",", ".")) / 100


def _grams(text: str) -> float:
    line = read_line(text if re.search(r"[a-z]", text, re.IGNORECASE) else f"{text} g")
    term = line.amount.terms[0] if line.amount else None
    if term is None or term.unit.kind is not Kind.MASS:
        raise CannotUse(f"--piece-mass is a mass such as 45g, not {text[:20]!r}.")
    return term.count.middle * measure_size(term.unit.name, System.US)


def _cupboard(products: str | None) -> Cupboard:
    if products is None:
        return reference_cupboard()
    own = products_from_csv(_text_of(products))
    for product in own:
        if product.remark:
            print(f"{product.ingredient.name}: {product.remark}", file=sys.stderr)
    return reference_cupboard().with_own(product.ingredient for product in own)


def _text_of(name: str) -> str:
    try:
        # One byte more than the longest text of four-byte characters tells a file that is too long.
        limit = 4 * MOST_CHARACTERS + 1
        if name == "-":
            data = sys.stdin.buffer.read(limit)
        else:
            with Path(name).open("rb") as file:
                data = file.read(limit)
        return data[: limit - 1].decode("utf-8") if len(data) < limit else data.decode("utf-8", "ignore")
    except OSError as problem:
        raise CannotUse(f"Cannot read {name}: {problem.strerror}.") from problem
    except UnicodeDecodeError as problem:
        raise CannotUse(f"{name} is not a text in UTF-8.") from problem


def _as_json(as_given: list[str], made: Made, cupboard: Cupboard, family: str) -> dict[str, Any]:
    worked = made.worked
    contents = contents_of(worked, cupboard)
    claims = claims_of(worked, contents, family)
    doubt = doubt_of(worked, cupboard)
    read = [line for part in worked.parts for line in part.lines]
    pairs = zip(read, doubt.lines, strict=True)
    ranked = sorted(zip(read, doubt.lines, strict=True), key=lambda pair: -pair[1].share)
    return {
        "pieces": round(made.portions.count, 3) if made.portions.count % 1 else int(made.portions.count),
        "batch": _figures_json(worked.batch, doubt.batch),
        "piece": _figures_json(worked.piece, doubt.piece),
        "piece_mass_g": _rounded(made.piece.mass_g),
        "fill": _rounded(made.filling.share) if made.filling else None,
        "check_from_min": _rounded(made.window.from_min) if made.window else None,
        "check_until_min": _rounded(made.window.until_min) if made.window else None,
        "lines": [_line_json(text, list(islice(pairs, len(split_foods(text))))) for text in as_given],
        "doubt": [{"text": line.text, "share": _rounded(of.share)} for line, of in ranked if of.share >= 0.005],
        "unread": list(worked.unread),
        "contains": [each.name for each in contents.contains],
        "breaks": {each.name: list(each.lines) for each in contents.breaks},
        "claims": {
            "eu": [each.claim.name for each in claims.eu if each.claim.holds],
            "us": [each.claim.name for each in claims.us if each.claim.holds],
        },
        "at_least": [name for name in worked.batch.at_least if name in _NUTRIENTS],
    }


def _dough(recipe: WrittenRecipe, made: Made, cupboard: Cupboard, family: str) -> Dough:
    return dough_of(made.worked, family, cupboard, recipe.title, "\n".join(recipe.method))


def _crumb(recipe: WrittenRecipe, made: Made, cupboard: Cupboard, family: str, energy: EnergySystem) -> dict[str, Any]:
    """The crumb check, its repairs and the hazards."""
    dough = _dough(recipe, made, cupboard, family)
    setting = Setting(made.worked.pieces, energy, {}, contents_of(made.worked, cupboard))
    hazards = hazards_of(made.worked, made.piece, dough.family, "\n".join(recipe.method), cupboard)
    return {
        "family": dough.family,
        "dials": [
            {
                "name": dial.name,
                "value": _rounded(dial.value),
                "low": _rounded(dial.low),
                "high": _rounded(dial.high),
                "verdict": dial.verdict,
                "unit": dial.unit,
                "reason": dial.reason,
            }
            for dial in check_of(dough).dials
        ],
        "repairs": [
            {
                "dial": repair.dial,
                "text": repair.words,
                "ingredient": repair.name,
                "change_g": _rounded(repair.change_g),
                "energy_kcal": _rounded(repair.energy_kcal),
                "protein_g": _rounded(repair.protein_g),
                "value": _rounded(repair.value),
            }
            for repair in repairs_of(dough, cupboard, setting)
        ],
        "hazards": [
            {"name": each.name, "text": each.sentence, "reason": each.reason, "lines": list(each.lines)}
            for each in hazards
        ],
    }


def _check_in_words(dough: Dough) -> str:
    check = check_of(dough)
    name = family_of(check.family).name or "no family"
    rows = [f"crumb, judged as {name.lower()}{' (a guess)' if check.guessed else ''}: {check.note}".rstrip(": ")]
    rows += [
        f"  {dial.title}: {dial.value:.2f} {dial.unit}, {dial.verdict} ({dial.low:.2f} to {dial.high:.2f}). "
        f"{dial.reason}"
        for dial in check.off
        if dial.value is not None and dial.low is not None and dial.high is not None
    ]
    rows += [f"  {dial.title}: {dial.reason}" for dial in check.dials if dial.verdict is Verdict.UNKNOWN]
    return "\n".join(rows if len(rows) > 1 else [f"{rows[0]}: all dials fit"])


def _figures_json(figures: Figures, band: Band) -> dict[str, float | None]:
    return (
        {"mass_g": round(figures.mass_g, 3)}
        | {name: _rounded(getattr(figures.nutrients, name)) for name in _NUTRIENTS}
        | {f"{name}_sd": _rounded(getattr(band.nutrients, name)) for name in ("energy_kcal", "protein_g")}
    )


def _rounded(value: float | None) -> float | None:
    return None if value is None else round(value, 3)


def _line_json(text: str, foods: list[tuple[ReadLine, LineDoubt]]) -> dict[str, Any]:
    """A line as given; of several foods on one line the names are joined and the figures added."""
    read = [food for food, _ in foods if food.figures is not None]
    figures = total(food.figures for food in read if food.figures)
    mass_g = _rounded(figures.mass_g) if read else None
    return {
        "text": text,
        "ingredient": " + ".join(food.ingredient.name for food in read if food.ingredient) or None,
        "mass_g": mass_g,
        "grams": mass_g,
        "energy_kcal": _rounded(figures.nutrients.energy_kcal) if read else None,
        "protein_g": _rounded(figures.nutrients.protein_g) if read else None,
        "energy_kcal_sd": _rounded(math.hypot(*(doubt.energy_sd_kcal for _, doubt in foods))) if read else None,
        "protein_g_sd": _rounded(math.hypot(*(doubt.protein_sd_g for _, doubt in foods))) if read else None,
        "sure": all(food.sure for food, _ in foods),
        "problem": " ".join(food.problem for food, _ in foods if food.problem) or None,
    }


def _as_table(title: str, made: Made) -> str:
    worked = made.worked
    rows = [title, ""] if title else []
    rows.append(f"{'as written':44.44} {'read as':34.34} {'g':>8} {'kcal':>7} {'protein':>8}")
    for part in worked.parts:
        if part.name:
            rows.append(f"{part.name}:")
        rows += [_row(line) for line in part.lines]
    rows.append("")
    for label, figures in (("whole batch", worked.batch), (f"one of {made.portions.count:g}", worked.piece)):
        rows.append(f"{label}: {_sentence(figures)}")
    rows += _baked(made)
    if worked.unread:
        count = len(worked.unread)
        rows.append(f"without {count} {'line' if count == 1 else 'lines'}, not read:")
        rows += [
            f"  {line.text[:80]}: {line.problem}" for part in worked.parts for line in part.lines if not line.figures
        ]
    return "\n".join(rows)


def _baked(made: Made) -> list[str]:
    """What the tin and the oven add, a line each; nothing where nobody asked."""
    rows = []
    if made.outcome.loss:
        rows.append(f"baked: {made.piece.mass_g:.0f} g a piece, {made.outcome.loss:.0%} less than the dough")
    if made.filling:
        first = made.filling.tins[0]
        rows.append(f"in the tin: {made.filling.share:.0%} full, {first.height_cm:.1f} cm high")
        rows += made.filling.warnings
    if made.window:
        rows.append(f"look from minute {made.window.from_min:.0f}, until {made.window.until_min:.0f}")
    return rows


def _row(line: ReadLine) -> str:
    if line.figures is None or line.ingredient is None:
        return f"{line.text:44.44} {'not read':34.34}"
    doubt = "" if line.sure else " ?"
    nutrients = line.figures.nutrients
    return (
        f"{line.text:44.44} {line.ingredient.name[:32] + doubt:34.34} {line.figures.mass_g:8.1f} "
        f"{nutrients.energy_kcal or 0:7.0f} {nutrients.protein_g or 0:8.1f}"
    )


def _sentence(figures: Figures) -> str:
    nutrients = figures.nutrients

    def shown(name: str, label: str, unit: str) -> str:
        value = getattr(nutrients, name)
        least = "at least " if name in figures.at_least else ""
        return f"{label} {least}{value:.1f} {unit}"

    energy = f"{figures.mass_g:.0f} g, {'at least ' if 'energy_kcal' in figures.at_least else ''}"
    energy += f"{nutrients.energy_kcal:.0f} kcal"
    return ", ".join(
        [
            energy,
            shown("protein_g", "protein", "g"),
            shown("fat_g", "fat", "g"),
            shown("saturates_g", "of which saturates", "g"),
            shown("carbohydrate_g", "carbohydrate", "g"),
            shown("sugars_g", "of which sugars", "g"),
            shown("polyols_g", "of which polyols", "g"),
            shown("fibre_g", "fibre", "g"),
            shown("salt_g", "salt", "g"),
        ]
    )
