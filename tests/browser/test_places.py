"""Formulas, days, settings and finding in a real browser: what each offers, its way back, and what is kept."""

import re
from datetime import datetime, timedelta

from playwright.sync_api import Page, expect

from tests.browser.page import InBrowser
from tests.browser.test_story import open_new, paste

FOODS = "150 g skyr, 30 g oats"


def lines(page: Page) -> list[str]:
    return [line.input_value() for line in page.get_by_label("Line as written").all()]


def more(page: Page, item: str) -> None:
    page.get_by_role("button", name="More").click()
    page.get_by_role("menuitem", name=item).click()


class OnTheBench(InBrowser):
    def test_parts_are_named_filled_and_removed_with_undo(self) -> None:
        page = self.page()
        open_new(page, "Oat bars\nmakes 8\n200 g oats\n\nFor the glaze:\n50 g icing sugar\n10 ml milk")
        glaze = page.get_by_role("list", name="Glaze")
        expect(glaze.get_by_label("Line as written")).to_have_count(2)
        expect(page.get_by_text("60 g · 201 kcal")).to_be_visible()
        page.get_by_role("button", name="Add a part").click()
        page.get_by_label("Name of the part").last.fill("Topping")
        page.get_by_role("list", name="Topping").get_by_label("Line as written").fill("20 g walnuts")
        # Over the edge of its part a line moves into the next.
        page.get_by_role("list", name="Topping").get_by_label("Line as written").press("Alt+ArrowUp")
        expect(glaze.get_by_label("Line as written").nth(2)).to_have_value("20 g walnuts")
        page.get_by_role("button", name="Remove the part Glaze").click()
        self.assertEqual(lines(page), ["200 g oats", ""])
        page.get_by_role("button", name="Undo", exact=True).click()
        self.assertEqual(lines(page), ["200 g oats", "50 g icing sugar", "10 ml milk", "20 g walnuts", ""])

    def test_a_recipe_pasted_into_lines_goes_where_the_caret_is(self) -> None:
        page = self.page(permissions=["clipboard-read", "clipboard-write"])
        open_new(page, "100 g oats\n100 g skyr")
        page.get_by_label("Line as written").first.press("Enter")
        paste(page, "- 2 eggs\n- 1 tsp vanilla\n\nTopping:\n- 10 g walnuts")
        expect(page.get_by_role("list", name="Topping")).to_be_visible()
        self.assertEqual(lines(page), ["100 g oats", "2 eggs", "1 tsp vanilla", "100 g skyr", "10 g walnuts"])
        page.get_by_label("Line as written").nth(1).press("Backspace")
        page.get_by_label("Line as written").nth(1).fill("")
        page.get_by_label("Line as written").nth(1).press("Backspace")
        self.assertEqual(lines(page), ["100 g oats", "1 tsp vanilla", "100 g skyr", "10 g walnuts"])

    def test_rename_duplicate_archive_and_bring_back(self) -> None:
        page = self.page()
        open_new(page, "Plum pots\n100 g quark\n80 g plum")
        page.get_by_label("Name of the formula").fill("Plum cups")
        page.get_by_label("Family").click()
        page.get_by_role("option", name="Pudding").click()
        expect(page.locator("[data-saved]")).to_have_text("saved")
        more(page, "Duplicate")
        expect(page.get_by_label("Name of the formula")).to_have_value("Plum cups, a copy")
        expect(page.get_by_label("Family")).to_have_text("Pudding")
        more(page, "Archive")
        expect(
            page.get_by_text("Plum cups, a copy is archived; what was eaten of it stays.", exact=True)
        ).to_be_visible()
        expect(page.get_by_role("link", name="Plum cups, a copy")).to_have_count(0)
        page.get_by_role("button", name="Archived").click()
        page.get_by_role("button", name="Bring back").click()
        page.get_by_role("button", name="Back to those in use").click()
        expect(page.get_by_role("link", name="Plum cups, a copy")).to_be_visible()

    def test_what_it_contains_and_may_be_called_follows_the_lines(self) -> None:
        page = self.page()
        open_new(page, "Oat bars\nmakes 8\n200 g oat flour\n60 g whey\n1 tbsp honey\n1 tbsp unicorn dust")
        sentence = page.get_by_role("button", name=re.compile("^contains"))
        expect(sentence).to_contain_text("contains gluten, milk · unknown for 1 line")
        sentence.click()
        expect(page.get_by_label("What is in it").get_by_text("1 tbsp honey").first).to_be_visible()
        self.assert_accessible(page, "what is in it")
        page.keyboard.press("Escape")
        called = page.get_by_role("region", name="It may be called")
        expect(called).to_contain_text("nothing special in Europe")
        page.get_by_label("Line as written").nth(3).fill("1 tbsp milk")
        expect(called).to_contain_text("high protein, low salt, source of fibre")
        expect(called).to_contain_text("US claims rest on the amount of its family")
        page.get_by_label("Family").click()
        page.get_by_role("option", name="Cookie").click()
        expect(called).to_contain_text("in the US")
        page.get_by_text("Limits, and what lacks").click()
        expect(called.get_by_text("without 1 tbsp honey").first).to_be_visible()
        self.assert_accessible(page, "claims")

    def test_a_formula_that_is_not_there_says_so(self) -> None:
        page = self.page()
        page.goto(f"{self.served.address}/formulas/00000000-0000-4000-8000-000000000000")
        expect(page.get_by_role("alert")).to_contain_text("not in your kitchen")
        page.get_by_role("link", name="To the formulas").click()
        expect(page.get_by_role("heading", name="Formulas")).to_be_visible()

    def test_typing_is_kept_over_a_reload_before_anything_is_saved(self) -> None:
        page = self.page()
        page.get_by_placeholder(FOODS).fill("a bowl of something")
        page.get_by_role("link", name="Formulas").click()
        page.get_by_role("button", name="New formula", exact=True).click()
        page.get_by_label("Recipe").fill("half a recipe")
        page.reload()
        page.get_by_role("button", name="New formula", exact=True).click()
        expect(page.get_by_label("Recipe")).to_have_value("half a recipe")
        page.get_by_role("button", name="Close").click()
        page.get_by_role("link", name="Today", exact=True).click()
        expect(page.get_by_placeholder(FOODS)).to_have_value("a bowl of something")
        expect(page.get_by_text("We know no ingredient called “something”.")).to_be_visible()
        page.get_by_role("button", name="Add to today").click()
        expect(page.get_by_role("alert")).to_contain_text("We know no ingredient called “something”.")


class OnADay(InBrowser):
    def test_above_target_is_a_fact_and_stands_above_the_drawing(self) -> None:
        page = self.page()
        page.get_by_placeholder(FOODS).fill("300 g butter")
        expect(page.get_by_text("kcal above target").first).to_be_visible()
        page.get_by_role("button", name="Add to today").click()
        expect(page.locator("[data-above]")).to_be_visible()
        expect(page.locator("[data-sentence]")).to_contain_text("above target")
        expect(page.get_by_text("The energy target of this day is reached.")).to_be_visible()
        self.assert_accessible(page, "above target")
        page.get_by_role("button", name="Remove Butter").click()
        expect(page.locator("[data-above]")).to_have_count(0)

    def test_an_entry_moves_to_another_day_and_two_windows_see_each_other(self) -> None:
        one = self.page()
        one.get_by_role("link", name=re.compile("the day after")).click()
        one.get_by_placeholder(FOODS).fill("100 g kiwi")
        one.get_by_role("button", name="Add to that day").click()
        other = self.page()
        other.goto(one.url)
        other.get_by_role("button", name="Change Kiwi", exact=True).click()
        one.get_by_role("button", name="Change Kiwi", exact=True).click()
        one.get_by_label("What it was").fill("200 g kiwi")
        one.get_by_role("button", name="Save", exact=True).click()
        expect(one.get_by_text(re.compile(r"122\s+± 6\s+kcal · "))).to_be_visible()
        later = (datetime.now().astimezone() + timedelta(days=2)).date()
        other.get_by_label("Day", exact=True).fill(later.isoformat())
        other.get_by_role("button", name="Save", exact=True).click()
        expect(other.get_by_role("alert")).to_contain_text("Saving again replaces that.")
        other.get_by_role("button", name="Save", exact=True).click()
        expect(other.get_by_text("Nothing yet.")).to_be_visible()
        other.goto(f"{self.served.address}/today/{later.isoformat()}")
        expect(other.get_by_text(re.compile(r"61\s+± 3\s+kcal · "))).to_be_visible()

    def test_the_keys_of_a_day(self) -> None:
        page = self.page()
        expect(page.get_by_role("heading", name="Today", exact=True)).to_be_visible()
        page.keyboard.press("ArrowLeft")
        expect(page.get_by_role("heading", name="Yesterday")).to_be_visible()
        page.keyboard.press("t")
        expect(page.get_by_role("heading", name="Today", exact=True)).to_be_visible()
        page.keyboard.press("ArrowRight")
        expect(page.get_by_role("heading", name="Tomorrow")).to_be_visible()
        expect(page.get_by_text("Nothing yet.")).to_be_visible()
        page.keyboard.press("a")
        expect(page.get_by_placeholder(FOODS)).to_be_focused()
        page.keyboard.type("1 apple")
        page.keyboard.press("Enter")
        expect(page.get_by_role("button", name="Change Apple")).to_be_visible()
        page.get_by_role("radio", name="Training day").click()
        expect(page.locator("[data-sentence]")).to_contain_text("Targets 2,050 kcal")


class Elsewhere(InBrowser):
    def test_settings_change_what_is_counted_and_how_it_looks(self) -> None:
        page = self.page()
        page.get_by_role("link", name="Settings").click()
        page.get_by_label("Net: also without erythritol and allulose").click()
        page.get_by_label("Dark").click()
        expect(page.locator("html[data-look=dark]")).to_be_attached()
        page.get_by_role("link", name="Formulas").click()
        page.get_by_role("link", name="White bean blondies").click()
        # 12.7 g available, of which the 80 g of sweetener bring 6.6 g of erythritol a piece.
        expect(page.get_by_text("Net carbohydrate", exact=True).locator("..")).to_have_text(
            re.compile(r"Net carbohydrate6\.1\s+± 0\.3\s+g")
        )
        page.get_by_role("link", name="Settings").click()
        page.get_by_label("Metric: cup 250 ml").click()
        expect(page.get_by_label("Metric: cup 250 ml")).to_be_checked()
        page.reload()
        expect(page.get_by_label("Metric: cup 250 ml")).to_be_checked()

    def test_finding_an_ingredient_or_a_day(self) -> None:
        page = self.page()
        expect(page.get_by_role("heading", name="Today", exact=True)).to_be_visible()
        page.keyboard.press("/")
        words = page.get_by_role("combobox", name="Formula, ingredient or day")
        expect(words).to_be_focused()
        page.keyboard.type("lentil soup")
        expect(page.get_by_role("option").first).to_contain_text("Lentil soup")
        words.fill("tahini")
        expect(page.get_by_role("option", name="tahini ingredient")).to_be_visible()
        page.keyboard.press("Enter")
        expect(page.get_by_placeholder(FOODS)).to_have_value("100 g tahini")
        page.keyboard.press("Escape")
        page.locator("h1").click()
        page.keyboard.press("/")
        words.fill("2026-01-31")
        page.keyboard.press("Enter")
        expect(page.get_by_role("main").get_by_text("Saturday, 31 January")).to_be_visible()

    def test_nothing_is_cut_off_at_twice_the_size(self) -> None:
        page = self.page()
        page.set_viewport_size({"width": 640, "height": 400})
        for place in ("/today", "/formulas", "/settings"):
            page.goto(f"{self.served.address}{place}")
            page.locator("h1").first.wait_for()
            self.assert_no_sideways_scroll(page, place)
