"""Moves and balances on a real PostgreSQL: what the database holds whatever the code does."""

import unittest
from concurrent.futures import ThreadPoolExecutor
from typing import ClassVar
from uuid import UUID, uuid4

import psycopg

from ample_crumb.store import shelves, stash
from ample_crumb.store.app_role import app_address
from ample_crumb.store.database import Database
from ample_crumb.store.scope import Principal
from ample_crumb.store.stash import MoveRow
from tests.kitchen import EVENING as NOW
from tests.kitchen import demo_kitchen, open_database


class Balances(unittest.TestCase):
    database: ClassVar[Database]
    principal: ClassVar[Principal]
    batch_id: ClassVar[UUID]
    shelf: ClassVar[dict[str, UUID]]

    @classmethod
    def setUpClass(cls) -> None:
        url = demo_kitchen(NOW)
        owner = open_database(url)
        resident = owner.resident(None)
        owner.close()
        assert resident is not None
        cls.principal = resident
        # As the application serves: with the role that owns nothing.
        cls.database = open_database(app_address(url))
        cls.addClassCleanup(cls.database.close)
        with cls.database.transaction(cls.principal) as connection:
            cls.shelf = {row.kind: row.id for row in shelves.list_shelves(connection, cls.principal.kitchen_id)}
            (found,) = connection.execute(
                "select batch_id from stash_balance where piece_count >= 8 order by batch_id limit 1"
            ).fetchall()
            cls.batch_id = found[0]

    def move(self, kind: str, start: str | None, to: str | None, count: float, **more: object) -> MoveRow:
        return MoveRow(
            id=uuid4(), batch_id=self.batch_id, lot=1, kind=kind, piece_count=count, moved_at=NOW,
            from_shelf_id=start and self.shelf[start], to_shelf_id=to and self.shelf[to], **more,  # type: ignore[arg-type]
        )  # fmt: skip

    def write(self, *moves: MoveRow) -> None:
        with self.database.transaction(self.principal) as connection:
            for move in moves:
                stash.add_move(connection, self.principal.kitchen_id, move)

    def there(self) -> dict[str, float]:
        kinds = {shelf_id: kind for kind, shelf_id in self.shelf.items()}
        with self.database.transaction(self.principal) as connection:
            rows = stash.balances_of(connection, self.principal.kitchen_id, self.batch_id)
        return {kinds[row.shelf_id]: row.piece_count for row in rows if row.lot == 1 and row.piece_count}

    def test_moves_of_opposite_ways_never_wait_for_each_other_and_lose_nothing(self) -> None:
        self.write(self.move("corrected", None, "counter", 10), self.move("corrected", None, "fridge", 10))
        before = sum(self.there().values())

        def swap(place: int) -> None:
            ways = ("counter", "fridge") if place % 2 else ("fridge", "counter")
            self.write(*(self.move("moved", *ways, 1) for _ in range(3)))

        with ThreadPoolExecutor(6) as pool:
            list(pool.map(swap, range(24)))
        self.assertEqual(sum(self.there().values()), before)

    def test_the_same_move_counts_once(self) -> None:
        move = self.move("corrected", None, "freezer", 5)
        before = self.there().get("freezer", 0)
        for _ in range(2):
            self.write(move)
        self.assertEqual(self.there()["freezer"], before + 5)

    def test_a_move_is_reversed_once(self) -> None:
        move = self.move("corrected", None, "fridge", 2)
        self.write(move, self.move("reversed", "fridge", None, 2, reverses=move.id))
        with self.assertRaises(psycopg.errors.UniqueViolation):
            self.write(self.move("reversed", "fridge", None, 2, reverses=move.id))

    def test_what_makes_no_sense_is_no_move(self) -> None:
        for move in (
            self.move("made", "fridge", None, 1),
            self.move("moved", "fridge", None, 1),
            self.move("moved", "fridge", "fridge", 1),
            self.move("eaten", None, "fridge", 1),
            self.move("corrected", "fridge", "counter", 1),
            self.move("reversed", "fridge", None, 1),
            self.move("given", "fridge", None, 0),
            self.move("given", "fridge", None, -1),
            self.move("vanished", "fridge", None, 1),
        ):
            with self.assertRaises(psycopg.errors.CheckViolation, msg=move.kind):
                self.write(move)

    def test_nothing_is_taken_where_nothing_ever_lay(self) -> None:
        move = self.move("given", "fridge", None, 1)
        with self.assertRaises(psycopg.errors.CheckViolation) as refused:
            self.write(MoveRow(**{name: getattr(move, name) for name in MoveRow.__slots__} | {"lot": 60}))
        self.assertEqual(refused.exception.diag.constraint_name, stash.NOT_BELOW_NOTHING)

    def test_a_chain_of_undoing_and_doing_again_is_found_by_its_first(self) -> None:
        move = self.move("corrected", None, "counter", 1)
        undone = self.move("reversed", "counter", None, 1, reverses=move.id)
        again = self.move("reversed", None, "counter", 1, reverses=undone.id)
        self.write(move, undone, again)
        with self.database.transaction(self.principal) as connection:
            found = stash.last_of_move(connection, self.principal.kitchen_id, move.id)
            none = stash.last_of_move(connection, self.principal.kitchen_id, uuid4())
        assert found is not None
        self.assertEqual((found[0].id, found[1]), (again.id, 3))
        self.assertIsNone(none)
