"""From a keystroke on the Bench to new figures on the screen, in Chromium."""

from playwright.sync_api import Page, sync_playwright

from benchmarks.measure import WARM_UP, timing
from benchmarks.recipe import fresh_lines
from tests.browser.page import launch
from tests.kitchen import Served

TIMES = 40

_UNTIL_NEW = """async ([selector, before]) => {
    for (;;) {
        const now = document.querySelector(selector).textContent;
        if (now !== before) return performance.now();
        await new Promise(requestAnimationFrame);
    }
}"""


def run(served: Served) -> None:
    """Prints the timing of changing the grams of one line among 25."""
    with sync_playwright() as playwright:
        browser = launch(playwright)
        page = browser.new_page(viewport={"width": 1280, "height": 800})
        page.goto(f"{served.address}/formulas")
        page.get_by_role("button", name="New formula", exact=True).click()
        page.get_by_label("Recipe").fill("\n".join(["100 g skyr", *fresh_lines()]))
        page.get_by_role("button", name="Read it").click()
        page.get_by_role("button", name="Make it a formula").click()
        page.locator("[data-piece-kcal]").wait_for()
        page.wait_for_timeout(1500)
        samples = [_keystroke(page, place) for place in range(TIMES + WARM_UP)][WARM_UP:]
        browser.close()
    print(f"keystroke to figures   {timing(samples)}   (aim: under 100 ms)")


def _keystroke(page: Page, place: int) -> float:
    """ms from the letter in the field to the frame in which the line's energy has changed. Each amount is a new one, so
    that no answer is remembered."""
    field = page.get_by_label("Line as written").first
    field.focus()
    field.evaluate("field => field.setSelectionRange(0, 3)")
    before = page.locator("[data-kcal]").first.text_content()
    page.evaluate(
        "addEventListener('input', () => { window.typedAt = performance.now(); }, { once: true, capture: true })"
    )
    page.keyboard.insert_text(str(110 + 3 * place))
    shown = float(page.evaluate(_UNTIL_NEW, ["[data-kcal]", before]))
    page.wait_for_timeout(900)
    return shown - float(page.evaluate("window.typedAt"))
