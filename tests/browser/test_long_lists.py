"""Long lists and finding by name in a real browser, and a window of an older release."""

import re
from contextlib import suppress
from typing import Any
from uuid import uuid4

import psycopg
from playwright.sync_api import Error, Page, Request, Route, expect

from ample_crumb.application.formulas import commands
from ample_crumb.core.formula.formula import Line, Part
from ample_crumb.core.production.draft import Draft
from tests.browser.page import InBrowser
from tests.kitchen import open_database

_MANY = 40


class LongLists(InBrowser):
    @classmethod
    def setUpClass(cls) -> None:
        super().setUpClass()
        database = open_database(cls.served.url)
        cls.addClassCleanup(database.close)
        principal = database.resident(None)
        assert principal is not None
        for number in range(_MANY):
            draft = Draft(f"Keel bars {number:02}", "", 12, "", (Part("", (Line("100 g oats"),)),))
            commands.create(database, principal, uuid4(), draft)

    def test_the_list_goes_on_as_one_comes_to_its_end(self) -> None:
        page = self.page()
        page.get_by_role("link", name="Formulas").click()
        rows = page.get_by_role("main").get_by_role("listitem").filter(has=page.get_by_role("link"))
        expect(rows.filter(has_text=f"Keel bars {_MANY - 1}")).to_be_visible()
        expect(page.get_by_role("button", name="Show more")).to_be_attached()
        self.assertLess(rows.count(), _MANY)
        while page.get_by_role("button", name=re.compile("Show more|Fetching more")).count():
            rows.last.scroll_into_view_if_needed()
        expect(rows.filter(has_text="Keel bars")).to_have_count(_MANY)
        page.keyboard.press("s")
        page.keyboard.type("keel 07")
        expect(rows).to_have_count(1)
        expect(rows).to_contain_text("Keel bars 07")
        expect(page).to_have_url(re.compile("words="))
        page.get_by_label("Search the formulas").fill("nothing of the sort")
        expect(page.get_by_text("No formula is like that.")).to_be_visible()
        self.assert_accessible(page, "a search that finds nothing")

    def test_a_formula_is_picked_by_typing_with_the_keys_alone(self) -> None:
        page = self.formula_page("100 g oats\n2 eggs")
        page.get_by_role("tab", name="Label").click()
        page.get_by_label("Compare with the classic").click()
        page.get_by_role("option", name="a formula of yours").click()
        field = page.get_by_role("combobox", name="Which formula")
        field.focus()
        page.keyboard.type("keel 1")
        options = page.get_by_role("option")
        expect(options.first).to_contain_text("Keel bars")
        self.assert_accessible(page, "picking by name")
        page.keyboard.type("3")
        expect(options).to_have_count(1)
        page.keyboard.press("Escape")
        expect(field).to_have_value("")
        expect(field).to_be_focused()
        page.keyboard.type("keel 1")
        expect(options.first).to_have_text("Keel bars 31")
        page.keyboard.press("ArrowDown")
        page.keyboard.press("Enter")
        expect(field).to_have_value("Keel bars 21")
        expect(field).to_be_focused()
        expect(page.locator("[data-saved]")).to_have_text("saved")
        page.reload()
        expect(page.get_by_role("combobox", name="Which formula")).to_have_value("Keel bars 21")


class Background(InBrowser):
    def test_what_is_worked_out_is_counted_stopped_and_let_go_on(self) -> None:
        page = self.page()
        with psycopg.connect(self.served.url) as owner:
            # Asked for, and not to be begun before this test is over unless it is let go on.
            owner.execute(
                "insert into job (kitchen_id, kind, key, person_id, run_after) select formula.kitchen_id, 'summary', "
                "formula.id, (select min(person.id::text)::uuid from person), now() + interval '1 day' from formula"
            )
        page.get_by_role("link", name="Formulas").click()
        expect(page.get_by_text("Figures of 10 formulas are being worked out anew")).to_be_visible()
        expect(page.get_by_role("progressbar")).to_be_visible()
        self.assert_accessible(page, "worked out in the background")
        page.get_by_role("button", name="Stop").click()
        expect(page.get_by_text("Figures of 10 formulas are those of before.")).to_be_visible()
        expect(page.get_by_text("figures of before", exact=True).first).to_be_visible()
        self.assert_accessible(page, "stopped")
        page.get_by_role("button", name="Work them out").press("Enter")
        expect(page.get_by_role("button", name=re.compile("Stop|Work them out"))).to_have_count(0)
        expect(page.get_by_role("heading", name="Formulas")).to_be_focused()


class Renewed(InBrowser):
    def renew(self, page: Page) -> dict[str, Any]:
        """From now on a newer release answers, which takes no formula as this window sends it; once the page is loaded
        anew it fits again."""
        seen: dict[str, Any] = {"old": True, "refused": 0}

        def loaded(request: Request) -> None:
            if request.resource_type == "document":
                seen["old"] = False

        def answer(route: Route) -> None:
            if seen["old"] and route.request.method == "PUT" and "/formulas/" in route.request.url:
                seen["refused"] += 1
                body = '{"title": "Cannot be used", "status": 422, "detail": "Parts is not known here."}'
                headers = {"content-type": "application/problem+json", "ample-crumb-release": "newer"}
                route.fulfill(status=422, body=body, headers=headers)
                return
            # What was under way when the page is loaded anew goes with it.
            with suppress(Error):
                got = route.fetch()
                route.fulfill(response=got, headers=got.headers | {"ample-crumb-release": "newer"})

        page.on("request", loaded)
        page.route("**/api/v1/**", answer)
        self.addCleanup(page.unroute_all, behavior="ignoreErrors")
        return seen

    def test_what_the_newer_one_does_not_take_is_saved_by_the_newer_window(self) -> None:
        page = self.formula_page("100 g oats")
        expect(page.locator("[data-saved]")).to_have_text("saved")
        seen = self.renew(page)
        page.get_by_label("Name of the formula").fill("Typed in the older window")
        expect(page.locator("[data-saved]")).to_have_text("saved")
        self.assertEqual((seen["old"], seen["refused"]), (False, 1))
        expect(page.get_by_label("Name of the formula")).to_have_value("Typed in the older window")

    def test_it_says_so_and_is_loaded_when_one_goes_elsewhere(self) -> None:
        page = self.page()
        expect(page.locator("[data-sentence]")).to_contain_text("kcal")
        seen = self.renew(page)
        page.get_by_placeholder("150 g skyr, 30 g oats").fill("150 g skyr")
        expect(page.get_by_role("status").filter(has_text="has been renewed")).to_be_visible()
        self.assert_accessible(page, "renewed")
        self.assertTrue(seen["old"], "nothing is loaded under the hands of whoever types")
        page.get_by_role("link", name="Cupboard").click()
        expect(page.get_by_role("heading", name="Cupboard")).to_be_visible()
        expect(page.get_by_text("has been renewed")).to_have_count(0)
        self.assertFalse(seen["old"])
