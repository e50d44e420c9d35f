"""Reach a target in a real browser: wishes typed, answers compared and taken, a clash told, the curve stopped."""

import re

from playwright.sync_api import Page, expect

from tests.browser.page import InBrowser


class Reach(InBrowser):
    def opened(self, energy: str, protein: str, size: str = "desk") -> Page:
        page = self.demo_formula_page("Butter blondies, the classic", size)
        page.get_by_role("tab", name="Reach a target").click()
        page.get_by_label("energy, kcal").fill(energy)
        page.get_by_label("protein, g").fill(protein)
        return page

    def test_three_ways_and_one_made_a_version(self) -> None:
        page = self.opened("200", "5")
        page.get_by_text("What may change").click()
        page.get_by_label("Leave 2 large eggs as it is").check()
        page.get_by_text("What may come in").click()
        page.get_by_label("Something else that may come in").fill("quayside vanilla")
        page.get_by_role("option", name="Quayside vanilla whey").click()
        expect(page.get_by_label("Quayside vanilla whey")).to_be_checked()
        page.get_by_role("button", name="Find amounts").click()
        cards = page.get_by_role("region", name="Answers").get_by_role("article")
        expect(cards).to_have_count(3)
        self.assert_accessible(page, "answers")
        self.assert_no_sideways_scroll(page, "answers")
        cards.first.get_by_role("button", name="Make it a version").click()
        expect(page.get_by_text("kept as a version", exact=False).first).to_be_visible()
        page.get_by_role("tab", name="Versions").click()
        expect(page.get_by_text("at most 200 kcal, at least 5 g of protein").first).to_be_visible()
        page.get_by_role("tab", name="Bench").click()
        shown = page.locator("[data-piece-kcal]")
        expect(shown).to_have_text(re.compile(r"^(19\d|200)"))
        page.get_by_title("Undo (Ctrl Z)").click()
        expect(shown).to_have_text(re.compile("^287"))

    def test_answers_are_of_the_formula_that_was_asked_about(self) -> None:
        page = self.opened("200", "5")
        page.get_by_role("button", name="Find amounts").click()
        cards = page.get_by_role("region", name="Answers").get_by_role("article")
        expect(cards.first).to_be_visible()
        page.get_by_label("Family", exact=True).click()
        page.get_by_role("option", name="Cookie").click()
        expect(cards).to_have_count(0)
        expect(page.get_by_text("The formula has changed since")).to_be_visible()
        page.get_by_title("Undo (Ctrl Z)").click()
        expect(cards.first).to_be_visible()

    def test_a_clash_its_limits_and_a_curve_that_stops(self) -> None:
        for size in ("desk", "phone"):
            with self.subTest(size):
                page = self.opened("185", "10", size)
                page.get_by_role("button", name="How far can each go?").click()
                expect(page.get_by_role("slider")).to_have_count(2)
                page.get_by_role("button", name="Find amounts").click()
                expect(page.locator("[data-clash]")).to_contain_text("at most 185 kcal and at least 10 g of protein")
                self.assert_accessible(page, f"a clash, {size}")
                page.get_by_role("slider").first.focus()
                for _ in range(3):
                    page.keyboard.press("PageUp")
                expect(page.get_by_label("energy, kcal")).not_to_have_value("185")
                page.get_by_role("button", name="Work out the curve").click()
                points = page.get_by_role("list", name="Points of the curve").get_by_role("button")
                expect(points.first).to_be_visible()
                page.get_by_role("button", name="Stop").click()
                expect(page.get_by_role("button", name="Work it out anew")).to_be_visible()
                points.first.click()
                self.assert_accessible(page, f"a curve, {size}")
                self.assert_no_sideways_scroll(page, f"a curve, {size}")
