"""One press is one write: pressed twice, by pointer or by key, in quick succession, nothing is done twice. And what is
typed in the other notation is asked about."""

import re
from datetime import date, datetime, timedelta

from playwright.sync_api import Locator, Page, expect

from tests.browser.page import InBrowser


def _day(after: int = 0) -> date:
    return datetime.now().astimezone().date() + timedelta(days=after)


def _eaten(page: Page, after: int = 0) -> float:
    """How many pieces and plates are in a day, as the kitchen has it."""
    day = _day(after)
    view = page.request.get(f"/api/v1/days/{day}").json()
    return float(sum(entry["piece_count"] or 1 for entry in view["entries"]))


def _twice(button: Locator) -> None:
    """As somebody does whose finger trembles."""
    button.dblclick()


class Presses(InBrowser):
    def today(self) -> Page:
        page = self.page(base_url=self.served.address)
        expect(page.get_by_role("heading", name="What fits")).to_be_visible()
        return page

    def on(self, after: int) -> Page:
        """A day to come that nothing is in yet, with one piece of each on offer."""
        page = self.today()
        page.goto(f"/today/{_day(after)}")
        page.get_by_role("radiogroup", name="How many pieces").get_by_role("radio", name="1", exact=True).click()
        self.assertEqual(_eaten(page, after), 0)
        return page

    def settle(self, page: Page) -> None:
        """All that was sent is answered, and what follows from it as well."""
        expect(page.get_by_text(re.compile("added|planned|moved")).first).to_be_visible()
        page.wait_for_load_state("networkidle")
        # What was done once is told once.
        notices = page.get_by_role("region", name=re.compile("^Notifications"))
        self.assertEqual(notices.get_by_role("button", name="Undo", exact=True).count(), 1)

    def test_what_fits_by_pointer(self) -> None:
        page = self.on(2)
        _twice(page.get_by_role("button", name=re.compile("^Plan 1: piece of")).first)
        self.settle(page)
        self.assertEqual(_eaten(page, 2), 1)

    def test_what_fits_by_key_though_something_else_stands_there_by_then(self) -> None:
        page = self.on(3)
        page.get_by_role("heading", name="What fits").click()
        page.keyboard.press("2")
        page.keyboard.press("2")
        self.settle(page)
        self.assertEqual(_eaten(page, 3), 1)

    def test_again(self) -> None:
        page = self.today()
        entries = page.get_by_role("button", name=re.compile("to today again$"))
        before = entries.count()
        _twice(entries.first)
        expect(entries).to_have_count(before + 1)
        page.wait_for_load_state("networkidle")
        expect(entries).to_have_count(before + 1)

    def test_add_to_today_on_the_bench(self) -> None:
        page = self.today()
        page.goto("/formulas")
        page.get_by_role("link", name=re.compile("^White bean blondies")).first.click()
        button = page.get_by_role("button", name="Add to today").first
        expect(button).to_be_enabled()
        before = _eaten(page)
        _twice(button)
        self.settle(page)
        self.assertEqual(_eaten(page) - before, 1)

    def test_eaten_from_the_stash(self) -> None:
        page = self.today()
        page.goto("/stash")
        button = page.get_by_role("button", name=re.compile("^Eat one"))
        expect(button).to_be_enabled()
        before = _eaten(page)
        _twice(button)
        self.settle(page)
        self.assertEqual(_eaten(page) - before, 1)


class OtherNotation(InBrowser):
    def test_an_energy_with_a_point_between_its_digits_is_asked_about(self) -> None:
        for size in ("desk", "phone"):
            page = self.page(size)
            page.get_by_role("button", name="Targets").click()
            field = page.get_by_label("Training day: Energy, at most, kcal")
            field.fill("1.850")
            asked = page.get_by_role("button", name="Did you mean 1,850 kcal?")
            expect(asked).to_be_visible()
            self.assert_accessible(page, "a number that is asked about")
            asked.click()
            expect(field).to_have_value("1850")
            expect(asked).to_have_count(0)
            field.fill("1.850")
            page.get_by_role("button", name="Save targets").click()
            expect(page.get_by_role("alert").first).to_contain_text("at least 300")
            expect(field).to_have_value("1.850")
