"""A formula as it is stored, and as it lies on the Bench on a day."""

from dataclasses import asdict, dataclass, field, fields
from datetime import date
from typing import Any, Final
from uuid import UUID

from ample_crumb.application.documents import Content, DocumentKind
from ample_crumb.core.formula.formula import Line, Part, PartBake, PartOptions
from ample_crumb.core.production.bake_time import Oven
from ample_crumb.core.production.draft import FIGURES, ClassicChoice, Draft, ProductionSettings, UsedTin
from ample_crumb.core.production.portions import PortionBy
from ample_crumb.store.formula_writes import FormulaHead
from ample_crumb.store.formulas import FormulaRow


def _with_line_ids(content: Content) -> Content:
    """Lines of before had no ids of their own."""
    lines = [line for part in content["parts"] for line in part["lines"]]
    for number, line in enumerate(lines, 1):
        line.setdefault("id", f"line-{number}")
    return content


FORMULA: Final = DocumentKind("formula", (_with_line_ids,))
PARTS: Final = DocumentKind("parts", (_with_line_ids,))
PRODUCTION: Final = DocumentKind("production")
CLASSIC: Final = DocumentKind("twin")
"""What is stored as a document: a kept state, the parts that a branch followed, what is said of the making, and a
classic that was typed. A classic is called "twin" in what is stored, as it was called when these forms were made."""


def classic_choice_of(row: FormulaRow) -> ClassicChoice | None:
    """The classic of a stored formula; None without one."""
    if row.classic_id is not None:
        return ClassicChoice(formula_id=row.classic_id, number=row.classic_number)
    return None if row.classic is None else ClassicChoice(**CLASSIC.read(row.classic))


def typed_classic(classic: ClassicChoice | None) -> dict[str, Any] | None:
    """A typed classic as it is stored; None for none and for a formula."""
    if classic is None or classic.formula_id is not None:
        return None
    return CLASSIC.written({name: getattr(classic, name) for name in ("name", "mass_g", *FIGURES)})


def write_production(settings: ProductionSettings) -> Content:
    """What is said of the making as it is stored: what is not as usual."""
    usual = ProductionSettings()
    stored = {name: value for name, value in asdict(settings).items() if value != getattr(usual, name)}
    if settings.tins:
        stored["tins"] = [{"tin_id": str(tin.tin_id), "count": tin.count} for tin in settings.tins]
    return PRODUCTION.written(stored)


def read_production(stored: Content) -> ProductionSettings:
    """What was stored of the making. Raises UnknownDocument."""
    stored = PRODUCTION.read(stored)
    tins = tuple(UsedTin(UUID(each["tin_id"]), each["count"]) for each in stored.get("tins", []))
    oven = Oven(stored["oven"]) if stored.get("oven") else None
    by = PortionBy(stored.get("by", PortionBy.COUNT))
    return ProductionSettings(**stored | {"tins": tins, "oven": oven, "by": by})


def draft_of(row: FormulaRow, parts: tuple[Part, ...]) -> Draft:
    """A stored formula with its parts as a draft."""
    return Draft(
        name=row.name,
        family=row.family,
        pieces=row.written_piece_count,
        method=row.method,
        parts=parts,
        classic=classic_choice_of(row),
        production=read_production(row.production),
    )


def head_of(draft: Draft) -> FormulaHead:
    """What is stored of a draft besides its lines."""
    return FormulaHead(
        name=draft.name,
        family=draft.family,
        written_piece_count=draft.pieces,
        method=draft.method,
        classic_id=draft.classic.formula_id if draft.classic else None,
        classic=typed_classic(draft.classic),
        classic_number=draft.classic.number if draft.classic else None,
        production=write_production(draft.production),
    )


def write_parts(parts: tuple[Part, ...]) -> Content:
    """Parts as a branch keeps those of its base."""
    return PARTS.written({"parts": [asdict(part) for part in parts]})


def read_parts(stored: Content | list[Content]) -> tuple[Part, ...]:
    """Parts that a branch keeps; a bare list of them is the first form. Raises UnknownDocument."""
    return _parts(PARTS.read({"parts": stored} if isinstance(stored, list) else stored)["parts"])


def _parts(stored: list[Content]) -> tuple[Part, ...]:
    return tuple(
        Part(
            part["name"],
            tuple(Line(**line) for line in part["lines"]),
            PartOptions(**part["options"] | {"bake": PartBake(part["options"]["bake"])}),
        )
        for part in stored
    )


def write_draft(draft: Draft) -> Content:
    """A draft as a kept state holds it."""
    classic = None
    if draft.classic is not None:
        formula_id = draft.classic.formula_id
        classic = asdict(draft.classic) | {"formula_id": str(formula_id) if formula_id else None}
    return FORMULA.written(
        {
            "name": draft.name,
            "family": draft.family,
            "pieces": draft.pieces,
            "method": draft.method,
            "parts": [asdict(part) for part in draft.parts],
            "twin": classic,
            "production": write_production(draft.production),
        }
    )


def read_draft(kept: Content) -> Draft:
    """The draft that a kept state holds, of whatever form. Raises UnknownDocument."""
    kept = FORMULA.read(kept)
    classic = None
    if kept["twin"] is not None:
        formula_id = kept["twin"]["formula_id"]
        classic = ClassicChoice(**kept["twin"] | {"formula_id": UUID(formula_id) if formula_id else None})
    return Draft(
        name=kept["name"],
        family=kept["family"],
        pieces=kept["pieces"],
        method=kept["method"],
        parts=_parts(kept["parts"]),
        classic=classic,
        production=read_production(kept["production"]),
    )


@dataclass(frozen=True, slots=True)
class Bench(Draft):
    """What lies on the Bench, and the day it should fit into."""

    day: date = field(kw_only=True)


def on_bench(draft: Draft, day: date) -> Bench:
    """A draft laid on the Bench."""
    return Bench(**{field.name: getattr(draft, field.name) for field in fields(Draft)}, day=day)
