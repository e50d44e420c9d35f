"""The stash, tastings and causes in a real browser: what lies where, eaten and moved; told side by side; made
better."""

import re

from playwright.sync_api import Page, expect

from tests.browser.page import InBrowser

EATEN = "1 piece of Chickpea and sesame rounds added to today."


class Stash(InBrowser):
    def open_stash(self, size: str = "desk") -> Page:
        page = self.page(size, at="/stash")
        expect(page.locator("[data-sentence]")).to_be_visible()
        return page

    def position(self, page: Page, name: str, shelf: str) -> str:
        """What stands under the first position of that name on a shelf."""
        return page.get_by_role("region", name=shelf).get_by_role("button", name=name).first.inner_text()

    def test_wednesday(self) -> None:
        page = self.page()
        expect(page.get_by_role("heading", name="Today", exact=True)).to_be_visible()
        page.keyboard.press("Alt+4")
        expect(page.get_by_role("heading", name="Stash", exact=True)).to_be_visible()
        expect(page.locator("[data-sentence]")).to_contain_text("for today or tomorrow")
        self.assert_accessible(page, "the stash")
        rounds = page.get_by_role("region", name="Fridge").get_by_role("button", name="Chickpea and sesame rounds")
        before = int(rounds.first.inner_text().split(" left")[0].split()[-1])
        rounds.first.click()
        # One press: the piece and the plate that is always made.
        page.get_by_role("button", name="with yogurt and berries").click()
        expect(page.get_by_text(EATEN, exact=True)).to_be_visible()
        expect(rounds.first).to_contain_text(f"{before - 1} left")
        page.get_by_role("button", name="Undo", exact=True).first.click()
        expect(rounds.first).to_contain_text(f"{before} left")
        # Some to the freezer, one given away, one thrown away with its reason.
        page.get_by_label("Pieces to move").fill("3")
        page.get_by_role("button", name="Move 3 to Freezer").click()
        expect(page.get_by_role("region", name="Freezer")).to_contain_text("Chickpea and sesame rounds")
        rounds.first.click()
        page.get_by_role("button", name="Give away").click()
        page.get_by_role("dialog").get_by_role("button", name="Give away").click()
        expect(rounds.first).to_contain_text(f"{before - 4} left")
        page.get_by_role("button", name="Throw away").click()
        dialog = page.get_by_role("dialog")
        dialog.get_by_label("Pieces").fill("1")
        dialog.get_by_role("button", name="dry or stale").click()
        self.assert_accessible(page, "throwing away")
        dialog.get_by_role("button", name="Throw away").click()
        expect(rounds.first).to_contain_text(f"{before - 5} left")
        page.get_by_text("thrown away in four weeks").click()
        expect(page.get_by_text("1 of Chickpea and sesame rounds: dry or stale")).to_be_visible()
        page.get_by_text("What became of it").click()
        expect(page.get_by_text("3 moved to Freezer")).to_be_visible()

    def test_two_windows_never_take_the_same_piece(self) -> None:
        one, two = self.open_stash(), self.open_stash()
        for page in (one, two):
            page.get_by_role("region", name="Freezer").get_by_role("button", name="Lemon-poppy loaf").click()
            expect(page.get_by_role("heading", name="Lemon-poppy loaf with skyr")).to_be_visible()
        one.get_by_role("button", name="Count again").click()
        one.get_by_role("dialog").get_by_label("There are").fill("1")
        one.get_by_role("dialog").get_by_role("button", name="Count again").click()
        expect(one.get_by_text("Counted again.", exact=True)).to_be_visible()
        two.get_by_role("button", name=re.compile("^Move 3 to Fridge")).click()
        expect(two.get_by_text("Only 1 is left there.", exact=True)).to_be_visible()
        expect(two.get_by_role("region", name="Freezer").get_by_role("button", name="Lemon-poppy")).to_contain_text(
            "1 left"
        )

    def test_on_a_phone_a_press_opens_what_can_become_of_it(self) -> None:
        page = self.open_stash("phone")
        self.assert_no_sideways_scroll(page, "the stash")
        position = page.get_by_role("button", name=re.compile("^White bean blondies")).first
        position.click()
        dialog = page.get_by_role("dialog", name="White bean blondies")
        expect(dialog.get_by_role("button", name=re.compile("^Eat one"))).to_be_visible()
        self.assert_accessible(page, "a position on the phone")
        page.keyboard.press("Escape")
        expect(dialog).to_have_count(0)
        expect(position).to_be_focused()

    def test_keys_eat_and_freeze(self) -> None:
        page = self.open_stash()
        page.keyboard.press("?")
        expect(page.get_by_text("All of what is chosen to the freezer")).to_be_visible()
        page.keyboard.press("Escape")
        page.get_by_role("region", name="Fridge").get_by_role("button", name="Ricotta and orange").click()
        page.get_by_role("heading", name="Stash").click()
        page.keyboard.press("e")
        expect(page.get_by_text("1 piece of Ricotta and orange set bars added to today.", exact=True)).to_be_visible()

    def test_labels_are_seen_as_they_print(self) -> None:
        page = self.open_stash()
        page.get_by_role("link", name="Labels").click()
        page.get_by_role("button", name=re.compile("One for each")).last.click()
        expect(page.get_by_role("article").first).to_contain_text("Best before")
        self.assert_accessible(page, "labels")
        link = page.get_by_role("link", name=re.compile("^PDF of"))
        answer = page.request.get(f"{self.served.address}{link.get_attribute('href')}")
        self.assertEqual((answer.status, answer.headers["content-type"]), (200, "application/pdf"))

    def test_an_opened_pack_says_until_when(self) -> None:
        page = self.open_stash()
        field = page.get_by_role("combobox", name="Opened now")
        field.fill("ricotta")
        page.get_by_role("option", name=re.compile("ricotta", re.IGNORECASE)).first.click()
        expect(page.get_by_text(re.compile("opened today"))).to_be_visible()
        page.get_by_role("button", name=re.compile("is used up")).click()
        expect(page.get_by_text("Nothing is open")).to_be_visible()


class Tasted(InBrowser):
    def test_one_question_at_a_time_and_what_it_tells(self) -> None:
        page = self.page("phone", at="/tastings")
        page.get_by_label("White bean blondies Yesterday").check()
        page.get_by_label(re.compile("^Ricotta and orange set bars Yesterday")).check()
        page.get_by_label("Letters instead of names").check()
        page.get_by_role("button", name="Begin").click()
        page.get_by_label("Who tastes?").fill("Anna")
        page.get_by_role("button", name="Begin").click()
        expect(page.get_by_text("Sample A")).to_be_visible()
        self.assert_accessible(page, "a question")
        expect(page.get_by_text("1 of 20")).to_be_visible()
        page.get_by_role("radio", name="rather inviting").click()
        expect(page.get_by_text("2 of 20")).to_be_visible()
        page.get_by_role("button", name="Back").click()
        expect(page.get_by_role("radio", name="rather inviting")).to_be_checked()
        for place in range(1, 21):
            expect(page.get_by_text(f"{place} of 20")).to_be_visible()
            page.keyboard.press("2")
        page.get_by_role("link", name="What it tells").click()
        expect(page.locator("[data-finding]")).to_contain_text("this cannot be told")
        self.assert_accessible(page, "compared")
        self.assert_no_sideways_scroll(page, "compared")

    def test_an_answer_that_was_not_kept_is_asked_again(self) -> None:
        page = self.page("phone", at="/tastings")
        page.get_by_label("White bean blondies Yesterday").check()
        page.get_by_role("button", name="Begin").click()
        page.get_by_label("Who tastes?").fill("Anna")
        page.get_by_role("button", name="Begin").click()
        for place in range(1, 10):
            expect(page.get_by_text(f"{place} of 10")).to_be_visible()
            page.keyboard.press("2")
        expect(page.get_by_text("10 of 10")).to_be_visible()
        refused = {"status": 422, "title": "Refused", "detail": "The table is being laid."}
        page.route("**/marks", lambda route: route.fulfill(status=422, json=refused), times=1)
        page.keyboard.press("2")
        # Exactly so: what is read aloud stands beside it for a moment, with a word before it.
        expect(page.get_by_text("The table is being laid. Please say it again.", exact=True)).to_be_visible()
        expect(page.get_by_text("10 of 10")).to_be_visible()
        page.keyboard.press("2")
        expect(page.get_by_role("status").filter(has_text="Thank you, Anna.")).to_be_visible()

    def test_many_tastings_tell_which_is_moister_and_what_differed(self) -> None:
        page = self.page(at="/tastings")
        page.get_by_role("listitem").filter(has_text="Blondies, whey beside pea").get_by_role(
            "link", name="What it tells"
        ).click()
        expect(page.locator("[data-finding]")).to_contain_text("so found by nine people who tasted both")
        expect(page.get_by_role("region", name="As they were made")).to_contain_text("pea protein")


class WhySo(InBrowser):
    def test_gummy_to_the_next_version(self) -> None:
        page = self.page(at="/batches")
        page.get_by_role("link", name=re.compile("^White bean blondies, (?!Yesterday)")).click()
        page.get_by_role("combobox", name="What is wrong with it").click()
        page.get_by_role("option", name="is sandy").click()
        told = page.locator("[data-symptom=sandy]")
        expect(told).to_contain_text("Likely: So much plant protein")
        self.assert_accessible(page, "why")
        told.get_by_label("not rested").check()
        expect(told).to_contain_text("It was so: not rested.")
        told.get_by_label(re.compile("^Blend the powder")).check()
        told.get_by_role("button", name="Make the next version").click()
        expect(page.get_by_role("heading", name="White bean blondies")).to_be_visible()
        expect(page.locator("[data-last-time]")).to_contain_text("Blend the powder into the wet")
        page.get_by_role("tab", name="Method").click()
        expect(page.get_by_role("tabpanel")).to_contain_text("Blend the powder into the wet")
