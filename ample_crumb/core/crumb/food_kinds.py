"""What a food is called by in rules: its generic slug, its role, its kind of powder, fibre or gum."""

from typing import Final

from ample_crumb.core.crumb.functional_properties import functional_properties, generic_of
from ample_crumb.core.food.ingredient import Ingredient

_FIBRES: Final = frozenset(
    {"inulin", "oat_fibre", "polydextrose", "soluble_corn_fibre", "maltodextrin", "fibre_syrup"}
    | {"wheat_bran", "oat_bran"}
)
_GUMS: Final = frozenset({"xanthan", "guar"})


def kinds_of(item: Ingredient) -> frozenset[str]:
    """All names that a rule may mean a food by: "whey_isolate", "protein", "powder", "isolate"."""
    return item.once(_names)


def _names(item: Ingredient) -> frozenset[str]:
    slug, powder = generic_of(item), functional_properties(item).powder
    kinds = {"powder": bool(powder), "fibre": slug in _FIBRES, "gum": slug in _GUMS}
    return frozenset({slug, item.role, powder, *(kind for kind, holds in kinds.items() if holds)}) - {""}
