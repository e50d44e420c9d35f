"""Takes the pictures of docs/screenshots from the demo kitchen: `.venv/bin/python -m tests.browser.screenshots`."""

import re
from collections.abc import Callable
from typing import Final

from playwright.sync_api import Browser, FilePayload, Page, expect, sync_playwright

from launch.install import ROOT
from tests import kitchen
from tests.browser.page import SIZES, launch
from tests.kitchen import Served

FOLDER: Final = ROOT / "docs" / "screenshots"


def main() -> None:
    """Overwrites the pictures."""
    served = Served(kitchen.demo_kitchen())
    served.start()
    try:
        with sync_playwright() as playwright:
            browser = launch(playwright)
            for name, size, dark, show in (
                ("today", "desk", False, _today),
                ("formulas", "desk", False, _formulas),
                ("bench", "desk", False, _bench),
                ("what-if-phone", "phone", False, _what_if),
                ("start-foods", "desk", False, _start),
                ("crumb", "desk", False, _crumb),
                ("swaps", "desk", False, _swaps),
                ("targets", "desk", False, _targets),
                ("ledger", "desk", False, _ledger),
                ("reach", "desk", False, _reach),
                ("stash", "desk", False, _stash),
                ("compare", "desk", False, _compare),
                ("why", "desk", False, _why),
                ("card", "desk", False, _card),
                ("batch-record", "desk", False, _recording),
                ("bake-day", "desk", False, _bake_day),
                ("bake-day-run", "desk", True, _bake_day_run),
                ("data", "desk", False, _data),
                ("import", "desk", False, _import),
            ):
                _picture(browser, served, name, size, dark, show)
            browser.close()
    finally:
        served.stop()
        kitchen.stop()


def _picture(browser: Browser, served: Served, name: str, size: str, dark: bool, show: Callable[[Page], None]) -> None:
    width, height = SIZES[size]
    page = browser.new_page(viewport={"width": width, "height": height}, color_scheme="dark" if dark else "light")
    page.goto(served.address)
    page.get_by_role("heading", name="Today", exact=True).wait_for()
    show(page)
    page.wait_for_timeout(200 if name == "bake-day-run" else 700)
    page.screenshot(path=FOLDER / f"{name}.png")
    page.close()


def _batches(page: Page) -> None:
    page.keyboard.press("Alt+2")
    page.get_by_role("link", name=re.compile("^Chickpea and sesame")).first.click()
    page.get_by_role("tab", name="Batches").click()
    page.locator("[data-batches]").wait_for()


def _sunday(page: Page) -> None:
    page.keyboard.press("Alt+3")
    page.get_by_role("link", name="Sunday, guests at four").click()
    page.get_by_text("Hands are busy for").wait_for()


def _bake_day(page: Page) -> None:
    _sunday(page)
    page.get_by_role("option").filter(has_text="Leave it in the fridge").click()


def _bake_day_run(page: Page) -> None:
    page.keyboard.press("Alt+3")
    page.get_by_role("link", name="Go on").click()
    heading = page.locator("h1")
    for _ in range(20):
        if heading.inner_text().startswith("Weigh in"):
            break
        before = heading.inner_text()
        page.keyboard.press("Space")
        expect(heading).not_to_have_text(before)
    page.get_by_label("Read the scale").check()
    page.get_by_text("The simulated scale").click()
    page.get_by_role("button", name="Clear it").click()
    page.locator("[data-scale]").wait_for()
    page.get_by_role("button", name=re.compile("^Pour \\d+ g$")).click()
    page.get_by_text("The simulated scale").click()
    page.wait_for_timeout(600)


def _recording(page: Page) -> None:
    _batches(page)
    page.get_by_role("link", name="Record a batch").click()
    typed = page.get_by_role("textbox", name="What was different")
    typed.fill("2 tbsp oat flour")
    page.locator("[data-read]").get_by_text("a piece").wait_for()
    typed.press("Enter")
    typed.fill("no tahini, took peanut butter")
    page.get_by_label("What the first pieces weigh, g").fill("34 36 35")
    page.locator("[data-portioned]").get_by_text("These run 35 g").wait_for()
    page.locator("[data-read]").get_by_text("peanut butter for tahini").wait_for()


def _today(page: Page) -> None:
    page.get_by_role("textbox", name="I would have").fill("something chocolate, warm, in an hour, for two")
    page.keyboard.press("Enter")
    page.locator("[data-offer]").first.wait_for()


def _formulas(page: Page) -> None:
    page.get_by_role("link", name="Formulas").click()


def _bench(page: Page) -> None:
    _formulas(page)
    page.get_by_role("link", name="White bean blondies").click()
    page.locator("[data-piece-kcal]").wait_for()


def _tab(page: Page, formula: str, tab: str) -> None:
    _formulas(page)
    page.get_by_role("link", name=formula).first.click()
    page.locator("[data-piece-kcal]").wait_for()
    page.get_by_role("tab", name=tab).click()


def _crumb(page: Page) -> None:
    _tab(page, "Chickpea and sesame rounds", "Bench")
    page.get_by_role("list", name="Repairs for hydration").get_by_role("button").first.wait_for()
    page.locator("[data-dough]").scroll_into_view_if_needed()


def _swaps(page: Page) -> None:
    _tab(page, "Butter blondies, the classic", "Swaps")
    for name in ("egg", "milk"):
        page.get_by_role("combobox", name="What it shall be without").click()
        page.get_by_role("option", name=name, exact=True).click()
    page.get_by_role("button", name="Find a way").click()
    page.get_by_role("article", name="The nearest way").wait_for()


def _what_if(page: Page) -> None:
    page.get_by_role("link", name="Formulas").click()
    page.get_by_role("link", name=re.compile("^Butter blondies, the classic")).first.click()
    asked = page.get_by_role("textbox", name="What if")
    asked.fill("yogurt for the butter")
    asked.press("Enter")
    page.get_by_role("button", name="Make it so").wait_for()
    page.get_by_role("button", name="Make it so").scroll_into_view_if_needed()


def _start(page: Page) -> None:
    page.get_by_role("link", name="Formulas").click()
    page.get_by_role("button", name="New formula").click()
    page.get_by_role("button", name="Start from foods").click()
    field = page.get_by_role("combobox", name="A food to begin with")
    for words, food in (("low-fat quark", "quark, low-fat"), ("banana", "banana")):
        field.fill(words)
        page.get_by_role("option", name=food, exact=True).click()
    page.get_by_role("button", name="Work out a formula").click()
    page.get_by_role("article", name="The first formula").wait_for()
    page.get_by_role("list", name="Its steps").scroll_into_view_if_needed()


def _targets(page: Page) -> None:
    page.get_by_role("button", name="Targets").click()
    page.get_by_role("tab", name="Work them out").click()
    for label, value in (("Age, years", "34"), ("Height, cm", "172"), ("Weight, kg", "71.5")):
        page.get_by_label(label).fill(value)
    page.get_by_label("I want to").click()
    page.get_by_role("option", name="Lose 0.5 % a week").click()
    page.get_by_text("To lose 0.5 %").wait_for()


def _wish(page: Page, energy: str, protein: str) -> None:
    _tab(page, "Butter blondies, the classic", "Reach a target")
    page.get_by_label("energy, kcal").fill(energy)
    page.get_by_label("protein, g").fill(protein)


def _reach(page: Page) -> None:
    _wish(page, "190", "5")
    page.get_by_role("button", name="Find amounts").click()
    page.get_by_role("article").first.wait_for()


def _ledger(page: Page) -> None:
    page.get_by_role("link", name="Ledger").click()
    page.locator(".recharts-surface").nth(2).wait_for()


def _cupboard(page: Page) -> None:
    page.get_by_role("link", name="Cupboard").click()
    page.get_by_role("list", name="Foods").wait_for()


def _stash(page: Page) -> None:
    page.get_by_role("link", name="Stash").click()
    page.get_by_role("button", name=re.compile("^Eat one")).wait_for()


def _compare(page: Page) -> None:
    _stash(page)
    page.get_by_role("link", name="Taste").click()
    page.get_by_role("link", name="What it tells").click()
    page.locator("[data-finding]").wait_for()


def _why(page: Page) -> None:
    page.goto(f"{page.url.rpartition('/')[0]}/batches")
    page.get_by_role("link", name=re.compile("^White bean blondies, (?!Yesterday)")).click()
    page.get_by_role("combobox", name="What is wrong with it").click()
    page.get_by_role("option", name="is sandy").click()
    page.locator("[data-symptom=sandy]").wait_for()
    page.locator("#why").evaluate("each => each.scrollIntoView()")


def _card(page: Page) -> None:
    _formulas(page)
    page.get_by_role("link", name=re.compile("^White bean blondies")).first.click()
    page.get_by_role("heading", name="Crumb check").wait_for()
    page.emulate_media(media="print")
    page.locator("[data-on-paper]").wait_for()


def _data(page: Page) -> None:
    page.get_by_role("link", name="Settings").click()
    page.get_by_role("link", name="Data in and out").click()
    page.get_by_role("heading", name="Backup").wait_for()


_BUNS: Final = """---
title: Oat and pear buns
servings: 8
---
- 200 g oat flour
- 2 eggs
- 150 g skyr
- 40 g honey or maple syrup
- 1 tbsp moon dust
- 1 pear, diced
"""
_DIARY: Final = "Date;Time;Food;Energy (kJ);Protein (g)\n03.08.2026;08:15;Skyr and oats;1250,5;24,5\n"


def _import(page: Page) -> None:
    _data(page)
    files = (("oat-buns.md", _BUNS), ("diary.csv", _DIARY))
    payloads: list[FilePayload] = [
        {"name": name, "mimeType": "text/plain", "buffer": text.encode()} for name, text in files
    ]
    page.get_by_label("Files to bring in").set_input_files(payloads)
    page.get_by_label(re.compile("moon dust")).fill("1 tbsp honey")


if __name__ == "__main__":
    main()
