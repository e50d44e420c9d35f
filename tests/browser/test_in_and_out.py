"""Data in and out in a real browser: files are looked at, put right, written and taken back; what goes out; paper."""

import io
import re
from pathlib import Path
from tempfile import TemporaryDirectory

import pypdf
from playwright.sync_api import Page, expect

from tests.browser.page import InBrowser
from tests.kitchen import Served, new_kitchen

BUNS = (
    "---\ntitle: Oat and pear buns\nservings: 8\n---\n"
    "- 200 g oat flour\n- 2 eggs\n- 40 g honey or maple syrup\n- 1 tbsp moon dust\n"
)
PAGE = """<html><script type="application/ld+json">{"@type": "Recipe", "name": "Bean squares", "recipeYield": "9",
    "recipeIngredient": ["240 g cooked white beans", "2 eggs", "30 g cocoa"]}</script></html>"""
DIARY = "Date;Food;kcal\n01/02/2026;Skyr;150,5\n02/02/2026;Stew;lots\n03/02/2026;Beans;210\n"


class In(InBrowser):
    def setUp(self) -> None:
        super().setUp()
        folder = Path(self.enterContext(TemporaryDirectory()))
        self.files = []
        for name, text in (("buns.md", BUNS), ("page.html", PAGE), ("diary.csv", DIARY)):
            (folder / name).write_text(text)
            self.files.append(str(folder / name))

    def bring(self, page: Page, *files: str) -> None:
        page.get_by_role("link", name="Settings").click()
        page.get_by_role("link", name="Data in and out").click()
        expect(page.get_by_role("heading", name="Take out")).to_be_visible()
        page.get_by_label("Files to bring in").set_input_files(files)
        expect(page.locator("[data-summary]")).to_contain_text("Nothing is written yet.")

    def test_files_are_looked_at_put_right_written_and_taken_back(self) -> None:
        page = self.page()
        self.bring(page, *self.files)
        expect(page.locator("[data-summary]")).to_contain_text("4 of 5 understood; 1 could not be.")
        self.assert_accessible(page, "an import")
        line = page.get_by_label("Line “1 tbsp moon dust” of Oat and pear buns")
        line.fill("1 tbsp honey")
        line.press("Enter")
        expect(line).to_have_count(0)
        asks = page.get_by_role("group", name="Which of these goes in? 40 g honey or maple syrup")
        # Focus has gone on to the question, and a digit answers it.
        expect(asks.get_by_role("button").first).to_be_focused()
        page.keyboard.press("2")
        expect(asks).to_have_count(0)
        expect(page.locator("[data-item='Oat and pear buns']")).to_be_focused()
        # What wants a look stands first.
        diary = page.get_by_role("region", name=re.compile("^diary.csv"))
        expect(diary.get_by_role("listitem").first).to_contain_text("'lots' is no number")
        expect(diary).to_contain_text("month or the day first")
        diary.get_by_role("combobox", name="How its days are written").click()
        page.get_by_role("option", name="month before day").click()
        expect(diary).to_contain_text("2026-01-02, 12:00: 150 kcal")
        # A press shows at once, not when the kitchen has answered.
        self.assertFalse(diary.get_by_label("Bring in Row 4: Beans").evaluate("box => (box.click(), box.checked)"))
        # What the kitchen does not take is said where it was pressed, and the tick is as it was.
        refused = {"type": "about:blank", "title": "Cannot be used", "status": 422, "detail": "Not this one."}
        page.route("**/items/**", lambda route: route.fulfill(status=422, json=refused))
        diary.get_by_label("Bring in Row 2: Skyr").click()
        expect(diary.get_by_role("alert")).to_have_text("Not this one.")
        expect(diary.get_by_label("Bring in Row 2: Skyr")).to_be_checked()
        page.unroute("**/items/**")
        page.get_by_role("button", name="Write 3").click()
        expect(page.locator("[data-summary]")).to_have_text("3 written.")
        page.get_by_role("link", name="Formulas").click()
        expect(page.get_by_role("link", name=re.compile("^Oat and pear buns"))).to_be_visible()
        page.goto(f"{self.served.address}/today/2026-01-02")
        expect(page.get_by_text("Skyr").first).to_be_visible()
        page.goto(f"{self.served.address}/settings/data")
        page.get_by_role("link", name="3 files").click()
        page.get_by_role("button", name="Take it back").click()
        sheet = page.get_by_role("dialog")
        self.assert_accessible(page, "taking back")
        sheet.get_by_role("button", name="Take it back", exact=True).click()
        expect(page.locator("[data-summary]")).to_have_text("Taken back as a whole.")
        page.get_by_role("link", name="Formulas").click()
        expect(page.get_by_role("link", name=re.compile("^White bean"))).to_be_visible()
        expect(page.get_by_role("link", name=re.compile("^Oat and pear buns"))).to_have_count(0)

    def test_a_phone_and_what_cannot_be_read(self) -> None:
        page = self.page("phone", color_scheme="dark")
        self.bring(page, *self.files[1:])
        expect(page.get_by_role("region", name=re.compile("^First rows of"))).to_be_visible()
        self.assert_no_sideways_scroll(page, "an import on a phone")
        # A title stands in words, not letter under letter beside its figures.
        title = page.get_by_text("Bean squares", exact=True).evaluate("one => one.getBoundingClientRect().height")
        self.assertLess(title, 40)
        page.get_by_role("button", name="Show its lines").click()
        expect(page.get_by_text("white beans", exact=False).first).to_be_visible()
        self.assert_accessible(page, "an import on a phone")
        page.get_by_role("button", name="Forget it").click()
        expect(page.get_by_role("heading", name="Data in and out")).to_be_visible()
        self.assert_accessible(page, "data on a phone")
        self.assert_no_sideways_scroll(page, "data on a phone")
        page.get_by_label("Files to bring in").set_input_files(
            {"name": "x.pdf", "mimeType": "application/pdf", "buffer": b"%PDF-1.7"}
        )
        expect(page.get_by_text("a document or a picture")).to_be_visible()
        expect(page.get_by_role("button", name="Write 0")).to_be_disabled()


class Elsewhere(InBrowser):
    def test_a_whole_kitchen_goes_into_another_installation_by_the_screen(self) -> None:
        other = Served(new_kitchen())
        other.start()
        self.addCleanup(other.stop)
        here = self.page()
        here.goto(f"{self.served.address}/settings/data")
        with here.expect_download() as found:
            here.get_by_role("link", name="The whole kitchen").click()
        for size in ("phone", "desk"):
            there = self.page(size, of=other)
            there.goto(f"{other.address}/settings/data")
            there.get_by_label("Files to bring in").set_input_files(found.value.path())
            if size == "phone":
                there.get_by_role("button", name="Put it into this kitchen").click()
                there.wait_for_url(re.compile("/today"))
                expect(there.get_by_role("heading", name="What fits")).to_be_visible()
                there.goto(f"{other.address}/formulas")
                expect(there.get_by_role("link", name=re.compile("^White bean blondies")).first).to_be_visible()
                there.goto(f"{other.address}/settings")
                expect(there.get_by_text("Rower").first).to_be_visible()
            else:
                # It is no empty one any more, and says so.
                there.get_by_role("button", name="Put it into this kitchen").click()
                expect(there.get_by_role("alert")).to_contain_text("something in this kitchen already")


class Out(InBrowser):
    def test_the_kitchen_and_its_tables_are_one_press_away(self) -> None:
        page = self.page(at="/settings/data")
        for name, file in (
            ("The whole kitchen", r"kitchen-\d{4}-\d\d-\d\d\.zip"),
            ("Diary, CSV", "diary.csv"),
            ("Eat-by days, iCalendar", "eat-by.ics"),
        ):
            with page.expect_download() as found:
                page.get_by_role("link", name=name).click()
            self.assertRegex(found.value.suggested_filename, file)
            self.assertGreater(found.value.path().stat().st_size, 100)

    def open_blondies(self) -> Page:
        page = self.page()
        page.get_by_role("link", name="Formulas").click()
        page.get_by_role("link", name=re.compile("^White bean blondies")).first.click()
        expect(page.get_by_role("heading", name="Crumb check")).to_be_visible()
        return page

    def test_a_formula_goes_out_as_a_card(self) -> None:
        page = self.open_blondies()
        page.get_by_role("button", name="More", exact=True).click()
        with page.expect_download() as found:
            page.get_by_role("menuitem", name="Card to print, 4 x 6 in").click()
        pdf = pypdf.PdfReader(found.value.path())
        self.assertIn("White bean blondies", pdf.pages[0].extract_text())

    def test_the_bench_prints_amounts_and_method_and_no_buttons(self) -> None:
        page = self.open_blondies()
        printed = pypdf.PdfReader(io.BytesIO(page.pdf(format="A4")))
        text = " ".join(" ".join(each.extract_text().split()) for each in printed.pages)
        self.assertEqual(len(printed.pages), 1)
        for said in ("White bean blondies", "almond butter", "Method", "Blend beans", "One piece", "Contains"):
            self.assertIn(said, text)
        for button in ("Add a line", "Undo", "What if", "Reach a target"):
            self.assertNotIn(button, text)
        # On screen nothing of it is left.
        expect(page.locator("[data-on-paper]")).to_have_count(0)

    def test_a_chart_is_saved_as_a_picture(self) -> None:
        page = self.page()
        page.get_by_role("link", name="Ledger").click()
        for kind, begins in (("SVG", b"<svg"), ("PNG", b"\x89PNG")):
            with page.expect_download() as found:
                page.get_by_role("button", name=f"weight as {kind}").click()
            data = found.value.path().read_bytes()
            self.assertTrue(data.startswith(begins), data[:40])
            self.assertNotIn(b"var(--", data)
