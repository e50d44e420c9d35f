"""A bake day in a real browser: planned, shopped for, run with a scale, in two windows, away from the server."""

import re
from uuid import uuid4

from playwright.sync_api import Page, expect

from tests.browser.page import InBrowser
from tests.kitchen import Served, ServedByWorkers, new_kitchen

NAME = "Almond rounds"
LINES = ("208 g almond flour", "60 g erythritol", "1 egg")
METHOD = "Mix all.\nScoop onto a lined tray.\nBake 12 minutes at 175 °C."


class BakeDayInBrowser(InBrowser):
    """Base: asks the server what no window is needed for."""

    def planned(self, of: Served | None = None) -> str:
        """A bake day of one small formula, planned from midnight on; its id."""
        formula, run = str(uuid4()), str(uuid4())
        parts = [{"name": "", "lines": [{"text": text, "chosen": None} for text in LINES]}]
        about = {"id": formula, "name": NAME, "family": "cookie", "pieces": 8, "method": METHOD, "parts": parts}
        self.request("POST", "/api/v1/formulas", about, of)
        ask = {"formulas": [{"formula_id": formula}], "start_min": 0}
        body = {"name": "One tray", "day": "2026-05-10", "zone": "UTC", "ask": ask}
        self.request("PUT", f"/api/v1/bake-days/{run}", body, of)
        self.request("POST", f"/api/v1/bake-days/{run}/plan", of=of)
        return run

    def on_run(self, run: str, page: Page, of: Served | None = None) -> Page:
        page.goto(f"{(of or self.served).address}/bake-day/{run}/run")
        page.locator("[data-run]").wait_for()
        return page

    def step(self, page: Page) -> str:
        return page.locator("h1").inner_text()

    def press_on(self, page: Page) -> None:
        """Whatever moves the step that is shown."""
        before = self.step(page)
        for name in ("It is in", "It is ready now", re.compile("^(Next|It is in, start)")):
            button = page.get_by_role("button", name=name, exact=isinstance(name, str))
            if button.count() and button.first.is_enabled():
                button.first.click()
                break
        expect(page.locator("h1")).not_to_have_text(before)


class ThePlan(BakeDayInBrowser):
    def test_a_day_is_asked_for_planned_and_a_task_stays_where_it_is_put(self) -> None:
        page = self.page()
        page.get_by_role("heading", name="Today", exact=True).wait_for()
        page.keyboard.press("Alt+3")
        page.get_by_role("button", name="Plan a bake day").click()
        page.get_by_label("What for").fill("Club evening")
        page.get_by_label("Add a formula").fill("sesame")
        page.get_by_role("option", name="Chickpea and sesame rounds").click()
        ready = page.get_by_label("Chickpea and sesame rounds is ready by")
        ready.fill("25:00")
        page.get_by_role("button", name="Plan it").click()
        expect(page.get_by_role("alert")).to_contain_text("A time is written as 16:00")
        ready.fill("18:30")
        page.get_by_role("button", name="Plan it").click()
        expect(page.get_by_text("ready at 18:30, just in time")).to_be_visible()
        lanes = page.get_by_role("listbox")
        lanes.focus()
        for _ in range(60):
            page.keyboard.press("ArrowDown")
        page.keyboard.press("ArrowUp")
        chosen = page.get_by_role("option", selected=True).get_attribute("id")
        page.keyboard.press("ArrowLeft")
        expect(page.get_by_text("It stays where you put it.", exact=True)).to_be_visible()
        expect(page.locator(f"#{chosen}")).to_have_attribute("aria-label", re.compile("put there"))
        self.assert_accessible(page, "a plan")

    def test_a_plan_reads_on_a_phone_and_in_the_dark(self) -> None:
        for size, scheme in (("phone", "light"), ("phone", "dark"), ("desk", "dark")):
            page = self.page(size, color_scheme=scheme, at="/bake-day")
            page.get_by_role("link", name="Sunday, guests at four").click()
            page.get_by_text("Hands are busy for").wait_for()
            self.assert_accessible(page, f"{size} {scheme} plan")
            self.assert_no_sideways_scroll(page, size)
            page.get_by_role("tab", name="What to buy").click()
            page.get_by_text("still to find").wait_for()
            self.assert_accessible(page, f"{size} {scheme} list")
            self.assert_no_sideways_scroll(page, size)


class TheList(BakeDayInBrowser):
    def test_ticked_on_one_phone_it_is_ticked_on_the_other(self) -> None:
        pages = [self.page("phone") for _ in range(2)]
        for page in pages:
            page.goto(f"{self.served.address}/bake-day")
            page.get_by_role("link", name="Sunday, guests at four").click()
            page.get_by_role("tab", name="What to buy").click()
        one, other = (page.get_by_label(re.compile("quark, low-fat")) for page in pages)
        one.check()
        expect(other).to_be_checked()

    def test_something_else_that_was_taken_makes_a_version(self) -> None:
        page = self.page(at="/bake-day")
        page.get_by_role("link", name="Sunday, guests at four").click()
        page.get_by_role("tab", name="What to buy").click()
        page.get_by_role("button", name=re.compile("Change .*sugar-free")).click()
        page.get_by_label("Black bean and espresso squares: took instead").fill("dark chocolate")
        expect(page.get_by_role("dialog")).to_contain_text("kcal")
        page.get_by_role("button", name="Make it a version").click()
        expect(
            page.get_by_text("Black bean and espresso squares has a version with dark chocolate.", exact=True)
        ).to_be_visible()


class TheRun(BakeDayInBrowser):
    def test_a_whole_bake_with_the_scale_an_addition_a_reload_and_a_batch(self) -> None:
        run = self.planned()
        page = self.on_run(run, self.page())
        while not self.step(page).startswith("Weigh in"):
            self.press_on(page)
        self.assertEqual(self.step(page), "Weigh in: almond flour")
        page.get_by_label("Read the scale").check()
        page.get_by_text("The simulated scale").click()
        page.get_by_role("button", name="Clear it").click()
        expect(page.locator("[data-scale]")).to_have_text(re.compile("^0 g"))
        self.assert_accessible(page, "weighing in")
        # Poured to the mark it moves on by itself.
        page.get_by_role("button", name="Pour 208 g").click()
        expect(page.locator("h1")).to_have_text("Weigh in: erythritol")
        # Poured over it says so; some is taken out again by typing what is there.
        page.get_by_text("The simulated scale").click()
        page.get_by_role("button", name="Pour 25 g too much").click()
        expect(page.get_by_role("alert")).to_contain_text("25 g too much")
        expect(page.get_by_role("alert")).to_contain_text("kcal")
        page.get_by_role("button", name="Keep it").click()
        expect(page.locator("h1")).to_have_text("Weigh in: egg")
        # The line drops in mid-pour: a typed weight works the same.
        page.get_by_text("The simulated scale").click()
        page.get_by_role("button", name="Drop the line").click()
        expect(page.get_by_text("The line to the scale dropped. Type the weight; it works the same.")).to_be_visible()
        page.get_by_label(re.compile("What it weighs")).fill("50")
        page.keyboard.press("Enter")
        expect(page.locator("h1")).not_to_have_text("Weigh in: egg")
        page.get_by_role("button", name="Something is different").click()
        page.get_by_role("textbox", name="What was different").fill("15 g oat flour")
        page.get_by_role("button", name="Put it down").click()
        page.get_by_role("button", name="Close").click()
        for _ in range(40):
            if page.locator("[data-timer]").filter(has_text="Bake").count():
                break
            self.press_on(page)
        timer = page.locator("[data-timer]").filter(has_text="Bake")
        expect(timer).to_have_text(re.compile("1[12]:"))
        # That it is in the oven and that its baking has begun are two things told: the step follows the second.
        here = "Wait for: Bake 12 minutes at 175 °C"
        expect(page.locator("h1")).to_have_text(here)
        page.reload()
        expect(timer).to_have_text(re.compile("1[0-2]:"))
        expect(page.locator("h1")).to_have_text(here)
        for _ in range(40):
            if self.step(page) == "All steps are done":
                break
            self.press_on(page)
        self.assert_accessible(page, "all is done")
        page.get_by_role("link", name="Pieces and outcome").click()
        expect(page.get_by_label("What differed so far")).to_contain_text("15 g oat flour")
        expect(page.get_by_label("What differed so far")).to_contain_text("used 85 g erythritol")
        page.get_by_role("button", name="Record the batch").click()
        page.get_by_text("The batch is recorded.", exact=True).wait_for()
        self.on_run(run, page)
        expect(page.get_by_role("link", name="The batch as made")).to_be_visible()

    def test_a_second_window_sees_a_tick(self) -> None:
        run = self.planned()
        one, other = (self.on_run(run, self.page(size)) for size in ("desk", "phone"))
        first = self.step(one)
        self.assertEqual(self.step(other), first)
        one.keyboard.press("Space")
        expect(other.locator("h1")).not_to_have_text(first)
        self.assertEqual(self.step(other), self.step(one))
        other.get_by_role("button", name="Back").click()
        expect(one.locator("h1")).to_have_text(first)
        self.assert_accessible(other, "a step on the phone")
        heights = other.locator(".run-control").evaluate_all(
            "all => all.map(one => one.getBoundingClientRect().height)"
        )
        self.assertGreaterEqual(min(heights), 56)
        size = other.locator("h1").evaluate("one => parseFloat(getComputedStyle(one).fontSize)")
        self.assertGreaterEqual(size, 40)
        self.assert_no_sideways_scroll(other, "a step on the phone")

    def test_two_workers_tell_each_other(self) -> None:
        served = ServedByWorkers(new_kitchen())
        served.start()
        self.addCleanup(served.stop)
        run = self.planned(served)
        pages = [self.on_run(run, self.page(of=served), served) for _ in range(4)]
        first = self.step(pages[0])
        pages[0].keyboard.press("Space")
        for page in pages[1:]:
            expect(page.locator("h1")).not_to_have_text(first)

    def test_away_from_the_server_all_goes_on_and_is_told_once(self) -> None:
        served = Served(new_kitchen())
        served.start()
        self.addCleanup(served.stop)
        run = self.planned(served)
        page = self.on_run(run, self.page(of=served), served)
        # What the page is built of is kept by now.
        page.evaluate("navigator.serviceWorker.ready.then(() => true)")
        page.reload()
        page.locator("[data-run]").wait_for()
        served.stop()
        steps = []
        for _ in range(4):
            self.press_on(page)
            steps.append(self.step(page))
        expect(page.get_by_text(re.compile("cannot be reached. Go on"))).to_be_visible()
        page.reload()
        page.locator("[data-run]").wait_for()
        self.assertEqual(self.step(page), steps[-1])
        served.start()
        expect(page.get_by_text(re.compile("cannot be reached. Go on|Telling the kitchen"))).to_have_count(0)
        day = self.request("GET", f"/api/v1/bake-days/{run}", of=served)
        told = day["last_seq"]
        self.assertGreaterEqual(told, 4)
        page.reload()
        page.locator("[data-run]").wait_for()
        self.assertEqual(self.step(page), steps[-1])
        self.assertEqual(self.request("GET", f"/api/v1/bake-days/{run}", of=served)["last_seq"], told)

    def test_timers_run_on_while_the_server_is_restarted_and_by_no_clock_of_this_window(self) -> None:
        served = Served(new_kitchen())
        served.start()
        self.addCleanup(served.stop)
        run = self.planned(served)
        page = self.page(of=served)
        page.add_init_script("const real = Date.now; Date.now = () => real.call(Date) - (window.setBack ?? 0)")
        self.on_run(run, page, served)
        for _ in range(40):
            if page.locator("[data-timer]").count():
                break
            self.press_on(page)
        timer = page.locator("[data-timer]").first
        before = timer.locator("b").inner_text()
        page.evaluate("window.setBack = 3600000")
        served.stop()
        served.start()
        page.wait_for_timeout(1500)
        after = timer.locator("b").inner_text()
        minutes = [int(text.split(":")[0]) for text in (before, after)]
        self.assertIn(minutes[0] - minutes[1], (0, 1), (before, after))
