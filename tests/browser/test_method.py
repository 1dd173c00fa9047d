"""From every view to how its figures are worked out."""

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


def section_of(page: Page, demo, view: str):
    """The link of a view to the method, and the section that it names."""
    job = demo.get("api/jobs")[0]["id"]
    page.goto(f"{demo.address}jobs/{job}/{view}")
    link = page.get_by_role("link", name="How it is worked out").first
    return link, link.get_attribute("href").partition("#")[2]


def test_a_view_leads_to_its_section_and_back(page: Page, demo):
    link, section = section_of(page, demo, VIEWS[0])
    link.click()
    expect(page.locator(f"h2#{section}")).to_be_focused()
    page.get_by_role("button", name="Back").click()
    expect(link).to_be_visible()


def test_every_view_names_a_section_that_is_there(page: Page, demo):
    link, section = section_of(page, demo, VIEWS[0])
    named = {VIEWS[0]: section}
    for view in VIEWS[1:]:
        page.locator(f'nav a[href$="/{view}"]').click()
        page.wait_for_url(f"**/{view}**")
        named[view] = link.get_attribute("href").partition("#")[2]
    page.goto(f"{demo.address}method")
    expect(page.locator(f"h2#{named[VIEWS[0]]}")).to_be_visible()
    there = set(page.locator("h2[id]").evaluate_all("all => all.map(({ id }) => id)"))
    assert {view: section for view, section in named.items() if section not in there} == {}


def test_its_sections_are_listed_and_each_is_there(page: Page, demo):
    page.goto(f"{demo.address}method")
    links = page.get_by_role("navigation", name="Sections").get_by_role("link")
    expect(links.first).to_be_visible()
    for link in links.all():
        section = link.get_attribute("href").partition("#")[2]
        expect(page.locator(f"[id='{section}']")).to_have_count(1)
