"""The plain TypeScript of the browser: a draft with its undo and saving, and numbers as they are typed.

It is bundled once and called in a browser without the application: what it does depends on nothing else.
"""

import subprocess
import tempfile
import unittest
from dataclasses import asdict
from pathlib import Path
from typing import Any, ClassVar, Final

from playwright.sync_api import Browser, Page, sync_playwright

from ample_crumb.core.formula.formula import PartOptions
from ample_crumb.core.production.draft import ProductionSettings
from launch.install import WEB
from tests.browser.page import launch

_BUNDLE: Final = """
import { build } from "vite";
const [entry, outDir] = process.argv.slice(1);
await build({
  configFile: false, root: process.cwd(), logLevel: "error",
  resolve: { alias: { "@": process.cwd() + "/src" } },
  build: { outDir, lib: { entry, formats: ["iife"], name: "domain", fileName: () => "domain.js" } },
});
"""

_SET_UP: Final = """
window.view = (version, text) => ({ id: "f", version, archived: false, draft: {
  name: "Squares", family: "", pieces: 12, method: "", classic: null,
  production: { by: "count", tins: [] },
  parts: [{ name: "", lines: [{ id: "l", text, chosen: null }],
    options: { loss_share: null, used_share: 1, optional: false, bake: "with the rest" } }] } });
window.sent = [];
window.answers = [];
window.server = {
  save: async (id, draft, version) => {
    sent.push([draft.parts[0].lines[0].text, version]);
    const answer = answers.shift();
    if (answer) throw new domain.Problem(answer.status, answer.detail, [], answer.current);
    return view(version + 1, draft.parts[0].lines[0].text);
  },
  saved: () => {},
  remember: (name, slug) => { remembered.push([name, slug]); },
};
window.remembered = [];
window.open_ = (version, text) => { window.store = new domain.DraftStore("f", view(version, text), server); };
window.type = (text, merge = "") => store.edit((draft) => ({ ...draft, parts: draft.parts.map((part) => (
  { ...part, lines: part.lines.map((line) => ({ ...line, text })) })) }), merge);
window.told = () => ({ text: store.state.draft.parts[0].lines[0].text, saving: store.state.saving.kind,
  version: store.state.version, past: store.state.past.length, kept: Object.keys(localStorage).length });
"ready"
"""


class Domain(unittest.TestCase):
    browser: ClassVar[Browser]
    bundle: ClassVar[str]

    @classmethod
    def setUpClass(cls) -> None:
        folder = Path(cls.enterClassContext(tempfile.TemporaryDirectory()))
        entry = Path(__file__).with_name("domain_entry.ts")
        subprocess.run(
            ["node", "--input-type=module", "-e", _BUNDLE, str(entry), str(folder)], cwd=WEB, check=True, timeout=120
        )
        cls.bundle = (folder / "domain.js").read_text()
        cls.browser = launch(cls.enterClassContext(sync_playwright()))
        cls.addClassCleanup(cls.browser.close)

    def setUp(self) -> None:
        context = self.browser.new_context()
        self.addCleanup(context.close)
        # A page of an address of its own, so that it has a storage.
        context.route("**/*", lambda route: route.fulfill(content_type="text/html", body="<!doctype html>"))
        self.page: Page = context.new_page()
        self.open()

    def open(self) -> None:
        """A window; opened again it finds what the one before kept."""
        self.page.goto("http://127.0.0.1:9/")
        self.page.add_script_tag(content=self.bundle)
        self.page.evaluate(_SET_UP)

    def told(self) -> dict[str, Any]:
        """Where the draft stands."""
        return dict(self.page.evaluate("told()"))

    def flush(self) -> None:
        """Saves now, whatever comes of it."""
        self.page.evaluate("store.flush().catch(() => {})")

    def test_numbers_of_both_notations(self) -> None:
        typed = {
            "1.5": 1.5, "1,5": 1.5, ",5": 0.5, ".5": 0.5, "1,250": 1250, "0,250": 0.25, "1 250": 1250, "12,": 12,
            "-3": -3, "−3": -3, "1,250.5": None, "": None, "a": None, "1e3": None, "١": None,
        }  # fmt: skip
        for text, number in typed.items():
            with self.subTest(text):
                found = self.page.evaluate(
                    "(text) => { const n = domain.parseNumber(text); return n === n ? n : null }", text
                )
                self.assertEqual(found, number)

    def test_a_number_that_makes_no_sense_is_asked_about_where_it_can_be_read_another_way(self) -> None:
        for text, least, most, meant in (
            ("1.850", 300, 20_000, 1850), ("2.050", 300, 20_000, 2050), ("1,850", 300, 20_000, None),
            ("1850", 300, 20_000, None), ("1.85", 300, 20_000, None), ("1.850", 0, 10, None), ("72,500", 15, 400, 72.5),
            ("0.850", 300, 20_000, None), ("12.345.678", 300, 20_000, None), ("", 300, 20_000, None),
        ):  # fmt: skip
            with self.subTest(text, least=least):
                found = self.page.evaluate(
                    "([text, least, most]) => domain.perhapsMeant(text, least, most)", [text, least, most]
                )
                self.assertEqual(found, meant)

    def test_one_press_is_one_id_and_the_next_another(self) -> None:
        once, again, other = self.page.evaluate(
            """() => {
                let now = 1000;
                performance.now = () => now;
                const first = domain.pressId("pieces", "2026-05-04", "f");
                const twice = [first, domain.pressId("pieces", "2026-05-04", "f")];
                const elsewhere = domain.pressId("pieces", "2026-05-04", "g");
                now += 650;
                twice.push(domain.pressId("pieces", "2026-05-04", "f"));
                now += 100;
                return [twice, domain.pressId("pieces", "2026-05-04", "f"), elsewhere];
            }"""
        )
        self.assertEqual(len(set(once)), 1)
        self.assertNotIn(again, once)
        self.assertNotIn(other, once)

    def test_typing_is_saved_once_and_undone_together(self) -> None:
        # In one go: a save that begins by itself between two keys is another story.
        told = self.page.evaluate(
            "open_(3, 'oats'); for (const text of ['1', '10', '100 g oats']) type(text, 'line'); told()"
        )
        self.assertEqual((told["kept"], told["past"]), (1, 1))
        self.flush()
        self.assertEqual(self.page.evaluate("sent"), [["100 g oats", 3]])
        self.assertEqual(self.told(), {"text": "100 g oats", "saving": "saved", "version": 4, "past": 1, "kept": 0})
        self.page.evaluate("store.undo()")
        self.assertEqual(self.told()["text"], "oats")
        self.page.evaluate("store.redo()")
        self.assertEqual(self.told()["text"], "100 g oats")

    def test_other_edits_undo_one_by_one(self) -> None:
        self.page.evaluate("open_(1, 'oats'); type('a'); type('b'); store.undo()")
        self.assertEqual(self.told()["text"], "a")

    def test_of_two_windows_mine_can_be_kept_or_the_other_taken(self) -> None:
        conflict = "answers.push({ status: 409, detail: 'changed', current: view(8, 'theirs') })"
        self.page.evaluate(f"open_(3, 'oats'); {conflict}; type('mine')")
        self.flush()
        self.assertEqual(self.told(), {"text": "mine", "saving": "conflict", "version": 3, "past": 1, "kept": 1})
        self.page.evaluate("store.keepMine()")
        self.flush()
        self.assertEqual(self.page.evaluate("sent.at(-1)"), ["mine", 8])
        self.assertEqual(self.told()["saving"], "saved")
        self.page.evaluate(f"{conflict}; type('mine again')")
        self.flush()
        self.page.evaluate("store.takeOther()")
        self.assertEqual(self.told() | {"text": "theirs", "saving": "saved", "version": 8, "kept": 0}, self.told())
        self.page.evaluate("store.undo()")
        self.assertEqual(self.told()["text"], "mine again")

    def test_what_is_refused_or_away_stays_and_a_new_window_finds_it(self) -> None:
        for status, kind in ((422, "refused"), (0, "away"), (503, "away")):
            with self.subTest(status):
                self.page.evaluate("localStorage.clear(); sessionStorage.clear()")
                self.open()
                self.page.evaluate("open_(3, 'oats')")
                self.page.evaluate(
                    "(status) => { for (let n = 0; n < 9; n++) answers.push({ status, detail: 'no' }); type('typed') }",
                    status,
                )
                self.flush()
                self.assertEqual(self.told()["saving"], kind)
                self.open()
                self.page.evaluate("open_(3, 'oats')")
                self.assertEqual(self.told()["text"], "typed")

    def test_a_full_storage_costs_the_copy_and_not_the_typing(self) -> None:
        self.page.evaluate(
            "open_(3, 'oats'); Storage.prototype.setItem = () => { throw new Error('full') }; type('typed')"
        )
        self.assertEqual(self.told() | {"text": "typed", "kept": 0}, self.told())
        self.flush()
        self.assertEqual(self.told()["saving"], "saved")

    def test_a_draft_without_a_name_waits_for_one(self) -> None:
        self.page.evaluate("open_(3, 'oats'); store.edit((draft) => ({ ...draft, name: ' ' }))")
        self.flush()
        self.assertEqual(self.told()["saving"], "refused")
        self.assertEqual(self.page.evaluate("sent"), [])

    def test_what_the_kitchen_remembers_is_undone_with_the_rest_and_after_a_reload(self) -> None:
        self.page.evaluate("open_(1, 'oats'); store.remember({ name: 'dust', was: 'salt', now: 'sugar' }); type('rye')")
        self.assertEqual(self.told()["past"], 2)
        self.page.evaluate("store.undo()")
        self.assertEqual(self.page.evaluate("remembered"), [["dust", "sugar"]], "only the line went back")
        self.page.evaluate("window.dispatchEvent(new Event('pagehide'))")
        self.open()
        self.page.evaluate("open_(1, 'oats'); store.undo()")
        self.assertEqual(self.page.evaluate("remembered"), [["dust", "salt"]])
        self.page.evaluate("store.redo()")
        self.assertEqual(self.page.evaluate("remembered.at(-1)"), ["dust", "sugar"])
        self.assertEqual(self.page.evaluate("sent"), [], "there is nothing to save")

    def test_what_an_older_release_kept_is_read_and_what_a_newer_one_kept_is_said(self) -> None:
        older = {
            "version": 1,
            "draft": {"name": "Squares", "family": "", "pieces": 12, "method": "", "classic": None,
                "production": {"by": "count"},
                "parts": [{"key": "p", "name": "", "lines": [{"key": "l", "text": "9 g rye", "chosen": None}]}]},
        }  # fmt: skip
        for kept, text, notice in (
            (older, "9 g rye", ""),
            (older | {"schema": "formula/9"}, "oats", "another release"),
        ):
            self.page.evaluate("kept => localStorage.setItem('ample-crumb draft f', JSON.stringify(kept))", kept)
            self.page.evaluate("open_(1, 'oats')")
            self.assertEqual(self.told()["text"], text)
            self.assertIn(notice, self.page.evaluate("store.snapshot().notice"))
        self.assertEqual(self.told()["kept"], 0, "what nobody can read is not kept for ever")

    def test_a_draft_is_written_out_once_an_edit(self) -> None:
        self.page.evaluate("""
            open_(1, 'oats');
            window.written = 0;
            const stringify = JSON.stringify;
            JSON.stringify = (value, ...rest) => {
              if (value && value.parts) written += 1;
              return stringify(value, ...rest);
            };
            type('100 g rye');
            written = 0;
            type('110 g rye');
            domain.draftText(store.snapshot().draft);
        """)
        self.flush()
        self.assertEqual(self.page.evaluate("written"), 1)

    def test_what_is_usual_is_what_the_core_has(self) -> None:
        usual = self.page.evaluate("[domain.USUAL, domain.WHOLE]")
        self.assertEqual(usual, [asdict(ProductionSettings()) | {"tins": []}, asdict(PartOptions())])

    def test_ids_where_the_page_comes_over_plain_http(self) -> None:
        ids = self.page.evaluate("delete Crypto.prototype.randomUUID, [domain.newId(), domain.newId()]")
        for each in ids:
            self.assertRegex(each, r"^[0-9a-f]{8}-[0-9a-f]{4}-4[0-9a-f]{3}-[89ab][0-9a-f]{3}-[0-9a-f]{12}$")
        self.assertNotEqual(*ids)

    def test_days_of_the_calendar(self) -> None:
        days = {
            "2026-02-28": True, "2026-02-29": False, "2024-02-29": True, "2026-13-01": False, "2026-1-1": False,
            "0026-01-01": False, "9999-01-01": False, "tomorrow": False, "2026-04-31": False,
        }  # fmt: skip
        for text, there in days.items():
            with self.subTest(text):
                self.assertEqual(self.page.evaluate("text => domain.isDay(text)", text), there)

    def test_weights_as_they_are_typed(self) -> None:
        for text, weights in (
            ("34 36 35", [34, 36, 35]),
            ("34, 36, 35", [34, 36, 35]),
            ("34,36,35", [34, 36, 35]),
            ("34.5; 36 g", [34.5, 36]),
            ("34,5 36,5", [34.5, 36.5]),
            ("heavy 0 -3", []),
        ):
            with self.subTest(text):
                self.assertEqual(self.page.evaluate("text => domain.weightsIn(text)", text), weights)

    def test_what_is_told_of_a_batch_is_kept_and_sent(self) -> None:
        sent, back, forgotten = self.page.evaluate(
            """() => {
                const told = { ...domain.nothingTold(), said: [{ id: "a", text: "20 g cocoa", apart: false }],
                    lots: [{ key: "x", piece_count: 12, piece_g: null },
                        { key: "y", piece_count: null, piece_g: 30 }] };
                domain.keepTold("plan", told);
                const back = domain.keptTold("plan");
                domain.keepTold("plan", null);
                return [domain.recordBody(told, " 1 egg "), back.id === told.id && back.said[0].text,
                    domain.keptTold("plan")];
            }"""
        )
        self.assertEqual([each["text"] for each in sent["said"]], ["20 g cocoa", " 1 egg "])
        self.assertEqual(sent["lots"], [{"piece_count": 12, "piece_g": None}])
        self.assertEqual((back, forgotten), ("20 g cocoa", None))

    def test_the_clock_of_a_bake_day(self) -> None:
        for call, expected in (
            ("clockOf(965)", "16:05"),
            ("clockOf(-30)", "23:30"),
            ("spanOf(95)", "1 h 35 min"),
            ("spanOf(120)", "2 h"),
            ("countdown(372000)", "6:12"),
            ("countdown(3849000)", "1:04:09"),
            ("countdown(-5)", "0:00"),
            ("minuteOf('16:00')", 960),
            ("minuteOf('9.30')", 570),
            ("minuteOf('24:00')", None),
            ("minuteOf('soon')", None),
        ):
            with self.subTest(call):
                self.assertEqual(self.page.evaluate(f"domain.{call}"), expected)

    def test_the_next_step_waits_for_what_it_waits_for_and_for_its_oven(self) -> None:
        self.page.evaluate(
            """() => {
                const task = (id, kind, after, start_min, more) => ({ id, kind, name: id, formula: 0, part: "",
                    start_min, end_min: start_min + 10, worst_end_min: 0, uses: ["hands"], hand: 0, oven: null,
                    oven_c: null, window: { least: 1, likely: 10, most: 20 }, after, foods: [], ...more });
                const waits = { uses: ["oven"], hand: null, oven: 0 };
                window.tasks = [
                    task("heat", "preheat", [], 0, waits), task("mix", "mix wet", [], 0),
                    task("in", "load", ["heat", "mix"], 10), task("bake", "bake", ["in"], 20, waits),
                    task("turn", "turn", ["in"], 25), task("out", "take out", ["bake"], 30),
                    task("hotter", "preheat", [], 30, waits),
                ];
                window.nothing = { begun_ms: null, ended_ms: null, progress: {}, weighed_g: {}, timers: [],
                    batches: {} };
                window.after = (kinds) => domain.withPending(nothing, kinds.map(([kind, task], place) => ({
                    kind, task, device_seq: place + 1, at_wall: Date.now() - 60000 + place, at_steady: 0,
                    page: "another", timer_min: 5, name: task })), Date.now());
                window.next = (kinds, ahead = 0) =>
                    domain.nextStep(tasks, after(kinds), Date.now() + ahead)?.id ?? null;
            }"""
        )
        heated = [["begun", "heat"], ["timer", "heat"], ["done", "mix"]]
        loaded = [["done", "heat"], ["done", "mix"], ["done", "in"], ["begun", "bake"], ["timer", "bake"]]
        for told, ahead, expected in (
            ([], 0, "heat"),
            ([["begun", "heat"]], 0, "mix"),
            # The oven warms; once its timer rang what waits for it is next.
            (heated, 0, None),
            (heated, 300_000, "in"),
            # While it bakes the oven is not set to another heat, and it is turned when half of its time is over.
            (loaded, 0, None),
            (loaded, 5 * 60_000, "turn"),
            ([*loaded, ["skipped", "turn"]], 0, None),
            ([*loaded, ["skipped", "turn"], ["done", "bake"]], 0, "out"),
            ([*loaded, ["skipped", "turn"], ["done", "bake"], ["done", "out"]], 0, "hotter"),
        ):
            with self.subTest(told=told, ahead=ahead):
                found = self.page.evaluate("([told, ahead]) => next(told, ahead)", [told, ahead])
                self.assertEqual(found, expected)
        follows = self.page.evaluate(
            "domain.followers(tasks[2], tasks, after([['done', 'heat']])).map(each => each.id)"
        )
        self.assertEqual(follows, ["bake"])
        late = self.page.evaluate("domain.overWith(tasks[3], tasks, nothing).map(each => each.id)")
        self.assertEqual(late, ["turn"])
        back = self.page.evaluate("domain.lastTaken(tasks, after([['done', 'mix'], ['begun', 'heat']])).id")
        self.assertEqual(back, "heat")

    def test_what_happens_away_waits_in_its_order_and_is_told_once(self) -> None:
        numbers, left, next_number = self.page.evaluate(
            """() => {
                for (const task of ["a", "b", "c"]) domain.putDown("run", { kind: "done", task });
                const numbers = domain.pendingOf("run").map((each) => [each.device_seq, each.task]);
                domain.hasTold("run", 2);
                const left = domain.pendingOf("run").map((each) => each.task);
                return [numbers, left, domain.putDown("run", { kind: "done", task: "d" }).device_seq];
            }"""
        )
        self.assertEqual(numbers, [[1, "a"], [2, "b"], [3, "c"]])
        self.assertEqual((left, next_number), (["c"], 4))

    def test_until_when_is_a_word(self) -> None:
        now = "2026-05-06T18:00:00"
        words = {
            "2026-05-06T23:00:00": "today", "2026-05-07T01:00:00": "tomorrow", "2026-05-05T09:00:00": "yesterday",
            "2026-05-10T12:00:00": "Sunday", "2026-05-20T12:00:00": "20 May", "2026-08-01T12:00:00": "August",
        }  # fmt: skip
        for until, word in words.items():
            found = self.page.evaluate("([until, now]) => domain.dueWord(until, now)", [until, now])
            self.assertEqual(found, word, until)

    def test_the_stash_in_a_sentence_what_must_be_eaten_first(self) -> None:
        def position(shelf: str, count: float, eat_by: str, **more: Any) -> dict[str, Any]:
            base = {"shelf_id": shelf, "lot": 1, "piece_count": count, "eat_by": eat_by, "past": False}
            return base | {"for_taste": False, "frozen_until": None} | more

        positions = [
            position("ice", 5, "2026-08-01T12:00:00", for_taste=True),
            position("out", 3, "2026-05-07T12:00:00", frozen_until="2026-08-01T12:00:00"),
            position("out", 1, "2026-05-06T20:00:00"),
            position("out", 2, "2026-05-04T20:00:00", past=True),
        ]
        stash = {
            "now": "2026-05-06T18:00:00",
            "shelves": [
                {"id": "out", "kind": "counter", "name": "Counter"},
                {"id": "ice", "kind": "freezer", "name": "Ice"},
            ],
            "batches": [
                {"id": str(place), "name": str(place), "positions": [each]} for place, each in enumerate(positions)
            ],
        }
        told = self.page.evaluate("(stash) => domain.stashSentence(stash)", stash)
        self.assertEqual(told["first"], "Four of 11 pieces are for today or tomorrow.")
        self.assertEqual(told["more"], "Two are past their careful date. Three of those would keep in the freezer.")
        order = self.page.evaluate("(stash) => domain.allLying(stash).map(({ batch }) => batch.id)", stash)
        self.assertEqual(order, ["3", "2", "1", "0"])
        none = self.page.evaluate("(stash) => domain.stashSentence({ ...stash, batches: [] })", stash)
        self.assertEqual(none["first"], "Nothing is kept.")
        move = {"kind": "moved", "piece_count": 2.5, "to_shelf_id": "ice", "reason": ""}
        words = self.page.evaluate("([move, shelves]) => domain.moveWords(move, shelves)", [move, stash["shelves"]])
        self.assertEqual(words, "2½ moved to Ice")

    def test_a_tasting_asks_pole_by_pole_and_goes_on_where_it_stopped(self) -> None:
        tasting = {
            "blind": True,
            "poles": [
                {"name": "look", "low": "plain", "high": "inviting"},
                {"name": "chew", "low": "tender", "high": "tough"},
            ],
            "samples": [{"letter": "A", "label": "one"}, {"letter": "B", "label": "other"}],
            "marks": [{"taster": "Anna", "letter": "A", "pole": "look", "score": 4}],
        }
        asked = self.page.evaluate(
            "(tasting) => domain.questionsOf(tasting).map(({ letter, pole }) => letter + pole.name)", tasting
        )
        self.assertEqual(asked, ["Alook", "Blook", "Achew", "Bchew"])
        found = self.page.evaluate(
            "(tasting) => ['Anna', 'Bert'].map((name) => domain.nextOpen(tasting, name))", tasting
        )
        self.assertEqual(found, [1, 0])
        self.assertEqual(self.page.evaluate("(tasting) => domain.sampleName(tasting, 'B')", tasting), "Sample B")
        self.assertEqual(self.page.evaluate("(t) => domain.stopsOf(t.poles[0])[1]", tasting), "rather plain")

    def test_what_is_asked_of_the_search_is_changed_wish_by_wish(self) -> None:
        piece = {"energy_kcal": 203.0, "protein_g": 8.0, "fibre_g": 2.6}
        wishes = self.page.evaluate("(piece) => domain.beginningAsk(piece).wishes", piece)
        # 85 % of 203 kcal is 172.6, in steps of five 175; 1.2 times 8 g is 9.6 g, so 10 g.
        found = [(wish["name"], wish["value"], wish["at_least"]) for wish in wishes]
        self.assertEqual(found, [("energy_kcal", 175, False), ("protein_g", 10, True)])
        chosen = {"fibre_g": 3, "bite:chew:more": 0, "eu:light": 0, "sugar_kept_percent": 50, "mass_g": 1}
        for name, value in chosen.items():
            wish = self.page.evaluate("([name, piece]) => domain.newWish(name, undefined, piece)", [name, piece])
            self.assertEqual(wish["value"], value, name)
        bite = self.page.evaluate("(piece) => domain.newWish('bite:chew:more', undefined, piece)", piece)
        self.assertEqual((bite["name"], bite["way"], bite["claim_of"]), ("chew", "more", ""))

    def test_only_foods_that_were_spoken_of_are_sent_to_the_search(self) -> None:
        ask = """(changes) => {
            const draft = domain.draftFrom({ draft: view(1, "100 g oats").draft });
            const ask = changes.reduce(domain.changedAsk, domain.beginningAsk({ energy_kcal: 100, protein_g: 5 }));
            const hold = { locked: true, low_g: null, high_g: null, may_go: false };
            const held = domain.changedAsk(ask, { kind: "holds", holds: new Map([["l", hold], ["gone", hold]]) });
            const usual = [{ slug: "skyr", name: "skyr" }, { slug: "whey", name: "whey" }];
            return domain.reformulateBody(held, draft, usual);
        }"""
        nothing = self.page.evaluate(ask, [])
        self.assertEqual(nothing["allowed"], None)
        # A line that is gone is no hold any more.
        self.assertEqual([hold["line_id"] for hold in nothing["holds"]], ["l"])
        no_whey = {"kind": "food", "slug": "whey", "allowed": False}
        quark = {"kind": "food added", "food": {"slug": "quark", "name": "quark"}}
        self.assertEqual(self.page.evaluate(ask, [no_whey, quark])["allowed"], ["skyr", "quark"])
        back = {"kind": "food", "slug": "whey", "allowed": True}
        self.assertEqual(self.page.evaluate(ask, [no_whey, back])["allowed"], None)
        bans = [{"kind": "ban", "allergen": name, "banned": True} for name in ("milk", "nuts", "milk")]
        self.assertEqual(self.page.evaluate(ask, bans)["bans"], ["nuts", "milk"])
        freed = {"kind": "ban", "allergen": "milk", "banned": False}
        self.assertEqual(self.page.evaluate(ask, [*bans, freed])["bans"], ["nuts"])
        told = [
            {"kind": "limit", "limit": "sweetness", "lifted": True},
            {"kind": "option", "option": "sure", "on": True},
            {"kind": "wish removed", "place": 0},
            {"kind": "wish changed", "place": 0, "to": {"value": 12}},
        ]
        asked = self.page.evaluate(ask, told)
        self.assertEqual((asked["lifted"], asked["sure"], asked["whole_eggs"]), (["sweetness"], True, True))
        self.assertEqual([(wish["name"], wish["value"]) for wish in asked["wishes"]], [("protein_g", 12)])
