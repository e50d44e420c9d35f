"""Formulas as they stand, with their parts and lines."""

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from enum import StrEnum
from typing import Any, Final, LiteralString
from uuid import UUID

from psycopg.rows import class_row, dict_row
from psycopg.sql import SQL

from ample_crumb.core.formula.formula import Line, Part, PartBake, PartOptions
from ample_crumb.store.columns import ContentsRow, column_list
from ample_crumb.store.conditions import asked_for, holds
from ample_crumb.store.database import Connection
from ample_crumb.store.scope import Principal
from ample_crumb.store.usual_portions import USUAL


@dataclass(frozen=True, slots=True, kw_only=True)
class FormulaRow(ContentsRow):
    """A formula without its lines, with the figures, contents and cost of one piece as last worked out. It is
    compared with `classic_id`, in its kept state `classic_number` where that is given, or with `classic`, the figures
    as typed."""

    id: UUID
    name: str
    family: str
    written_piece_count: int
    method: str
    revision: int
    archived: bool
    updated_at: datetime
    classic_id: UUID | None
    classic: dict[str, Any] | None
    classic_number: int | None
    bake_number: int | None
    base_id: UUID | None
    production: dict[str, Any]
    summary_rules: int
    job_state: str | None
    bite_min: int | None
    piece_count: float
    piece_cost: float | None
    cost_at_least: bool
    hands_on_min: int | None
    whole_min: int | None
    bowl_count: int | None
    powder_g: float


_COLUMNS: Final = SQL(
    """
    formula.id, formula.name, family, written_piece_count, method, revision, archived_at is not null as archived,
    updated_at, classic_id, classic, classic_number, bake_number, base_id, production, summary_rules,
    job.state as job_state, contains,
    may_contain, diets_broken, diets_kept, complete, hazards, traits, bite_min,
    piece_count, piece_cost, cost_at_least, hands_on_min,
    whole_min, bowl_count, powder_g,
    {figures}
"""
).format(figures=column_list())


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
                select coalesce(
                    jsonb_agg(jsonb_build_array(line.text, line.chosen, line.line_id) order by line.position), '[]'
                )
                from formula_line line where line.kitchen_id = part.kitchen_id and line.formula_id = part.formula_id
                    and line.part_position = part.position
            )) order by part.position), '[]')
        from formula_part part where part.kitchen_id = formula.kitchen_id and part.formula_id = formula.id
    ) as stored_parts
"""
)


class ListOrder(StrEnum):
    """How the list is ordered: in groups of a family, by the last change, by when the person last had it, by protein
    for its energy, or by what a piece costs."""

    FAMILY = "family"
    CHANGED = "changed"
    EATEN = "eaten"
    PROTEIN = "protein"
    COST = "cost"


@dataclass(frozen=True, slots=True)
class ListedFrom:
    """Where a page of the list begins: behind a formula that was of this family and changed at `updated_at`."""

    updated_at: datetime
    id: UUID
    family: str = ""


@dataclass(frozen=True, slots=True)
class Narrowed:
    """What the list is narrowed to: names that hold all of these words, a family (None for any), a diet that is kept,
    and at most so much energy of half a piece."""

    words: Sequence[str] = ()
    family: str | None = None
    diet: str = ""
    room_kcal: float | None = None
    archived: bool = False


_ORDERS: Final[Mapping[ListOrder, tuple[LiteralString, LiteralString]]] = {
    ListOrder.FAMILY: (
        "family, updated_at desc, formula.id desc",
        "(family > %(after_family)s or family = %(after_family)s and (updated_at, id) < (%(at)s, %(after_id)s))",
    ),
    ListOrder.CHANGED: ("updated_at desc, formula.id desc", "(updated_at, id) < (%(at)s, %(after_id)s)"),
    ListOrder.EATEN: (
        "last_eaten(%(kitchen_id)s, %(person_id)s, formula.id) desc, formula.id desc",
        """
        (last_eaten(%(kitchen_id)s, %(person_id)s, id), id)
            < (last_eaten(%(kitchen_id)s, %(person_id)s, %(after_id)s), %(after_id)s)
        """,
    ),
    ListOrder.PROTEIN: (
        "coalesce(protein_g / nullif(energy_kcal, 0), -1) desc, formula.id desc",
        """
        (coalesce(protein_g / nullif(energy_kcal, 0), -1), id) < (
            select coalesce(protein_g / nullif(energy_kcal, 0), -1), id from formula
            where kitchen_id = %(kitchen_id)s and id = %(after_id)s
        )
        """,
    ),
    ListOrder.COST: (
        "case when piece_cost is null then 2 when cost_at_least then 1 else 0 end, coalesce(piece_cost, 0), formula.id",
        """
        (case when piece_cost is null then 2 when cost_at_least then 1 else 0 end, coalesce(piece_cost, 0), id) > (
            select case when piece_cost is null then 2 when cost_at_least then 1 else 0 end, coalesce(piece_cost, 0), id
            from formula where kitchen_id = %(kitchen_id)s and id = %(after_id)s
        )
        """,
    ),
}
"""By what the list is ordered, and what stands behind a place in it."""


@dataclass(frozen=True, slots=True, kw_only=True)
class ListedFormula(FormulaRow):
    """A formula, and how many of its pieces the person mostly has; None where nobody knows."""

    usual_count: float | None


def list_formulas(
    connection: Connection,
    principal: Principal,
    most: int,
    narrowed: Narrowed = Narrowed(),
    order: ListOrder = ListOrder.CHANGED,
    after: ListedFrom | None = None,
) -> list[ListedFormula]:
    """Formulas in an order, narrowed: so many from the beginning, or from behind a place in the list."""
    ordered, behind = _ORDERS[order]
    conditions = (
        (True, "kitchen_id = %(kitchen_id)s"),
        (True, "archived_at is not null" if narrowed.archived else "archived_at is null"),
        (narrowed.words, "lower(name) like all(%(patterns)s)"),
        (narrowed.family is not None, "family = %(family)s"),
        (narrowed.diet, "%(diet)s = any(diets_kept)"),
        (narrowed.room_kcal is not None, "energy_kcal > 0 and energy_kcal / 2 <= %(room_kcal)s"),
        (after, behind),
    )
    with connection.cursor(row_factory=class_row(ListedFormula)) as cursor:
        return cursor.execute(
            SQL(
                """
                with page as (select id from formula where {} order by {} limit %(most)s)
                select {}, {} as usual_count {} join page on page.id = formula.id
                where formula.kitchen_id = %(kitchen_id)s order by {}
                """
            ).format(asked_for(conditions), SQL(ordered), _COLUMNS, USUAL, _FROM, SQL(ordered)),
            {
                "kitchen_id": principal.kitchen_id,
                "person_id": principal.person_id,
                "patterns": [holds(word) for word in narrowed.words],
                "family": narrowed.family,
                "diet": narrowed.diet,
                "room_kcal": narrowed.room_kcal,
                "after_family": after.family if after else None,
                "at": after.updated_at if after else None,
                "after_id": after.id if after else None,
                "most": most,
            },
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


def find_by_words(connection: Connection, kitchen_id: UUID, words: str, most: int) -> list[FormulaRow]:
    """Formulas whose names hold these words, those first in which they begin a word, then the last changed."""
    with connection.cursor(row_factory=class_row(FormulaRow)) as cursor:
        return cursor.execute(
            SQL(
                """
                with hit as (
                    select id, row_number() over (
                        order by position(' ' || %(words)s in ' ' || lower(name)) = 0, updated_at desc, id desc
                    ) as place
                    from formula where kitchen_id = %(kitchen_id)s and lower(name) like %(pattern)s
                    order by place limit %(most)s
                )
                select {} {} join hit on hit.id = formula.id where formula.kitchen_id = %(kitchen_id)s order by place
                """
            ).format(_COLUMNS, _FROM),
            {"kitchen_id": kitchen_id, "words": words.lower(), "pattern": holds(words.lower()), "most": most},
        ).fetchall()


@dataclass(frozen=True, slots=True)
class Room:
    """What a day has left, and how portions are cut: in steps of `step_count` pieces, or of `step_g` where that is
    None, at most `most_count`."""

    energy_kcal: float
    step_count: float | None
    most_count: float
    step_g: float = 5.0


def for_day(
    connection: Connection, principal: Principal, eaten_ids: Sequence[UUID], room: Room | None, most: int
) -> list[ListedFormula]:
    """The formulas that were eaten of, and those in use whose largest portion in the room brings most protein."""
    with connection.cursor(row_factory=class_row(ListedFormula)) as cursor:
        return cursor.execute(
            SQL(
                """
                select {}, {} as usual_count {}
                where formula.kitchen_id = %(kitchen_id)s and (formula.id = any(%(eaten)s::uuid[])
                    or formula.id in (
                        select id from formula cross join lateral (
                            select coalesce(%(step)s::numeric, %(step_g)s / nullif(mass_g, 0)) as step
                        ) cut
                        where kitchen_id = %(kitchen_id)s and archived_at is null and mass_g > 0
                            and energy_kcal * step <= %(room)s * 1.000001
                        order by protein_g * case when energy_kcal <= 0 then step
                            else least(floor(%(room)s / (energy_kcal * step)) * step, %(most_pieces)s) end
                            desc nulls last, id
                        limit %(most)s
                    ))
                order by updated_at desc, formula.id
                """
            ).format(_COLUMNS, USUAL, _FROM),
            {
                "kitchen_id": principal.kitchen_id,
                "person_id": principal.person_id,
                "eaten": list(eaten_ids),
                "room": -1.0 if room is None else room.energy_kcal,
                "step": 1.0 if room is None else room.step_count,
                "step_g": 1.0 if room is None else room.step_g,
                "most_pieces": 1.0 if room is None else room.most_count,
                "most": most,
            },
        ).fetchall()


def traits_by_formula(connection: Connection, kitchen_id: UUID, formula_ids: Sequence[UUID]) -> dict[UUID, list[str]]:
    """The words that each of these formulas is wished for by."""
    rows = connection.execute(
        "select id, traits from formula where kitchen_id = %(kitchen_id)s and id = any(%(formula_ids)s::uuid[])",
        {"kitchen_id": kitchen_id, "formula_ids": list(formula_ids)},
    ).fetchall()
    return dict(rows)


@dataclass(frozen=True, slots=True)
class Asked:
    """What a formula for tonight is to be: words it is and is not wished by, minutes and bowls at most, and the room of
    which a step of a piece has to stay within. Foods that are `free` are in every kitchen."""

    traits: Sequence[str]
    not_traits: Sequence[str]
    most_min: int | None
    most_bowls: int | None
    room_kcal: float
    step_count: float
    free: Sequence[str]


@dataclass(frozen=True, slots=True, kw_only=True)
class TonightFormula(FormulaRow):
    """A formula that could be made tonight: its foods that are `out` at home, by what they are kept under, and of how
    many nobody said anything."""

    out_foods: list[str]
    unknown_count: int


def for_tonight(connection: Connection, kitchen_id: UUID, asked: Asked, most: int) -> list[TonightFormula]:
    """Formulas in use that are as asked and of which the least step stays in the room, the soonest bitten first."""
    with connection.cursor(row_factory=class_row(TonightFormula)) as cursor:
        return cursor.execute(
            SQL(
                """
                select {}, home.out_foods, home.unknown_count {}
                cross join lateral (
                    select coalesce(array_agg(key order by key) filter (where stock.state = 'out'
                            or (stock.state = '' and stock.mass_g <= 0)), '{{}}') as out_foods,
                        count(*) filter (where stock.food is null)::integer as unknown_count
                    from formula_dependency uses left join stock on stock.kitchen_id = %(kitchen_id)s
                        and stock.food = uses.key
                    where uses.kitchen_id = %(kitchen_id)s and uses.formula_id = formula.id and uses.kind = 'food'
                        and uses.key <> all(%(free)s)
                ) home
                where formula.kitchen_id = %(kitchen_id)s and archived_at is null and mass_g > 0
                    and traits @> %(traits)s::text[] and not traits && %(not_traits)s::text[]
                    and (%(most_min)s::integer is null or bite_min <= %(most_min)s)
                    and (%(most_bowls)s::integer is null or bowl_count <= %(most_bowls)s)
                    and energy_kcal * %(step)s <= %(room)s
                order by bite_min nulls last, protein_g / nullif(energy_kcal, 0) desc nulls last, formula.id
                limit %(most)s
                """
            ).format(_COLUMNS, _FROM),
            {
                "kitchen_id": kitchen_id,
                "traits": list(asked.traits),
                "not_traits": list(asked.not_traits),
                "most_min": asked.most_min,
                "most_bowls": asked.most_bowls,
                "room": asked.room_kcal,
                "step": asked.step_count,
                "free": list(asked.free),
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


def reading_phrase(connection: Connection, kitchen_id: UUID, phrase: str, most: int) -> tuple[list[WholeFormula], int]:
    """The formulas in use with a line that is read by this phrase, the last changed first: so many of them with their
    lines, and how many there are."""
    with connection.cursor(row_factory=dict_row) as cursor:
        rows = cursor.execute(
            SQL(
                """
                select {}, {}, count(*) over () as formula_count {}
                where formula.kitchen_id = %(kitchen_id)s and archived_at is null and exists (
                    select from formula_dependency using_it where using_it.kitchen_id = formula.kitchen_id
                        and using_it.kind = 'phrase' and using_it.key = %(phrase)s
                        and using_it.formula_id = formula.id
                )
                order by formula.updated_at desc, formula.id limit %(most)s
                """
            ).format(_COLUMNS, _PARTS, _FROM),
            {"kitchen_id": kitchen_id, "phrase": phrase, "most": most},
        ).fetchall()
    count = rows[0]["formula_count"] if rows else 0
    return [WholeFormula(**{name: row[name] for name in row if name != "formula_count"}) for row in rows], count


@dataclass(frozen=True, slots=True)
class InnerFormula:
    """A formula as far as it is read as a food."""

    id: UUID
    name: str
    family: str
    written_piece_count: int
    revision: int
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
                select line.nested_id from reached
                join formula_line line on line.kitchen_id = %(kitchen_id)s and line.formula_id = reached.id
                    and line.nested_id is not null
            )
            select formula.id, name, family, written_piece_count, revision, production, {}
            from formula join reached on reached.id = formula.id where formula.kitchen_id = %(kitchen_id)s
            """).format(_PARTS),
            {"kitchen_id": kitchen_id, "ids": list(formula_ids)},
        ).fetchall()


def _parts(stored: list[list[Any]]) -> tuple[Part, ...]:
    return tuple(
        Part(
            name,
            tuple(Line(text, chosen, line_id) for text, chosen, line_id in lines),
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


def find_parts_by_words(connection: Connection, kitchen_id: UUID, words: str, most: int) -> list[tuple[UUID, str, str]]:
    """Id and name of formulas in use with these words in their name, newest first, and of parts of one of several that
    have them in both names together: what a line may mean. The part is empty for the formula itself."""
    return connection.execute(
        """
        select id, name, part from (
            select formula.id, formula.name, '' as part, formula.updated_at, -1 as position
            from formula
            where kitchen_id = %(kitchen_id)s and archived_at is null
                and strpos(lower(name), lower(%(words)s)) > 0
            union all
            select formula.id, formula.name, part.name, formula.updated_at, part.position
            from formula join formula_part part on part.kitchen_id = formula.kitchen_id and part.formula_id = formula.id
            where formula.kitchen_id = %(kitchen_id)s and archived_at is null and part.name <> ''
                and strpos(lower(formula.name || ' ' || part.name), lower(%(words)s)) > 0
                and exists (
                    select from formula_part other
                    where other.kitchen_id = part.kitchen_id and other.formula_id = part.formula_id
                        and other.position <> part.position
                )
        ) found
        order by updated_at desc, id, position limit %(most)s
        """,
        {"kitchen_id": kitchen_id, "words": words, "most": most},
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
            join formula inner_one on inner_one.kitchen_id = %(kitchen_id)s and inner_one.id = line.nested_id
            where way.id <> %(to_id)s and cardinality(way.names) < 20
        )
        select names from way where id = %(to_id)s order by cardinality(names) limit 1
        """,
        {"kitchen_id": kitchen_id, "from_ids": list(from_ids), "to_id": to_id},
    ).fetchone()
    return [] if row is None else row[0][:-1]


def names_now(connection: Connection, kitchen_id: UUID, formula_ids: Sequence[UUID]) -> dict[UUID, str]:
    """What these formulas are called, those that are there."""
    rows = connection.execute(
        "select id, name from formula where kitchen_id = %(kitchen_id)s and id = any(%(formula_ids)s)",
        {"kitchen_id": kitchen_id, "formula_ids": list(formula_ids)},
    ).fetchall()
    return dict(rows)


def versions_now(connection: Connection, kitchen_id: UUID, formula_ids: Sequence[UUID]) -> dict[UUID, int]:
    """The revision that each of these formulas is at."""
    rows = connection.execute(
        "select id, revision from formula where kitchen_id = %(kitchen_id)s and id = any(%(ids)s)",
        {"kitchen_id": kitchen_id, "ids": list(formula_ids)},
    ).fetchall()
    return dict(rows)
