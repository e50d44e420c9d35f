"""In which shape a piece comes, as it is drawn."""

from enum import StrEnum
from typing import Final

from ample_crumb.core.production.portions import Cuts
from ample_crumb.core.production.tins import CUPS, Tin


class PieceShape(StrEnum):
    """Shapes of pieces, seen from the side or from above, whichever tells more."""

    SQUARE = "square"
    WEDGE = "wedge"
    ROUND = "round"
    DOME = "dome"
    SLICE = "slice"
    BALL = "ball"
    CUP = "cup"


_BY_FAMILY: Final = {
    "cookie": PieceShape.ROUND, "rolled-dough": PieceShape.ROUND, "pancake": PieceShape.ROUND,
    "macaroon": PieceShape.DOME, "muffin": PieceShape.DOME, "blender-muffin": PieceShape.DOME,
    "cupcake": PieceShape.DOME, "loaf": PieceShape.SLICE, "no-bake-bite": PieceShape.BALL,
    "edible-dough": PieceShape.BALL, "baked-cheesecake": PieceShape.WEDGE, "pudding": PieceShape.CUP,
    "mug-cake": PieceShape.CUP, "frosting": PieceShape.CUP, "glaze": PieceShape.CUP, "crust": PieceShape.WEDGE,
}  # fmt: skip


def piece_shape(family: str, cuts: Cuts | None, tins: tuple[Tin, ...]) -> PieceShape:
    """The shape of a piece: as its tin is cut, else as its cups are, else as is usual for its family."""
    if cuts is not None and cuts.pieces > 1:
        if cuts.wedges:
            return PieceShape.WEDGE
        # What is cut across only, as a loaf is.
        return PieceShape.SLICE if min(cuts.rows, cuts.columns) == 1 and family == "loaf" else PieceShape.SQUARE
    if tins and tins[0].kind in CUPS:
        return PieceShape.DOME
    return _BY_FAMILY.get(family, PieceShape.SQUARE)
