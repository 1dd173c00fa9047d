"""What many tests do on a page, and read there."""

import re
from collections.abc import Iterator
from contextlib import contextmanager

from playwright.sync_api import Page, Route, expect

from serving import Served

PASTE = """(text) => {
  const held = new DataTransfer();
  held.setData("text/plain", text);
  document.body.dispatchEvent(
    new ClipboardEvent("paste", { clipboardData: held, bubbles: true, cancelable: true }));
}"""
"""Pastes a text outside any field."""

_SAVING = re.compile(r"/setups/\w+\?version=")
_STILL = "() => document.getAnimations().every(({ playState }) => playState !== 'running')"


def field(page: Page, place: str):
    return page.locator(f'[data-place="{place}"]')


def open_view(page: Page, served: Served, view: str) -> None:
    """Opens a view of the first job by its own address, without the one that comes first."""
    [job, *_] = served.get("api/jobs")
    page.goto(f"{served.address}jobs/{job['id']}/{view.lower().replace(' ', '-')}")


def stays_elsewhere(page: Page, held: list[Route], view: str, told: str) -> None:
    """Goes to a view while the one request that is `held` waits, and is there still once its end is told."""
    heading = page.get_by_role("heading", name=view, level=2)
    page.get_by_role("link", name=view).click()
    expect(heading).to_be_visible()
    [waiting] = held
    waiting.continue_()
    expect(page.get_by_text(told)).to_be_visible()
    expect(heading).to_be_visible()
    assert f"/{view.lower()}" in page.url


def open_setup(page: Page, served: Served, name: str) -> None:
    """Opens the page of a setup of the first job."""
    [job, *_] = served.get("api/jobs")
    setups = served.get(f"api/jobs/{job['id']}")["setups"]
    [setup] = [held["id"] for held in setups if held["setup"]["name"] == name]
    page.goto(f"{served.address}jobs/{job['id']}/setups/{setup}")
    expect(page.get_by_label("Name of the setup")).to_have_value(name)


def explained(page: Page):
    return page.get_by_text(re.compile("^(Gear|Low|High) ?.*:.*a turn"))


def saved(page: Page) -> None:
    expect(page.get_by_text("Saved", exact=True)).to_be_visible()


def stored(demo, name: str):
    job = demo.get("api/jobs")[0]
    setups = demo.get(f"api/jobs/{job['id']}")["setups"]
    return next((held for held in setups if held["setup"]["name"] == name), None)


@contextmanager
def held_up(page: Page) -> Iterator[list[Route]]:
    """Holds the first save of a setup up on its way: the one entry when the block ends, to be let go."""
    held: list[Route] = []
    page.route(_SAVING, lambda route: route.continue_() if held else held.append(route))
    with page.expect_request(_SAVING):
        yield held
    while not held:
        page.evaluate("null")


def fits_sideways(page: Page) -> None:
    """Waits until nothing of the page lies beyond its width: drawings take theirs once they are there."""
    page.wait_for_function(
        "() => document.documentElement.scrollWidth <= document.documentElement.clientWidth"
    )


def still(page: Page) -> None:
    """Waits until nothing on the page moves any more."""
    page.wait_for_function(_STILL)
