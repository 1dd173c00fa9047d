"""What goes wrong in a view stays in that view, and says what to do."""

import re

import pytest
from on_page import open_view
from playwright.sync_api import expect

SAID = {
    "Failed to load resource",
    "Failed to fetch dynamically imported module",
    "The above error",
    "TypeError",
}


@pytest.mark.parametrize("expected_errors", [SAID])
def test_a_view_that_cannot_be_loaded_says_so_and_the_others_go_on(page, demo):
    page.route("**/assets/CareView-*.js", lambda route: route.fulfill(status=404))
    open_view(page, demo, "Setups")
    views = page.get_by_role("navigation", name="Views")
    views.get_by_role("link", name="Care").click()
    alert = page.get_by_role("alert")
    expect(alert).to_contain_text("Kettledrum was stopped or renewed since this page was opened")
    views.get_by_role("link", name="Fit").click()
    expect(page.get_by_role("heading", name="Fit", level=2)).to_be_visible()
    expect(alert).to_have_count(0)
    views.get_by_role("link", name="Care").click()
    page.unroute("**/assets/CareView-*.js")
    alert.get_by_role("button", name="Load the page anew").click()
    expect(page.get_by_role("heading", name="Care", level=2)).to_be_visible()


@pytest.mark.parametrize("expected_errors", [SAID])
def test_an_answer_that_makes_no_sense_takes_one_view_along_and_no_more(page, demo):
    page.route("**/api/**/costs/drafted", lambda route: route.fulfill(json={"says": "?"}))
    open_view(page, demo, "Costs")
    alert = page.get_by_role("alert")
    expect(alert).to_contain_text("Something went wrong in this view")
    expect(alert).to_contain_text(re.compile("What was saved is safe, and the other views go on"))
    page.get_by_role("navigation", name="Views").get_by_role("link", name="Line-up").click()
    expect(page.get_by_role("heading", name="Line-up", level=2)).to_be_visible()


def test_without_a_network_all_goes_on_with_the_server_on_this_machine(page, demo):
    open_view(page, demo, "Line-up")
    expect(page.get_by_role("slider").first).to_be_visible()
    # What browsers say when the machine loses its network, which no server on it minds.
    page.evaluate("window.dispatchEvent(new Event('offline'))")
    page.get_by_role("link", name="Costs").click()
    expect(page.get_by_text(re.compile("^Over 5 years and"))).to_be_visible()
    page.get_by_role("link", name="Job").click()
    page.get_by_label("Body mass").fill("80")
    expect(page.get_by_text("Saved", exact=True)).to_be_visible()
    [job, *_] = demo.get("api/jobs")
    assert demo.get(f"api/jobs/{job['id']}")["need"]["rider"]["mass_kg"] == 80
