"""A formula as the baker has it on the Bench, and the same as it is kept."""

from dataclasses import asdict, dataclass, field
from typing import Any
from uuid import UUID

from ample_crumb.core.formula.formula import Line, Part, PartOptions
from ample_crumb.store.formulas import FormulaHead
from ample_crumb.work.making import ProductionSettings
from ample_crumb.work.reference import TwinChoice, as_typed


@dataclass(frozen=True, slots=True)
class Draft:
    """A formula as the baker has it on the Bench; `reference` is what "reduced" compares it with."""

    name: str
    family: str
    pieces: int
    method: str
    parts: tuple[Part, ...]
    reference: TwinChoice | None = None
    making: ProductionSettings = field(default_factory=ProductionSettings)


def head_of(draft: Draft) -> FormulaHead:
    """What is stored of a draft besides its lines."""
    return FormulaHead(
        name=draft.name,
        family=draft.family,
        pieces=draft.pieces,
        method=draft.method,
        twin_id=draft.reference.formula_id if draft.reference else None,
        twin=as_typed(draft.reference),
        twin_number=draft.reference.number if draft.reference else None,
        making=draft.making.stored(),
    )


def parts_stored(parts: tuple[Part, ...]) -> list[dict[str, Any]]:
    """Parts as a kept state holds them."""
    return [asdict(part) for part in parts]


def parts_from(stored: list[dict[str, Any]]) -> tuple[Part, ...]:
    """Parts that a kept state holds."""
    return tuple(
        Part(part["name"], tuple(Line(**line) for line in part["lines"]), PartOptions(**part["how"])) for part in stored
    )


def stored(draft: Draft) -> dict[str, Any]:
    """A draft as a kept state holds it."""
    reference = None
    if draft.reference is not None:
        formula_id = draft.reference.formula_id
        reference = asdict(draft.reference) | {"formula_id": str(formula_id) if formula_id else None}
    return {
        "name": draft.name,
        "family": draft.family,
        "pieces": draft.pieces,
        "method": draft.method,
        "parts": parts_stored(draft.parts),
        "reference": reference,
        "making": draft.making.stored(),
    }


def from_stored(kept: dict[str, Any]) -> Draft:
    """The draft that a kept state holds."""
    reference = None
    if kept["reference"] is not None:
        formula_id = kept["reference"]["formula_id"]
        reference = TwinChoice(**kept["reference"] | {"formula_id": UUID(formula_id) if formula_id else None})
    return Draft(
        name=kept["name"],
        family=kept["family"],
        pieces=kept["pieces"],
        method=kept["method"],
        parts=parts_from(kept["parts"]),
        reference=reference,
        making=ProductionSettings.from_stored(kept["making"]),
    )
