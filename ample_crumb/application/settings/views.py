"""What goes out of Settings."""

from dataclasses import dataclass
from uuid import UUID

from ample_crumb.application.people.views import PersonView
from ample_crumb.core.food.figure_titles import FigureTitle
from ample_crumb.core.formula.families import Family
from ample_crumb.core.production.tins import Tin
from ample_crumb.store.dietary_profiles import DietaryProfileRow
from ample_crumb.store.people import Settings
from ample_crumb.store.tins import TinRow


@dataclass(frozen=True, slots=True)
class OwnTin:
    """A tin with what it holds to the brim."""

    id: UUID
    name: str
    archived: bool
    tin: Tin
    volume_ml: float


@dataclass(frozen=True, slots=True)
class Kitchen:
    """What a window needs to know at the start. `askable` names what may be kept from a guest, `carbohydrate_title` is
    what the person's own carbohydrate is called, `people` are those who have days of their own, who asks among them."""

    settings: Settings
    figures: tuple[FigureTitle, ...]
    carbohydrate_title: str
    families: tuple[Family, ...]
    allergens: tuple[str, ...]
    roles: tuple[str, ...]
    diets: tuple[str, ...]
    askable: tuple[str, ...]
    dietary_profiles: tuple[DietaryProfileRow, ...]
    people: tuple[PersonView, ...]
    tins: tuple[OwnTin, ...]
    ovens: tuple[str, ...]
    tin_kinds: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class FoodAlias:
    """What a name means since somebody said so: the food by its slug and name, which is empty for one that is gone."""

    name: str
    slug: str
    food: str


@dataclass(frozen=True, slots=True)
class ChangedFormula:
    """By how much a piece of a formula would change."""

    formula_id: UUID
    name: str
    energy_kcal: float
    protein_g: float


@dataclass(frozen=True, slots=True)
class FoodAliasEffect:
    """What the name `was` said to mean, None for nothing; the formulas that would change, and how many more have a line
    of that name and were not looked at."""

    was: str | None
    changed: tuple[ChangedFormula, ...]
    unseen: int


def tin_view(row: TinRow) -> OwnTin:
    tin = row.tin()
    return OwnTin(row.id, row.name, row.archived, tin, tin.volume_ml)
