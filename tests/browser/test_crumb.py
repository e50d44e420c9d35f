"""From the classic to one's own in a real browser: swaps, crumb check and repairs, classics, versions, branches."""

import re

from playwright.sync_api import Page, expect

from tests.browser.page import InBrowser

CLASSIC = "Butter slab\nmakes 12\n250 g flour\n250 g butter\n250 g sugar\n5 eggs\n2 g salt\n"
TABS = ("Bench", "Label", "Swaps", "Sweeteners", "Reach a target", "Classic", "Method", "Versions")


class Crumb(InBrowser):
    def tab(self, page: Page, name: str) -> None:
        page.get_by_role("tab", name=name, exact=True).click()

    def test_the_story_from_swap_to_repair(self) -> None:
        page = self.formula_page(CLASSIC, "loaf")
        crumb = page.get_by_role("region", name="Crumb check")
        expect(crumb.get_by_role("list", name="Dials").get_by_role("listitem")).to_have_count(7)
        before = page.locator("[data-piece-kcal]").inner_text()
        self.tab(page, "Swaps")
        page.get_by_role("button", name="fewer calories").click()
        page.get_by_role("checkbox", name=re.compile("^Greek yogurt")).first.check()
        page.get_by_role("checkbox", name=re.compile("^stevia and erythritol")).check()
        panel = page.get_by_role("complementary", name="What the swaps would do")
        expect(panel.get_by_role("row", name=re.compile("Energy"))).to_contain_text("−")
        share = page.get_by_role("slider", name=re.compile("becomes Greek yogurt"))
        share.focus()
        page.keyboard.press("ArrowLeft")
        expect(page.get_by_text("55 % of the line")).to_be_visible()
        self.assert_accessible(page, "swaps")
        panel.get_by_role("button", name="Make these 2 swaps").click()
        self.tab(page, "Bench")
        expect(page.get_by_label("Line as written").nth(2)).to_have_value(re.compile("Greek yogurt"))
        expect(page.locator("[data-piece-kcal]")).not_to_have_text(before)
        page.keyboard.press("Control+z")
        expect(page.locator("[data-piece-kcal]")).to_have_text(before)

    def test_which_of_mine_is_taken_and_taken_back(self) -> None:
        page = self.formula_page(CLASSIC, "loaf")
        line = page.get_by_label("Line as written").nth(1)
        page.get_by_role("button", name=re.compile("^Read as butter")).click()
        page.get_by_role("button", name="Which of mine").click()
        sheet = page.get_by_role("dialog", name="Which of mine for “butter”?")
        oil = sheet.get_by_role("listitem").filter(has=page.get_by_text("olive oil", exact=True))
        expect(oil).to_contain_text("203 g, as much fat")
        expect(sheet.get_by_role("listitem").first).to_contain_text("in it now")
        self.assert_accessible(page, "which of mine")
        page.keyboard.press("Escape")
        expect(sheet).to_be_hidden()
        expect(line).to_be_focused()
        page.get_by_role("button", name=re.compile("^Read as butter")).click()
        page.get_by_role("button", name="Which of mine").click()
        sheet.get_by_role("button", name="Take it: olive oil").click()
        expect(line).to_have_value("203 g olive oil")
        expect(line).to_be_focused()
        expect(page.get_by_role("button", name=re.compile("^Read as olive oil"))).to_be_visible()
        page.get_by_role("button", name="Undo", exact=True).first.click()
        expect(line).to_have_value("250 g butter")

    def test_too_dry_is_mended_in_a_click_and_taken_back(self) -> None:
        page = self.formula_page(CLASSIC, "loaf")
        flour = page.get_by_label("Line as written").first
        flour.fill("500 g flour")
        crumb = page.get_by_role("region", name="Crumb check")
        repairs = crumb.get_by_role("list", name="Repairs for hydration")
        expect(repairs).to_contain_text("kcal")
        self.assert_accessible(page, "a repair")
        repairs.get_by_role("listitem").filter(has_text="Leave out").get_by_role("button", name="Do it").click()
        expect(repairs).to_be_hidden()
        expect(flour).not_to_have_value("500 g flour")
        page.get_by_role("button", name="Undo", exact=True).click()
        expect(flour).to_have_value("500 g flour")
        expect(repairs).to_be_visible()

    def test_a_dough_that_looks_wrong_waits_or_is_mended_by_halves(self) -> None:
        for size in ("desk", "phone"):
            with self.subTest(size):
                slab = "Oat slab\nmakes 12\n120 g oat flour\n1 egg\n60 g honey\n40 ml milk\n"
                page = self.formula_page(slab, "cookie", size)
                crumb = page.get_by_role("region", name="Crumb check")
                expect(crumb.locator("[data-dough]")).to_contain_text("Scoops and holds")
                expect(crumb.get_by_role("list", name="Character").get_by_role("img")).to_have_count(2)
                look = crumb.get_by_role("button", name="It looks wrong")
                look.click()
                sheet = page.get_by_role("dialog", name="It looks wrong")
                sheet.get_by_label("What the dough is like").click()
                page.get_by_role("option", name="drops from the spoon").click()
                expect(sheet.get_by_role("status")).to_contain_text("Stand 5 minutes first")
                sheet.get_by_label("How far the dough is").click()
                page.get_by_role("option", name="rested", exact=True).click()
                ways = sheet.get_by_role("list", name="Repairs by halves")
                expect(ways.get_by_role("listitem").first).to_contain_text("oat flour")
                self.assert_accessible(page, f"a dough that looks wrong, {size}")
                self.assert_no_sideways_scroll(page, f"a dough that looks wrong, {size}")
                page.keyboard.press("Escape")
                expect(look).to_be_focused()
                look.click()
                sheet.get_by_label("How far the dough is").click()
                page.get_by_role("option", name="rested", exact=True).click()
                sheet.get_by_label("What the dough is like").click()
                page.get_by_role("option", name="drops from the spoon").click()
                ways.get_by_role("button", name="Put in half").first.click()
                expect(sheet).to_be_hidden()
                flour = page.get_by_label("Line as written").first
                expect(flour).not_to_have_value("120 g oat flour")
                page.get_by_role("button", name="Undo", exact=True).first.click()
                expect(flour).to_have_value("120 g oat flour")

    def test_what_batches_taught_is_shown_and_forgotten(self) -> None:
        page = self.formula_page(CLASSIC, "loaf")
        page.get_by_label("How did the last batch turn out?").click()
        page.get_by_role("option", name="gummy or too wet").click()
        expect(page.get_by_text("Kept: gummy or too wet.", exact=False).first).to_be_visible()
        page.get_by_role("button", name=re.compile("What .* taught")).click()
        sheet = page.get_by_role("dialog", name="What your batches taught")
        expect(sheet.get_by_text("Butter slab", exact=False)).to_be_visible()
        self.assert_accessible(page, "what was learned")
        sheet.get_by_role("button", name=re.compile("^Forget that Butter slab")).click()
        expect(sheet.get_by_text("Butter slab", exact=False)).to_be_hidden()

    def test_kept_compared_restored_branched_and_brought_along(self) -> None:
        page = self.formula_page(CLASSIC, "loaf")
        self.tab(page, "Versions")
        page.get_by_label("Name of the version").fill("all butter")
        page.get_by_role("button", name="Keep it as it stands").click()
        expect(page.get_by_text("As it stands it is all butter.")).to_be_visible()
        page.get_by_label("Name of the branch").fill("Butter slab with plums")
        page.get_by_role("button", name="Branch", exact=True).click()
        expect(page.get_by_label("Name of the formula")).to_have_value("Butter slab with plums")
        self.tab(page, "Versions")
        expect(page.get_by_text("A branch of")).to_be_visible()
        page.get_by_role("link", name="Butter slab", exact=True).click()
        self.tab(page, "Bench")
        page.get_by_label("Line as written").nth(1).fill("125 g butter")
        self.tab(page, "Versions")
        expect(page.locator("[data-difference]")).to_contain_text("less energy")
        expect(page.get_by_role("listitem").filter(has_text="butter, unsalted: 250 → 125 g").first).to_be_visible()
        page.get_by_role("button", name="Bring it up to this base").click()
        sheet = page.get_by_role("dialog", name="Bring the branches along")
        expect(sheet.get_by_text("+ 125 g butter", exact=False)).to_be_visible()
        self.assert_accessible(page, "branches")
        sheet.get_by_role("button", name="Bring them along").click()
        expect(sheet).to_be_hidden()
        page.get_by_role("button", name="Go back to it: all butter").click()
        expect(page.get_by_text("It is all butter again", exact=False).first).to_be_visible()
        self.tab(page, "Bench")
        expect(page.get_by_label("Line as written").nth(1)).to_have_value("250 g butter")

    def test_every_tab_at_both_sizes_and_by_keys(self) -> None:
        for size in ("desk", "phone"):
            page = self.demo_formula_page("White bean blondies", size)
            page.get_by_role("tab", name="Bench").focus()
            for place, name in enumerate(TABS):
                with self.subTest(f"{name}, {size}"):
                    if place:
                        page.keyboard.press("ArrowRight")
                        expect(page.get_by_role("tab", name=name)).to_be_focused()
                        page.keyboard.press("Enter")
                    expect(page.get_by_role("tab", name=name)).to_have_attribute("data-state", "active")
                    self.assert_accessible(page, f"{name}, {size}")
                    self.assert_no_sideways_scroll(page, f"{name}, {size}")

    def test_classic_sweeteners_and_method(self) -> None:
        page = self.formula_page(CLASSIC, "loaf")
        self.tab(page, "Classic")
        page.get_by_label("Compare with the classic").click()
        page.get_by_role("option", name="a formula of yours").click()
        page.get_by_role("combobox", name="Which formula").fill("white bean")
        page.get_by_role("option", name="White bean blondies").click()
        expect(page.locator("[data-classic-sentence]")).to_contain_text("more energy")
        page.get_by_role("radio", name="by 100 g").click()
        expect(page.get_by_role("table", name="Figures by 100 g")).to_be_visible()
        self.tab(page, "Sweeteners")
        page.get_by_role("button", name="xylitol", exact=True).click()
        expect(page.get_by_text("Poisonous to dogs", exact=False)).to_be_visible()
        page.get_by_role("button", name="Sweeten with it").click()
        self.tab(page, "Bench")
        expect(page.get_by_label("Line as written").nth(2)).to_have_value("250 g xylitol")
        self.tab(page, "Method")
        page.get_by_role("textbox", name="Method").fill("Beat butter for 5 minutes.\nBake at 350 °F with {cloves}.")
        page.get_by_role("button", name="Link names to lines").click()
        expect(page.get_by_role("textbox", name="Method")).to_have_value(re.compile("Beat {butter}"))
        steps = page.get_by_role("region", name=re.compile("^Steps"))
        expect(steps).to_contain_text("250 g butter")
        expect(steps).to_contain_text("177 °C")
        expect(steps).to_contain_text("No line is called “cloves”.")
