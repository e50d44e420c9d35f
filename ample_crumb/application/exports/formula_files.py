"""A formula as a file: schema.org Recipe, Markdown, plain text, or a card to print."""

from dataclasses import dataclass
from enum import StrEnum
from typing import Final
from uuid import UUID

from ample_crumb.application.formulas.evaluated_formula import EvaluatedFormula
from ample_crumb.application.formulas.summaries import stored_formula
from ample_crumb.application.problems import NotHere
from ample_crumb.application.stash.label_sheet import contains_line, figures_line
from ample_crumb.application.views import portion_view
from ample_crumb.core.formula.families import family_of
from ample_crumb.core.quantity.recipe_parser import WrittenPart, WrittenRecipe
from ample_crumb.formats.formula_card import CardLine, CardPart, FormulaCard, formula_card
from ample_crumb.formats.paper import Paper
from ample_crumb.formats.recipe_written import DerivedFigures, json_ld, markdown, plain_text
from ample_crumb.store import exports, formulas
from ample_crumb.store.database import Connection, Database
from ample_crumb.store.scope import Principal


class RecipeForm(StrEnum):
    """What a formula goes out as."""

    JSON_LD = "jsonld"
    MARKDOWN = "md"
    TEXT = "text"
    CARD = "card"


@dataclass(frozen=True, slots=True)
class SentFile:
    """A file as it goes out: its bytes, what it is called, and of which media type it is."""

    data: bytes
    name: str
    media_type: str


_TYPES: Final = {
    RecipeForm.JSON_LD: ("jsonld", "application/ld+json"),
    RecipeForm.MARKDOWN: ("md", "text/markdown; charset=utf-8"),
    RecipeForm.TEXT: ("txt", "text/plain; charset=utf-8"),
    RecipeForm.CARD: ("pdf", "application/pdf"),
}
_MOST_CAUTIONS: Final = 3


def formula_file(
    database: Database, principal: Principal, formula_id: UUID, form: RecipeForm, paper: Paper = Paper.A5
) -> SentFile:
    """A formula as a file. Raises NotHere."""
    with database.snapshot(principal) as connection:
        formula = _evaluated(connection, principal, formula_id)
    suffix, media_type = _TYPES[form]
    return SentFile(_written(formula, form, paper), f"{file_name(formula.draft.name)}.{suffix}", media_type)


def formulas_file(database: Database, principal: Principal, form: RecipeForm) -> SentFile:
    """Every formula that is not put away in one file, but for cards."""
    with database.snapshot(principal) as connection:
        found = [
            _evaluated(connection, principal, formula_id)
            for formula_id in exports.formula_ids(connection, principal.kitchen_id)
        ]
    recipes = [recipe_of(formula) for formula in found]
    suffix, media_type = _TYPES[form]
    writer = {RecipeForm.MARKDOWN: markdown, RecipeForm.TEXT: plain_text}.get(form)
    text = writer(recipes) if writer else json_ld(recipes, [derived_of(formula) for formula in found])
    return SentFile(text.encode(), f"formulas.{suffix}", media_type)


def _evaluated(connection: Connection, principal: Principal, formula_id: UUID) -> EvaluatedFormula:
    row = formulas.find(connection, principal.kitchen_id, formula_id)
    if row is None:
        raise NotHere("formula")
    return stored_formula(connection, principal, row)


def _written(formula: EvaluatedFormula, form: RecipeForm, paper: Paper) -> bytes:
    if form is RecipeForm.CARD:
        return formula_card(_card(formula), paper)
    recipe = recipe_of(formula)
    if form is RecipeForm.JSON_LD:
        return json_ld([recipe], [derived_of(formula)]).encode()
    if form is RecipeForm.MARKDOWN:
        return markdown([recipe], _notes(formula)).encode()
    return plain_text([recipe]).encode()


def file_name(name: str) -> str:
    """A name as a file may be called."""
    kept = "".join(sign if sign.isalnum() else "-" for sign in name.casefold())
    return "-".join(filter(None, kept.split("-")))[:80] or "formula"


def recipe_of(formula: EvaluatedFormula) -> WrittenRecipe:
    """The lines, pieces and method of a formula, as a recipe has them."""
    draft = formula.draft
    return WrittenRecipe(
        title=draft.name,
        parts=tuple(
            WrittenPart(part.name, tuple(line.text for line in part.lines if line.text.strip())) for part in draft.parts
        ),
        pieces=max(1, round(formula.made.portions.count)),
        method=tuple(row.strip() for row in draft.method.splitlines() if row.strip()),
    )


def derived_of(formula: EvaluatedFormula) -> DerivedFigures:
    """What is known of a piece besides its text."""
    piece = formula.made.piece
    nutrients = piece.nutrients
    names = (
        "energy_kcal", "protein_g", "carbohydrate_g", "fat_g", "saturates_g", "sugars_g", "fibre_g", "salt_g",
    )  # fmt: skip
    return DerivedFigures(
        piece_g=piece.mass_g,
        figures={name: getattr(nutrients, name) for name in names},
        diets=tuple(formula.allergens.diets_kept),
        family=family_of(formula.draft.family).name if formula.draft.family else "",
        tools=tuple(_tins(formula)),
    )


def _tins(formula: EvaluatedFormula) -> list[str]:
    """The tins that it is baked in, as the kitchen calls them."""
    tins = formula.context.tins
    return [tins[used.tin_id].name for used in formula.draft.production.tins if used.tin_id in tins]


def _notes(formula: EvaluatedFormula) -> list[str]:
    names = formula.allergens.names()
    piece = portion_view(formula.piece, formula.context.definition)
    contains = contains_line(sorted(names.contains), sorted(names.may_contain))
    return list(filter(None, (f"One piece, {figures_line(piece)}", contains)))


def _card(formula: EvaluatedFormula) -> FormulaCard:
    draft, made = formula.draft, formula.made
    count = made.portions.count
    under = [f"Makes {count:g} piece{'s' * (count != 1)}"]
    under += _tins(formula)
    if draft.production.oven_c is not None:
        under.append(f"{draft.production.oven_c:.0f} °C")
    window = made.bake_window
    if window is not None:
        under.append(f"look from {window.from_min:.0f} min, done by {window.until_min:.0f}")
    figures, contains = [*_notes(formula), ""][:2]
    return FormulaCard(
        name=draft.name,
        under=", ".join(under),
        parts=tuple(
            CardPart(
                part.name,
                tuple(_line(_grams(line.weighed.mass_g if line.weighed else None), line.text) for line in part.lines),
            )
            for part in formula.figures.parts
        ),
        steps=tuple(row.strip() for row in draft.method.splitlines() if row.strip()),
        figures=figures,
        contains=contains,
        cautions=tuple(hazard.sentence for hazard in formula.hazards[:_MOST_CAUTIONS]),
    )


def _line(grams: str, text: str) -> CardLine:
    """A line beside its grams; one that is written in them does not say them twice."""
    return CardLine(grams, text.removeprefix(f"{grams} ") if grams else text)


def _grams(mass_g: float | None) -> str:
    if mass_g is None:
        return ""
    return f"{mass_g:.0f} g" if mass_g >= 10 else f"{mass_g:.1f} g"
