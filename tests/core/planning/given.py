"""What tests of planning begin with: recipes as formulas to make, their tasks, plans of them."""

from ample_crumb.commands.analysis_json import family_in
from ample_crumb.commands.arguments import AS_WRITTEN, production_inputs
from ample_crumb.core.formula.formula import parts_of
from ample_crumb.core.formula.reading import ReadingPreferences
from ample_crumb.core.planning.plan import FormulaTasks
from ample_crumb.core.planning.stages import FormulaToMake
from ample_crumb.core.planning.task import After, Minutes, Resource, Task, TaskKind, Way
from ample_crumb.core.planning.tasks import tasks_of
from ample_crumb.core.production.production import produce
from ample_crumb.core.quantity.recipe_parser import read_recipe
from tests.core.given import CUPBOARD

ROUNDS = """Oat rounds
makes 40

300 g oat flour
150 g skyr
2 eggs
80 g sugar
2 tsp baking powder

Method
Whisk the dry goods. Mix the wet goods, stir in the dry ones.
Heat the oven to 180 °C. Scoop onto a lined tray. Bake 12 to 14 minutes.
"""

SLAB = """Bean slab
makes 12

1 can white beans, drained
2 eggs
60 g whey protein
60 g almond butter
80 g erythritol
1 tsp baking powder

Method
Blend everything smooth, scrape into a lined 20 cm square tin.
Bake at 175 °C for 25 minutes.
"""

SET_BARS = """Quark bars
makes 10

Base:
90 g rolled oats
40 g almond butter

Filling:
500 g quark
60 g erythritol
8 g gelatine
30 g orange juice

Method
Press the base into a lined tin and chill it.
Soak the gelatine in the juice for 5 minutes, warm it until clear, whisk it into the filling.
Pour over the base and leave it in the fridge for 3 hours.
Cut.
"""


def to_make(text: str, family: str = "") -> FormulaToMake:
    """A recipe text as a formula that is to be made, in its family."""
    recipe = read_recipe(text)
    parts, method, preferences = parts_of(recipe), "\n".join(recipe.method), ReadingPreferences()
    family = family_in(recipe, parts, CUPBOARD, preferences, family)
    tins, making = production_inputs(AS_WRITTEN, recipe.pieces or 1, recipe.title, method, family)
    return FormulaToMake(recipe.title, produce(parts, making, family, tins, CUPBOARD, preferences), family, method)


def tasks_in(text: str, prefix: str = "a", family: str = "") -> tuple[Task, ...]:
    """The tasks of a recipe text."""
    return tasks_of(to_make(text, family), CUPBOARD, prefix)


def formula_tasks(text: str, prefix: str, ready_by_min: int | None = None) -> FormulaTasks:
    """A recipe text as a formula of a plan."""
    made = to_make(text)
    return FormulaTasks(made.name, tasks_of(made, CUPBOARD, prefix), ready_by_min)


def task(name: str, minutes: int, *uses: Resource, after: tuple[After, ...] = (), most: int | None = None) -> Task:
    """A plain task, its id its name."""
    way = Way(Minutes(minutes, minutes, most or minutes), uses)
    return Task(name, TaskKind.MIX_WET, name, (way,), after)
