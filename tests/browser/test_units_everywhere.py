"""Miles, pounds, feet, °F and numbers with a comma: once they are chosen in every view, with nothing left."""

import re

import pytest
from on_page import open_view
from playwright.sync_api import Page, expect

NUMBER = r"\d[\d.,\s\u00a0\u202f–-]*[\s\u00a0]"
METRIC = re.compile(
    rf"{NUMBER}(?:km/h|km|m|kg|°C|metres)\b|[Kk]ilomet|\b(?:a|per|each|of) km\b|, (?:kg|km|m|°C)\b"
)
POINT = re.compile(r"(?<![\d.])\d+\.\d+(?![\d.])")
OPEN_ALL = "all => all.forEach((each) => { each.open = true; })"
FIELDS = "all => all.map((each) => each.value).join('\\n')"


@pytest.fixture
def other_units(page: Page, season) -> Page:
    """The honey round with its bikes, rides and swap test, in the units of the other half of the world."""
    open_view(page, season, "Settings")
    page.get_by_role("combobox", name="Units").select_option("imperial")
    page.get_by_role("combobox", name="Numbers").select_option("comma")
    return page


def left_over(text: str, what: re.Pattern[str]) -> list[str]:
    """What is left of the usual units, with the words around it; versions of the program are no figures."""
    found = (text[max(found.start() - 30, 0) : found.end() + 10] for found in what.finditer(text))
    return [each for each in found if "Kettledrum" not in each]


def test_every_view_speaks_in_the_units_that_were_chosen(other_units):
    rail = other_units.get_by_role("navigation", name="Views", exact=True)
    views = rail.get_by_role("link").all_inner_texts()
    assert len(views) > 15
    read = ""
    for view in views:
        link = rail.get_by_role("link", name=view, exact=True)
        link.click()
        # The view before stays until the next one is there.
        expect(link).to_have_attribute("aria-current", "page")
        expect(other_units.locator("main h2, main input").first).to_be_visible()
        other_units.wait_for_load_state("networkidle")
        if view == "Settings":
            continue
        other_units.locator("main details").evaluate_all(OPEN_ALL)
        shown = other_units.locator("main").inner_text()
        typed = other_units.locator("main input[type=text], main textarea").evaluate_all(FIELDS)
        read += shown
        assert (view, left_over(shown, METRIC)) == (view, [])
        assert (view, left_over(f"{shown}\n{typed}", POINT)) == (view, [])
    # All of it was there to be read.
    assert [unit for unit in ("mph", "\u00a0mi", "\u00a0lb", "\u00a0ft", "°F") if unit not in read] == []
