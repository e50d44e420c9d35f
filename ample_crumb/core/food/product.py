"""A product of a kitchen's own: its label as printed, and the ingredient that follows from it."""

from dataclasses import dataclass
from typing import Annotated, Final

from ample_crumb.core.bounds import Between, Items, Letters
from ample_crumb.core.food.allergens import KNOWN
from ample_crumb.core.food.ingredient import Ingredient
from ample_crumb.core.food.ingredients_statement import scan
from ample_crumb.core.food.label import Label, LabelFigures, read_label
from ample_crumb.core.food.protein_scores import score_said
from ample_crumb.core.problem import CannotUse
from ample_crumb.core.quantity.weighing import Measures

AllergenName = Annotated[str, Letters(40, pattern=f"^({'|'.join(KNOWN)})$")]
Declared = Annotated[tuple[AllergenName, ...], Items(20)] | None
_Grams = Annotated[float, Between(0, 100_000)] | None


@dataclass(frozen=True, slots=True)
class ProductDeclaration:
    """What a product is said to contain, and to contain traces of; None where nobody said."""

    allergens: Declared = None
    traces: Declared = None
    vegan: bool | None = None
    vegetarian: bool | None = None
    added_sugar: bool | None = None


@dataclass(frozen=True, slots=True)
class PackMeasures:
    """Grams of one scoop, piece, pack, drained pack and US cup of a product, as far as they are known."""

    scoop_g: _Grams = None
    piece_g: _Grams = None
    pack_g: _Grams = None
    drained_g: _Grams = None
    cup_g: _Grams = None

    def measures(self) -> Measures:
        """Returns the measures by which lines of it are weighed."""
        pieces = {word: grams for word, grams in (("medium", self.piece_g), ("scoop", self.scoop_g)) if grams}
        # Whatever a line calls it, there is one kind of pack of a product.
        pack_g = self.drained_g or self.pack_g
        packs = {word: pack_g for word in _PACKS if pack_g}
        if self.drained_g and self.pack_g:
            packs |= {f"gross {word}": self.pack_g for word in _PACKS}
        return Measures({"level": self.cup_g} if self.cup_g else {}, pieces, packs)


_PACKS: Final = (
    "packet", "tub", "can", "bag", "jar", "box", "pot", "carton", "pouch", "sachet", "block", "bottle",
)  # fmt: skip


@dataclass(frozen=True, slots=True)
class Pack:
    """All that the pack of a product says: its label, its measures, what it contains."""

    label: Label
    measures: PackMeasures = PackMeasures()
    contains: ProductDeclaration = ProductDeclaration()


class LabelProblem(CannotUse):
    """A label that cannot be true; `field` is the one to look at."""

    def __init__(self, field: str, sentence: str) -> None:
        self.field = field
        super().__init__(sentence)


def ingredient_of(
    slug: str, name: str, synonyms: tuple[str, ...], role: str, pack: Pack, ingredients_text: str = ""
) -> tuple[Ingredient, LabelFigures]:
    """The ingredient of a product, and what its label's check says. Its protein has the score of the sources that the
    text of its ingredients names, or its name where that names none. Raises LabelProblem."""
    read, contains = read_label(pack.label), pack.contains
    if read.per_100g is None:
        problem = read.problems[0]
        raise LabelProblem(problem.field, problem.sentence)
    ingredient = Ingredient(
        slug=slug,
        name=name,
        synonyms=synonyms,
        role=role,
        per_100g=read.per_100g,
        polyol_kind=pack.label.polyol_kind,
        measures=pack.measures.measures(),
        allergens=contains.allergens,
        vegan=contains.vegan,
        vegetarian=contains.vegetarian or contains.vegan,
        added_sugar=contains.added_sugar,
        source="its label",
        sd_per_100g=read.sd_per_100g,
        traces=contains.traces,
        protein_score=score_said(ingredients_text) or score_said(" ".join((name, *synonyms))),
        sweetened_with=scan(ingredients_text or name).sweetened_with,
    )
    return ingredient, read
