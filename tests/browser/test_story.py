"""The story in a real browser: paste, read, lay in, add, reload, restart; then what may go wrong."""

import re
import shutil

from playwright.sync_api import Page, expect

from launch.cluster import free_port, throwaway
from tests.browser.page import SIZES, InBrowser
from tests.kitchen import Served, prepare

RECIPE = """Sesame bean rounds
makes 12
1 1/2 cups almond flour
1 can chickpeas, drained
2 large eggs
60 g vanilla whey
1 tbsp unicorn dust
"""


def paste(page: Page, text: str) -> None:
    """Through the clipboard, into whatever has the focus."""
    page.evaluate("text => navigator.clipboard.writeText(text)", text)
    page.keyboard.press("Control+v")


def open_new(page: Page, text: str) -> None:
    page.get_by_role("link", name="Formulas").click()
    page.get_by_role("button", name="New formula", exact=True).click()
    page.get_by_label("Recipe").fill(text)
    page.get_by_role("button", name="Read it" if text else "Start from nothing").click()
    if text:
        page.get_by_role("button", name="Make it a formula").click()
    expect(page.get_by_role("tab", name="Bench")).to_be_visible()


class Story(InBrowser):
    def test_the_whole_story_at_both_sizes_and_after_a_restart(self) -> None:
        for size in SIZES:
            with self.subTest(size):
                page = self.page(size)
                expect(page.locator("[data-sentence]")).to_contain_text("kcal")
                self.assert_accessible(page, f"today, {size}")
                self.assert_no_sideways_scroll(page, f"today, {size}")
                before = page.locator("[data-protein]").inner_text()
                open_new(page, RECIPE)
                expect(page.locator("[data-piece-kcal]")).to_have_text(re.compile("138"))
                expect(page.get_by_role("status").filter(has_text="1 unread line remains")).to_be_visible()
                expect(page.locator("[data-saved]")).to_have_text("saved")
                self.assert_accessible(page, f"bench, {size}")
                self.assert_no_sideways_scroll(page, f"bench, {size}")
                page.get_by_label("How much").locator("visible=true").fill("2")
                page.get_by_role("button", name="Add to today").locator("visible=true").click()
                expect(page.get_by_text("2 pieces of Sesame bean rounds added.", exact=True)).to_be_visible()
                page.get_by_role("link", name="Today", exact=True).click()
                page.get_by_placeholder("150 g skyr, 30 g oats").fill("150 g skyr, 30 g oats")
                expect(page.get_by_text(re.compile(r"= 208\s+± 8\s+kcal"))).to_be_visible()
                page.get_by_role("button", name="Add to today").click()
                expect(page.get_by_role("button", name="Change Skyr, oats").first).to_be_visible()
                self.served.stop()
                self.served.start()
                page.reload()
                expect(page.get_by_role("button", name="Change Skyr, oats").first).to_be_visible()
                expect(page.get_by_role("button", name="Change 2 × Sesame bean rounds").first).to_be_visible()
                self.assertNotEqual(page.locator("[data-protein]").inner_text(), before)
                page.get_by_role("link", name="Settings").click()
                self.assert_accessible(page, f"settings, {size}")
                page.get_by_role("link", name="Formulas").click()
                expect(page.get_by_role("link", name="White bean blondies")).to_be_visible()
                self.assert_accessible(page, f"formulas, {size}")
                self.assert_no_sideways_scroll(page, f"formulas, {size}")

    def test_dark_is_accessible_too(self) -> None:
        page = self.page(color_scheme="dark")
        expect(page.locator("[data-sentence]")).to_be_visible()
        self.assert_accessible(page, "today, dark")
        open_new(page, RECIPE)
        expect(page.get_by_role("status").filter(has_text="1 unread line remains")).to_be_visible()
        self.assert_accessible(page, "bench, dark")


class Editing(InBrowser):
    def test_by_keyboard_with_undo_and_redo(self) -> None:
        page = self.page()
        expect(page.locator("[data-sentence]")).to_be_visible()
        page.keyboard.press("Alt+2")
        page.get_by_role("heading", name="Formulas").wait_for()
        page.keyboard.press("n")
        page.get_by_role("button", name="Start from nothing").click()
        page.get_by_label("Line as written").first.click()
        page.keyboard.type("100 g almond flour")
        page.keyboard.press("Enter")
        page.keyboard.type("2 eggs")
        grams = page.locator("[data-grams]")
        expect(grams.nth(1)).to_contain_text("100")
        page.keyboard.press("Alt+ArrowUp")
        expect(page.get_by_label("Line as written").first).to_have_value("2 eggs")
        page.keyboard.press("Alt+Shift+ArrowUp")
        expect(page.get_by_label("Line as written").first).to_have_value("105 g eggs")
        page.keyboard.press("Control+z")
        expect(page.get_by_label("Line as written").first).to_have_value("2 eggs")
        page.keyboard.press("Control+z")
        expect(page.get_by_label("Line as written").first).to_have_value("100 g almond flour")
        page.keyboard.press("Control+Shift+z")
        expect(page.get_by_label("Line as written").first).to_have_value("2 eggs")
        page.locator("[data-saved]", has_text=re.compile("^saved$")).wait_for()
        page.reload()
        expect(page.get_by_label("Line as written").first).to_have_value("2 eggs")
        page.keyboard.press("Control+z")
        expect(page.get_by_label("Line as written").first).to_have_value("100 g almond flour")

    def test_a_correction_is_remembered_and_can_be_undone(self) -> None:
        page = self.formula_page("1 tbsp unicorn dust\n100 g oats")
        page.get_by_role("button", name=re.compile("choose an ingredient")).click()
        page.get_by_label("Search the ingredients").fill("sprinkles")
        self.assert_accessible(page, "read as")
        page.get_by_role("option", name="sprinkles", exact=True).wait_for()
        page.keyboard.press("Enter")
        expect(page.locator("[data-grams]").first).to_contain_text("10.6")
        # It holds for this formula, and no other, until one says so.
        first = page.url
        open_new(page, "2 tbsp unicorn dust\n100 g oats")
        expect(page.get_by_role("button", name=re.compile("choose an ingredient"))).to_be_visible()
        page.locator("[data-saved]", has_text=re.compile("^saved$")).wait_for()
        page.goto(first)
        page.get_by_role("button", name=re.compile("Read as sprinkles")).click()
        page.get_by_label("Search the ingredients").fill("sprinkles")
        page.get_by_role("option", name="sprinkles", exact=True).click()
        page.get_by_role("button", name="Everywhere …").last.click()
        expect(page.get_by_role("list", name="Formulas that change")).to_contain_text("+")
        page.get_by_role("button", name="Everywhere, and from now on").click()
        page.get_by_role("heading", name=re.compile("means sprinkles everywhere")).wait_for(state="detached")
        open_new(page, "3 tbsp unicorn dust")
        expect(page.locator("[data-grams]").first).to_contain_text("32")
        # The ordinary undo takes it back, after a reload too.
        page.goto(first)
        expect(page.locator("[data-grams]").first).to_contain_text("10.6")
        page.keyboard.press("Control+z")
        self.in_settings(page, 0)
        page.goto(first)
        expect(page.locator("[data-grams]").first).to_contain_text("10.6")
        page.keyboard.press("Control+Shift+z")
        self.in_settings(page, 1)
        page.get_by_role("button", name="Forget what dust unicorn means").click()
        expect(page.get_by_text("Nothing was chosen for everywhere yet")).to_be_visible()

    def in_settings(self, page: Page, names: int) -> None:
        page.get_by_role("link", name="Settings").click()
        expect(page.get_by_role("button", name=re.compile("^Forget what"))).to_have_count(names)

    def test_a_band_that_narrows_when_the_flour_is_weighed(self) -> None:
        page = self.formula_page("1 1/2 cups almond flour\n150 g skyr\n2 eggs\nmakes 10")
        advice = page.get_by_role("list", name="What to weigh")
        expect(advice).to_contain_text("Weigh the almond flour")
        # 921 kcal of flour, 10 % by cup and 5 % in what it holds; a piece adds 3 % of itself.
        expect(page.locator("[data-piece-kcal]")).to_have_text(re.compile(r"116\s+± 11\s+kcal"))
        expect(page.locator("[data-grams]").first).to_have_text(re.compile(r"156\s+± 16"))
        page.get_by_label("Line as written").first.fill("156 g almond flour")
        expect(advice).to_have_count(0)
        expect(page.locator("[data-piece-kcal]")).to_have_text(re.compile(r"116\s+± 6\s+kcal"))

    def test_two_foods_on_one_line_become_two_lines(self) -> None:
        page = self.formula_page("100 g oats")
        page.get_by_label("Line as written").first.fill("1 egg plus 2 egg whites")
        page.get_by_role("button", name="Make it 2 lines").click()
        expect(page.get_by_label("Line as written").nth(1)).to_have_value("2 egg whites")
        # An egg of 50 g with 12.6 % and two whites of 32 g each with 10.9 %.
        expect(page.locator("[data-piece-protein]")).to_contain_text("13.3")

    def test_more_text_than_a_recipe_is_refused_and_kept(self) -> None:
        page = self.page(permissions=["clipboard-read", "clipboard-write"])
        page.get_by_role("link", name="Formulas").click()
        page.get_by_role("button", name="New formula", exact=True).click()
        field = page.get_by_label("Recipe")
        field.click()
        paste(page, "1 g salt\n" * 10_000)
        page.get_by_role("button", name="Read it").click()
        expect(page.get_by_role("alert")).to_contain_text("at most 400")
        field.click()
        paste(page, "1 g salt\n" * 500_000)
        expect(page.get_by_role("alert")).to_contain_text("200,000 characters")
        self.assertEqual(field.evaluate("field => field.value.length"), 90_000)

    def test_odd_writing_is_shown_as_written(self) -> None:
        page = self.formula_page("🍰 עוגת שוקולד\n100 g oats\n200 גרם קמח 🍋\n-3 eggs\n900 kg skyr")
        expect(page.get_by_label("Name of the formula")).to_have_value("🍰 עוגת שוקולד")
        expect(page.get_by_role("status").filter(has_text="3 unread lines remain")).to_be_visible()
        expect(page.get_by_text("more than a kitchen holds")).to_be_visible()

    def test_markup_in_names_is_text(self) -> None:
        page = self.formula_page("<img src=x onerror=alert(1)>\n100 g oats")
        expect(page.get_by_label("Name of the formula")).to_have_value("<img src=x onerror=alert(1)>")
        page.get_by_role("link", name="Formulas").click()
        expect(page.get_by_text("<img src=x onerror=alert(1)>").first).to_be_visible()

    def test_zero_pieces_are_refused_at_the_field(self) -> None:
        page = self.formula_page("100 g oats\nmakes 4")
        page.get_by_label("Pieces of the batch").fill("0")
        expect(page.get_by_text("from 1 to 1,000 pieces")).to_be_visible()
        expect(page.get_by_text(re.compile("one of 4 · 25 ± 1 g of dough"))).to_be_visible()

    def test_two_windows_never_overwrite_each_other_silently(self) -> None:
        one = self.formula_page("100 g oats\n100 g skyr")
        expect(one.locator("[data-saved]")).to_have_text("saved")
        other = self.page()
        other.goto(one.url)
        expect(other.get_by_label("Line as written").nth(1)).to_have_value("100 g skyr")
        one.get_by_label("Line as written").first.fill("120 g oats")
        expect(one.locator("[data-saved]")).to_have_text(re.compile("saving"))
        expect(one.locator("[data-saved]")).to_have_text("saved")
        other.get_by_label("Line as written").nth(1).fill("300 g skyr")
        expect(other.get_by_text("This formula was changed in another window.")).to_be_visible()
        other.get_by_role("button", name=re.compile("Take the other")).click()
        expect(other.get_by_label("Line as written").first).to_have_value("120 g oats")
        other.get_by_role("button", name="Undo", exact=True).click()
        expect(other.get_by_label("Line as written").nth(1)).to_have_value("300 g skyr")

    def test_the_server_goes_away_in_mid_edit(self) -> None:
        page = self.formula_page("100 g oats\n100 g skyr")
        expect(page.locator("[data-saved]")).to_have_text("saved")
        self.served.stop()
        page.get_by_label("Line as written").first.fill("111 g oats")
        expect(page.get_by_role("alert")).to_contain_text("What you typed is kept")
        expect(page.locator("[data-saved]")).to_contain_text("not saved")
        page.get_by_label("Line as written").nth(1).fill("222 g skyr")
        self.served.start()
        expect(page.locator("[data-saved]")).to_have_text("saved")
        expect(page.get_by_role("alert")).to_have_count(0)
        page.reload()
        expect(page.get_by_label("Line as written").first).to_have_value("111 g oats")
        expect(page.get_by_label("Line as written").nth(1)).to_have_value("222 g skyr")


class Away(InBrowser):
    def test_the_database_stops_and_comes_back(self) -> None:
        made, folder = throwaway()
        self.addCleanup(shutil.rmtree, folder, ignore_errors=True)
        port = free_port()
        url = made.start(port)
        self.addCleanup(made.stop, "immediate")
        prepare(url)
        served = Served(url)
        served.start()
        self.addCleanup(served.stop)
        page = self.page(of=served)
        open_new(page, "100 g oats")
        expect(page.locator("[data-saved]")).to_have_text("saved")
        made.stop("immediate")
        page.get_by_label("Line as written").first.fill("111 g oats")
        expect(page.get_by_role("alert")).to_contain_text("database does not answer")
        page.reload()
        expect(page.get_by_role("heading", name="The kitchen cannot be reached")).to_be_visible()
        self.assert_accessible(page, "no database")
        made.start(port)
        expect(page.get_by_label("Line as written").first).to_have_value("111 g oats")
        expect(page.locator("[data-saved]")).to_have_text("saved")


class Days(InBrowser):
    def test_targets_remove_with_undo_move_and_other_days(self) -> None:
        page = self.page()
        page.get_by_role("link", name=re.compile("the day after")).click()
        page.get_by_placeholder("150 g skyr, 30 g oats").fill("3 eggs")
        page.get_by_role("button", name="Plan it").click()
        page.get_by_role("button", name="Remove Eggs").click()
        expect(page.get_by_role("button", name="Change Eggs")).to_have_count(0)
        page.get_by_role("button", name="Undo").click()
        page.get_by_role("button", name="Change Eggs").click()
        self.assert_accessible(page, "entry")
        page.get_by_label("What it was").fill("4 eggs")
        page.get_by_role("button", name="Save", exact=True).click()
        expect(page.get_by_text(re.compile(r"286\s+± 22\s+kcal")).first).to_be_visible()
        page.get_by_role("button", name="Targets").click()
        self.assert_accessible(page, "targets")
        for kind in ("Training day", "Rest day"):
            page.get_by_label(f"{kind}: Energy, at most, kcal").fill("1100")
        page.get_by_role("button", name="Save targets").click()
        expect(page.get_by_role("main").get_by_text("doctor or registered dietitian")).to_be_visible()
        expect(page.locator("[data-sentence]")).to_contain_text("814 kcal are left with it")
        page.get_by_role("link", name=re.compile("the day before")).click()
        expect(page.locator("[data-sentence]")).not_to_contain_text("1,100")

    def test_what_fits_by_key_and_finding_anything(self) -> None:
        page = self.page()
        expect(page.get_by_role("heading", name="What fits")).to_be_visible()
        page.keyboard.press("1")
        expect(page.get_by_text(re.compile("added.$")).first).to_be_visible()
        page.keyboard.press("?")
        expect(page.get_by_text("On Today")).to_be_visible()
        self.assert_accessible(page, "keys")
        page.keyboard.press("Escape")
        page.keyboard.press("/")
        page.get_by_role("combobox", name="Formula, ingredient or day").fill("white bean")
        expect(page.get_by_role("option").first).to_contain_text("White bean blondies")
        self.assert_accessible(page, "find")
        page.keyboard.press("Enter")
        expect(page.get_by_label("Name of the formula")).to_have_value("White bean blondies")
