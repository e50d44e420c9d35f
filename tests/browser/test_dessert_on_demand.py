"""Desserts on demand in a real browser: how an answer bites and what becomes of its steps, a branch without, a first
formula from foods, what if, amounts proposed; by keys, on a phone, and taken back with one undo."""

import re

from playwright.sync_api import expect

from tests.browser.page import InBrowser


class OnDemand(InBrowser):
    def test_an_answer_says_how_it_bites_and_its_steps_go_and_come_with_it(self) -> None:
        for size in ("desk", "phone"):
            with self.subTest(size):
                page = self.demo_formula_page("Butter blondies, the classic", size)
                page.get_by_role("tab", name="Reach a target").click()
                page.get_by_label("energy, kcal").fill("190")
                page.get_by_label("protein, g").fill("5")
                page.get_by_role("button", name="Find amounts").click()
                card = page.get_by_role("region", name="Answers").get_by_role("article").first
                expect(card.locator("[data-mouth]")).to_contain_text(re.compile("than it was|as it was"))
                expect(card.locator("[data-mouth]")).to_contain_text("How sure:")
                added = card.locator("[data-method-steps] li").first
                expect(added).to_contain_text("New step")
                words = re.split(r"New step:\s*", added.inner_text())[-1].strip()
                self.assert_accessible(page, "an answer")
                self.assert_no_sideways_scroll(page, "an answer")
                card.get_by_role("button", name="Put it on the Bench").click()
                page.get_by_role("tab", name="Method").click()
                steps = page.get_by_role("tabpanel", name="Method").get_by_role("listitem")
                expect(steps.filter(has_text=words)).to_have_count(1)
                page.get_by_title("Undo (Ctrl Z)").click()
                expect(steps.filter(has_text=words)).to_have_count(0)
                expect(page.locator("[data-saved]")).to_have_text("saved")

    def test_wishes_for_a_bite_limits_lifted_and_other_cuts(self) -> None:
        page = self.demo_formula_page("Butter blondies, the classic")
        page.get_by_role("tab", name="Reach a target").click()
        page.get_by_role("combobox", name="Wish for something more").click()
        page.get_by_role("option", name="fudgier", exact=True).click()
        expect(page.get_by_text("a bite that is fudgier")).to_be_visible()
        page.get_by_label("energy, kcal").fill("260")
        page.get_by_role("button", name="No wish about protein").click()
        page.get_by_role("button", name="Find amounts").click()
        expect(page.locator("[data-mouth]").first).to_contain_text(re.compile("fudgier", re.IGNORECASE))
        # What clashes says how far it goes, and what would let it be.
        page.get_by_label("energy, kcal").fill("60")
        page.get_by_role("button", name=re.compile("^No wish about texture")).click()
        page.get_by_role("button", name="Find amounts").click()
        clash = page.locator("[data-clash]")
        expect(clash).to_contain_text("goes as far as")
        page.get_by_text("What may give way").click()
        for box in page.locator("details", has_text="What may give way").get_by_role("checkbox").all():
            box.check()
        expect(page.get_by_text("5 lifted")).to_be_visible()
        page.get_by_label("energy, kcal").fill("250")
        page.get_by_role("button", name="Try other grids").click()
        grids = page.get_by_role("list", name="Grids of cuts").get_by_role("listitem")
        expect(grids.first).to_contain_text("pieces")
        pieces = re.search(r": (\d+) pieces", grids.first.inner_text())
        assert pieces is not None
        grids.first.get_by_role("button").click()
        expect(page.get_by_label("Pieces of the batch")).to_have_value(pieces[1])
        page.get_by_title("Undo (Ctrl Z)").click()
        expect(page.get_by_label("Pieces of the batch")).to_have_value("12")
        expect(page.locator("[data-saved]")).to_have_text("saved")

    def test_made_without_for_somebody_as_a_branch(self) -> None:
        for size in ("desk", "phone"):
            with self.subTest(size):
                page = self.demo_formula_page("Butter blondies, the classic", size)
                page.get_by_role("tab", name="Swaps").click()
                for name in ("egg", "tree nuts"):
                    page.get_by_role("combobox", name="What it shall be without").click()
                    page.get_by_role("option", name=name, exact=True).click()
                page.get_by_role("button", name="Find a way").click()
                way = page.get_by_role("article", name="The nearest way")
                expect(way).to_contain_text("for the eggs")
                way.get_by_text("Before you do it").click()
                expect(way.locator("[data-mouth]")).to_be_visible()
                self.assert_accessible(page, "made without")
                self.assert_no_sideways_scroll(page, "made without")
                called = way.get_by_label("Name of the branch")
                expect(called).to_have_value("Butter blondies, the classic without egg and tree nuts")
                called.fill(f"Without egg, {size}")
                way.get_by_role("button", name="Make it a branch").click()
                expect(page.get_by_role("heading", name=f"Without egg, {size}")).to_be_visible()
                expect(page.get_by_text("egg-free").first).to_be_visible()

    def test_a_first_formula_from_foods(self) -> None:
        for size in ("desk", "phone"):
            with self.subTest(size):
                page = self.page(size, at="/formulas")
                page.get_by_role("button", name="New formula").click()
                page.get_by_role("button", name="Start from foods").click()
                field = page.get_by_role("combobox", name="A food to begin with")
                expect(field).to_be_visible()
                for words, food in (("low-fat quark", "quark, low-fat"), ("banana", "banana")):
                    field.fill(words)
                    page.get_by_role("option", name=food, exact=True).click()
                page.get_by_role("button", name="Work out a formula").click()
                first = page.get_by_role("article", name="The first formula")
                expect(first.get_by_role("list", name="Its lines")).to_contain_text("banana")
                self.assert_accessible(page, "a first formula")
                self.assert_no_sideways_scroll(page, "a first formula")
                first.get_by_role("button", name="Open it on the Bench").click()
                expect(page.get_by_role("heading", name=re.compile("Mug cake with quark and banana"))).to_be_visible()
                expect(page.get_by_text("unread lines remain")).to_have_count(0)

    def test_what_if_is_answered_made_and_taken_back(self) -> None:
        page = self.demo_formula_page("Butter blondies, the classic")
        shown = page.locator("[data-piece-kcal]")
        expect(shown).to_have_text(re.compile("^287"))
        asked = page.get_by_role("textbox", name="What if")
        asked.fill("half the sugar")
        asked.press("Enter")
        said = page.locator("[data-what-if]")
        expect(said).to_contain_text("A piece has 250 kcal, 36 less")
        expect(shown).to_have_text(re.compile("^287"))
        self.assert_accessible(page, "what if")
        page.get_by_role("button", name="Make it so").click()
        expect(shown).to_have_text(re.compile("^250"))
        page.get_by_title("Undo (Ctrl Z)").click()
        expect(shown).to_have_text(re.compile("^287"))
        asked.fill("make it sing")
        asked.press("Enter")
        expect(said).to_contain_text("yogurt for the butter")

    def test_missing_amounts_are_proposed_and_taken_back(self) -> None:
        page = self.page(at="/formulas")
        page.get_by_role("button", name="New formula").click()
        page.get_by_label("Recipe", exact=True).fill("Plain rounds\n200 g flour\nsugar\nbutter\n1 egg\nmakes 16")
        page.get_by_role("button", name="Read it").click()
        page.get_by_role("button", name="Make it a formula").click()
        propose = page.get_by_role("button", name="Propose the missing amounts")
        propose.click()
        expect(page.get_by_text("2 amounts are proposed.").first).to_be_visible()
        expect(page.get_by_label(re.compile(r"\d+ to \d+ g butter")).first).to_be_visible()
        expect(propose).to_have_count(0)
        page.get_by_title("Undo (Ctrl Z)").click()
        expect(propose).to_be_visible()

    def test_sugar_is_kept_by_keys(self) -> None:
        page = self.demo_formula_page("Butter blondies, the classic")
        page.get_by_role("tab", name="Sweeteners").click()
        row = page.get_by_role("row").filter(has=page.get_by_role("button", name="xylitol", exact=True))
        grams = row.get_by_role("cell").first
        before = float(grams.inner_text())
        slider = page.get_by_role("slider", name="Sugar kept")
        slider.focus()
        for _ in range(5):
            slider.press("ArrowRight")
        expect(page.get_by_text("50 %", exact=True)).to_be_visible()
        expect(grams).to_have_text(f"{before / 2:.0f}")
        page.get_by_role("combobox", name="Form").click()
        page.get_by_role("option", name="packets", exact=True).click()
        expect(row).to_have_count(0)
