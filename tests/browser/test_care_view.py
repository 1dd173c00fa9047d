"""Care: what is due is pressed done and undone, a dunking shows, wear is measured, the calendar goes out."""

import re

import pytest
from on_page import field
from playwright.sync_api import Page, expect

from kettledrum.demo import demo_data
from kettledrum.formats.archive import Everything
from kettledrum.store import Store


@pytest.fixture
def care(page: Page, demo_server) -> Page:
    """The honey round with its two bikes, looked after."""
    data = demo_data()
    store = Store(demo_server.data / "demo")
    store.start_over(Everything(data.jobs[:1], [], data.logs, data.seconds))
    store.close()
    page.goto(demo_server.address)
    page.get_by_role("link", name="Care").click()
    expect(page.get_by_text("Overdue: hub: oil change", exact=False).first).to_be_visible()
    return page


def row(page: Page, what: str):
    return page.get_by_role("region", name="Next").get_by_role("listitem").filter(has_text=what)


def test_done_today_by_one_press_and_undone(care):
    expect(row(care, "oil change")).to_contain_text("overdue")
    care.get_by_role("button", name="hub oil change: done today").click()
    expect(row(care, "oil change")).to_contain_text("later")
    expect(care.locator("[data-says]").first).not_to_contain_text("oil change")
    care.get_by_role("button", name=re.compile("^Undo")).click()
    expect(row(care, "oil change")).to_contain_text("overdue")


def test_done_on_another_day_with_its_odometer(care):
    care.get_by_role("button", name="sprockets new chain: done on another day").click()
    form = care.get_by_role("form", name="Write it down")
    form.locator("[data-place=on]").fill("2026-11-01")
    form.locator("[data-place=km]").fill("2100")
    form.get_by_role("button", name="Write it down").click()
    # 2100 km and 5250 more.
    expect(row(care, "new chain")).to_contain_text(re.compile(r"km to go"))
    care.get_by_role("link", name="Bikes").click()
    expect(care.get_by_text("sprockets: new chain").last).to_be_visible()


def test_a_dunking_makes_a_hub_due_at_once(care):
    care.get_by_role("link", name="The yard bike").click()
    expect(row(care, "taken apart and greased")).to_contain_text("later")
    # Both views have a link of that name: the other one has to be there first.
    care.get_by_role("link", name="Bikes").click()
    care.wait_for_url("**/bikes/*")
    care.get_by_role("link", name="The yard bike").click()
    expect(care.get_by_role("heading", name="The yard bike")).to_be_visible()
    taps = care.get_by_role("group", name="What happened today")
    taps.get_by_role("button", name="dunking").click()
    expect(care.get_by_text("Written down: dunking.")).to_be_visible()
    care.get_by_role("link", name="Care").click()
    care.get_by_role("link", name="The yard bike").click()
    expect(row(care, "taken apart and greased")).to_contain_text("overdue")
    expect(row(care, "taken apart and greased")).to_contain_text("after the dunking")


def test_wear_is_measured_and_moves_the_line(care):
    care.set_viewport_size({"width": 390, "height": 844})
    expect(care.get_by_text(re.compile("^Chain wear: 0.18 % in 1,000 km; worn out"))).to_be_visible()
    care.get_by_role("button", name="Write down a measurement").click()
    field(care, "value").fill("0.9")
    care.get_by_role("button", name="Keep it").click()
    expect(care.get_by_text(re.compile("^Chain wear: .*"))).not_to_contain_text("0.18 %")


def test_a_measured_life_is_taken_over_into_costs_and_undone(care, demo_server):
    button = care.get_by_role("button", name="Count with this life of chain wear in Costs")
    button.click()
    expect(button).to_be_disabled()
    expect(care.get_by_role("button", name=re.compile("^Undo: "))).to_be_visible()
    care.reload()
    expect(button).to_be_disabled()
    job = demo_server.get("api/jobs")[0]["id"]
    setups = demo_server.get(f"api/jobs/{job}")["setups"]
    (hub,) = (held["setup"] for held in setups if held["setup"]["name"] == "Fourteen-speed hub")
    (chain,) = (task for task in hub["path"][0]["care"] if task["what"] == "new chain")
    # Some 4,150 km, as the line through four measurements says.
    assert 4000 < chain["every_km"]["low"] < chain["every_km"]["typical"] < chain["every_km"]["high"] < 4300
    care.get_by_role("button", name=re.compile("^Undo")).click()
    expect(button).to_be_enabled()


def test_it_goes_into_a_calendar(care):
    with care.expect_download() as loading:
        care.get_by_role("button", name="Into my calendar").click()
    assert loading.value.suggested_filename == "Honey round care.ics"


def test_an_empty_job_leads_to_bikes(page, demo):
    page.goto(demo.address)
    page.get_by_role("link", name="Care").click()
    expect(page.get_by_text("There is no bike to look after yet.")).to_be_visible()
    page.get_by_role("link", name="Go to Bikes").click()
    expect(page.get_by_text("No bike is built yet.")).to_be_visible()
