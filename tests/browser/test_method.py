"""From every view to how its figures are worked out."""

import pytest
from playwright.sync_api import Page, expect

VIEWS = (
    "job",
    "search",
    "setups",
    "internals",
    "pairings",
    "fit",
    "motors",
    "home-built",
    "line-up",
    "live",
    "costs",
    "verdict",
    "bikes",
    "care",
    "swap-test",
)


@pytest.mark.parametrize("view", VIEWS)
def test_a_view_leads_to_its_section_and_back(page: Page, demo, view):
    job = demo.get("api/jobs")[0]["id"]
    page.goto(f"{demo.address}jobs/{job}/{view}")
    link = page.get_by_role("link", name="How it is worked out").first
    section = link.get_attribute("href").partition("#")[2]
    link.click()
    expect(page.locator(f"h2#{section}")).to_be_focused()
    page.get_by_role("button", name="Back").click()
    expect(link).to_be_visible()


def test_its_sections_are_listed_and_each_is_there(page: Page, demo):
    page.goto(f"{demo.address}method")
    links = page.get_by_role("navigation", name="Sections").get_by_role("link")
    expect(links.first).to_be_visible()
    for link in links.all():
        section = link.get_attribute("href").partition("#")[2]
        expect(page.locator(f"[id='{section}']")).to_have_count(1)
