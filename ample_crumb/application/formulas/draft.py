"""A formula as the baker has it on the Bench, saved or not, and the same as it is stored."""

from dataclasses import asdict, dataclass, field, fields
from datetime import date
from typing import Any, Final
from uuid import UUID

from ample_crumb.application.documents import Content, DocumentKind
from ample_crumb.core.food.nutrients import NAMES
from ample_crumb.core.formula.formula import Line, Part, PartBake, PartOptions
from ample_crumb.core.production.bake_time import Oven
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
TWIN: Final = DocumentKind("twin")
"""What is stored as a document: a kept state, the parts that a branch followed, what is said of the making, and a twin
that was typed."""


@dataclass(frozen=True, slots=True)
class TwinChoice:
    """Another formula by its id, as it is now or as it was kept under `number`, or a food by name with its figures for
    `mass_g` of it; None is unknown."""

    formula_id: UUID | None = None
    number: int | None = None
    name: str = ""
    mass_g: float = 100.0
    energy_kcal: float | None = None
    protein_g: float | None = None
    fat_g: float | None = None
    saturates_g: float | None = None
    sugars_g: float | None = None
    fibre_g: float | None = None
    salt_g: float | None = None


FIGURES: Final = tuple(name for name in TwinChoice.__slots__ if name in NAMES)
"""The figures that a typed twin may state."""


def twin_choice_of(row: FormulaRow) -> TwinChoice | None:
    """The twin of a stored formula; None without one."""
    if row.twin_id is not None:
        return TwinChoice(formula_id=row.twin_id, number=row.twin_number)
    return None if row.twin is None else TwinChoice(**TWIN.read(row.twin))


def typed_twin(twin: TwinChoice | None) -> dict[str, Any] | None:
    """A typed twin as it is stored; None for none and for a formula."""
    if twin is None or twin.formula_id is not None:
        return None
    return TWIN.written({name: getattr(twin, name) for name in ("name", "mass_g", *FIGURES)})


@dataclass(frozen=True, slots=True)
class UsedTin:
    """So many of a tin."""

    tin_id: UUID
    count: int = 1


@dataclass(frozen=True, slots=True)
class ProductionSettings:
    """What is said of the making. `scoop` is a disher's number or a spoon, `cuts` are "4x3" or "8 wedges"; the rest as
    `Portioning`, `Weighings` and `Kitchen` have it. `oven` and `oven_c` are None for the kitchen's and the family's
    own."""

    by: PortionBy = PortionBy.COUNT
    piece_g: float | None = None
    scoop: str = ""
    density_g_per_ml: float | None = None
    small_count: int = 0
    small_g: float = 0.0
    made_count: float | None = None
    loss_share: float | None = None
    residue_g: float = 0.0
    trimmings_g: float = 0.0
    dough_g: float | None = None
    baked_g: float | None = None
    tins: tuple[UsedTin, ...] = ()
    cuts: str = ""
    oven: Oven | None = None
    oven_c: float | None = None

    def stored(self) -> dict[str, Any]:
        """As it is stored: what is not as usual."""
        usual = ProductionSettings()
        stored = {name: value for name, value in asdict(self).items() if value != getattr(usual, name)}
        if self.tins:
            stored["tins"] = [{"tin_id": str(each.tin_id), "count": each.count} for each in self.tins]
        return PRODUCTION.written(stored)

    @classmethod
    def from_stored(cls, stored: dict[str, Any]) -> "ProductionSettings":
        """What was stored. Raises UnknownDocument."""
        stored = PRODUCTION.read(stored)
        tins = tuple(UsedTin(UUID(each["tin_id"]), each["count"]) for each in stored.get("tins", []))
        oven = Oven(stored["oven"]) if stored.get("oven") else None
        return cls(**stored | {"tins": tins, "oven": oven, "by": PortionBy(stored.get("by", PortionBy.COUNT))})


@dataclass(frozen=True, slots=True)
class Draft:
    """A formula as the baker has it on the Bench; `twin` is what "reduced" compares it with."""

    name: str
    family: str
    pieces: int
    method: str
    parts: tuple[Part, ...]
    twin: TwinChoice | None = None
    production: ProductionSettings = field(default_factory=ProductionSettings)


def draft_of(row: FormulaRow, parts: tuple[Part, ...]) -> Draft:
    """A stored formula with its parts as a draft."""
    return Draft(
        name=row.name,
        family=row.family,
        pieces=row.pieces,
        method=row.method,
        parts=parts,
        twin=twin_choice_of(row),
        production=ProductionSettings.from_stored(row.production),
    )


def head_of(draft: Draft) -> FormulaHead:
    """What is stored of a draft besides its lines."""
    return FormulaHead(
        name=draft.name,
        family=draft.family,
        pieces=draft.pieces,
        method=draft.method,
        twin_id=draft.twin.formula_id if draft.twin else None,
        twin=typed_twin(draft.twin),
        twin_number=draft.twin.number if draft.twin else None,
        production=draft.production.stored(),
    )


def parts_stored(parts: tuple[Part, ...]) -> Content:
    """Parts as a branch keeps those of its base."""
    return PARTS.written({"parts": [asdict(part) for part in parts]})


def parts_from(stored: Content | list[Content]) -> tuple[Part, ...]:
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


def stored(draft: Draft) -> Content:
    """A draft as a kept state holds it."""
    twin = None
    if draft.twin is not None:
        formula_id = draft.twin.formula_id
        twin = asdict(draft.twin) | {"formula_id": str(formula_id) if formula_id else None}
    return FORMULA.written(
        {
            "name": draft.name,
            "family": draft.family,
            "pieces": draft.pieces,
            "method": draft.method,
            "parts": [asdict(part) for part in draft.parts],
            "twin": twin,
            "production": draft.production.stored(),
        }
    )


def from_stored(kept: Content) -> Draft:
    """The draft that a kept state holds, of whatever form. Raises UnknownDocument."""
    kept = FORMULA.read(kept)
    twin = None
    if kept["twin"] is not None:
        formula_id = kept["twin"]["formula_id"]
        twin = TwinChoice(**kept["twin"] | {"formula_id": UUID(formula_id) if formula_id else None})
    return Draft(
        name=kept["name"],
        family=kept["family"],
        pieces=kept["pieces"],
        method=kept["method"],
        parts=_parts(kept["parts"]),
        twin=twin,
        production=ProductionSettings.from_stored(kept["production"]),
    )


@dataclass(frozen=True, slots=True)
class Bench(Draft):
    """What lies on the Bench, and the day it should fit into."""

    day: date = field(kw_only=True)


def on_bench(draft: Draft, day: date) -> Bench:
    """A draft laid on the Bench."""
    return Bench(**{field.name: getattr(draft, field.name) for field in fields(Draft)}, day=day)
