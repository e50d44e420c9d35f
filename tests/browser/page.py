"""A real browser on a served demo kitchen."""

import json
import unittest
import urllib.request
from typing import Any, ClassVar, Final
from uuid import uuid4

from playwright.sync_api import Browser, Page, Playwright, expect, sync_playwright

from launch.install import WEB
from tests.kitchen import Served, demo_kitchen

SIZES: Final = {"desk": (1280, 800), "phone": (390, 844)}
AXE: Final = (WEB / "node_modules/axe-core/axe.min.js").read_text()
PATIENCE_MS: Final = 60_000
"""How long a test waits for what must come: a loaded machine is slow, and nothing is gained by giving up early."""

expect.set_options(PATIENCE_MS)

_STILL: Final = """async () => {
    await new Promise(requestAnimationFrame);
    const ends = document.getAnimations().filter(each => each.effect.getComputedTiming().iterations !== Infinity);
    await Promise.allSettled(ends.map(each => each.finished));
}"""

_ARGUMENTS: Final = [
    "--disable-gpu", "--disable-quic", "--disable-background-networking", "--no-sandbox",
    "--host-resolver-rules=MAP * ~NOTFOUND, EXCLUDE 127.0.0.1",
]  # fmt: skip


def launch(playwright: Playwright) -> Browser:
    """Debian's Chromium."""
    return playwright.chromium.launch(executable_path="/usr/bin/chromium-headless-shell", args=_ARGUMENTS)


class InBrowser(unittest.TestCase):
    """Base: one demo kitchen and one browser for the class, a page for each test."""

    served: ClassVar[Served]
    browser: ClassVar[Browser]

    @classmethod
    def setUpClass(cls) -> None:
        cls.served = Served(demo_kitchen())
        cls.served.start()
        cls.addClassCleanup(cls.served.stop)
        playwright = cls.enterClassContext(sync_playwright())
        cls.browser = launch(playwright)
        cls.addClassCleanup(cls.browser.close)

    def page(self, size: str = "desk", at: str = "/today", of: Served | None = None, **options: Any) -> Page:
        """A window of its own on the page at a path, closed after the test; errors of its scripts fail the test."""
        width, height = SIZES[size]
        context = self.browser.new_context(viewport={"width": width, "height": height}, **options)
        self.addCleanup(context.close)
        context.set_default_timeout(PATIENCE_MS)
        page = context.new_page()
        page.on("pageerror", lambda error: self.script_errors.append(str(error)))
        page.goto(f"{(of or self.served).address}{at}")
        return page

    def formula_page(self, text: str, family: str = "", size: str = "desk", **options: Any) -> Page:
        """A window on the Bench of a new formula, made of a text as the reading page makes it, without walking there:
        tests of a place begin in it."""
        page = self.page(size, f"/formulas/{self.new_formula(text, family)}", **options)
        expect(page.get_by_role("tab", name="Bench")).to_be_visible()
        expect(page.get_by_label("Line as written").first).to_be_visible()
        return page

    def demo_formula_page(self, name: str, size: str = "desk") -> Page:
        """A window on the Bench of a formula of the demo."""
        listed = self.request("GET", "/api/v1/formulas")["items"]
        formula = next(formula for formula in listed if formula["name"] == name)
        return self.page(size, f"/formulas/{formula['id']}")

    def new_formula(self, text: str, family: str = "") -> str:
        """The id of a formula made of a text."""
        recipe = self.request("POST", "/api/v1/bench/paste", {"text": text})["recipes"][0]
        about = {"name": recipe["title"] or "New formula", "family": family, "pieces": recipe["pieces"] or 1}
        made = {key: recipe[key] for key in ("oven_c", "oven") if recipe[key] is not None}
        body = {**about, "id": str(uuid4()), "method": recipe["method"], "parts": recipe["parts"], "production": made}
        return str(self.request("POST", "/api/v1/formulas", body)["id"])

    def request(self, method: str, path: str, body: object = None, of: Served | None = None) -> Any:
        """What the server answers, read; None where there is nothing to read."""
        data = None if body is None else json.dumps(body).encode()
        headers = {"Content-Type": "application/json"}
        asked = urllib.request.Request(f"{(of or self.served).address}{path}", data, headers, method=method)
        with urllib.request.urlopen(asked, timeout=60) as answer:
            text = answer.read()
        return json.loads(text) if text and b"event:" not in text else None

    def setUp(self) -> None:
        self.maxDiff = None
        self.script_errors: list[str] = []
        self.addCleanup(lambda: self.assertEqual(self.script_errors, []))

    def assert_accessible(self, page: Page, where: str) -> None:
        """axe finds nothing."""
        # Notices fade in and out, and half-faded text has no contrast of its own.
        page.evaluate(_STILL)
        # A place is loaded when it is opened, and has its title then.
        page.locator("h1").first.wait_for()
        if not page.evaluate("'axe' in window"):
            page.evaluate(AXE)
        # The size of targets (WCAG 2.2, 2.5.8) is a rule that has to be asked for. What is loaded beforehand are style
        # sheets, for a rule that is not on.
        asked = "{ rules: { 'target-size': { enabled: true } }, resultTypes: ['violations'], preload: false }"
        found = page.evaluate(f"axe.run(document, {asked}).then(result => result.violations)")
        told = [f"{each['id']}: {node['target']} {node['failureSummary']}" for each in found for node in each["nodes"]]
        self.assertEqual(told, [], where)

    def assert_no_sideways_scroll(self, page: Page, where: str) -> None:
        """Nothing is wider than the window."""
        self.assertEqual(page.evaluate("document.documentElement.scrollWidth <= window.innerWidth"), True, where)
