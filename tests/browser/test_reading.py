"""A pasted page before it is a formula: what was understood, what its lines ask, and what becomes of the answers."""

import re

from playwright.sync_api import Page, expect

from tests.browser.page import SIZES, InBrowser

TWO = """Bean squares
200 g white beans, cooked
2 eggs
Blend and bake for 20 minutes.

Oat bites
Makes 12
100 g rolled oats
50 g honey
50 g honey
Roll into balls and chill for an hour.
"""


def new_recipe(page: Page, text: str = "") -> None:
    page.get_by_role("link", name="Formulas").click()
    page.get_by_role("button", name="New formula", exact=True).click()
    if text:
        page.get_by_label("Recipe").fill(text)
    else:
        page.get_by_role("button", name="Try it with a messy page").click()
    page.get_by_role("button", name="Read it").click()
    expect(page.get_by_role("heading", name="Read right?")).to_be_focused()


def question(line: str) -> str:
    return f"[data-question][aria-label$='{line}']"


class Reading(InBrowser):
    def test_a_messy_page_is_understood_and_asks_three_things(self) -> None:
        page = self.page()
        new_recipe(page)
        expect(page.get_by_text("16 pieces; 2 parts, 1 of them not baked; 3 lines ask you something.")).to_be_visible()
        expect(page.get_by_label("Name of the formula")).to_have_value("Bean and cocoa squares")
        expect(page.get_by_text("one of yours")).to_be_visible()
        expect(page.get_by_text("Most likely the text counts it without the frosting.")).to_be_visible()
        expect(page.get_by_text("Left aside: 8 rows")).to_be_visible()
        asked = page.locator("[data-question]")
        self.assertEqual(
            [each.get_attribute("aria-label") for each in asked.all()],
            [
                "How much chocolate chips? chocolate chips to taste",
                "Which of these goes in? 1/2 cup honey or maple syrup",
                "Which “sweetener” is it? 2 tbsp sweetener",
            ],
        )
        before = page.get_by_label("One piece").inner_text()
        page.keyboard.press("q")
        page.keyboard.press("2")
        expect(page.locator(question("maple syrup")).get_by_role("button").first).to_be_focused()
        page.keyboard.press("2")
        expect(page.locator(question("sweetener")).get_by_role("button").first).to_be_focused()
        expect(asked).to_have_count(1)
        self.assertNotEqual(page.get_by_label("One piece").inner_text(), before)
        # Nothing that was answered is lost by a reload.
        page.reload()
        expect(asked).to_have_count(1)
        page.get_by_role("button", name="Make it a formula").click()
        expect(page.get_by_text("One line asks something.")).to_be_visible()
        # The choice that was made stands at its line, to be made otherwise.
        chosen = page.locator(question("maple syrup"))
        expect(chosen.get_by_role("button", name="maple syrup goes in")).to_have_attribute("aria-pressed", "true")
        chosen.get_by_role("button", name=re.compile("honey")).click()
        expect(chosen.get_by_role("button", name="honey goes in")).to_be_visible()
        expect(page.locator("[data-saved]")).to_have_text("saved")
        page.locator(question("sweetener")).get_by_role("button", name="erythritol", exact=False).last.click()
        expect(page.get_by_text("asks something")).to_have_count(0)

    def test_both_sizes_and_the_dark_are_accessible(self) -> None:
        for size in SIZES:
            for scheme in ("light", "dark"):
                with self.subTest(f"{size}, {scheme}"):
                    page = self.page(size, color_scheme=scheme)
                    new_recipe(page)
                    expect(page.locator("[data-question]")).to_have_count(3)
                    self.assert_accessible(page, f"reading, {size}, {scheme}")
                    self.assert_no_sideways_scroll(page, f"reading, {size}")
                    page.get_by_role("button", name="Make it a formula").click()
                    expect(page.get_by_text("3 lines ask something.")).to_be_visible()
                    self.assert_accessible(page, f"bench that asks, {size}, {scheme}")
                    self.assert_no_sideways_scroll(page, f"bench that asks, {size}")

    def test_recipes_of_one_text_are_made_one_by_one(self) -> None:
        page = self.page()
        new_recipe(page, TWO)
        expect(page.get_by_text("2 recipes in this text:")).to_be_visible()
        page.get_by_role("button", name="Make it a formula").click()
        expect(page.get_by_label("Name of the formula")).to_have_value("Oat bites")
        expect(page.get_by_text("“50 g honey” stands twice.")).to_be_visible()
        page.get_by_role("button", name="It goes in once").click()
        expect(page.get_by_label("Line as written")).to_have_count(2)
        page.keyboard.press("Control+z")
        expect(page.get_by_label("Line as written")).to_have_count(3)
        page.keyboard.press("Control+y")
        expect(page.get_by_label("Line as written")).to_have_count(2)
        page.get_by_role("button", name="Make it a formula").click()
        expect(page.get_by_role("tab", name="Bench")).to_be_visible()
        page.get_by_role("link", name="Formulas").click()
        for name in ("Bean squares", "Oat bites"):
            expect(page.get_by_role("link", name=name).first).to_be_visible()

    def test_an_unknown_line_becomes_a_product_and_back(self) -> None:
        page = self.page()
        new_recipe(page, "Bars\n100 g rolled oats\n40 g kinoka crisps\nmakes 4")
        page.get_by_role("button", name="A new product …").click()
        expect(page.get_by_label("Name", exact=True)).to_have_value("kinoka crisps")
        for field, value in (("Energy", "400"), ("Fat", "10"), ("Carbohydrate", "60"), ("Protein", "15")):
            page.get_by_role("dialog").get_by_label(re.compile(f"^{field}")).first.fill(value)
        page.get_by_role("button", name=re.compile("^(Save|Into the cupboard)")).click()
        expect(page.locator("[data-question]")).to_have_count(0)
        expect(page.get_by_label("One piece")).to_contain_text("135")

    def test_what_cannot_be_read_says_so_and_keeps_the_text(self) -> None:
        page = self.page()
        page.get_by_role("link", name="Formulas").click()
        page.get_by_role("button", name="New formula", exact=True).click()
        page.get_by_label("Recipe").fill("---\n***\n")
        page.get_by_role("button", name="Read it").click()
        expect(page.get_by_role("alert")).to_contain_text("no ingredient line")
        expect(page.get_by_label("Recipe")).to_have_value("---\n***\n")
