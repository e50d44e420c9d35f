"""A batch as it is stored: its plan, what was told of it, and what that was understood as then."""

import json
from collections.abc import Mapping
from dataclasses import asdict, dataclass
from typing import Any, Final

from ample_crumb.application.batches.made_batch import MadeBatch
from ample_crumb.application.documents import Content, DocumentKind
from ample_crumb.application.formulas.draft import read_draft, read_parts, write_draft, write_parts
from ample_crumb.core.batch.deviation import Said
from ample_crumb.core.batch.lots import Lot
from ample_crumb.core.batch.record import BatchRecord, MadeLine
from ample_crumb.core.formula.formula import Parts
from ample_crumb.core.production.bake_time import Oven
from ample_crumb.core.production.draft import Draft

BATCH: Final = DocumentKind("batch")


@dataclass(frozen=True, slots=True)
class StoredBatch:
    """What is kept of a batch besides its figures: `parts` are its lines as made, `lines` the same beside the plan."""

    plan: Draft
    record: BatchRecord
    parts: Parts
    lines: tuple[MadeLine, ...]
    difference: tuple[str, ...]


def write_batch(batch: MadeBatch) -> Content:
    """A batch as a document."""
    return BATCH.written(
        {
            "plan": write_draft(batch.planned.draft),
            "record": asdict(batch.record),
            "parts": write_parts(batch.made.draft.parts),
            "lines": [asdict(line) for line in batch.lines],
            "difference": list(batch.difference),
        }
    )


def is_stored(kept: Mapping[str, Any], new: Mapping[str, Any]) -> bool:
    """Whether what is kept says what a new document does."""
    return bool(json.loads(json.dumps(new)) == kept)


def read_batch(kept: Mapping[str, Any]) -> StoredBatch:
    """What a document holds, of whatever form. Raises UnknownDocument."""
    content = BATCH.read(kept)
    return StoredBatch(
        read_draft(content["plan"]),
        _record(content["record"]),
        read_parts(content["parts"]),
        tuple(MadeLine(**line) for line in content["lines"]),
        tuple(content["difference"]),
    )


@dataclass(frozen=True, slots=True)
class ListedDocument:
    """What a list shows of a document: what differed, how it turned out in words, and the note."""

    difference: tuple[str, ...]
    words: tuple[str, ...]
    note: str


def read_listed_batch(kept: Mapping[str, Any]) -> ListedDocument:
    """The same document, read no further than a list needs. Raises UnknownDocument."""
    content = BATCH.read(kept)
    record = content["record"]
    return ListedDocument(tuple(content["difference"]), tuple(record.get("words", ())), record.get("note", ""))


def _record(kept: Mapping[str, Any]) -> BatchRecord:
    said = tuple(Said(**each) for each in kept["said"])
    lots = tuple(Lot(**each) for each in kept["lots"])
    oven = Oven(kept["oven"]) if kept["oven"] else None
    return BatchRecord(**{**kept, "said": said, "lots": lots, "oven": oven, "words": tuple(kept["words"])})
