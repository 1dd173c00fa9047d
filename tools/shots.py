"""Refreshes docs/screenshots from the demo data: one picture of each main view, and of the hard cases."""

import re
import sys
import tempfile
from collections.abc import Callable
from pathlib import Path

from playwright.sync_api import Page, sync_playwright

ROOT = Path(__file__).parents[1]
sys.path.insert(0, str(ROOT / "tests"))

from serving import CHROMIUM, CHROMIUM_WORDS, Served  # noqa: E402

SHOTS = ROOT / "docs" / "screenshots"


def line_up(page: Page) -> None:
    """The lanes, with a gear explaining itself."""
    page.get_by_role("listbox", name="D, Fourteen-speed hub").get_by_role("option").nth(5).hover()


def setup(name: str) -> Callable[[Page], None]:
    """A setup's power path, parts and gears."""

    def show(page: Page) -> None:
        page.get_by_role("link", name="Setups").click()
        page.get_by_role("navigation", name="Setups").get_by_role("link", name=name).click()
        page.get_by_role("button", name="Show gear").nth(1).focus()

    return show


def job(page: Page) -> None:
    """What the bicycle must do."""
    page.get_by_role("link", name="Job").click()


def in_job(name: str, show: Callable[[Page], None]) -> Callable[[Page], None]:
    """The same in another job of the demo."""

    def go(page: Page) -> None:
        page.get_by_role("button", name="Honey round").click()
        page.get_by_role("menuitem", name=name).click()
        page.get_by_role("heading", level=1, name=name).wait_for()
        page.get_by_role("slider").wait_for()
        show(page)

    return go


def in_the_valley(show: Callable[[Page], None]) -> Callable[[Page], None]:
    """The same, in the job that holds a drive of each kind."""
    return in_job("Drives of the valley", show)


def internals(page: Page) -> None:
    """A hub of two planetary sets in its highest gear."""
    page.get_by_role("link", name="Internals").click()
    page.get_by_role("combobox", name="Hub or gearbox").click()
    page.get_by_role("option", name="Nine-speed hub").click()
    page.get_by_role("button", name="Draw gear 9").click()
    page.get_by_role("slider").focus()
    for _ in range(10):
        page.keyboard.press("ArrowRight")
    page.mouse.move(0, 0)
    page.evaluate("window.scrollTo(0, 0)")


def shelf(page: Page) -> None:
    """Hubs on the shelf, the widest first, with one looked into."""
    page.get_by_role("link", name="Parts").click()
    page.get_by_role("button", name="Hubs").click()
    page.get_by_role("button", name="Range").click()
    page.get_by_role("button", name="Range").click()
    page.get_by_role("button", name="14-speed hub, oil bath", exact=True).click()


def costs(page: Page) -> None:
    """Money over the way, and when the dear drive has paid itself back."""
    page.get_by_role("link", name="Costs").click()
    page.get_by_role("slider", name="After").wait_for()


def road(page: Page) -> None:
    """A road ridden with each setup, read where it is steep."""
    # On a phone the views are behind their groups.
    page.goto(page.url.replace("/line-up", "/road"))
    page.get_by_role("slider", name="Place on the road").focus()
    page.get_by_role("region", name="All riding").wait_for()


def bikes(page: Page) -> None:
    """A bike with a season of rides: the gears that are really used."""
    page.get_by_role("link", name="Bikes").click()
    page.get_by_role("table", name="Gears ridden, the lowest first").wait_for()
    page.get_by_role("heading", name="History").wait_for()


def care(page: Page) -> None:
    """What falls due on a bike over the year ahead."""
    page.get_by_role("link", name="Care").click()
    page.get_by_role("heading", name="Wear, as it was measured").wait_for()


def swap_test(page: Page) -> None:
    """Two bikes swapped between riders, and what the runs tell."""
    page.get_by_role("link", name="Swap test").click()
    page.get_by_role("heading", name="Runs").wait_for()


def search(page: Page) -> None:
    """Of all that the parts can make, what would do the job."""
    page.get_by_role("link", name="Search").click()
    page.get_by_role("listbox", name="Drives, the best first").wait_for()
    page.get_by_role("button", name="Stop").wait_for(state="hidden")


def verdict(page: Page) -> None:
    """Which setup it should be, with the weights of the demo."""
    page.get_by_role("link", name="Verdict").click()
    page.get_by_role("table", name="How sure").wait_for()


def pairings(page: Page) -> None:
    """Which sprockets an eight-speed hub may run, with one chosen that is refused."""
    page.get_by_role("link", name="Pairings").click()
    page.get_by_role("navigation", name="Setups").get_by_role("link", name="Eight-speed hub").click()
    page.get_by_role("gridcell", name="42 × 23").click()


def question(page: Page) -> None:
    """The quick question of the first page, answered."""
    page.get_by_role("button", name="Honey round").click()
    page.get_by_role("menuitem", name="Ask a quick question").click()
    page.get_by_label("Your weight").fill("78")
    page.get_by_label("What you carry").fill("8")
    page.get_by_label("The bike, as advertised").fill("36 × 11–46, 28 in")
    page.get_by_role("region", name="The answer").wait_for()
    page.get_by_label("Where you ride").focus()


def fit(page: Page) -> None:
    """Whether a hub of fourteen gears goes into the frame."""
    page.get_by_role("link", name="Fit").click()
    page.get_by_role("navigation", name="Setups").get_by_role("link", name="Fourteen-speed hub").click()
    page.get_by_role("region", name="Checks").wait_for()


def on_the_strand(show: Callable[[Page], None]) -> Callable[[Page], None]:
    """The same, in the job with motors."""
    return in_job("Seaweed barrow", show)


def motors(page: Page) -> None:
    """What a motor at the cranks adds in each gear."""
    page.get_by_role("link", name="Motors").click()
    page.get_by_role("region", name="How far the battery goes").get_by_role("table").wait_for()


def bench(page: Page) -> None:
    """A drive built at home whose first shaft fails."""
    page.get_by_role("link", name="Home-built").click()
    page.get_by_role("region", name="Shaft 1", exact=True).wait_for()
    page.get_by_role("heading", name="Shafts and bearings").evaluate("(it) => it.scrollIntoView()")


def live(page: Page) -> None:
    """The live bike under way with a motor and gears that change by themselves."""
    page.get_by_role("link", name="Live").click()
    setups = page.get_by_role("navigation", name="Setups")
    setups.get_by_role("link", name="Crank motor, stepless").click()
    # The setup that is being left must not be put on the bench.
    setups.locator("[aria-current=page]", has_text="Crank motor, stepless").wait_for()
    page.get_by_role("button", name="100 times as fast").click()
    page.get_by_role("button", name="Start", exact=True).click()
    ridden = page.locator("dl > div").filter(has_text="Ridden").locator("dd")
    ridden.filter(has_text=re.compile("^[2-9]")).wait_for()
    page.get_by_role("button", name="Pause").click()
    page.mouse.move(0, 0)


PICTURES = [
    ("motors", on_the_strand(motors), 1280, "light"),
    ("home-built", on_the_strand(bench), 1280, "light"),
    ("live", on_the_strand(live), 1280, "dark"),
    ("pairings", pairings, 1280, "light"),
    ("first", question, 1280, "light"),
    ("fit", fit, 1280, "light"),
    ("road", road, 1280, "light"),
    ("bikes", bikes, 1280, "dark"),
    ("costs", in_job("Ferry commute", costs), 1280, "light"),
    ("search", search, 1280, "light"),
    ("verdict", verdict, 1280, "light"),
    ("line-up", line_up, 1280, "light"),
    ("line-up-phone", lambda _page: None, 390, "light"),
    ("setups", setup("Eight-speed hub"), 1280, "light"),
    ("job", job, 1280, "light"),
    ("internals", in_the_valley(internals), 1280, "light"),
    ("parts", shelf, 1280, "light"),
    ("swap-test", swap_test, 1280, "light"),
    ("care", care, 1280, "light"),
]


def main() -> None:
    """Takes every picture."""
    SHOTS.mkdir(parents=True, exist_ok=True)
    with tempfile.TemporaryDirectory() as data, sync_playwright() as playwright:
        served = Served("demo", data=Path(data))
        browser = playwright.chromium.launch(executable_path=CHROMIUM, args=CHROMIUM_WORDS)
        for name, show, width, scheme in PICTURES:
            page = browser.new_page(viewport={"width": width, "height": 800}, color_scheme=scheme)
            page.goto(served.address)
            page.get_by_role("slider").wait_for()
            show(page)
            page.wait_for_load_state("networkidle")
            page.screenshot(path=SHOTS / f"{name}.png")
            page.close()
        browser.close()
        served.stop()


if __name__ == "__main__":
    main()
