"""A formula on paper for the kitchen wall: amounts, method, what a piece brings with its bands, what it contains."""

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Final

from fpdf import FPDF
from fpdf.enums import MethodReturnValue, XPos, YPos

from ample_crumb.formats.paper import FONT, INK, RIM, SOFT, Paper, new_document, written

_SIZES: Final = {Paper.A4: (16.0, 13.5), Paper.LETTER: (16.0, 13.5), Paper.A5: (11.0, 9.5), Paper.CARD: (6.0, 7.6)}
"""Margin [mm] and the size of letters [pt] of each paper."""

_LEADING: Final = 0.45
"""Height of a row [mm] for each point of its letters."""


@dataclass(frozen=True, slots=True)
class CardLine:
    """An amount in grams as it is printed, empty where it is not known, and the line as written."""

    grams: str
    text: str


@dataclass(frozen=True, slots=True)
class CardPart:
    """A part of a formula with its lines; the main part has no name."""

    name: str
    lines: tuple[CardLine, ...]


@dataclass(frozen=True, slots=True)
class FormulaCard:
    """What stands on the card. `under` says how many it makes and how it is baked, `figures` and `contains` are as they
    are printed, and `cautions` what must not be overlooked."""

    name: str
    under: str
    parts: tuple[CardPart, ...]
    steps: tuple[str, ...]
    figures: str
    contains: str
    cautions: tuple[str, ...] = ()


def formula_card(card: FormulaCard, paper: Paper) -> bytes:
    """The card as PDF; what does not fit on one page goes on behind it."""
    margin, points = _SIZES[paper]
    pdf = new_document(paper, card.name)
    pdf.set_auto_page_break(auto=True, margin=margin)
    pdf.set_margins(margin, margin)
    pdf.add_page()
    writer = _Writer(pdf, points)
    writer.row(card.name, "B", points * 1.7)
    writer.row(card.under, "", points, SOFT)
    for part in card.parts:
        writer.gap()
        if part.name:
            writer.row(part.name, "B", points)
        for line in part.lines:
            writer.line(line)
    if card.steps:
        writer.rule()
        for number, step in enumerate(card.steps, 1):
            writer.row(f"{number}.  {step}", "", points)
    writer.rule()
    writer.row(card.figures, "B", points)
    for said in filter(None, (card.contains, *card.cautions)):
        writer.row(said, "", points * 0.92)
    return written(pdf)


class _Writer:
    def __init__(self, pdf: FPDF, points: float) -> None:
        self._pdf, self._points = pdf, points
        pdf.set_font(FONT, "B", points)
        self._gram_mm = pdf.get_string_width("0000.0 g ") + 1

    def row(self, text: str, style: str, points: float, colour: Sequence[int] = INK) -> None:
        if not text:
            return
        self._pdf.set_font(FONT, style, points)
        self._pdf.set_text_color(*colour)
        self._pdf.multi_cell(0, points * _LEADING, text, align="L", new_x=XPos.LMARGIN, new_y=YPos.NEXT)
        self._pdf.ln(points * 0.06)

    def line(self, line: CardLine) -> None:
        """Grams to the right of a narrow column, so that they stand below each other, and the words beside them."""
        pdf, height = self._pdf, self._points * _LEADING
        # A line that would be parted between two pages goes to the next one.
        pdf.set_font(FONT, "", self._points)
        needed = pdf.multi_cell(
            pdf.epw - self._gram_mm - 1.5, height, line.text, align="L", dry_run=True, output=MethodReturnValue.HEIGHT
        )
        if isinstance(needed, float) and pdf.will_page_break(needed):
            pdf.add_page()
        pdf.set_text_color(*INK)
        pdf.set_font(FONT, "B", self._points)
        pdf.cell(self._gram_mm, height, line.grams, align="R", new_x=XPos.RIGHT, new_y=YPos.TOP)
        pdf.set_font(FONT, "", self._points)
        pdf.set_x(pdf.get_x() + 1.5)
        pdf.multi_cell(0, height, line.text, align="L", new_x=XPos.LMARGIN, new_y=YPos.NEXT)

    def gap(self) -> None:
        self._pdf.ln(self._points * 0.18)

    def rule(self) -> None:
        pdf = self._pdf
        pdf.ln(self._points * 0.15)
        pdf.set_draw_color(*RIM)
        pdf.line(pdf.l_margin, pdf.get_y(), pdf.w - pdf.r_margin, pdf.get_y())
        pdf.ln(self._points * 0.15)
