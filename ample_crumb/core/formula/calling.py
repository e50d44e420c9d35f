"""What a piece may be called, by both rule sets."""

from dataclasses import dataclass
from typing import Final

from ample_crumb.core.food.claims import Claim, eu_claims, needs_laxative_notice, us_claims
from ample_crumb.core.food.nutrients import Figures
from ample_crumb.core.formula.contents import Contents
from ample_crumb.core.formula.families import us_reference_g

_UNSWEETENED: Final = "no added sugar"


@dataclass(frozen=True, slots=True)
class Claims:
    """Claims on a formula. `us` is empty where its family has no reference amount, which `us_reference_g` then is None
    for. `laxative` asks for the notice about polyols."""

    eu: tuple[Claim, ...]
    us: tuple[Claim, ...]
    us_reference_g: float | None
    laxative: bool


def claims_of(piece: Figures, contents: Contents, family: str) -> Claims:
    """Claims on a piece of a formula of that family."""
    sweetened_by = next((diet.lines for diet in contents.breaks if diet.name == _UNSWEETENED), ())
    said = _UNSWEETENED in contents.keeps or bool(sweetened_by)
    reference_g = us_reference_g(family)
    return Claims(
        eu_claims(piece, sweetened_by, said=said),
        us_claims(piece, reference_g, sweetened_by, said=said) if reference_g else (),
        reference_g,
        needs_laxative_notice(piece),
    )
