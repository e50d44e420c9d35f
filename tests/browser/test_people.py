"""People, targets, tonight, closing the day and the ledger in a real browser."""

import re

from playwright.sync_api import Page, expect

from tests.browser.page import InBrowser


class Evenings(InBrowser):
    def open_today(self, size: str = "desk") -> Page:
        page = self.page(size)
        expect(page.get_by_role("heading", name="What fits")).to_be_visible()
        return page

    def test_nine_in_the_evening(self) -> None:
        page = self.open_today()
        page.get_by_role("textbox", name="I would have").fill("something chocolate, warm, in an hour, for two")
        page.keyboard.press("Enter")
        expect(page.locator("[data-understood]")).to_have_text("chocolate, warm · within 60 minutes · for 2")
        offers = page.locator("[data-offer]")
        # What is at hand comes before what has to be made.
        self.assertEqual(offers.first.get_attribute("data-offer"), "stash")
        made = page.locator("[data-offer=formula]").filter(has_text="pudding cake")
        expect(made).to_contain_text(re.compile(r"in \d+ minutes"))
        made.get_by_role("button", name="How much of what").click()
        expect(made).to_contain_text("For 2 pieces")
        self.assert_accessible(page, "tonight")
        page.get_by_role("textbox", name="I would have").fill("something soft for Cox and me")
        page.keyboard.press("Enter")
        expect(page.locator("[data-understood]")).to_contain_text("for 2 with Cox")
        expect(page.get_by_text("somebody at the table must not get")).to_be_visible()
        offers.first.get_by_role("button", name=re.compile("^Add")).click()
        expect(page.get_by_text(re.compile(r"added\.$")).first).to_be_visible()

    def test_the_day_is_closed_with_what_there_is(self) -> None:
        page = self.page()
        # However much the day has by now: 400 kcal and 20 g of protein are left.
        address = f"{self.served.address}/api/v1/days/{page.evaluate('new Date().toISOString().slice(0, 10)')}"
        eaten = page.request.get(address).json()["eaten"]
        left = {"energy_kcal": eaten["energy_kcal"] + 400, "protein_g": eaten["protein_g"] + 20}
        page.request.put(f"{address}/own-targets", data={"targets": left})
        page.reload()
        page.get_by_role("button", name="Show how").click()
        answers = page.get_by_role("region", name="Close the day").get_by_role("listitem")
        expect(answers.first).to_contain_text("times of 100")
        page.get_by_label("sure to stay under").check()
        expect(answers.first).to_contain_text(re.compile("under 9[5-9] times of 100"))
        self.assert_accessible(page, "closing the day")
        answers.first.get_by_role("button", name=re.compile("^Add")).click()
        expect(page.locator("[data-sentence]")).to_contain_text("The protein is found.")
        page.get_by_role("button", name="Undo", exact=True).first.click()
        expect(page.locator("[data-sentence]")).to_contain_text("still to find")

    def test_tomorrow_is_planned_and_eaten_when_it_is(self) -> None:
        page = self.open_today()
        page.keyboard.press("ArrowRight")
        expect(page.get_by_role("heading", name="Tomorrow", exact=True)).to_be_visible()
        expect(page.get_by_role("heading", name="Again")).to_be_visible()
        page.keyboard.press("Shift+Digit1")
        planned = page.locator("[data-planned] li")
        expect(planned.first).to_be_visible()
        expect(page.locator("[data-sentence]")).to_contain_text("Planned:")
        page.get_by_text("Copy a day into this one").click()
        page.get_by_role("button", name="Plan the same").click()
        expect(planned.nth(3)).to_be_visible()
        self.assert_accessible(page, "a planned day")
        planned.first.get_by_role("button", name=re.compile(": eaten$")).click()
        expect(page.get_by_role("region", name="Eaten that day").get_by_text("Nothing yet.")).to_have_count(0)

    def test_one_key_steps_pieces_and_what_is_usual_can_be_said(self) -> None:
        page = self.open_today()
        row = page.get_by_role("region", name="What fits").get_by_role("listitem").filter(has_text="Ricotta")
        expect(row.get_by_role("button", name=re.compile("^Add"))).to_be_visible()
        row.locator("[data-usual-portion]").click()
        page.get_by_label("Pieces you mostly have").fill("2")
        self.assert_accessible(page, "what is usual")
        page.get_by_role("button", name="Keep", exact=True).click()
        expect(row).to_contain_text("usually 2")
        for pieces in ("2", "1", "2", "3"):
            page.keyboard.press("p")
            expect(row.get_by_role("button", name=re.compile("^Add"))).to_have_text(f"Add {pieces}")
        expect(row).to_contain_text("above target")

    def test_on_the_bench_too(self) -> None:
        page = self.open_today()
        page.get_by_role("link", name="Formulas").first.click()
        expect(page.get_by_text("usually 2 at a time").first).to_be_visible()
        page.get_by_role("link", name=re.compile("^Black bean and espresso squares")).click()
        expect(page.locator("[data-usual-portion]").first).to_contain_text("usually 2")
        page.get_by_role("heading", name="Crumb check").first.click()
        for pieces in ("2 pieces", "3 pieces"):
            page.keyboard.press("p")
            expect(page.locator("[data-amount]").last).to_contain_text(pieces)


class People(InBrowser):
    def test_the_partners_day_is_a_press_away(self) -> None:
        page = self.page()
        eaten = page.get_by_role("region", name="Eaten today").get_by_role("listitem")
        expect(eaten).to_have_count(4)
        page.get_by_role("radio", name="Rigger").click()
        expect(eaten).to_have_count(2)
        # Whole pieces only.
        expect(page.get_by_role("region", name="What fits")).not_to_contain_text("½")
        page.reload()
        expect(eaten).to_have_count(2)
        page.get_by_role("radio", name="Rower").click()
        expect(eaten).to_have_count(4)

    def test_targets_are_worked_out_and_refused(self) -> None:
        page = self.page()
        page.get_by_role("radio", name="Rigger").click()
        expect(page.get_by_role("region", name="Eaten today").get_by_role("listitem")).to_have_count(2)
        page.get_by_role("button", name="Targets").click()
        page.get_by_role("tab", name="Work them out").click()
        for label, value in (("Age, years", "36"), ("Height, cm", "184"), ("Weight, kg", "82")):
            page.get_by_label(label).fill(value)
        # By hand: 820 + 1150 - 180 - 161 = 1629, times 1.55 is 2525.
        expect(page.locator("[data-worked-out]")).to_contain_text("2,525 kcal a day")
        expect(page.get_by_role("list", name="How it was reached")).to_contain_text(
            "= 1,629 kcal (Mifflin-St Jeor 1990)"
        )
        self.assert_accessible(page, "worked out")
        page.get_by_label("I want to").click()
        page.get_by_role("option", name="Lose 0.5 % a week").click()
        expect(page.locator("[data-worked-out]")).to_contain_text("2,074 kcal a day")
        page.get_by_text("What a doctor has a say in").click()
        page.get_by_label("kidney disease").check()
        expect(page.get_by_role("alert")).to_contain_text("renal dietitian")
        expect(page.get_by_role("button", name="Take these over")).to_have_count(0)
        page.get_by_label("kidney disease").uncheck()
        page.get_by_role("button", name="Take these over").click()
        expect(page.get_by_label("Rest day: Energy, at most, kcal")).to_have_value("2070")
        expect(page.get_by_label("Rest day: Protein, at least, g")).to_have_value("131")
        page.get_by_label(re.compile("^Called")).fill("spring")
        page.get_by_role("button", name="Save targets").click()
        expect(page.locator("[data-sentence]")).to_contain_text("2,070 kcal")
        page.get_by_role("button", name="Targets").click()
        page.get_by_role("tab", name="Week and types").click()
        page.get_by_label("Another type of day").fill("Long outing")
        page.get_by_role("button", name="Add the type").click()
        self.assert_accessible(page, "week and types")
        page.get_by_role("tab", name="So far and to come").click()
        expect(page.get_by_text(", spring")).to_be_visible()
        page.keyboard.press("Escape")
        expect(page.get_by_role("radio", name="Long outing day")).to_be_visible()

    def test_energy_can_be_hidden_and_something_else_counted(self) -> None:
        page = self.page(at="/settings")
        people = page.get_by_role("region", name="People of this kitchen")
        people.get_by_role("button", name="Rower", exact=False).first.click()
        people.get_by_label("Hide energy; protein and grams stay").check()
        people.get_by_text("A count of your own").click()
        people.get_by_label("What it is called").fill("marks")
        people.get_by_label("100 kcal of energy count").fill("1")
        self.assert_accessible(page, "a person")
        people.get_by_role("button", name="Save").click()
        expect(people).to_contain_text("energy hidden")
        page.get_by_role("link", name="Today").first.click()
        expect(page.locator("[data-tally]")).to_contain_text("marks")
        expect(page.locator("[data-sentence]")).not_to_contain_text("kcal")
        self.assertNotRegex(page.locator("main").inner_text(), r"\d kcal")
        page.get_by_role("link", name="Ledger").click()
        expect(page.get_by_role("heading", name="How it ran")).to_be_visible()
        self.assertNotRegex(page.locator("main").inner_text(), r"\d kcal")


class LookedBack(InBrowser):
    def test_weeks_averages_and_weight(self) -> None:
        page = self.page()
        expect(page.get_by_role("heading", name="What fits")).to_be_visible()
        page.keyboard.press("Alt+6")
        expect(page.get_by_role("heading", name="Ledger", exact=True)).to_be_visible()
        expect(page.locator("[data-sentence]").first).to_contain_text("days are written down. On average")
        expect(page.locator("[data-small-tin]")).to_have_count(28)
        expect(page.locator("[data-burned]")).to_contain_text("burned a day")
        # Charts are drawn when they have come.
        expect(page.locator(".recharts-surface").nth(2)).to_be_visible()
        self.assert_accessible(page, "the ledger")
        page.get_by_text("As a table").click()
        expect(page.get_by_role("region", name="Day by day as a table").get_by_role("row")).to_have_count(29)
        page.get_by_label("Weight, kg").fill("71,2")
        page.get_by_role("button", name="Add weight").click()
        page.get_by_text(re.compile("weights, and from a file")).click()
        expect(page.get_by_text("71.2 kg").first).to_be_visible()
        page.get_by_label("Which days").click()
        page.get_by_role("option", name="the last 6 weeks").click()
        expect(page.locator("[data-small-tin]")).to_have_count(42)
        self.assert_accessible(page, "the ledger, longer")

    def test_on_a_phone_and_in_the_dark(self) -> None:
        page = self.page("phone", color_scheme="dark")
        for path in ("today", "ledger", "settings"):
            page.goto(f"{self.served.address}/{path}")
            # What waits for the kitchen has a heading of its own, and goes.
            expect(page.get_by_role("heading", name=path.title(), exact=True)).to_be_visible()
            self.assert_accessible(page, path)
            self.assert_no_sideways_scroll(page, path)
