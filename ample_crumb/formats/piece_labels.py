"""Labels of pieces, ten to a page, to be cut along their rims and stuck to bags and tins."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

from fpdf import FPDF
from fpdf.enums import XPos, YPos

from ample_crumb.formats.paper import FONT, INK, SOFT, Paper, new_document, written

COLUMNS, ROWS = 2, 5
_MARGIN, _PAD = 10.0, 3.0
MOST_LABELS: Final = 200


@dataclass(frozen=True, slots=True)
class PieceLabel:
    """What stands on a label: the name, then lines of which `eat_by` is the largest. `figures` and `contains` are as
    they are printed."""

    name: str
    made: str
    eat_by: str
    keep: str
    figures: str
    contains: str


def label_sheet(labels: Sequence[PieceLabel], paper: Paper) -> bytes:
    """The labels as PDF, in their order. Raises ValueError for none and for more than `MOST_LABELS`."""
    if not 0 < len(labels) <= MOST_LABELS:
        raise ValueError(f"{len(labels)} labels; from 1 to {MOST_LABELS} are printed at once")
    pdf = new_document(paper, "Labels")
    width, height = 0.0, 0.0
    for place, label in enumerate(labels):
        on_page = place % (COLUMNS * ROWS)
        if on_page == 0:
            pdf.add_page()
            width, height = (pdf.w - 2 * _MARGIN) / COLUMNS, (pdf.h - 2 * _MARGIN) / ROWS
        row, column = divmod(on_page, COLUMNS)
        _label(pdf, label, (_MARGIN + column * width, _MARGIN + row * height), (width, height))
    return written(pdf)


def _label(pdf: FPDF, label: PieceLabel, corner: tuple[float, float], size: tuple[float, float]) -> None:
    (left, top), (width, height) = corner, size
    pdf.rect(left, top, width, height)
    with pdf.rect_clip(left, top, width, height):
        pdf.set_xy(left + _PAD, top + _PAD)
        for text, style, points, colour in (
            (label.name, "B", 12, INK),
            (label.eat_by, "B", 11, INK),
            (f"{label.made}. {label.keep}", "", 8.5, SOFT),
            (label.figures, "", 8.5, INK),
            (label.contains, "B", 8.5, INK),
        ):
            if text:
                pdf.set_font(FONT, style, points)
                pdf.set_text_color(*colour)
                pdf.multi_cell(
                    width - 2 * _PAD, points * 0.45, text, align="L", new_x=XPos.LEFT, new_y=YPos.NEXT,
                )  # fmt: skip
                pdf.set_xy(left + _PAD, pdf.get_y() + 0.8)
