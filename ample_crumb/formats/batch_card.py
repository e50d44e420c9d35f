"""A card of a batch for the kitchen's folder: when, what went in, what differed, what a piece brings, until when it
keeps."""

from dataclasses import dataclass

from fpdf import FPDF
from fpdf.enums import XPos, YPos

from ample_crumb.formats.paper import FONT, INK, RIM, SOFT, Paper, new_document, written

_MARGIN = 18.0


@dataclass(frozen=True, slots=True)
class CardSection:
    """A heading and its lines."""

    title: str
    lines: tuple[str, ...]


@dataclass(frozen=True, slots=True)
class BatchCard:
    """What stands on the card: a name, a line under it, and sections, of which those without lines are left out."""

    name: str
    under: str
    sections: tuple[CardSection, ...]


def batch_card(card: BatchCard, paper: Paper) -> bytes:
    """The card as PDF, on as many pages as it takes."""
    pdf = new_document(paper, card.name)
    pdf.set_auto_page_break(auto=True, margin=_MARGIN)
    pdf.set_margins(_MARGIN, _MARGIN)
    pdf.add_page()
    _text(pdf, card.name, "B", 20)
    pdf.set_text_color(*SOFT)
    _text(pdf, card.under, "", 11)
    for section in card.sections:
        if not section.lines:
            continue
        pdf.ln(3)
        pdf.set_draw_color(*RIM)
        pdf.line(_MARGIN, pdf.get_y(), pdf.w - _MARGIN, pdf.get_y())
        pdf.ln(2)
        pdf.set_text_color(*INK)
        _text(pdf, section.title, "B", 12)
        for line in section.lines:
            _text(pdf, line, "", 11)
    return written(pdf)


def _text(pdf: FPDF, text: str, style: str, points: float) -> None:
    pdf.set_font(FONT, style, points)
    pdf.multi_cell(0, points * 0.47, text, align="L", new_x=XPos.LMARGIN, new_y=YPos.NEXT)
