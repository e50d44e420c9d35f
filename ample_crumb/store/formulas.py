"""Formulas with their parts and lines."""

from collections.abc import Iterable, Sequence
from dataclasses import asdict, dataclass, field, replace
from datetime import datetime
from typing import Any, Final
from uuid import UUID

from psycopg.rows import class_row
from psycopg.sql import SQL
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
    summary_rules: int
    job_state: str | None
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


_COLUMNS: Final = SQL(
    """
    formula.id, formula.name, family, pieces, method, version, archived_at is not null as archived, updated_at, twin_id,
    twin, twin_number, bake_number, base_id, production, summary_rules, job.state as job_state, uses, contains,
    may_contain, diets_broken, diets_kept, complete, piece_count, mass_g, energy_kcal, protein_g, fat_g, saturates_g,
    carbohydrate_g, sugars_g, fibre_g, polyols_g, erythritol_g, allulose_g, salt_g, alcohol_g, water_g, caffeine_mg,
    at_least, without_lines, sd
"""
)
_FROM: Final = SQL(
    """
    from formula
    left join job on job.kitchen_id = formula.kitchen_id and job.kind = 'summary' and job.key = formula.id
"""
)
_PARTS: Final = SQL(
    """
    (
        select coalesce(jsonb_agg(jsonb_build_array(part.name, part.loss_share, part.used_share, part.optional,
            part.bake, (
                select coalesce(jsonb_agg(jsonb_build_array(line.text, line.chosen) order by line.place), '[]')
                from formula_line line where line.kitchen_id = part.kitchen_id and line.formula_id = part.formula_id
                    and line.part_place = part.place
            )) order by part.place), '[]')
        from formula_part part where part.kitchen_id = formula.kitchen_id and part.formula_id = formula.id
    ) as stored_parts
"""
)


_ONE: Final = SQL("select {} {} where formula.kitchen_id = %(kitchen_id)s and formula.id = %(id)s")


def listed(connection: Connection, kitchen_id: UUID) -> list[FormulaRow]:
    """All formulas of the kitchen, the last changed first."""
    with connection.cursor(row_factory=class_row(FormulaRow)) as cursor:
        return cursor.execute(
            SQL("select {} {} where formula.kitchen_id = %(kitchen_id)s order by updated_at desc, formula.id").format(
                _COLUMNS, _FROM
            ),
            {"kitchen_id": kitchen_id},
        ).fetchall()


def find(connection: Connection, kitchen_id: UUID, formula_id: UUID, *, lock: bool = False) -> FormulaRow | None:
    """One formula, or None. With `lock` nobody else changes it until the transaction ends."""
    if lock:
        # No stronger lock than its own update takes: formulas that are compared with each other would wait for ever.
        connection.execute(
            "select 1 from formula where kitchen_id = %(kitchen_id)s and id = %(id)s for no key update",
            {"kitchen_id": kitchen_id, "id": formula_id},
        )
    with connection.cursor(row_factory=class_row(FormulaRow)) as cursor:
        return cursor.execute(
            SQL("select {} {} where formula.kitchen_id = %(kitchen_id)s and formula.id = %(id)s").format(
                _COLUMNS, _FROM
            ),
            {"kitchen_id": kitchen_id, "id": formula_id},
        ).fetchone()


def called(connection: Connection, kitchen_id: UUID, words: str, most: int) -> list[FormulaRow]:
    """Formulas whose names hold these words, those first in which they begin a word, then the last changed."""
    with connection.cursor(row_factory=class_row(FormulaRow)) as cursor:
        return cursor.execute(
            SQL(
                """
                select {} {}
                where formula.kitchen_id = %(kitchen_id)s and position(%(words)s in lower(formula.name)) > 0
                order by position(' ' || %(words)s in ' ' || lower(formula.name)) = 0, updated_at desc, formula.id
                limit %(most)s
                """
            ).format(_COLUMNS, _FROM),
            {"kitchen_id": kitchen_id, "words": words.lower(), "most": most},
        ).fetchall()


@dataclass(frozen=True, slots=True)
class Room:
    """What a day has left, and how portions are cut: in steps of `step_count` pieces, at most `most_count`."""

    energy_kcal: float
    step_count: float
    most_count: float


def for_day(
    connection: Connection, kitchen_id: UUID, eaten_ids: Sequence[UUID], room: Room | None, most: int
) -> list[FormulaRow]:
    """The formulas that were eaten of, and those in use whose largest portion in the room brings most protein."""
    with connection.cursor(row_factory=class_row(FormulaRow)) as cursor:
        return cursor.execute(
            SQL(
                """
                select {} {} where formula.kitchen_id = %(kitchen_id)s and (formula.id = any(%(eaten)s::uuid[])
                    or formula.id in (
                        select id from formula where kitchen_id = %(kitchen_id)s and archived_at is null and mass_g > 0
                            and energy_kcal * %(step)s <= %(room)s * 1.000001
                        order by protein_g * case when energy_kcal <= 0 then %(step)s
                            else least(floor(%(room)s / (energy_kcal * %(step)s)) * %(step)s, %(most_pieces)s) end
                            desc nulls last, id
                        limit %(most)s
                    ))
                order by updated_at desc, formula.id
                """
            ).format(_COLUMNS, _FROM),
            {
                "kitchen_id": kitchen_id,
                "eaten": list(eaten_ids),
                "room": -1.0 if room is None else room.energy_kcal,
                "step": 1.0 if room is None else room.step_count,
                "most_pieces": 1.0 if room is None else room.most_count,
                "most": most,
            },
        ).fetchall()


@dataclass(frozen=True, slots=True, kw_only=True)
class WholeFormula(FormulaRow):
    """A formula with its lines."""

    stored_parts: list[list[Any]]

    def parts(self) -> tuple[Part, ...]:
        """Its parts with their lines, in order."""
        return _parts(self.stored_parts)


def find_whole(connection: Connection, kitchen_id: UUID, formula_id: UUID) -> WholeFormula | None:
    """One formula with its lines, or None."""
    with connection.cursor(row_factory=class_row(WholeFormula)) as cursor:
        return cursor.execute(
            SQL("select {}, {} {} where formula.kitchen_id = %(kitchen_id)s and formula.id = %(id)s").format(
                _COLUMNS, _PARTS, _FROM
            ),
            {"kitchen_id": kitchen_id, "id": formula_id},
        ).fetchone()


@dataclass(frozen=True, slots=True)
class InnerFormula:
    """A formula as far as it is read as a food."""

    id: UUID
    name: str
    family: str
    pieces: int
    version: int
    production: dict[str, Any]
    stored_parts: list[list[Any]]

    def parts(self) -> tuple[Part, ...]:
        """Its parts with their lines, in order."""
        return _parts(self.stored_parts)


def inner_formulas(connection: Connection, kitchen_id: UUID, formula_ids: Sequence[UUID]) -> list[InnerFormula]:
    """These formulas and all that their lines are pointed at, however deep."""
    with connection.cursor(row_factory=class_row(InnerFormula)) as cursor:
        return cursor.execute(
            SQL("""
            with recursive reached (id) as (
                select unnest(%(ids)s::uuid[])
                union
                select substring(line.chosen from 6 for 36)::uuid from reached
                join formula_line line on line.kitchen_id = %(kitchen_id)s and line.formula_id = reached.id
                    and line.chosen ~ '^made-[0-9a-f-]{{36}}'
            )
            select formula.id, name, family, pieces, version, production, {}
            from formula join reached on reached.id = formula.id where formula.kitchen_id = %(kitchen_id)s
            """).format(_PARTS),
            {"kitchen_id": kitchen_id, "ids": list(formula_ids)},
        ).fetchall()


def _parts(stored: list[list[Any]]) -> tuple[Part, ...]:
    return tuple(
        Part(
            name,
            tuple(Line(text, chosen) for text, chosen in lines),
            PartOptions(loss_share, used_share, optional, PartBake(bake)),
        )
        for name, loss_share, used_share, optional, bake, lines in stored
    )


def parts_of(connection: Connection, kitchen_id: UUID, formula_id: UUID) -> tuple[Part, ...]:
    """The parts of a formula with their lines, in order; a part without lines is kept. Empty where there is none."""
    row = connection.execute(
        SQL("select {} from formula where kitchen_id = %(kitchen_id)s and id = %(id)s").format(_PARTS),
        {"kitchen_id": kitchen_id, "id": formula_id},
    ).fetchone()
    return () if row is None else _parts(row[0])


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


def _columns(head: FormulaHead) -> dict[str, Any]:
    twin = None if head.twin is None else Jsonb(head.twin)
    return asdict(replace(head, twin=None, production={})) | {"twin": twin, "production": Jsonb(head.production)}


def write_parts(
    connection: Connection,
    kitchen_id: UUID,
    formula_id: UUID,
    parts: tuple[Part, ...],
    foods: Sequence[Sequence[str | None]] = (),
) -> None:
    """Replaces the parts and lines of a formula; `foods` are what the lines were read as, where that is known."""
    lines = [
        (part_place, place, line.text, line.chosen, foods[part_place][place] if foods else None)
        for part_place, part in enumerate(parts)
        for place, line in enumerate(part.lines)
    ]
    # Rows that stay are written over: what goes and what comes in one statement would stand in each other's way.
    connection.execute(
        """
        with gone as (
            delete from formula_part
            where kitchen_id = %(kitchen_id)s and formula_id = %(id)s and place >= %(part_count)s
        ), gone_lines as (
            delete from formula_line line where kitchen_id = %(kitchen_id)s and formula_id = %(id)s
                and part_place < %(part_count)s
                and line.place >= (%(line_counts)s::integer[])[line.part_place + 1]
        ), part as (
            insert into formula_part (formula_id, kitchen_id, place, name, loss_share, used_share, optional, bake)
            select %(id)s, %(kitchen_id)s, given.* from unnest(
                %(part_places)s::integer[], %(names)s::text[], %(loss_shares)s::numeric[], %(used_shares)s::numeric[],
                %(optionals)s::boolean[], %(bakes)s::text[]
            ) given
            on conflict (kitchen_id, formula_id, place) do update set name = excluded.name,
                loss_share = excluded.loss_share, used_share = excluded.used_share, optional = excluded.optional,
                bake = excluded.bake
        )
        insert into formula_line (formula_id, kitchen_id, part_place, place, text, chosen, food)
        select %(id)s, %(kitchen_id)s, given.* from unnest(%(line_parts)s::integer[], %(line_places)s::integer[],
            %(texts)s::text[], %(chosen)s::text[], %(foods)s::text[]) given
        on conflict (kitchen_id, formula_id, part_place, place) do update set text = excluded.text,
            chosen = excluded.chosen, food = excluded.food
        """,
        {
            "kitchen_id": kitchen_id,
            "id": formula_id,
            "part_count": len(parts),
            "line_counts": [len(part.lines) for part in parts],
            "part_places": list(range(len(parts))),
            "names": [part.name for part in parts],
            "loss_shares": [part.options.loss_share for part in parts],
            "used_shares": [part.options.used_share for part in parts],
            "optionals": [part.options.optional for part in parts],
            "bakes": [part.options.bake for part in parts],
            "line_parts": [part for part, *_ in lines],
            "line_places": [place for _, place, *_ in lines],
            "texts": [text for _, _, text, *_ in lines],
            "chosen": [chosen for *_, chosen, _ in lines],
            "foods": [food for *_, food in lines],
        },
    )


@dataclass(frozen=True, slots=True, kw_only=True)
class StoredSummary:
    """What lists show of a formula: the figures of one of `piece_count` pieces, its allergens, the slugs it `uses`, and
    the number of the `rules` they were worked out by."""

    piece: Portion
    piece_count: float
    allergens: AllergenNames
    uses: Iterable[str]
    rules: int


_SUMMARY_SET: Final = SQL(
    """
    summary_rules = %(rules)s, uses = %(uses)s, contains = %(contains)s, may_contain = %(may_contain)s,
    diets_broken = %(diets_broken)s, diets_kept = %(diets_kept)s, complete = %(complete)s,
    piece_count = %(piece_count)s, mass_g = %(mass_g)s, energy_kcal = %(energy_kcal)s, protein_g = %(protein_g)s,
    fat_g = %(fat_g)s, saturates_g = %(saturates_g)s, carbohydrate_g = %(carbohydrate_g)s, sugars_g = %(sugars_g)s,
    fibre_g = %(fibre_g)s, polyols_g = %(polyols_g)s, erythritol_g = %(erythritol_g)s, allulose_g = %(allulose_g)s,
    salt_g = %(salt_g)s, alcohol_g = %(alcohol_g)s, water_g = %(water_g)s, caffeine_mg = %(caffeine_mg)s,
    at_least = %(at_least)s, without_lines = %(without_lines)s, sd = %(sd)s
"""
)


def _summary_columns(summary: StoredSummary) -> dict[str, Any]:
    allergens = summary.allergens
    return (
        columns(summary.piece)
        | {
            "rules": summary.rules,
            "uses": sorted(summary.uses),
            "complete": allergens.complete,
            "piece_count": summary.piece_count,
        }
        | {name: list(getattr(allergens, name)) for name in ("contains", "may_contain", "diets_broken", "diets_kept")}
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
    connection: Connection, kitchen_id: UUID, formula_id: UUID, content: FormulaContent, now: datetime, version: int
) -> int | None:
    """New content of a formula, as changed `now`, and its next version; first of all the kitchen is held as
    `kitchens.hold` does, and the number of its state is given. None when the formula is not at `version` any more, and
    stays."""
    row = connection.execute(
        SQL("""
        with held as (select reading_revision from kitchen where id = %(kitchen_id)s for share)
        update formula set name = %(name)s, family = %(family)s, pieces = %(pieces)s, method = %(method)s,
            twin_id = %(twin_id)s, twin = %(twin)s, twin_number = %(twin_number)s, production = %(production)s,
            version = version + 1, updated_at = %(now)s, {}
        from held where id = %(id)s and kitchen_id = %(kitchen_id)s and version = %(version)s
        returning held.reading_revision
        """).format(_SUMMARY_SET),
        _summary_columns(content.summary)
        | _columns(content.head)
        | {"id": formula_id, "kitchen_id": kitchen_id, "now": now, "version": version},
    ).fetchone()
    return None if row is None else int(row[0])


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


def way_to(connection: Connection, kitchen_id: UUID, from_ids: Sequence[UUID], to_id: UUID) -> list[str]:
    """The names of the formulas by which one of these holds `to_id`, from the outermost to the last before it; empty
    where none does."""
    row = connection.execute(
        """
        with recursive way (id, names) as (
            select id, array[name] from formula where kitchen_id = %(kitchen_id)s and id = any(%(from_ids)s)
            union
            select inner_one.id, way.names || inner_one.name
            from way
            join formula_line line on line.kitchen_id = %(kitchen_id)s and line.formula_id = way.id
                and line.chosen like 'made-%%'
            join formula inner_one on inner_one.kitchen_id = %(kitchen_id)s
                and inner_one.id::text = substring(line.chosen from 6 for 36)
            where way.id <> %(to_id)s and cardinality(way.names) < 20
        )
        select names from way where id = %(to_id)s order by cardinality(names) limit 1
        """,
        {"kitchen_id": kitchen_id, "from_ids": list(from_ids), "to_id": to_id},
    ).fetchone()
    return [] if row is None else row[0][:-1]


def versions_now(connection: Connection, kitchen_id: UUID, formula_ids: Sequence[UUID]) -> dict[UUID, int]:
    """The version that each of these formulas is at."""
    rows = connection.execute(
        "select id, version from formula where kitchen_id = %(kitchen_id)s and id = any(%(ids)s)",
        {"kitchen_id": kitchen_id, "ids": list(formula_ids)},
    ).fetchall()
    return dict(rows)


def write_dependencies(
    connection: Connection, kitchen_id: UUID, formula_id: UUID, dependencies: Sequence[tuple[str, str]]
) -> None:
    """Replaces what the summary of a formula depends on, as kinds and keys; what stays is left alone."""
    connection.execute(
        """
        with given (kind, key) as (select * from unnest(%(kinds)s::text[], %(keys)s::text[])), gone as (
            delete from formula_dependency there where kitchen_id = %(kitchen_id)s and formula_id = %(id)s
                and not exists (select 1 from given where given.kind = there.kind and given.key = there.key)
        )
        insert into formula_dependency (kitchen_id, kind, key, formula_id)
        select %(kitchen_id)s, kind, key, %(id)s from given on conflict do nothing
        """,
        {
            "kitchen_id": kitchen_id,
            "id": formula_id,
            "kinds": [kind for kind, _ in dependencies],
            "keys": [key for _, key in dependencies],
        },
    )


def words_of_lines(connection: Connection, kitchen_id: UUID) -> list[str]:
    """The words by which lines of the kitchen's formulas are read, each once."""
    rows = connection.execute(
        "select distinct key from formula_dependency where kitchen_id = %(kitchen_id)s and kind = 'word'",
        {"kitchen_id": kitchen_id},
    ).fetchall()
    return [key for (key,) in rows]


def write_foods(
    connection: Connection, kitchen_id: UUID, formula_id: UUID, foods: Sequence[Sequence[str | None]]
) -> None:
    """Keeps what each line of each part was read as."""
    places = [(part, place, food) for part, in_part in enumerate(foods) for place, food in enumerate(in_part)]
    connection.execute(
        """
        update formula_line line set food = read.food
        from unnest(%(parts)s::integer[], %(places)s::integer[], %(foods)s::text[]) as read (part, place, food)
        where line.kitchen_id = %(kitchen_id)s and line.formula_id = %(id)s and line.part_place = read.part
            and line.place = read.place and line.food is distinct from read.food
        """,
        {
            "kitchen_id": kitchen_id,
            "id": formula_id,
            "parts": [part for part, _, _ in places],
            "places": [place for _, place, _ in places],
            "foods": [food for _, _, food in places],
        },
    )


def using(connection: Connection, kitchen_id: UUID, foods: Sequence[str]) -> list[tuple[UUID, str, list[str]]]:
    """Id and name of each formula that has lines which were read as one of these foods, with those foods."""
    return connection.execute(
        """
        select formula.id, formula.name, array_agg(distinct line.food)
        from formula_line line join formula on formula.kitchen_id = line.kitchen_id and formula.id = line.formula_id
        where line.kitchen_id = %(kitchen_id)s and line.food = any(%(foods)s)
        group by formula.id, formula.name, formula.updated_at order by formula.updated_at desc, formula.id
        """,
        {"kitchen_id": kitchen_id, "foods": list(foods)},
    ).fetchall()


def point_lines(connection: Connection, kitchen_id: UUID, older: Sequence[str], at: str, *, by_name: bool) -> None:
    """Points the lines that are at one of these foods, or with `by_name` those that were read as one by their words
    alone, at another, each as its formula's next version, so that open windows notice. The caller holds the kitchen."""
    connection.execute(
        """
        with pointed as (
            update formula_line set chosen = %(at)s, food = %(at)s
            where kitchen_id = %(kitchen_id)s and case when %(by_name)s
                then food = any(%(older)s::text[]) and chosen is distinct from %(at)s
                else chosen = any(%(older)s::text[]) end
            returning formula_id
        )
        update formula set version = version + 1, updated_at = now()
        where kitchen_id = %(kitchen_id)s and id in (select formula_id from pointed)
        """,
        {"kitchen_id": kitchen_id, "older": list(older), "at": at, "by_name": by_name},
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
