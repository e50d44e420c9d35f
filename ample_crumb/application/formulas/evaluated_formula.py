"""A formula worked out: made once a request, and all that follows from it worked out once, when it is first asked
for."""

from dataclasses import dataclass, replace
from functools import cached_property

from ample_crumb.application.context import KitchenContext
from ample_crumb.application.cupboards import priced_food
from ample_crumb.application.formulas.production import produce_draft
from ample_crumb.core.crumb.character import Shaping, shaping_of
from ample_crumb.core.crumb.check import CrumbCheck, JudgedDough, crumb_check, judge_dough
from ample_crumb.core.crumb.hazard import Hazard
from ample_crumb.core.crumb.hazards import find_hazards, hazard_lines, is_heated
from ample_crumb.core.crumb.traits import traits_of
from ample_crumb.core.day.powder import powder_g
from ample_crumb.core.food.claims.claim import ClassicFigures
from ample_crumb.core.food.nutrients import CarbohydrateDefinition, Figures, Portion
from ample_crumb.core.formula.allergens import AllergenNames, Allergens, allergens_of
from ample_crumb.core.formula.claims import FormulaClaims, claims_of
from ample_crumb.core.formula.cost import Cost, cost_of
from ample_crumb.core.formula.eater_alerts import HAZARDS_OF_SOME_AGE, DietAlert, diet_alerts
from ample_crumb.core.formula.evaluation import FormulaFigures
from ample_crumb.core.formula.formula import Part
from ample_crumb.core.formula.questions import Asking, LineQuestion, questions_of
from ample_crumb.core.keeping.traits import KeepingTraits, keeping_traits
from ample_crumb.core.planning.stages import FormulaToMake
from ample_crumb.core.production.draft import Draft
from ample_crumb.core.production.production import Production
from ample_crumb.core.uncertainty.propagation import Uncertainty, propagate


@dataclass(frozen=True)
class EvaluatedFormula:
    """A draft made with what its kitchen knows. It is shared by the save, its view and summary, and the tabs."""

    draft: Draft
    made: Production
    context: KitchenContext

    @property
    def figures(self) -> FormulaFigures:
        """Its lines and parts, as dough."""
        return self.made.evaluated

    @cached_property
    def uncertainty(self) -> Uncertainty:
        """The bands, with carbohydrate as the kitchen counts it."""
        return propagate(self.figures, self.context.cupboard, self.context.definition)

    @cached_property
    def piece(self) -> Portion:
        """A piece as it is eaten, with its band."""
        return Portion(self.made.piece, self.made.piece_sd(self.uncertainty.piece))

    @cached_property
    def kept_piece(self) -> Portion:
        """A piece as it is kept in lists, whatever the kitchen counts as carbohydrate."""
        if self.context.definition is CarbohydrateDefinition.AVAILABLE:
            return self.piece
        return Portion(self.made.piece, self.made.piece_sd(propagate(self.figures, self.context.cupboard).piece))

    @property
    def plain_piece(self) -> Figures | None:
        """A piece without the optional lines; what stays in the bowl and is cut off is lacking there too."""
        plain = self.figures.plain_piece
        return plain and plain.times(self.made.bake_yield.kept_share)

    @cached_property
    def allergens(self) -> Allergens:
        """What it contains, and the diets it keeps."""
        return allergens_of(self.figures, self.context.cupboard)

    @property
    def allergen_names(self) -> AllergenNames:
        """What it contains, with the hazards that some ages must not get."""
        met = (hazard.name for hazard in self.hazards if hazard.eaten)
        names = tuple(name for name in met if name in HAZARDS_OF_SOME_AGE)
        return replace(self.allergens.names(), hazards=names)

    @property
    def alerts(self) -> tuple[DietAlert, ...]:
        """Who must not get it."""
        dietary_profiles = self.context.dietary_profiles
        # Hazards take longer to find than allergens, and most kitchens have nobody of such an age.
        names = (
            self.allergen_names
            if any(dietary_profile.age_band for dietary_profile in dietary_profiles)
            else self.allergens.names()
        )
        return diet_alerts(names, dietary_profiles)

    @property
    def traits(self) -> tuple[str, ...]:
        """What it tastes of and how it bites, in words that one wishes by."""
        cupboard = self.context.cupboard.ingredients
        foods = [(cupboard[weighed.ingredient.slug], weighed.mass_g) for _, weighed in self.figures.weighed_lines()]
        return traits_of(foods, self.dough.family, self.check.character, heated=is_heated(self.draft.method))

    @property
    def powder_g(self) -> float:
        """How much protein powder is in a piece."""
        cupboard = self.context.cupboard.ingredients
        foods = [(cupboard[weighed.ingredient.slug], weighed.mass_g) for _, weighed in self.figures.weighed_lines()]
        return powder_g(foods) * self.made.bake_yield.kept_share / self.made.portions.count

    @cached_property
    def dough(self) -> JudgedDough:
        """Its dough and family."""
        draft, context = self.draft, self.context
        return judge_dough(self.figures, draft.family, context.cupboard, draft.name, draft.method, context.learned)

    @cached_property
    def check(self) -> CrumbCheck:
        """Its dials."""
        return crumb_check(self.dough, self.context.learned)

    @property
    def shaping(self) -> Shaping | None:
        """How its pieces are shaped for their spread."""
        return shaping_of(self.check.character, self.made.portions.dough_g)

    @cached_property
    def hazards(self) -> tuple[Hazard, ...]:
        """What to be careful of."""
        return find_hazards(self.figures, self.made.piece, self.dough.family, self.draft.method, self.context.cupboard)

    @cached_property
    def keeping_traits(self) -> KeepingTraits:
        """What tells how it keeps."""
        family = self.dough.family
        lines = hazard_lines(self.figures, family, self.draft.method, self.context.cupboard)
        return keeping_traits(lines, self.made.bake_yield.batch, family)

    @property
    def questions(self) -> tuple[LineQuestion, ...]:
        """What its lines ask."""
        kept, context = self.made.bake_yield.kept_share, self.context
        return questions_of(Asking(self.figures, kept, self.dough.family, context.cupboard, context.preferences))

    @property
    def cost(self) -> Cost | None:
        """What it costs."""
        return cost_of(self.figures, self.prices())

    def claims(self, classic: ClassicFigures | None) -> FormulaClaims:
        """What it may be called, beside its classic."""
        return claims_of(
            self.figures, self.allergens, self.draft.family, self.context.cupboard, classic, self.made.bake_yield.batch
        )

    def to_make(self) -> FormulaToMake:
        """As its tasks are found."""
        chosen = self.draft.production.oven_c is not None
        return FormulaToMake(self.draft.name, self.made, self.dough.family, self.draft.method, chosen)

    def prices(self, *more: str) -> dict[str, float]:
        """Prices of a gram by the slugs of its foods, and of these more."""
        slugs = {line.ingredient.slug for line in self.figures.lines() if line.ingredient}
        known = self.context.prices
        return {slug: known[priced_food(slug)] for slug in (*slugs, *more) if priced_food(slug) in known}

    def with_parts(self, parts: tuple[Part, ...]) -> "EvaluatedFormula":
        """The same with other lines."""
        return evaluated_draft(replace(self.draft, parts=parts), self.context)


def evaluated_draft(draft: Draft, context: KitchenContext) -> EvaluatedFormula:
    """A draft worked out with what its kitchen knows."""
    made = produce_draft(draft.parts, draft.pieces, draft.family, draft.production, context)
    return EvaluatedFormula(draft, made, context)
