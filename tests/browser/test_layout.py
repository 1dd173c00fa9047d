"""Nothing is cut off or runs sideways, in either theme, and axe finds nothing."""

import pytest
from axe_playwright_python.sync_playwright import Axe
from on_page import fits_sideways, open_view, still
from playwright.sync_api import Page, expect

VIEWS = [
    "Job",
    "Road",
    "Search",
    "Setups",
    "Internals",
    "Pairings",
    "Fit",
    "Motors",
    "Home-built",
    "Live",
    "Line-up",
    "Costs",
    "Verdict",
    "Sheet",
    "Bikes",
    "Care",
    "Swap test",
    "Parts",
]


def opened(page: Page, demo, view: str) -> None:
    open_view(page, demo, view)
    expect(page.locator("main h2, main input").first).to_be_visible()
    expect(page.get_by_role("status").filter(has_text="Opening")).to_have_count(0)


BROKEN_WORDS = """() => {
  const broken = [];
  const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
  const range = document.createRange();
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    if (!node.parentElement.checkVisibility() || node.parentElement.closest(".visually-hidden")) continue;
    for (const found of node.data.matchAll(/\\p{L}+/gu)) {
      if (found[0].length > 12) continue;
      range.setStart(node, found.index);
      range.setEnd(node, found.index + found[0].length);
      if (new Set([...range.getClientRects()].map(({ top }) => top)).size > 1) broken.push(found[0]);
    }
  }
  return broken;
}"""
"""Words that are short enough for any column, and yet go over two lines."""


SMALL_TEXT = """() => {
  const small = [];
  const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    const element = node.parentElement;
    const shown = element.checkVisibility() && !element.closest(".visually-hidden, noscript");
    const size = parseFloat(getComputedStyle(element).fontSize);
    if (shown && node.data.trim() && size < 14) small.push(`${size}px ${node.data}`);
  }
  return small;
}"""


WATCH_WHAT_MOVES = """
  window.moved = 0;
  new PerformanceObserver((list) => {
    for (const shift of list.getEntries()) if (!shift.hadRecentInput) window.moved += shift.value;
  }).observe({ type: "layout-shift", buffered: true });
"""


def stands_still(page: Page, demo, view: str, width: int) -> None:
    """Opens a view at a width, where what comes later may move nothing that is there."""
    page.set_viewport_size({"width": width, "height": 800})
    page.add_init_script(WATCH_WHAT_MOVES)
    opened(page, demo, view)
    page.wait_for_load_state("networkidle")
    # The share of the page that moved times how far, as browsers count it.
    assert page.evaluate("window.moved") < 0.02


def fits(page: Page, width: int) -> None:
    """Holds the view to a width: nothing sideways, no short word in two, no small letters."""
    page.set_viewport_size({"width": width, "height": 800})
    fits_sideways(page)
    assert page.evaluate(BROKEN_WORDS) == [], width
    assert page.evaluate(SMALL_TEXT) == [], width


def axe_finds_nothing(page: Page) -> None:
    """Holds what is shown to the rules of accessibility, in either theme."""
    for scheme in ("light", "dark"):
        page.emulate_media(color_scheme=scheme)
        expect(page.locator("html")).to_have_attribute("data-theme", scheme)
        still(page)
        # In the dark only the colours are others.
        rules = {"runOnly": ["color-contrast"]} if scheme == "dark" else {}
        found = Axe().run(page, options={"resultTypes": ["violations"], **rules})
        assert found.violations_count == 0, found.generate_report()


@pytest.mark.parametrize("view", VIEWS)
def test_on_a_phone_and_a_tablet_nothing_moves_runs_sideways_or_is_too_small(page, season, view):
    stands_still(page, season, view, 390)
    for width in (390, 768):
        fits(page, width)


@pytest.mark.parametrize("view", VIEWS)
def test_on_a_desk_nothing_moves_or_runs_sideways_and_axe_finds_nothing(page, season, view):
    stands_still(page, season, view, 1280)
    for width in (1920, 1280):
        fits(page, width)
    axe_finds_nothing(page)


CUT_OFF = """() => [...document.querySelectorAll("main *")]
  .filter((each) => each.clientWidth > 1 && each.scrollWidth > each.clientWidth + 1)
  .filter((each) => ["auto", "scroll"].includes(getComputedStyle(each).overflowX))
  .map((each) => each.querySelector("table")?.getAttribute("aria-label") ?? each.className)"""
"""What could be pulled into sight on a screen, and not on paper."""


@pytest.mark.parametrize(
    ("view", "shown"),
    [
        ("Road", "The ride with each setup"),
        ("Search", "Drives that were ridden"),
        ("Pairings", "Pairings"),
        ("Line-up", "Climb and flat"),
        ("Verdict", "Figures weighed"),
    ],
)
def test_on_paper_wide_tables_are_whole(page, demo, view, shown):
    opened(page, demo, view)
    expect(
        page.get_by_role("table", name=shown).or_(page.get_by_role("grid", name=shown)).first
    ).to_be_visible()
    page.emulate_media(media="print")
    # A4 without its margins.
    page.set_viewport_size({"width": 703, "height": 1000})
    fits_sideways(page)
    assert page.evaluate(CUT_OFF) == []
    assert page.evaluate(BROKEN_WORDS) == []


def test_axe_finds_nothing_in_what_opens_over_a_view(page, demo):
    opened(page, demo, "Job")
    for opened_by, title in (("?", "Keys"), ("Control+k", "Go to"), ("Paste", "Paste a setup or a job")):
        if opened_by == "Paste":
            page.get_by_role("button", name="Paste").click()
        else:
            page.keyboard.press(opened_by)
        over = page.get_by_role("dialog", name=title)
        expect(over).to_be_visible()
        axe_finds_nothing(page)
        page.keyboard.press("Escape")
        expect(over).to_have_count(0)


def test_the_theme_is_chosen_and_remembered(page, demo):
    opened(page, demo, "Line-up")
    page.get_by_role("button", name="Use the dark theme").click()
    expect(page.locator("html")).to_have_attribute("data-theme", "dark")
    page.reload()
    expect(page.locator("html")).to_have_attribute("data-theme", "dark")


def test_the_quick_question_is_in_order(page, demo):
    page.goto(f"{demo.address}ask")
    page.get_by_label("Your weight").fill("78")
    page.get_by_label("The bike, as advertised").fill("36 × 11–46, 28 in")
    expect(page.get_by_role("region", name="The answer")).to_be_visible()
    page.get_by_role("button", name="Change the usual figures").click()
    for width in (390, 768, 1280):
        page.set_viewport_size({"width": width, "height": 800})
        fits_sideways(page)
        axe_finds_nothing(page)


def test_the_method_is_laid_out_and_axe_finds_nothing(page, demo):
    page.goto(f"{demo.address}method")
    expect(page.get_by_role("heading", name="Climb, flat and top")).to_be_visible()
    for width in (390, 1280):
        page.set_viewport_size({"width": width, "height": 800})
        fits_sideways(page)
        axe_finds_nothing(page)
