"""Batches in a real browser: told, priced, portioned, recorded, corrected, eaten from, proposed and noted."""

import re
import tempfile
from pathlib import Path

from PIL import Image
from playwright.sync_api import Page, expect

from tests.browser.page import InBrowser

ROUNDS = """Oat rounds
makes 20
200 g oat flour, start with half
150 g skyr
60 g sugar
50 g butter

Glaze:
60 g icing sugar"""


def record(page: Page) -> None:
    page.get_by_role("tab", name="Batches").click()
    page.get_by_role("link", name="Record a batch").click()
    expect(page.get_by_role("heading", name="A piece as made")).to_be_visible()


def put_down(page: Page, text: str) -> None:
    page.get_by_role("textbox", name="What was different").fill(text)
    expect(page.locator("[data-read]")).to_contain_text("a piece")
    page.get_by_role("textbox", name="What was different").press("Enter")
    expect(page.get_by_role("list", name="What differed so far")).to_contain_text(text)


class Batches(InBrowser):
    def test_the_story_of_a_batch(self) -> None:
        page = self.formula_page(ROUNDS, "cookie")
        record(page)
        # Its price stands there before it counts.
        page.get_by_role("textbox", name="What was different").fill("35 g oat flour")
        expect(page.locator("[data-read]")).to_contain_text("+ 35 g oat flour: +7 kcal")
        put_down(page, "35 g oat flour")
        put_down(page, "no skyr, took quark")
        put_down(page, "half the glaze stayed in the cup")
        page.get_by_label("how much went in?", exact=False).first.fill("140")
        page.get_by_role("list", name="Lines to start with less of").get_by_role("button").click()
        expect(page.get_by_role("list", name="What differed so far")).to_contain_text("used 140 g oat flour")
        page.get_by_label("What the first pieces weigh, g").fill("34 36 35")
        expect(page.locator("[data-portioned]")).to_contain_text("These run 35 g")
        page.get_by_label("Pieces", exact=True).fill("16")
        page.get_by_label("Stuck or broken", exact=True).fill("1")
        expect(page.locator("[data-against]")).to_contain_text("one of 20")
        page.get_by_role("button", name="just right").click()
        self.assert_accessible(page, "recording")
        page.get_by_role("button", name="Record the batch").click()
        expect(page.get_by_role("heading", name="The pieces")).to_be_visible()
        expect(page.get_by_role("list", name="What differed")).to_contain_text("16 pieces, not 20")
        expect(page.get_by_role("list", name="What differed")).to_contain_text("quark for skyr")
        self.assert_accessible(page, "a batch")
        page.get_by_role("button", name="Add to today").click()
        expect(page.get_by_text("1 piece of Oat rounds added to today.", exact=True)).to_be_visible()
        page.get_by_role("link", name="Its formula").click()
        expect(page.locator("[data-averages]")).to_contain_text("One batch: a piece came to")
        expect(page.locator("[data-batches]")).to_contain_text("just right")
        self.assert_accessible(page, "the batches of a formula")
        page.get_by_role("tab", name="Versions").click()
        expect(page.get_by_text("kept because it was baked")).to_be_visible()

    def test_what_is_told_survives_a_reload_and_is_gone_once_given_up(self) -> None:
        page = self.formula_page(ROUNDS, "cookie")
        record(page)
        put_down(page, "20 g cocoa")
        page.reload()
        expect(page.get_by_role("list", name="What differed so far")).to_contain_text("20 g cocoa")
        page.get_by_role("button", name="Take out: 20 g cocoa").click()
        expect(page.get_by_role("textbox", name="What was different")).to_be_focused()
        put_down(page, "30 g cocoa")
        page.get_by_role("button", name="Give it up").click()
        # One press throws nothing away for good.
        page.get_by_role("button", name="Undo").click()
        expect(page.get_by_role("list", name="What differed so far")).to_contain_text("30 g cocoa")
        page.get_by_role("button", name="Give it up").click()
        page.get_by_role("link", name="Record a batch").click()
        expect(page.get_by_role("heading", name="A piece as made")).to_be_visible()
        expect(page.get_by_role("list", name="What differed so far").get_by_role("listitem")).to_have_count(0)

    def test_what_is_not_understood_is_not_recorded_and_not_lost(self) -> None:
        page = self.formula_page(ROUNDS, "cookie")
        record(page)
        page.get_by_role("textbox", name="What was different").fill("flurble")
        expect(page.locator("[data-read]")).to_contain_text("No amount found")
        page.get_by_role("button", name="Record the batch").click()
        expect(page.get_by_role("alert")).to_contain_text("typed and not put down yet")
        page.get_by_role("textbox", name="What was different").press("Enter")
        page.get_by_role("button", name="Record the batch").click()
        expect(page.get_by_role("alert")).to_contain_text("is not understood")
        expect(page.get_by_role("list", name="What differed so far")).to_contain_text("flurble")

    def test_a_dough_that_tastes_wrong_is_mended_by_halves(self) -> None:
        page = self.formula_page(ROUNDS, "cookie")
        record(page)
        page.get_by_role("button", name="It tastes wrong").click()
        page.get_by_label("How the dough tastes").click()
        page.get_by_role("option", name="is not sweet enough").click()
        expect(page.get_by_text("bake a spoonful first")).to_be_visible()
        page.get_by_role("list", name="Ways to mend it").get_by_role("button", name="Half went in").first.click()
        expect(page.get_by_role("list", name="What differed so far")).to_contain_text("g sugar")
        page.get_by_role("button", name="The dough looks wrong").click()
        page.get_by_label("What the dough is like").click()
        page.get_by_role("option", name="pours").click()
        expect(page.get_by_role("dialog").get_by_role("status")).not_to_be_empty()

    def test_one_dough_made_into_two_things(self) -> None:
        page = self.formula_page(ROUNDS, "cookie")
        record(page)
        page.get_by_text("Only part of the dough became this").click()
        page.get_by_label("Of the dough, %").fill("40")
        expect(page.get_by_role("list", name="All that differs")).to_contain_text("40% of the dough")
        page.get_by_role("button", name="Record the batch").click()
        page.get_by_role("link", name="The rest of the dough").click()
        expect(page.get_by_role("list", name="All that differs")).to_contain_text("60% of the dough")
        page.get_by_label("What it is baked as").click()
        page.get_by_role("option", name="Muffin", exact=True).click()
        page.get_by_label("in this one only").check()
        put_down(page, "30 g walnuts")
        page.get_by_role("button", name="Record the batch").click()
        expect(page.get_by_role("list", name="What differed")).to_contain_text("+ 30 g walnuts")

    def test_a_correction_a_photo_and_taking_out(self) -> None:
        page = self.formula_page(ROUNDS, "cookie")
        record(page)
        page.get_by_role("button", name="Record the batch").click()
        page.get_by_role("link", name="Correct it").click()
        put_down(page, "20 g cocoa")
        page.get_by_role("button", name="Record the correction").click()
        expect(page.get_by_text("corrected once")).to_be_visible()
        folder = Path(self.enterContext(tempfile.TemporaryDirectory()))
        Image.new("RGB", (900, 600), "tan").save(folder / "batch.jpg")
        (folder / "none.jpg").write_text("hello")
        page.get_by_label("A photo, JPEG or PNG").set_input_files(folder / "none.jpg")
        expect(page.get_by_role("alert")).to_contain_text("no photo")
        page.get_by_label("A photo, JPEG or PNG").set_input_files(folder / "batch.jpg")
        expect(page.get_by_role("img", name="The batch")).to_be_visible()
        self.assert_accessible(page, "a batch with a photo")
        page.get_by_role("button", name="Take it out").click()
        expect(page.get_by_text("Nothing is recorded of it yet.", exact=False)).to_be_visible()
        page.get_by_role("button", name="Undo", exact=True).last.click()
        expect(page.locator("[data-batches]")).to_contain_text("+ 20 g cocoa")

    def test_what_three_batches_used_is_written_by_a_press(self) -> None:
        page = self.formula_page(ROUNDS, "cookie")
        for grams in (120, 130, 140):
            record(page)
            put_down(page, f"used {grams} g oat flour")
            page.get_by_role("button", name="Record the batch").click()
            page.get_by_role("link", name="Its formula").click()
        page.get_by_role("button", name="Write it so").click()
        expect(page.get_by_role("button", name="Write it so")).to_have_count(0)
        page.get_by_role("tab", name="Bench").click()
        expect(page.get_by_label("Line as written").first).to_have_value("130 g oat flour")

    def test_notes_come_up_where_they_belong(self) -> None:
        page = self.formula_page(ROUNDS, "cookie")
        page.get_by_role("tab", name="Method").click()
        page.get_by_role("textbox", name="Method").fill("Mix all.\nBake 12 minutes.")
        page.get_by_role("tab", name="Batches").click()
        page.get_by_label("A note for next time").fill("half is plenty")
        page.get_by_label("Where the note belongs").click()
        page.get_by_role("option", name="200 g oat flour", exact=False).click()
        page.get_by_role("button", name="Keep the note").click()
        page.get_by_label("A note for next time").fill("look from ten")
        page.get_by_label("Where the note belongs").click()
        page.get_by_role("option", name="Bake 12 minutes", exact=False).click()
        page.get_by_role("button", name="Keep the note").click()
        expect(page.get_by_text("look from ten")).to_be_visible()
        page.get_by_role("tab", name="Method").click()
        expect(page.locator("[data-note]")).to_have_text("look from ten")
        page.get_by_role("tab", name="Bench").click()
        expect(page.locator("[data-note]")).to_have_text("half is plenty")

    def test_a_text_alone_names_its_tin_and_is_cut_in_it(self) -> None:
        page = self.page(at="/batches")
        page.get_by_label("A name, how many it made", exact=False).fill(
            "Oat slab\nmakes 9\n400 g skyr\n200 g oats\n\nBake in a 20 cm square tin at 175 C for 25 minutes."
        )
        page.get_by_role("button", name="Record what was made").click()
        # A square of 20 cm in three by three.
        expect(page.get_by_text("Cut 3 × 3: 9 of 6.7 × 6.7 cm", exact=False)).to_be_visible()

    def test_of_a_text_alone_on_a_phone(self) -> None:
        page = self.page("phone", at="/batches")
        expect(page.get_by_role("list").get_by_text("did not set")).to_be_visible()
        self.assert_accessible(page, "all batches")
        page.get_by_label("A name, how many it made", exact=False).fill(
            "Fridge bites\nmakes 8\n200 g dates\n100 g almonds"
        )
        page.get_by_role("button", name="Record what was made").click()
        put_down(page, "30 g cocoa")
        self.assert_no_sideways_scroll(page, "recording on a phone")
        self.assert_accessible(page, "recording on a phone")
        page.get_by_role("button", name="Record the batch").click()
        expect(page.get_by_role("heading", name="Fridge bites")).to_be_visible()
        expect(page.get_by_role("link", name="Its formula")).to_have_count(0)
        page.goto(f"{self.served.address}/batches")
        expect(page.get_by_role("link", name=re.compile("^Fridge bites"))).to_be_visible()
