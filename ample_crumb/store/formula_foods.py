"""Which foods the lines of formulas were read as, and what else their summaries depend on."""

from collections.abc import Sequence
from dataclasses import dataclass
from uuid import UUID

from psycopg.rows import class_row

from ample_crumb.store.database import Connection


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
    # From each word to the next through the index: there are few, and very many rows of each.
    rows = connection.execute(
        """
        with recursive word (key) as (
            (
                select key from formula_dependency where kitchen_id = %(kitchen_id)s and kind = 'word'
                order by key limit 1
            )
            union all
            select (
                select key from formula_dependency later
                where kitchen_id = %(kitchen_id)s and kind = 'word' and later.key > word.key order by later.key limit 1
            ) from word where word.key is not null
        )
        select key from word where key is not null
        """,
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
        from unnest(%(parts)s::integer[], %(positions)s::integer[], %(foods)s::text[]) as read (part, position, food)
        where line.kitchen_id = %(kitchen_id)s and line.formula_id = %(id)s and line.part_position = read.part
            and line.position = read.position and line.food is distinct from read.food
        """,
        {
            "kitchen_id": kitchen_id,
            "id": formula_id,
            "parts": [part for part, _, _ in places],
            "positions": [place for _, place, _ in places],
            "foods": [food for _, _, food in places],
        },
    )


@dataclass(frozen=True, slots=True)
class UsingRow:
    """A formula that uses a food, `behind` where that is an older label of it; it is one of `count`, of whom
    `behind_count` are."""

    id: UUID
    name: str
    behind: bool
    count: int
    behind_count: int


def list_using(connection: Connection, kitchen_id: UUID, at: str, older: Sequence[str], most: int) -> list[UsingRow]:
    """The formulas with lines that were read as the food `at` or an older label of it, those behind first and then the
    last changed: so many of them."""
    with connection.cursor(row_factory=class_row(UsingRow)) as cursor:
        return cursor.execute(
            """
            with using_it as (
                select formula_id, bool_or(food <> %(at)s) as behind from formula_line
                where kitchen_id = %(kitchen_id)s and food = any(%(foods)s) group by formula_id
            )
            select formula.id, formula.name, behind, count(*) over () as count,
                count(*) filter (where behind) over () as behind_count
            from using_it join formula on formula.id = using_it.formula_id
            where formula.kitchen_id = %(kitchen_id)s
            order by behind desc, formula.updated_at desc, formula.id limit %(most)s
            """,
            {"kitchen_id": kitchen_id, "at": at, "foods": [at, *older], "most": most},
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
        update formula set revision = revision + 1, updated_at = now()
        where kitchen_id = %(kitchen_id)s and id in (select formula_id from pointed)
        """,
        {"kitchen_id": kitchen_id, "older": list(older), "at": at, "by_name": by_name},
    )
