"""From dough to pieces in a real browser: tins measured and cut, slabs weighed, parts put on later, formulas scaled."""

import re

from playwright.sync_api import Page, expect

from tests.browser.page import InBrowser

RECIPE = "Bean slab\nmakes 24\n1 can white beans, drained\n2 eggs\n100 g almond flour\n60 g whey\n"


class Making(InBrowser):
    def opened(self, family: str = "brownie", size: str = "desk") -> Page:
        page = self.formula_page(RECIPE, family, size)
        page.locator("[data-making] summary").first.click()
        return page

    def test_a_tin_of_ones_own_its_cuts_and_when_to_look(self) -> None:
        for size in ("desk", "phone"):
            with self.subTest(size):
                page = self.opened(size=size)
                page.get_by_role("button", name="My tins").click()
                page.get_by_role("button", name="New tin").click()
                page.get_by_label("Name of the tin").fill(f"my {size} pan")
                page.get_by_role("radio", name="inches").click()
                page.get_by_label("Length, in").fill("8")
                page.get_by_label("Depth, in").fill("0")
                page.get_by_role("button", name="Save tin").click()
                expect(page.get_by_text("The depth of a tin is over 0", exact=False)).to_be_visible()
                self.assert_accessible(page, f"a tin, {size}")
                page.get_by_label("Depth, in").fill("2")
                page.get_by_role("button", name="Save tin").click()
                expect(page.get_by_role("list", name="Tins").get_by_text(f"my {size} pan")).to_be_visible()
                page.get_by_role("button", name="Close").click()
                page.get_by_label("Add a tin").click()
                page.get_by_role("option", name=f"my {size} pan").click()
                page.get_by_label("A piece is").click()
                page.get_by_role("option", name="cuts of the tin").click()
                page.get_by_label("Cuts").fill("4x3")
                expect(page.get_by_text("makes 12", exact=True)).to_be_visible()
                expect(page.get_by_role("img", name=re.compile("a piece 6.8 cm by 5.1 cm"))).to_be_visible()
                expect(page.locator("[data-window]")).to_contain_text("Look from minute")
                self.assert_accessible(page, f"making, {size}")
                self.assert_no_sideways_scroll(page, f"making, {size}")

    def test_how_it_is_wanted_moves_the_window_and_its_signs(self) -> None:
        page = self.opened()
        seen = page.locator("[data-window]")
        expect(seen.get_by_role("listitem").first).to_contain_text("edges set")
        before = seen.locator("b").inner_text()
        page.get_by_label("How you want it").click()
        page.get_by_role("option", name="fudgy").click()
        expect(seen.locator("b")).not_to_have_text(before)
        expect(seen).to_contain_text("You want it fudgy")
        expect(seen.get_by_role("listitem").first).to_contain_text("smeared, not wet")
        page.get_by_label("Covered with foil or a lid").check()
        expect(seen).to_contain_text("Covered, its steam stays in")
        page.get_by_label("Seen done in this oven").fill("31")
        expect(seen).to_contain_text("In your oven it was done at 31 min")
        page.get_by_text("Signs of your own").click()
        page.get_by_label("A row each; they stand instead of the usual ones.").fill("it smells of toast")
        expect(seen.get_by_role("listitem")).to_have_text(["it smells of toast"])
        self.assert_accessible(page, "how it is wanted")
        expect(page.locator("[data-saved]")).to_have_text("saved")

    def test_a_weighed_slab_a_disher_and_a_wrong_cut(self) -> None:
        page = self.opened("cookie")
        page.get_by_label("A piece is").click()
        page.get_by_role("option", name="a scoop or disher").click()
        # What nobody has typed yet is nothing to complain of.
        expect(page.locator("[data-saved]")).to_have_text("saved")
        expect(page.get_by_role("alert")).to_have_count(0)
        page.get_by_label("Scoop", exact=True).fill("a bucket")
        expect(page.get_by_role("alert").filter(has_text="no scoop we know")).to_be_visible()
        page.get_by_label("Scoop", exact=True).fill("40")
        expect(page.get_by_text("makes 17", exact=True)).to_be_visible()
        page.get_by_label("One scoop, weighed, g").fill("25")
        expect(page.get_by_text("makes 20", exact=True)).to_be_visible()
        page.get_by_label("Weighed when baked, g").fill("900")
        expect(page.get_by_role("alert").filter(has_text="more than the 500 g of dough")).to_be_visible()
        page.get_by_label("Weighed when baked, g").fill("440")
        expect(page.locator("[data-making] summary").first).to_contain_text("22")
        expect(page.get_by_text("12 % less, as weighed", exact=False)).to_be_visible()
        expect(page.locator("[data-saved]")).to_have_text("saved")
        page.reload()
        page.locator("[data-making] summary").first.click()
        expect(page.get_by_label("Weighed when baked, g")).to_have_value("440")

    def test_a_part_that_comes_on_after_baking_and_half_of_it(self) -> None:
        page = self.opened()
        page.get_by_role("button", name="Add a part").click()
        page.get_by_label("Name of the part").last.fill("Glaze")
        page.get_by_label("Line as written").last.fill("40 g icing sugar")
        expect(page.locator("[data-grams]").last).to_contain_text("40")
        page.get_by_role("button", name="baked with the rest").last.click()
        page.get_by_role("radio", name="not", exact=True).click()
        page.get_by_label("Used of what was made, %").fill("50")
        self.assert_accessible(page, "how a part goes in")
        page.keyboard.press("Escape")
        expect(page.get_by_role("button", name="not baked, 50 % used")).to_be_visible()
        expect(page.locator("[data-grams]").last).to_contain_text("20")

    def test_scaling_to_what_is_left_and_back_by_undo(self) -> None:
        page = self.opened()
        page.get_by_role("button", name="More").click()
        page.get_by_role("menuitem", name="Scale").click()
        page.get_by_label("Scale", exact=True).click()
        page.get_by_role("option", name="to what I have of one line").click()
        page.get_by_label("Which line").click()
        page.get_by_role("option", name="60 g whey").click()
        page.get_by_label("I have of it, g").fill("90")
        expect(page.locator("[data-scaled]")).to_contain_text("150 g almond flour")
        expect(page.locator("[data-scaled]")).to_contain_text("3 eggs")
        self.assert_accessible(page, "scaling")
        page.get_by_role("button", name="Write it so").click()
        expect(page.get_by_label("Line as written").nth(1)).to_have_value("3 eggs")
        expect(page.get_by_label("Pieces of the batch")).to_have_value("36")
        page.get_by_role("button", name="Undo", exact=True).click()
        expect(page.get_by_label("Line as written").nth(1)).to_have_value("2 eggs")

    def test_a_formula_is_a_line_and_never_of_itself(self) -> None:
        page = self.opened()
        meanings = page.get_by_role("button", name=re.compile("choose another$"))
        expect(meanings).to_have_count(4)
        page.get_by_role("button", name="Add a line").click()
        page.get_by_label("Line as written").last.fill("60 g lemon glaze")
        # Until the new line is read the last of them belongs to the line above.
        expect(meanings).to_have_count(5)
        meanings.last.click()
        page.get_by_label("Search the ingredients").fill("glaze")
        page.get_by_role("option", name="Lemon-poppy loaf with skyr: Glaze").click()
        expect(page.get_by_role("button", name=re.compile("^Read as Lemon-poppy loaf with skyr"))).to_be_visible()
        page.get_by_label("Line as written").last.fill("60 g slab")
        page.get_by_role("button", name=re.compile("choose another$")).last.click()
        page.get_by_label("Search the ingredients").fill("bean slab")
        page.get_by_role("option", name="Bean slab, your formula").first.click()
        expect(page.get_by_text("A formula cannot hold itself", exact=False).first).to_be_visible()

    def test_a_draft_of_an_older_page_is_taken_over(self) -> None:
        page = self.opened()
        expect(page.locator("[data-saved]")).to_have_text("saved")
        formula = page.url.rpartition("/")[2]
        page.goto("about:blank")
        page.goto(self.served.address)
        # What an older page kept knows neither parts that go in otherwise nor a making.
        page.evaluate(
            """([id]) => localStorage.setItem(`ample-crumb draft ${id}`, JSON.stringify({version: 99, draft: {
                name: "From an older page", family: "", pieces: 3, method: "",
                parts: [{key: "a", name: "Base", lines: [{key: "b", text: "90 g oats", chosen: null}]}],
            }}))""",
            [formula],
        )
        page.goto(f"{self.served.address}/formulas/{formula}")
        expect(page.get_by_label("Name of the formula")).to_have_value("From an older page")
        expect(page.get_by_role("button", name="baked with the rest")).to_be_visible()

    def test_dry_beans_as_cooked_and_back(self) -> None:
        page = self.formula_page("100 g dried chickpeas\nmakes 4")
        page.get_by_role("button", name=re.compile("^Read as chickpeas, dry")).click()
        page.get_by_role("button", name=re.compile("^As cooked or soaked: 230 g chickpeas")).click()
        line = page.get_by_label("Line as written").first
        expect(line).to_have_value(re.compile("^230 g chickpeas"))
        expect(page.get_by_role("button", name=re.compile("^As dry: 100 g chickpeas, dry"))).to_be_visible()
        self.assert_accessible(page, "dry or cooked")

    def test_the_kitchens_oven_and_a_heat_in_fahrenheit(self) -> None:
        page = self.opened()
        window = page.locator("[data-window]")
        expect(window).to_contain_text("175 °C, 345 °F, gas 4 · top and bottom heat")
        page.get_by_label("Dial", exact=True).click()
        page.get_by_role("option", name="°F").click()
        page.get_by_label("Heat, top and bottom").fill("400")
        expect(window).to_contain_text("205 °C")
        page.get_by_label("Oven", exact=True).click()
        page.get_by_role("option", name="air fryer").click()
        expect(window).to_contain_text("a fifth shorter")
        page.get_by_role("link", name="Settings").click()
        page.get_by_label("Above the sea, m").fill("1600")
        page.get_by_label("What bakes here").click()
        page.get_by_role("option", name="fan", exact=True).click()
        self.assert_accessible(page, "settings of the oven")
        page.get_by_role("link", name="Formulas").click()
        page.get_by_role("link", name=re.compile("^White bean blondies")).click()
        page.locator("[data-making] summary").first.click()
        expect(window).to_contain_text("With a fan set 20 °C lower")
        expect(window).to_contain_text("At 1,600 m")

    def test_an_amount_in_words_is_added(self) -> None:
        page = self.opened()
        amount = page.get_by_label("How much").locator("visible=true")
        told = page.locator("[data-amount]").locator("visible=true")
        amount.fill("a quarter of the whole")
        # What it comes to is told before it is added.
        expect(told).to_contain_text("6 pieces: ")
        page.get_by_role("button", name="Add to today").click()
        expect(page.get_by_text("6 pieces of Bean slab added.", exact=True)).to_be_visible()
        amount.fill("a heap")
        expect(told).to_contain_text("is no amount we can read")
        expect(page.get_by_role("button", name="Add to today")).to_be_disabled()
