"""Writes of formulas: head, parts and lines, and the summary that lists show."""

from collections.abc import Sequence
from dataclasses import asdict, dataclass, field, replace
from datetime import datetime
from typing import Any, Final
from uuid import UUID

from psycopg.sql import SQL, Identifier, Placeholder
from psycopg.types.json import Jsonb

from ample_crumb.core.food.nutrients import Portion
from ample_crumb.core.formula.allergens import AllergenNames
from ample_crumb.core.formula.formula import Part, with_line_ids
from ample_crumb.store.columns import columns, set_list
from ample_crumb.store.database import Connection


@dataclass(frozen=True, slots=True, kw_only=True)
class FormulaHead:
    """What a formula says of itself besides its lines."""

    name: str
    family: str
    written_piece_count: int
    method: str
    classic_id: UUID | None = None
    classic: dict[str, Any] | None = None
    classic_number: int | None = None
    production: dict[str, Any] = field(default_factory=dict)


def add(connection: Connection, kitchen_id: UUID, formula_id: UUID, head: FormulaHead) -> bool:
    """A new formula without lines, at revision 1. False when that id is taken, as after a retry."""
    added = connection.execute(
        """
        insert into formula (id, kitchen_id, name, family, written_piece_count, method, classic_id, classic,
            classic_number, production)
        values (%(id)s, %(kitchen_id)s, %(name)s, %(family)s, %(written_piece_count)s, %(method)s, %(classic_id)s,
            %(classic)s, %(classic_number)s, %(production)s)
        on conflict (kitchen_id, id) do nothing
        """,
        _columns(head) | {"id": formula_id, "kitchen_id": kitchen_id},
    )
    return added.rowcount == 1


def _columns(head: FormulaHead) -> dict[str, Any]:
    classic = None if head.classic is None else Jsonb(head.classic)
    return asdict(replace(head, classic=None, production={})) | {
        "classic": classic,
        "production": Jsonb(head.production),
    }


def write_parts(
    connection: Connection,
    kitchen_id: UUID,
    formula_id: UUID,
    parts: tuple[Part, ...],
    foods: Sequence[Sequence[str | None]] = (),
) -> None:
    """Replaces the parts and lines of a formula; `foods` are what the lines were read as, where that is known."""
    lines = [
        (part_position, place, line, foods[part_position][place] if foods else None)
        for part_position, part in enumerate(with_line_ids(parts))
        for place, line in enumerate(part.lines)
    ]
    # Rows that stay are written over: what goes and what comes in one statement would stand in each other's way.
    connection.execute(
        """
        with gone as (
            delete from formula_part
            where kitchen_id = %(kitchen_id)s and formula_id = %(id)s and position >= %(part_count)s
        ), gone_lines as (
            delete from formula_line line where kitchen_id = %(kitchen_id)s and formula_id = %(id)s
                and part_position < %(part_count)s
                and line.position >= (%(line_counts)s::integer[])[line.part_position + 1]
        ), part as (
            insert into formula_part (formula_id, kitchen_id, position, name, loss_share, used_share, optional, bake)
            select %(id)s, %(kitchen_id)s, given.* from unnest(
                %(part_positions)s::integer[], %(names)s::text[], %(loss_shares)s::numeric[],
                %(used_shares)s::numeric[], %(optionals)s::boolean[], %(bakes)s::text[]
            ) given
            on conflict (kitchen_id, formula_id, position) do update set name = excluded.name,
                loss_share = excluded.loss_share, used_share = excluded.used_share, optional = excluded.optional,
                bake = excluded.bake
        )
        insert into formula_line (formula_id, kitchen_id, part_position, position, line_id, text, chosen, food)
        select %(id)s, %(kitchen_id)s, given.* from unnest(%(line_parts)s::integer[], %(line_positions)s::integer[],
            %(line_ids)s::text[], %(texts)s::text[], %(chosen)s::text[], %(foods)s::text[]) given
        on conflict (kitchen_id, formula_id, part_position, position) do update set line_id = excluded.line_id,
            text = excluded.text, chosen = excluded.chosen, food = excluded.food
        """,
        {
            "kitchen_id": kitchen_id,
            "id": formula_id,
            "part_count": len(parts),
            "line_counts": [len(part.lines) for part in parts],
            "part_positions": list(range(len(parts))),
            "names": [part.name for part in parts],
            "loss_shares": [part.options.loss_share for part in parts],
            "used_shares": [part.options.used_share for part in parts],
            "optionals": [part.options.optional for part in parts],
            "bakes": [part.options.bake for part in parts],
            "line_parts": [part for part, *_ in lines],
            "line_positions": [place for _, place, *_ in lines],
            "line_ids": [line.id for _, _, line, _ in lines],
            "texts": [line.text for _, _, line, _ in lines],
            "chosen": [line.chosen for _, _, line, _ in lines],
            "foods": [food for *_, food in lines],
        },
    )


@dataclass(frozen=True, slots=True, kw_only=True)
class StoredSummary:
    """What lists show of a formula: the figures of one of `piece_count` pieces, its allergens, what it costs (None
    while no line has a price, a lower limit with `cost_at_least`), for how many minutes hands are busy with it, how
    many it takes in all and until the first bite, its bowls, the words one wishes for it by, how much protein powder is
    in a piece, and the number of the `rules` that these are by."""

    piece: Portion
    piece_count: float
    allergens: AllergenNames
    piece_cost: float | None = None
    cost_at_least: bool = False
    hands_on_min: int
    whole_min: int
    bowl_count: int
    traits: tuple[str, ...] = ()
    bite_min: int = 0
    powder_g: float = 0.0
    rules: int


_SUMMARY_SET: Final = SQL(
    """
    summary_rules = %(rules)s, contains = %(contains)s, may_contain = %(may_contain)s,
    diets_broken = %(diets_broken)s, diets_kept = %(diets_kept)s, complete = %(complete)s,
    hazards = %(hazards)s, traits = %(traits)s, powder_g = %(powder_g)s,
    piece_count = %(piece_count)s, piece_cost = %(piece_cost)s, cost_at_least = %(cost_at_least)s,
    {time_sets}, {figure_sets}
"""
).format(
    figure_sets=set_list(),
    # Where its baker changed its tasks their minutes stand, until they are changed again.
    time_sets=SQL(", ").join(
        SQL(
            "{0} = case when exists (select 1 from formula_tasks where formula_tasks.kitchen_id = formula.kitchen_id"
            " and formula_tasks.formula_id = formula.id) then {0} else {1} end"
        ).format(Identifier(name), Placeholder(name))
        for name in ("hands_on_min", "whole_min", "bowl_count", "bite_min")
    ),
)


def _summary_columns(summary: StoredSummary) -> dict[str, Any]:
    allergens = summary.allergens
    return (
        columns(summary.piece)
        | {
            "rules": summary.rules,
            "complete": allergens.complete,
            "piece_count": summary.piece_count,
            "piece_cost": summary.piece_cost,
            "cost_at_least": summary.cost_at_least,
            "hands_on_min": summary.hands_on_min,
            "whole_min": summary.whole_min,
            "bowl_count": summary.bowl_count,
        }
        | {"traits": list(summary.traits), "bite_min": summary.bite_min, "powder_g": summary.powder_g}
        | {
            name: list(getattr(allergens, name))
            for name in ("contains", "may_contain", "diets_broken", "diets_kept", "hazards")
        }
    )


def write_summary(connection: Connection, kitchen_id: UUID, formula_id: UUID, summary: StoredSummary) -> None:
    """Keeps the summary of a formula."""
    connection.execute(
        SQL("update formula set {} where id = %(id)s and kitchen_id = %(kitchen_id)s").format(_SUMMARY_SET),
        _summary_columns(summary) | {"id": formula_id, "kitchen_id": kitchen_id},
    )


@dataclass(frozen=True, slots=True)
class FormulaContent:
    """What a save writes of a formula besides its lines."""

    head: FormulaHead
    summary: StoredSummary


def change(
    connection: Connection, kitchen_id: UUID, formula_id: UUID, content: FormulaContent, now: datetime, revision: int
) -> int | None:
    """New content of a formula, as changed `now`, and its next revision; first of all the kitchen is held as
    `kitchens.hold` does, and the number of its state is given. None when the formula is not at `revision` any more, and
    stays."""
    row = connection.execute(
        SQL("""
        with held as (select reading_revision from kitchen where id = %(kitchen_id)s for share)
        update formula set name = %(name)s, family = %(family)s, written_piece_count = %(written_piece_count)s,
            method = %(method)s, classic_id = %(classic_id)s, classic = %(classic)s,
            classic_number = %(classic_number)s, production = %(production)s, revision = revision + 1,
            updated_at = %(now)s, {}
        from held where id = %(id)s and kitchen_id = %(kitchen_id)s and revision = %(revision)s
        returning held.reading_revision
        """).format(_SUMMARY_SET),
        _summary_columns(content.summary)
        | _columns(content.head)
        | {"id": formula_id, "kitchen_id": kitchen_id, "now": now, "revision": revision},
    ).fetchone()
    return None if row is None else int(row[0])


def archive(connection: Connection, kitchen_id: UUID, formula_id: UUID, *, archived: bool) -> bool:
    """Puts a formula away or brings it back; False when there is none of that id."""
    done = connection.execute(
        """
        update formula set archived_at = case when %(archived)s then coalesce(archived_at, now()) end
        where id = %(id)s and kitchen_id = %(kitchen_id)s
        """,
        {"archived": archived, "id": formula_id, "kitchen_id": kitchen_id},
    )
    return done.rowcount == 1


def find_used_formulas(connection: Connection, kitchen_id: UUID, formula_ids: Sequence[UUID]) -> set[UUID]:
    """Those of the formulas that something was eaten or baked of, that stand in another one, or that were branched,
    compared with or planned."""
    rows = connection.execute(
        """
        select id from unnest(%(formula_ids)s::uuid[]) asked (id)
        where exists (select 1 from entry where kitchen_id = %(kitchen_id)s and formula_id = asked.id)
            or exists (select 1 from batch where kitchen_id = %(kitchen_id)s and formula_id = asked.id)
            or exists (select 1 from formula_line where kitchen_id = %(kitchen_id)s and nested_id = asked.id)
            or exists (
                select 1 from formula
                where kitchen_id = %(kitchen_id)s and (base_id = asked.id or classic_id = asked.id)
            )
        """,
        {"kitchen_id": kitchen_id, "formula_ids": list(formula_ids)},
    ).fetchall()
    return {row[0] for row in rows}


def remove_formula(connection: Connection, kitchen_id: UUID, formula_id: UUID) -> None:
    """Takes a formula away with its lines and kept states. The caller knows that it is not used."""
    connection.execute(
        "delete from formula where kitchen_id = %(kitchen_id)s and id = %(formula_id)s",
        {"kitchen_id": kitchen_id, "formula_id": formula_id},
    )
