"""Several kitchens in one database: whoever asks is found by an index and never guessed, ids are nobody's twice, and
work over all of them goes in batches behind what people wait for."""

import unittest
from uuid import UUID, uuid4

import psycopg

from ample_crumb.core.rules_version import RULES_VERSION
from ample_crumb.store import jobs, kitchens, people
from ample_crumb.store.app_role import app_address
from ample_crumb.store.database import Database, migrate
from ample_crumb.store.jobs import OUTDATED_AT_ONCE, Touched
from ample_crumb.store.scope import Principal
from tests.kitchen import new_database, open_database

MANY = 3000


class ManyKitchens(unittest.TestCase):
    def setUp(self) -> None:
        self.url = new_database()
        self.owner, self.app = open_database(self.url), open_database(app_address(self.url))
        for database in (self.owner, self.app):
            self.addCleanup(database.close)
        self.one, self.other = Principal(uuid4(), uuid4()), Principal(uuid4(), uuid4())

    def begin(self, *principals: Principal) -> None:
        with self.owner.unscoped() as connection:
            for number, principal in enumerate(principals):
                kitchens.add_kitchen(connection, principal, f"Kitchen {number}", "Baker")

    def statement(self, query: str, **given: object) -> list[tuple[object, ...]]:
        with psycopg.connect(self.url, autocommit=True) as connection:
            cursor = connection.execute(query, given)
            return cursor.fetchall() if cursor.description else []

    def test_nobody_is_guessed_where_there_are_several(self) -> None:
        self.begin(self.one)
        self.assertEqual((self.app.resident(None), self.app.resident(uuid4())), (self.one, self.one))
        self.begin(self.other)
        self.app.forget_resident(None)
        self.assertEqual(self.app.resident(self.other.person_id), self.other)
        self.assertEqual((self.app.resident(None), self.app.resident(uuid4())), (None, None))

    def test_somebody_is_found_by_an_index_among_many(self) -> None:
        self.begin(self.one, self.other)
        self.statement(
            "insert into person (id, kitchen_id, name) select gen_random_uuid(), %(kitchen)s, 'p' || n"
            " from generate_series(1, 3000) n", kitchen=self.one.kitchen_id,
        )  # fmt: skip
        self.statement("analyze person")
        for asked, found in ((self.other.person_id, self.other), (uuid4(), None)):
            before = self.read_rows()
            self.assertEqual(self.app.resident(asked), found)
            self.assertLess(self.read_rows() - before, 20)

    def read_rows(self) -> int:
        """Rows of people that were read one after another, in all."""
        with self.app.unscoped() as connection:
            connection.execute("select pg_stat_force_next_flush()")
        ((read,),) = self.statement(
            "select pg_stat_clear_snapshot()::text || seq_tup_read from pg_stat_user_tables where relname = 'person'"
        )
        return int(str(read))

    def test_an_id_of_somebody_is_nobody_elses(self) -> None:
        self.begin(self.one, self.other)
        with self.app.transaction(self.one) as connection:
            self.assertTrue(people.is_elsewhere(connection, self.one.kitchen_id, self.other.person_id))
            self.assertFalse(people.is_elsewhere(connection, self.one.kitchen_id, self.one.person_id))
            self.assertFalse(people.is_elsewhere(connection, self.one.kitchen_id, uuid4()))
        with self.assertRaises(psycopg.errors.UniqueViolation):
            self.statement(
                "insert into person (id, kitchen_id, name) values (%(id)s, %(kitchen)s, 'Classic')",
                id=self.other.person_id, kitchen=self.one.kitchen_id,
            )  # fmt: skip

    def add_outdated(self, principal: Principal, count: int) -> None:
        self.statement(
            "insert into formula (id, kitchen_id, name, pieces, piece_count, method, summary_rules)"
            " select gen_random_uuid(), %(kitchen)s, 'Bars', 4, 4, '', 0 from generate_series(1, %(count)s)",
            kitchen=principal.kitchen_id, count=count,
        )  # fmt: skip

    def asked(self, database: Database) -> int:
        with database.unscoped() as connection:
            return jobs.ask_for_outdated(connection)

    def test_new_rules_are_asked_for_in_batches_behind_what_people_wait_for(self) -> None:
        self.begin(self.one, self.other)
        self.add_outdated(self.one, MANY)
        self.add_outdated(self.other, 1)
        self.assertEqual((self.asked(self.app), self.asked(self.app)), (OUTDATED_AT_ONCE, 0))
        ((waiting,),) = self.statement("select id from formula where kitchen_id = %(k)s", k=self.other.kitchen_id)
        with self.app.transaction(self.other) as connection:
            jobs.ask_for_summaries(connection, self.other, Touched(everything=True))
        with self.app.unscoped() as connection:
            claimed = {job.key: job.principal for job in jobs.claim(connection, 8)}
        self.assertEqual(claimed.pop(UUID(str(waiting)), None), self.other)
        self.assertEqual((len(claimed), set(claimed.values())), (7, {self.one}))
        # As many as were taken up may be asked for.
        ((left,),) = self.statement("select count(*) from job where priority = 1 and state = 'queued'")
        self.assertEqual(self.asked(self.app), OUTDATED_AT_ONCE - int(str(left)))

    def test_what_somebody_waits_for_after_all_comes_to_the_front(self) -> None:
        self.begin(self.one)
        self.add_outdated(self.one, 3)
        self.asked(self.app)
        with self.app.transaction(self.one) as connection:
            jobs.ask_for_summaries(connection, self.one, Touched(everything=True))
        self.assertEqual(self.statement("select distinct priority, rules from job"), [(0, RULES_VERSION)])

    def test_work_goes_on_in_the_name_of_whoever_is_left(self) -> None:
        self.begin(self.one)
        later = uuid4()
        self.statement(
            "insert into person (id, kitchen_id, name, place) values (%(id)s, %(kitchen)s, 'Left', 2)",
            id=later, kitchen=self.one.kitchen_id,
        )  # fmt: skip
        self.add_outdated(self.one, 1)
        self.asked(self.app)
        self.statement("update person set removed_at = now() where id = %(id)s", id=self.one.person_id)
        with self.app.unscoped() as connection:
            (job,) = jobs.claim(connection, 8)
        self.assertEqual(job.person_id, later)

    def test_a_kitchen_sees_its_own_jobs_alone(self) -> None:
        self.begin(self.one, self.other)
        self.add_outdated(self.one, 2)
        self.asked(self.app)
        for principal, count in ((self.one, 2), (self.other, 0)):
            with self.app.transaction(principal) as connection:
                found = connection.execute("select count(*) from job").fetchone()
            self.assertEqual(found, (count,))


class SamePersonTwice(unittest.TestCase):
    def test_a_person_who_stands_twice_gets_an_id_of_their_own_with_all_that_is_theirs(self) -> None:
        url = new_database(migrated=False)
        migrate(url, most=23)
        kitchens_of: list[UUID] = [uuid4(), uuid4()]
        person = uuid4()
        with psycopg.connect(url, autocommit=True) as connection:
            for number, kitchen in enumerate(kitchens_of):
                given = {"kitchen": kitchen, "person": person, "number": number}
                connection.execute(
                    "insert into kitchen (id, name, created_at) values (%(kitchen)s, 'K',"
                    " now() + make_interval(days => %(number)s))", given,
                )  # fmt: skip
                connection.execute(
                    "insert into person (id, kitchen_id, name) values (%(person)s, %(kitchen)s, 'P')", given
                )
                connection.execute(
                    "insert into body_weight (kitchen_id, person_id, day, weight_kg)"
                    " values (%(kitchen)s, %(person)s, '2026-05-04', 70 + %(number)s)", given,
                )  # fmt: skip
                connection.execute(
                    "update day_type set name = 'Sea' where kitchen_id = %(kitchen)s and slug = 'training'", given
                )
        migrate(url)
        with psycopg.connect(url) as connection:
            rows = connection.execute(
                """
                select person.kitchen_id, person.id, weight_kg,
                    (select array_agg(day_type.name order by place) from day_type where day_type.person_id = person.id)
                from person join body_weight on body_weight.person_id = person.id order by weight_kg
                """
            ).fetchall()
        (first, kept, kept_kg, types), (second, new, new_kg, new_types) = rows
        self.assertEqual(([first, second], kept, kept_kg, new_kg), (kitchens_of, person, 70, 71))
        self.assertNotEqual(new, person)
        self.assertEqual((types, new_types), (["Sea", "Rest"], ["Sea", "Rest"]))
