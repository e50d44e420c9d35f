"""What a large kitchen costs beside the demo kitchen: the same calls over HTTP in turn, warm, as ratios of medians."""

import json
from collections.abc import Callable
from datetime import UTC, datetime, timedelta
from functools import partial
from http.client import HTTPConnection
from typing import Any, Final
from uuid import UUID, uuid4

import psycopg
from psycopg import sql

from ample_crumb.application.formulas import commands
from ample_crumb.application.jobs import work
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.production.draft import Draft
from ample_crumb.store.scope import Principal
from benchmarks.measure import time_calls
from tests.kitchen import Served, demo_kitchen, open_database

FORMULAS: Final = 1_000
PRODUCTS: Final = 5_000
ENTRIES: Final = 75_000
BATCHES: Final = 200
SHELVED: Final = 60
TIMES: Final = 40
_OPENED: Final = "White"

_MOST: Final = 1.3
_WORDS: Final = ("oat", "rye", "almond", "spelt", "cocoa", "vanilla", "quark", "bean", "coconut", "lupin")


def fill(url: str) -> None:
    """Makes the demo kitchen at `url` a large one."""
    database = open_database(url)
    principal = database.resident(None)
    assert principal is not None
    for number in range(FORMULAS):
        lines = (f"{100 + number % 90} g oats", "2 eggs", f"{30 + number % 40} g whey protein isolate", "60 g sugar")
        parts = (Part("", tuple(map(Line, lines))),)
        draft = Draft(f"{_WORDS[number % 10].capitalize()} bars {number}", "brownie", 12, "", parts)
        commands.create(database, principal, uuid4(), draft)
    with psycopg.connect(url) as owner:
        _fill_rows(owner, principal)
    while work(database):
        pass
    database.close()
    with psycopg.connect(url, autocommit=True) as owner:
        owner.execute("vacuum analyze")


def _fill_rows(owner: "psycopg.Connection[Any]", principal: Principal) -> None:
    given = {"kitchen_id": principal.kitchen_id, "person_id": principal.person_id, "words": list(_WORDS)}
    owner.execute(
        """
        insert into product (id, kitchen_id, name, synonyms, role)
        select md5(n::text)::uuid, %(kitchen_id)s,
            'Maker ' || n / 10 || ' ' || (%(words)s::text[])[1 + n %% 10] || ' powder', '{}', 'flour'
        from generate_series(1, %(products)s) n
        """,
        given | {"products": PRODUCTS},
    )
    owner.execute(
        """
        insert into product_label (product_id, kitchen_id, number, style, basis, polyol_kind, energy_kcal, fat_g,
            carbohydrate_g, protein_g)
        select md5(n::text)::uuid, %(kitchen_id)s, 1, 'european', '100 g', '', 376, 4, 5, 80
        from generate_series(1, %(products)s) n
        """,
        given | {"products": PRODUCTS},
    )
    owner.execute(
        "update kitchen set cupboard_revision = nextval('cupboard_revision') where id = %(kitchen_id)s", given
    )
    owner.execute(
        """
        insert into entry (id, kitchen_id, person_id, day, eaten_at, kind, name, text, mass_g, energy_kcal, protein_g)
        select gen_random_uuid(), %(kitchen_id)s, %(person_id)s, current_date - 2 - n / 12,
            now() - make_interval(days => 2 + n / 12), 'foods', 'Skyr with ' || (%(words)s::text[])[1 + n %% 10],
            '100 g skyr', 100, 60, 10
        from generate_series(1, %(entries)s) n
        """,
        given | {"entries": ENTRIES},
    )
    _fill_batches(owner, given | {"batches": BATCHES, "shelved": SHELVED})


def _fill_batches(owner: "psycopg.Connection[Any]", given: dict[str, Any]) -> None:
    """Copies of the demo's batches, with what was said of them, until there are so many; the newest lie on shelves."""
    owner.execute(
        """
        create temporary table copied on commit drop as
        with numbered as (
            select batch.*, row_number() over (order by made_at, id) as number, count(*) over () as many
            from batch where kitchen_id = %(kitchen_id)s and removed_at is null
        )
        select numbered.id as old_id, md5('batch' || n)::uuid as new_id, n::integer as n
        from generate_series(1, %(batches)s - (select max(many) from numbered)) n
        join numbered on numbered.number = 1 + n %% numbered.many
        """,
        given,
    )
    for table, changes in (
        ("batch", "jsonb_build_object('id', new_id, 'dough_id', null, 'made_at', case when n <= %(shelved)s"
         " then now() - make_interval(hours => 1 + n / 4) else now() - make_interval(days => 3 + n) end)"),
        ("batch_lot", "jsonb_build_object('batch_id', new_id)"),
        ("batch_revision", "jsonb_build_object('batch_id', new_id)"),
        ("batch_feedback", "jsonb_build_object('batch_id', new_id, 'id', md5('feedback' || n || source.id)::uuid)"),
    ):  # fmt: skip
        key = "id" if table == "batch" else "batch_id"
        owner.execute(
            sql.SQL(
                "insert into {table}"
                " select (jsonb_populate_record(null::{table}, to_jsonb(source) || {changes})).* from {table} source"
                " join copied on source.{key} = copied.old_id and source.kitchen_id = %(kitchen_id)s"
            ).format(table=sql.Identifier(table), changes=sql.SQL(changes), key=sql.Identifier(key)),
            given,
        )
    owner.execute(
        """
        insert into stash_move (id, kitchen_id, batch_id, lot, kind, to_shelf_id, piece_count, moved_at)
        select md5('move' || copied.n || lot)::uuid, %(kitchen_id)s, batch_id, lot, 'made', (
            select id from shelf where kitchen_id = %(kitchen_id)s and removed_at is null
            order by kind <> 'freezer', id limit 1
        ), pieces, batch.made_at
        from copied join batch_lot on batch_id = copied.new_id join batch on batch.id = copied.new_id
        where copied.n <= %(shelved)s and batch_lot.kitchen_id = %(kitchen_id)s and batch.kitchen_id = %(kitchen_id)s
        """,
        given,
    )


def _ago(days: int) -> str:
    return (datetime.now(UTC).date() - timedelta(days=days)).isoformat()


def _yesterday() -> str:
    return _ago(1)


class _Kitchen:
    """A served kitchen and calls to it, each as somebody would make it again and again."""

    def __init__(self, served: Served) -> None:
        self._connection = HTTPConnection("127.0.0.1", served.port)
        # The same one in both: what a formula costs goes by what is in it.
        self.formula = next(
            each for each in self.get(f"/api/v1/formulas?words={_OPENED}")["items"] if each["name"].startswith(_OPENED)
        )
        self.draft: dict[str, Any] = self.get(self.path)
        own = self.get("/api/v1/cupboard?shelf=own")["items"]
        self.product = next(each for each in own if not each["draft"])
        self.count = 0

    @property
    def path(self) -> str:
        """Of the formula that is opened and saved."""
        return f"/api/v1/formulas/{self.formula['id']}"

    def get(self, path: str) -> Any:
        return self.send("GET", path)

    def send(self, method: str, path: str, body: object = None) -> Any:
        content = None if body is None else json.dumps(body)
        self._connection.request(method, path, content, {"content-type": "application/json"})
        answer = self._connection.getresponse()
        read = answer.read()
        assert answer.status < 400, read
        return json.loads(read) if read else None

    def keystroke(self) -> None:
        self.count += 1
        parts = self.draft["draft"]["parts"]
        lines = [*parts[0]["lines"][1:], {"text": f"{100 + self.count} g skyr, mark", "chosen": None}]
        body = {"parts": [parts[0] | {"lines": lines}], "pieces": 12, "family": "brownie", "day": _yesterday()}
        self.send("POST", "/api/v1/bench/read", body)

    def save_formula(self) -> None:
        self.count += 1
        body = self.draft["draft"] | {"method": f"Step {self.count}.", "version": self.draft["version"]}
        self.draft = self.send("PUT", self.path, body)

    def save_product(self) -> None:
        path = f"/api/v1/products/{UUID(self.product['product_id'])}"
        there = self.get(path)
        draft = there["draft"]
        contains = draft.pop("contains")
        self.count += 1
        draft["label"]["salt_g"] = 0.1 + self.count % 50 / 100
        self.send("PUT", path, draft | contains | {"version": there["version"]})


def run() -> None:
    """Prints the ratios."""
    small, large = demo_kitchen(), demo_kitchen()
    served = [Served(url) for url in (small, large)]
    for each in served:
        each.start()
    try:
        fill(large)
        kitchens = [_Kitchen(each) for each in served]
        day = f"/api/v1/days/{_yesterday()}"
        calls: tuple[tuple[str, Callable[[_Kitchen], object]], ...] = (
            ("keystroke", lambda kitchen: kitchen.keystroke()),
            ("autosave", lambda kitchen: kitchen.save_formula()),
            ("Bench", lambda kitchen: kitchen.get(kitchen.path)),
            ("Today", lambda kitchen: kitchen.get(day)),
            ("versions", lambda kitchen: kitchen.get(f"{kitchen.path}/versions")),
            ("find, a rare word", lambda kitchen: kitchen.get("/api/v1/find?words=butter")),
            ("find, a tenth has it", lambda kitchen: kitchen.get("/api/v1/find?words=oat")),
            ("open a product", lambda kitchen: kitchen.get(f"/api/v1/products/{kitchen.product['product_id']}")),
            ("save a product", lambda kitchen: kitchen.save_product()),
            ("keystroke after it", lambda kitchen: kitchen.keystroke()),
            ("list of formulas", lambda kitchen: kitchen.get("/api/v1/formulas")),
            ("cupboard", lambda kitchen: kitchen.get("/api/v1/cupboard")),
            ("cupboard, words", lambda kitchen: kitchen.get("/api/v1/cupboard?words=oat")),
            ("stash", lambda kitchen: kitchen.get("/api/v1/stash")),
            ("batches", lambda kitchen: kitchen.get("/api/v1/batches")),
            ("fill", lambda kitchen: kitchen.get(f"{day}/fill")),
            ("tonight", lambda kitchen: kitchen.get(f"{day}/tonight?wish=something+warm")),
            ("ledger, two years", lambda kitchen: kitchen.get(f"/api/v1/ledger?from={_ago(730)}&to={_ago(0)}")),
        )
        for name, call in calls:
            demo, big = time_calls(*(partial(call, kitchen) for kitchen in kitchens), times=TIMES)
            ratio = big.median_ms / demo.median_ms
            print(f"{name:20} demo {demo.median_ms:7.2f} ms, large {big.median_ms:7.2f} ms: {ratio:5.2f} times"
                  f"{'' if ratio <= _MOST else f', over {_MOST}'}")  # fmt: skip
    finally:
        for each in served:
            each.stop()
