"""A person at the desk: headless Chromium on a live server with its own data."""

import shutil
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest
from django.conf import settings
from playwright.sync_api import Browser, Page, expect, sync_playwright

ARGS = [
    "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking",
    "--disable-component-update", "--disable-sync",
]  # fmt: skip
expect.set_options(timeout=15_000)  # a busy machine takes longer to open a lateral; what never comes fails all the same
DEMO = Path(__file__).parents[2] / "bellstone" / "demo"


@pytest.fixture(scope="session")
def browser() -> Iterator[Browser]:
    with sync_playwright() as driver:
        chromium = driver.chromium.launch(executable_path=shutil.which("chromium"), args=ARGS)
        yield chromium
        chromium.close()


class Analyst:
    """What a person does, in a person's words."""

    def __init__(self, page: Page, address: str) -> None:
        self.page, self.address = page, address
        self.errors: list[str] = []
        page.on("pageerror", lambda error: self.errors.append(str(error)))
        page.on(
            "console",
            lambda m: self.errors.append(m.text) if m.type == "error" and "status of 4" not in m.text else None,
        )

    def home(self) -> None:
        self.page.goto(self.address)

    def new(self, name: str, access: str = "front cleanout", zero: str = "at that access") -> None:
        self.home()
        self.page.get_by_role("button", name="New").click()
        self.page.get_by_label("Name", exact=True).fill(name)
        self.page.get_by_label("Where the camera went in").fill(access)
        if zero != "at that access":
            self.page.get_by_role("combobox", name="Where the counter was zeroed").click()
            self.page.get_by_role("option", name=zero).click()
        self.page.get_by_role("button", name="Start the log").click()
        expect(self.entry).to_be_focused()

    @property
    def entry(self) -> Any:
        return self.page.locator("[data-entry]")

    @property
    def reading(self) -> Any:
        return self.page.locator("[data-reading]")

    @property
    def said(self) -> Any:
        return self.page.locator("[data-said]")

    @property
    def verdict(self) -> Any:
        return self.page.locator("[data-verdict]")

    @property
    def rows(self) -> Any:
        return self.page.locator("[data-finding-row]")

    def row(self, words: str) -> Any:
        return self.rows.filter(has_text=words).first

    def say(self, line: str) -> None:
        """Type a line and press Enter; wait until the line is empty again."""
        self.entry.fill(line)
        self.entry.press("Enter")
        expect(self.entry).to_have_value("")

    def say_refused(self, line: str) -> None:
        """Type a line and press Enter; it is refused, and stays."""
        self.entry.fill(line)
        self.entry.press("Enter")
        expect(self.said).to_contain_text("▲")

    def paste(self, page_of_notes: str) -> None:
        """A page heard, everything heard accepted, the review closed."""
        self.hear(page_of_notes)
        accept = self.review.get_by_role("button", name="Accept all")
        if accept.is_enabled():
            accept.click()
            expect(accept).to_be_disabled()
        self.review.get_by_role("button", name="Done").click()
        expect(self.review).to_have_count(0)

    def hear(self, page_of_notes: str) -> None:
        self.page.get_by_role("button", name="paste notes").click()
        self.page.get_by_label("Notes, one thing a line").fill(page_of_notes)
        self.page.get_by_role("button", name="Hear the page").click()
        expect(self.drafts.first).to_be_visible()

    @property
    def review(self) -> Any:
        return self.page.get_by_role("region", name="What was heard of the page")

    @property
    def drafts(self) -> Any:
        return self.page.locator("[data-draft]")

    def step(self, name: str) -> None:
        self.page.get_by_role("navigation", name="Steps").get_by_role("link", name=name).click()

    def choose(self, label: str, option: str, within: Any = None) -> None:
        (within or self.page).get_by_role("combobox", name=label).click()
        self.page.get_by_role("option", name=option, exact=True).click()


@pytest.fixture
def analyst(browser: Browser, live_server: Any, transactional_db: Any) -> Iterator[Analyst]:
    context = browser.new_context(viewport={"width": 1280, "height": 800}, accept_downloads=True)
    person = Analyst(context.new_page(), live_server.url)
    person.page.goto(f"{live_server.url}/?key={settings.DOOR_KEY}")
    yield person
    assert person.errors == []
    context.close()


@pytest.fixture
def samples(transactional_db: Any) -> int:
    from bellstone.desk.samples import load_samples

    return load_samples()
