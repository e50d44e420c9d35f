"""One word for one thing: no screen of the demo kitchen reads a word that docs/words.md puts away."""

import re
from typing import Final

from playwright.sync_api import Page, expect

from launch.install import ROOT
from tests.browser.page import InBrowser

_SEEN: Final = """() => {
    const attributes = ["aria-label", "placeholder", "title"];
    const named = [...document.querySelectorAll(attributes.map(each => `[${each}]`).join())];
    return [document.body.innerText, ...named.flatMap(one => attributes.map(each => one.getAttribute(each) ?? ""))];
}"""


def words_put_away() -> list[str]:
    """The last column of the table of words."""
    rows = [line.split("|")[4] for line in (ROOT / "docs/words.md").read_text().splitlines() if line.startswith("|")]
    return [word.strip() for row in rows[2:] for word in row.split(",") if word.strip()]


class Words(InBrowser):
    """Every place, tab and sheet of the demo kitchen."""

    def assert_words(self, page: Page, where: str) -> None:
        """Nothing that is read or said aloud holds a word that was put away."""
        seen = "\n".join(page.evaluate(_SEEN))
        put_away = re.compile(rf"(?<!\w)({'|'.join(map(re.escape, words_put_away()))})(?!\w)", re.IGNORECASE)
        self.assertEqual([seen[max(0, m.start() - 40) : m.end() + 20] for m in put_away.finditer(seen)], [], where)

    def test_the_places(self) -> None:
        page = self.page()
        for name in ("Formulas", "Cupboard", "Settings", "Today"):
            page.get_by_role("navigation", name="Places").get_by_role("link", name=name).click()
            expect(page.get_by_role("heading", level=1).first).to_be_visible()
            self.assert_words(page, name)
        page.keyboard.press("?")
        expect(page.get_by_role("dialog")).to_be_visible()
        self.assert_words(page, "keys")

    def test_the_tabs_of_the_bench(self) -> None:
        page = self.page()
        page.keyboard.press("Alt+2")
        page.get_by_role("link", name="White bean blondies").click()
        tabs = page.get_by_role("tablist").first.get_by_role("tab")
        expect(tabs.first).to_be_visible()
        for name in tabs.all_inner_texts():
            page.get_by_role("tab", name=name).click()
            expect(page.get_by_role("tab", name=name)).to_have_attribute("aria-selected", "true")
            expect(page.get_by_role("tabpanel", name=name)).to_be_visible()
            page.wait_for_load_state("networkidle")
            self.assert_words(page, name)

    def test_batches(self) -> None:
        page = self.page()
        for path in ("/batches", "/batches/new"):
            page.goto(f"{self.served.address}{path}")
            expect(page.get_by_role("heading", level=1)).to_be_visible()
            self.assert_words(page, path)
        page.goto(f"{self.served.address}/batches")
        page.get_by_role("link", name="Lemon-poppy loaf", exact=False).click()
        expect(page.get_by_role("heading", name="As made")).to_be_visible()
        self.assert_words(page, "a batch")
        page.get_by_role("link", name="Correct it").click()
        expect(page.get_by_role("heading", name="A piece as made")).to_be_visible()
        self.assert_words(page, "correcting")

    def test_the_stash_and_tastings(self) -> None:
        page = self.page()
        for path, seen in (("/stash", "[data-sentence]"), ("/stash/labels", "h1"), ("/tastings", "h1")):
            page.goto(f"{self.served.address}{path}")
            expect(page.locator(seen).first).to_be_visible()
            page.wait_for_load_state("networkidle")
            self.assert_words(page, path)
        page.get_by_role("link", name="What it tells").click()
        expect(page.locator("[data-finding]")).to_be_visible()
        self.assert_words(page, "compared")


class Keys(InBrowser):
    """What keys do, and that single ones can be switched off."""

    def test_the_last_place_is_settings_and_single_keys_can_be_switched_off(self) -> None:
        page = self.page()
        expect(page.get_by_label("Type of day")).to_be_visible()
        page.keyboard.press("Alt+7")
        box = page.get_by_label("Single keys act")
        box.uncheck()
        page.get_by_role("heading", level=1).click()
        page.keyboard.press("/")
        page.keyboard.press("Alt+1")
        expect(page.get_by_label("Type of day")).to_be_visible()
        expect(page.get_by_role("region", name="What fits").get_by_role("listitem").first).to_be_visible()
        expect(page.get_by_role("region", name="What fits").locator("kbd")).to_have_count(0)
        page.keyboard.press("n")
        expect(page.get_by_role("dialog")).to_have_count(0)
        page.reload()
        expect(page.get_by_label("Type of day")).to_be_visible()
        page.keyboard.press("Alt+7")
        expect(box).not_to_be_checked()
        box.check()
        page.get_by_role("heading", level=1).click()
        page.keyboard.press("/")
        expect(page.get_by_role("dialog", name="Find anything")).to_be_visible()
        page.get_by_label("Formula, ingredient or day").fill("qwzx")
        expect(page.get_by_text("No match for “qwzx”.", exact=True)).to_be_visible()

    def test_brackets_are_typed_and_alt_shift_nudges(self) -> None:
        page = self.page()
        page.keyboard.press("Alt+2")
        page.get_by_role("link", name="White bean blondies").click()
        line = page.get_by_label("Line as written").first
        before = line.input_value()
        line.press("End")
        line.press("[")
        line.press("]")
        expect(line).to_have_value(f"{before}[]")
        line.fill("200 g oats")
        line.press("Alt+Shift+ArrowDown")
        expect(line).to_have_value("190 g oats")
