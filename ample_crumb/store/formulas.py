"""Formulas with their parts and lines."""

from collections.abc import Iterable
from dataclasses import asdict, dataclass, field, replace
from datetime import datetime
from typing import Any
from uuid import UUID

from psycopg.rows import class_row
from psycopg.types.json import Jsonb

from ample_crumb.core.food.nutrients import Portion
from ample_crumb.core.formula.allergens import AllergenNames
from ample_crumb.core.formula.formula import Line, Part, PartBake, PartOptions
from ample_crumb.store.columns import FiguresRow, columns
from ample_crumb.store.database import Connection


@dataclass(frozen=True, slots=True, kw_only=True)
class FormulaRow(FiguresRow):
    """A formula without its lines, with the figures and contents of one piece as last worked out. `twin_id`, in its
    kept state `twin_number` where that is given, or `twin`, the figures as typed, is what it is compared with."""

    id: UUID
    name: str
    family: str
    pieces: int
    method: str
    version: int
    archived: bool
    updated_at: datetime
    twin_id: UUID | None
    twin: dict[str, Any] | None
    twin_number: int | None
    bake_number: int | None
    base_id: UUID | None
    production: dict[str, Any]
    summary_by: str | None
    uses: list[str]
    contains: list[str]
    may_contain: list[str]
    diets_broken: list[str]
    diets_kept: list[str]
    complete: bool
    piece_count: float

    def allergen_names(self) -> AllergenNames:
        """What it contains, as last worked out."""
        return AllergenNames(
            contains=tuple(self.contains),
            may_contain=tuple(self.may_contain),
            diets_broken=tuple(self.diets_broken),
            diets_kept=tuple(self.diets_kept),
            complete=self.complete,
        )


@dataclass(frozen=True, slots=True, kw_only=True)
class FormulaHead:
    """What a formula says of itself besides its lines."""

    name: str
    family: str
    pieces: int
    method: str
    twin_id: UUID | None = None
    twin: dict[str, Any] | None = None
    twin_number: int | None = None
    production: dict[str, Any] = field(default_factory=dict)


def listed(connection: Connection, kitchen_id: UUID, formula_id: UUID | None = None) -> list[FormulaRow]:
    """All formulas of the kitchen, the last changed first, or the one of `formula_id`."""
    with connection.cursor(row_factory=class_row(FormulaRow)) as cursor:
        return cursor.execute(
            """
            select id, name, family, pieces, method, version, archived_at is not null as archived, updated_at,
                twin_id, twin, twin_number, bake_number, base_id, production, summary_by, uses, contains, may_contain,
                diets_broken, diets_kept, complete, piece_count, mass_g, energy_kcal, protein_g, fat_g, saturates_g,
                carbohydrate_g, sugars_g, fibre_g, polyols_g, erythritol_g, allulose_g, salt_g, alcohol_g, water_g,
                caffeine_mg, at_least, without_lines, sd
            from formula
            where kitchen_id = %(kitchen_id)s and (%(formula_id)s::uuid is null or id = %(formula_id)s)
            order by updated_at desc, id
            """,
            {"kitchen_id": kitchen_id, "formula_id": formula_id},
        ).fetchall()


def find(connection: Connection, kitchen_id: UUID, formula_id: UUID, *, lock: bool = False) -> FormulaRow | None:
    """One formula, or None. With `lock` nobody else changes it until the transaction ends."""
    if lock:
        # No stronger lock than its own update takes: formulas that are compared with each other would wait for ever.
        connection.execute(
            "select 1 from formula where kitchen_id = %(kitchen_id)s and id = %(id)s for no key update",
            {"kitchen_id": kitchen_id, "id": formula_id},
        )
    return next(iter(listed(connection, kitchen_id, formula_id)), None)


def parts_of(connection: Connection, kitchen_id: UUID, formula_id: UUID) -> tuple[Part, ...]:
    """The parts of a formula with their lines, in order; a part without lines is kept."""
    rows = connection.execute(
        """
        select part.place, part.name, part.loss_share, part.used_share, part.optional, part.bake, line.text, line.chosen
        from formula_part part
        left join formula_line line on line.kitchen_id = part.kitchen_id
            and line.formula_id = part.formula_id and line.part_place = part.place
        where part.kitchen_id = %(kitchen_id)s and part.formula_id = %(id)s
        order by part.place, line.place
        """,
        {"kitchen_id": kitchen_id, "id": formula_id},
    ).fetchall()
    parts: dict[int, tuple[str, PartOptions, list[Line]]] = {}
    for place, name, loss_share, used_share, optional, bake, text, chosen in rows:
        lines = parts.setdefault(place, (name, PartOptions(loss_share, used_share, optional, PartBake(bake)), []))[2]
        if text is not None:
            lines.append(Line(text, chosen))
    return tuple(Part(name, tuple(lines), how) for name, how, lines in parts.values())


def add(connection: Connection, kitchen_id: UUID, formula_id: UUID, head: FormulaHead) -> bool:
    """A new formula without lines, at version 1. False when that id is taken, as after a retry."""
    added = connection.execute(
        """
        insert into formula (id, kitchen_id, name, family, pieces, method, twin_id, twin, twin_number, production)
        values (%(id)s, %(kitchen_id)s, %(name)s, %(family)s, %(pieces)s, %(method)s, %(twin_id)s, %(twin)s,
            %(twin_number)s, %(production)s)
        on conflict (kitchen_id, id) do nothing
        """,
        _columns(head) | {"id": formula_id, "kitchen_id": kitchen_id},
    )
    return added.rowcount == 1


def change(connection: Connection, kitchen_id: UUID, formula_id: UUID, head: FormulaHead, now: datetime) -> None:
    """New head data of a formula, as changed `now`, and the next version number. The caller has locked it and looked at
    its version."""
    connection.execute(
        """
        update formula set name = %(name)s, family = %(family)s, pieces = %(pieces)s, method = %(method)s,
            twin_id = %(twin_id)s, twin = %(twin)s, twin_number = %(twin_number)s, production = %(production)s,
            version = version + 1, updated_at = %(now)s
        where id = %(id)s and kitchen_id = %(kitchen_id)s
        """,
        _columns(head) | {"id": formula_id, "kitchen_id": kitchen_id, "now": now},
    )


def raise_version(connection: Connection, kitchen_id: UUID, formula_id: UUID) -> None:
    """The next version number of a formula whose lines alone change, so that open windows notice."""
    connection.execute(
        """
        update formula set version = version + 1, updated_at = now() where id = %(id)s and kitchen_id = %(kitchen_id)s
        """,
        {"id": formula_id, "kitchen_id": kitchen_id},
    )


def _columns(head: FormulaHead) -> dict[str, Any]:
    twin = None if head.twin is None else Jsonb(head.twin)
    return asdict(replace(head, twin=None, production={})) | {"twin": twin, "production": Jsonb(head.production)}


def write_parts(connection: Connection, kitchen_id: UUID, formula_id: UUID, parts: tuple[Part, ...]) -> None:
    """Replaces the parts and lines of a formula."""
    connection.execute(
        "delete from formula_part where formula_id = %(id)s and kitchen_id = %(kitchen_id)s",
        {"id": formula_id, "kitchen_id": kitchen_id},
    )
    with connection.cursor() as cursor:
        cursor.executemany(
            """
            insert into formula_part (formula_id, kitchen_id, place, name, loss_share, used_share, optional, bake)
            values (%(id)s, %(kitchen_id)s, %(place)s, %(name)s, %(loss_share)s, %(used_share)s, %(optional)s, %(bake)s)
            """,
            [
                asdict(part.options) | {"id": formula_id, "kitchen_id": kitchen_id, "place": place, "name": part.name}
                for place, part in enumerate(parts)
            ],
        )
        cursor.executemany(
            """
            insert into formula_line (formula_id, kitchen_id, part_place, place, text, chosen)
            values (%(id)s, %(kitchen_id)s, %(part_place)s, %(place)s, %(text)s, %(chosen)s)
            """,
            [
                {
                    "id": formula_id,
                    "kitchen_id": kitchen_id,
                    "part_place": part_place,
                    "place": place,
                    "text": line.text,
                    "chosen": line.chosen,
                }
                for part_place, part in enumerate(parts)
                for place, line in enumerate(part.lines)
            ],
        )


@dataclass(frozen=True, slots=True, kw_only=True)
class StoredSummary:
    """What lists show of a formula: the figures of one of `piece_count` pieces, its allergens, the slugs it `uses`, and
    the name of the rules they were worked out `by`."""

    piece: Portion
    piece_count: float
    allergens: AllergenNames
    uses: Iterable[str]
    by: str


def write_summary(connection: Connection, kitchen_id: UUID, formula_id: UUID, summary: StoredSummary) -> None:
    """Keeps the summary of a formula."""
    allergens = summary.allergens
    connection.execute(
        """
        update formula set summary_by = %(by)s, uses = %(uses)s, contains = %(contains)s,
            may_contain = %(may_contain)s, diets_broken = %(diets_broken)s,
            diets_kept = %(diets_kept)s, complete = %(complete)s, piece_count = %(piece_count)s,
            mass_g = %(mass_g)s, energy_kcal = %(energy_kcal)s, protein_g = %(protein_g)s, fat_g = %(fat_g)s,
            saturates_g = %(saturates_g)s,
            carbohydrate_g = %(carbohydrate_g)s, sugars_g = %(sugars_g)s, fibre_g = %(fibre_g)s,
            polyols_g = %(polyols_g)s, erythritol_g = %(erythritol_g)s, allulose_g = %(allulose_g)s,
            salt_g = %(salt_g)s, alcohol_g = %(alcohol_g)s, water_g = %(water_g)s, caffeine_mg = %(caffeine_mg)s,
            at_least = %(at_least)s, without_lines = %(without_lines)s, sd = %(sd)s
        where id = %(id)s and kitchen_id = %(kitchen_id)s
        """,
        columns(summary.piece)
        | {
            "id": formula_id,
            "kitchen_id": kitchen_id,
            "by": summary.by,
            "uses": sorted(summary.uses),
            "complete": allergens.complete,
            "piece_count": summary.piece_count,
        }
        | {name: list(getattr(allergens, name)) for name in ("contains", "may_contain", "diets_broken", "diets_kept")},
    )


def part_names(connection: Connection, kitchen_id: UUID) -> list[tuple[UUID, str, list[str]]]:
    """Id and name of each formula in use, with the names of its parts where it has several."""
    return connection.execute(
        """
        select formula.id, formula.name,
            case when count(*) > 1 then array_agg(part.name order by part.place) filter (where part.name <> '') end
        from formula join formula_part part on part.kitchen_id = formula.kitchen_id and part.formula_id = formula.id
        where formula.kitchen_id = %(kitchen_id)s and archived_at is null
        group by formula.id, formula.name, formula.updated_at order by formula.updated_at desc
        """,
        {"kitchen_id": kitchen_id},
    ).fetchall()


def nested_by_formula(connection: Connection, kitchen_id: UUID) -> dict[UUID, set[UUID]]:
    """Which formulas the lines of each formula are pointed at."""
    rows = connection.execute(
        """
        select distinct formula_id, substring(chosen from 6 for 36)::uuid from formula_line
        where kitchen_id = %(kitchen_id)s and chosen ~ '^made-[0-9a-f-]{36}'
        """,
        {"kitchen_id": kitchen_id},
    ).fetchall()
    held: dict[UUID, set[UUID]] = {}
    for formula_id, inner in rows:
        held.setdefault(formula_id, set()).add(inner)
    return held


def mark_stale_above(connection: Connection, kitchen_id: UUID, formula_id: UUID) -> None:
    """Marks the kept figures of the formulas that hold this one, however deep, as out of date."""
    connection.execute(
        """
        with recursive held as (
            select distinct formula_id, substring(chosen from 6 for 36)::uuid as inner_id from formula_line
            where kitchen_id = %(kitchen_id)s and chosen ~ '^made-[0-9a-f-]{36}'
        ), above (id) as (
            select formula_id from held where inner_id = %(id)s
            union select held.formula_id from held join above on held.inner_id = above.id
        )
        update formula set summary_by = null
        where kitchen_id = %(kitchen_id)s and id in (select id from above) and id <> %(id)s
        """,
        {"kitchen_id": kitchen_id, "id": formula_id},
    )


def mark_all_stale(connection: Connection, kitchen_id: UUID) -> None:
    """Marks the kept figures of all formulas of the kitchen as out of date."""
    connection.execute(
        "update formula set summary_by = null where kitchen_id = %(kitchen_id)s", {"kitchen_id": kitchen_id}
    )


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
