"""The cupboard in a real browser: a label typed wrong and put right, a product used, changed and moved to."""

import re

from playwright.sync_api import Page, expect

from tests.browser.page import InBrowser
from tests.browser.test_story import open_new


def fill(page: Page, **figures: str) -> None:
    for label, typed in figures.items():
        name = re.compile(f"^{label.replace('_', ' ')}")
        page.get_by_role("dialog").get_by_role("textbox", name=name).first.fill(typed)


class Cupboard(InBrowser):
    def test_a_label_is_checked_saved_used_and_changed(self) -> None:
        for size in ("desk", "phone"):
            with self.subTest(size):
                self.story(size)

    def story(self, size: str) -> None:
        page = self.page(size)
        name = f"Harbour {size} whey"
        page.get_by_role("link", name="Cupboard").click()
        page.get_by_role("button", name="New product").click()
        page.get_by_role("radio", name="US", exact=True).click()
        fill(
            page,
            Name=name,
            One_serving="30",
            Energy="502",
            Fat="1.5",
            Carbohydrate="3",
            of_which_fibre="1",
            Protein="24",
        )
        expect(page.get_by_role("dialog").get_by_text("Is it in kJ?")).to_be_visible()
        self.assert_accessible(page, f"a label with a problem, {size}")
        page.reload()
        page.get_by_role("button", name="New product").click()
        expect(page.get_by_role("dialog").get_by_role("textbox", name="Name")).to_have_value(name)
        page.get_by_role("radio", name="kJ").click()
        expect(page.locator("[data-check]")).to_contain_text("In 100 g: 400 kcal, 80 g protein; the energy follows")
        fill(page, One_scoop="31")
        page.get_by_label("Contains", exact=True).get_by_role("button", name="milk").click()
        page.get_by_role("button", name="Save product").click()
        expect(page.get_by_text(f"{name} is in the cupboard.", exact=True)).to_be_visible()
        page.get_by_label("Search the cupboard").fill(name)
        expect(page.get_by_role("list", name="Foods").get_by_role("listitem")).to_have_count(1)
        self.assert_accessible(page, f"cupboard, {size}")
        self.assert_no_sideways_scroll(page, f"cupboard, {size}")

        open_new(page, f"2 scoops {name}\nmakes 2")
        expect(page.locator("[data-piece-protein]")).to_contain_text("25")
        expect(page.get_by_role("button", name=re.compile("^contains milk"))).to_be_visible()
        expect(page.locator("[data-saved]")).to_have_text("saved")
        bench = page.url

        page.get_by_role("link", name="Cupboard").click()
        page.get_by_label("Search the cupboard").fill(name)
        page.get_by_role("button", name=f"Open {name}").click()
        fill(page, Protein="21", Energy="456")
        page.get_by_role("button", name="Save product").click()
        expect(page.get_by_text("1 formula stays with the old one until moved.", exact=False).first).to_be_visible()
        page.goto(bench)
        expect(page.locator("[data-piece-protein]")).to_contain_text("25")
        page.get_by_role("link", name="Cupboard").click()
        page.get_by_label("Search the cupboard").fill(name)
        page.get_by_role("button", name=f"Open {name}").click()
        page.get_by_role("button", name="Move 1 formula to the newest label").click()
        expect(page.get_by_role("button", name="Move 1 formula to the newest label")).to_have_count(0)
        page.get_by_role("button", name="Close").click()
        page.goto(bench)
        expect(page.locator("[data-piece-protein]")).to_contain_text("22")

    def test_filters_copy_archive_and_keys(self) -> None:
        page = self.page()
        expect(page.get_by_role("heading", name="Today", exact=True)).to_be_visible()
        page.keyboard.press("Alt+5")
        foods = page.get_by_role("list", name="Foods").get_by_role("listitem")
        expect(foods.first).to_contain_text("own")
        page.get_by_label("Kind").click()
        page.get_by_role("option", name="protein", exact=True).click()
        page.get_by_label("Without").click()
        page.get_by_role("option", name="Without milk").click()
        expect(foods.filter(has_text="soy protein isolate")).to_have_count(1)
        expect(foods.filter(has_text="whey")).to_have_count(0)
        page.get_by_role("button", name="Open soy protein isolate", exact=True).click()
        expect(page.locator("[data-whence]")).to_contain_text("USDA SR28, NDB 16122")
        page.get_by_role("button", name="Copy to adjust").click()
        expect(page.get_by_role("dialog").get_by_role("textbox", name="Name")).to_have_value(
            "soy protein isolate, mine"
        )
        page.get_by_role("button", name="Save product").click()
        expect(foods.first).to_contain_text("soy protein isolate, mine")
        page.get_by_role("button", name="Open soy protein isolate, mine").click()
        page.get_by_role("button", name="Archive").click()
        expect(page.get_by_text("soy protein isolate, mine is archived.", exact=True)).to_be_visible()
        expect(page.get_by_role("button", name="Open soy protein isolate, mine")).to_have_count(0)
        page.keyboard.press("?")
        expect(page.get_by_role("heading", name="In the Cupboard")).to_be_visible()
