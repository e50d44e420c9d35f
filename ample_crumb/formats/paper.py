"""Paper as PDF: a page of a size, with letters that hold whatever a kitchen writes."""

from enum import StrEnum
from importlib.resources import files
from typing import Final

from fpdf import FPDF


class Paper(StrEnum):
    """Sizes of paper."""

    A4 = "A4"
    LETTER = "Letter"
    A5 = "A5"
    CARD = "4x6"


_MM: Final = {Paper.A5: (148.0, 210.0), Paper.CARD: (101.6, 152.4)}
"""Sizes that the package has no name for, or warns of: A5 (ISO 216), a card of 4 by 6 inches."""

FONT: Final = "label"
INK: Final = (38, 29, 23)
SOFT: Final = (99, 86, 70)
RIM: Final = (184, 167, 137)


def new_document(paper: Paper, title: str) -> FPDF:
    """A document without a page yet, in mm."""
    pdf = FPDF(unit="mm", format=_MM.get(paper, paper))
    pdf.set_title(title)
    pdf.set_auto_page_break(auto=False)
    folder = files("font_roboto").joinpath("files")
    for style, name in (("", "Regular"), ("B", "Bold")):
        pdf.add_font(FONT, style, str(folder.joinpath(f"Roboto-{name}.ttf")))
    pdf.set_text_color(*INK)
    pdf.set_draw_color(*RIM)
    return pdf


def written(pdf: FPDF) -> bytes:
    """The document as it is sent."""
    return bytes(pdf.output())
