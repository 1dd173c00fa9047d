"""What setups cost over the years: read, filled in, changed, and what is typed wrong."""

import re

import pytest
from on_page import field, open_view, saved
from playwright.sync_api import Page, expect

from examples import WITHOUT_COST, brief, setup, sprockets
from kettledrum.demo import ferry_commute
from kettledrum.store import Store


@pytest.fixture
def costs(page: Page, demo) -> Page:
    open_view(page, demo, "Costs")
    expect(page.get_by_role("slider", name="After")).to_be_visible()
    return page


def says(page: Page):
    return page.locator("[data-says]").first


def row(page: Page, name: str):
    return page.get_by_role("table", name="Spent by the end of each year").get_by_role(
        "row", name=re.compile(name)
    )


def test_the_answer_comes_first_and_the_line_reads_every_setup(costs):
    expect(says(costs)).to_contain_text("Over 5 years and 11,419 km “As ridden: single-speed” costs least")
    line = costs.get_by_role("slider", name="After")
    line.focus()
    line.press("Home")
    expect(line).to_have_attribute("aria-valuetext", re.compile(r"^0 km\. .*A: 285 crowns"))
    line.press("PageUp")
    line.press("ArrowRight")
    # Eleven months of 190 km.
    expect(line).to_have_attribute("aria-valuetext", re.compile(r"^2,093 km\."))
    line.press("End")
    expect(line).to_have_attribute("aria-valuetext", re.compile(r"^11,419 km\."))
    expect(row(costs, "Fourteen-speed hub")).to_contain_text("1,460")


def test_other_riding_makes_another_cheapest_and_paid_work_weighs(page, demo_server, demo):
    Store(demo_server.data / "demo").start_over([ferry_commute()])
    page.goto(demo.address)
    costs = page
    costs.get_by_role("link", name="Costs").click()
    expect(says(costs)).to_contain_text("“Single-speed on a belt” costs least")
    expect(says(costs)).to_contain_text("has paid that back after 8,000 km")
    tips = costs.get_by_role("region", name="What would tip it")
    expect(tips).to_contain_text("“As ridden: three-speed hub” would cost least below 1,600 km a year.")
    field(costs, "money.km_a_year").fill("300")
    expect(says(costs)).to_contain_text("and 1,500 km “As ridden: three-speed hub” and")
    saved(costs)
    costs.keyboard.press("Tab")
    costs.keyboard.press("Control+z")
    expect(says(costs)).to_contain_text("“Single-speed on a belt” costs least")
    # Own work that is paid weighs on what asks for much of it.
    before = row(costs, "One ring, nine sprockets").inner_text()
    field(costs, "money.own_an_hour").fill("15")
    expect(costs.get_by_text("own work", exact=True)).to_be_visible()
    expect(row(costs, "One ring, nine sprockets")).not_to_have_text(before)


def test_prices_and_upkeep_are_filled_in_and_changed(costs, demo):
    costs.get_by_role("link", name="Five-speed hub").first.click()
    expect(costs.get_by_role("table", name="What falls due")).to_be_visible()
    price = field(costs, "wheel.price")
    was = row(costs, "Five-speed hub").inner_text()
    price.fill("1000")
    expect(row(costs, "Five-speed hub")).not_to_have_text(was)
    saved(costs.get_by_role("region", name="Upkeep, setup by setup"))
    price.fill("")
    expect(costs.get_by_text("What these cost is not known of “Five-speed hub”: wheel")).to_be_visible()
    expect(costs.get_by_text("No price is known of the wheel.")).to_be_visible()
    expect(says(costs)).to_contain_text("lacks a price, so it is not compared")
    # All tasks of the wheel taken away, the usual ones are offered and taken with one press.
    costs.locator("summary").filter(has_text="Wheel").click()
    for _ in range(2):
        costs.get_by_role("button", name="Remove task 1 of the wheel").click()
    expect(
        costs.get_by_text(re.compile("No price is known of the wheel. No upkeep is known of the wheel."))
    ).to_be_visible()
    costs.get_by_role("button", name="Fill in what is usual").click()
    expect(costs.get_by_text("What is usual is filled in for 1 part")).to_be_visible()
    expect(price).to_have_value("150")
    expect(field(costs, "wheel.care[0].what")).to_have_value("new tyre")
    expect(field(costs, "wheel.care[0].every_km")).to_have_value("3000 6000 10000")
    saved(costs.get_by_role("region", name="Upkeep, setup by setup"))


@pytest.mark.parametrize("expected_errors", [{"422"}], ids=["refused on purpose"])
def test_what_cannot_be_is_said_at_its_field_and_stays(costs):
    years = field(costs, "money.years")
    years.fill("80")
    expect(costs.get_by_text("Must be a whole number from 1 to 40 years.")).to_be_visible()
    expect(years).to_have_value("80")
    years.fill("4")
    expect(says(costs)).to_contain_text("Over 4 years")
    costs.get_by_role("link", name="Five-speed hub").first.click()
    costs.locator("summary").filter(has_text="Wheel").click()
    life = field(costs, "wheel.care[0].every_km")
    life.fill("9000 6000 10000")
    expect(costs.get_by_text("Must have low, typical and high in that order.")).to_be_visible()
    expect(life).to_have_value("9000 6000 10000")
    life.fill("0")
    expect(costs.get_by_text("Must be from 1 to 1,000,000 km.")).to_be_visible()


def test_a_job_without_prices_says_what_to_do(page: Page, demo):
    page.goto(f"{demo.address}ask")
    page.get_by_label("Your weight").fill("80")
    page.get_by_label("The bike, as advertised").fill("44/18, 28 in")
    page.get_by_role("button", name="Go on with this as a job").click()
    page.get_by_role("link", name="Costs").click()
    expect(says(page)).to_contain_text("No price is known yet")
    # No drawing of nothing; what is usual is one press away, and what it costs is told.
    expect(page.get_by_role("heading", name="Where the money goes")).to_be_hidden()
    # The first price typed, its field stays under the hand.
    page.locator('[data-place="wheel.price"]').press_sequentially("120", delay=30)
    expect(says(page).first).to_contain_text("costs at least 120")
    expect(page.locator('[data-place="wheel.price"]')).to_be_focused()
    expect(page.locator('[data-place="wheel.price"]')).to_have_value("120")
    page.get_by_role("button", name="Fill in what is usual").click()
    expect(says(page).first).to_contain_text(re.compile(r"28 in” costs \d"))
    expect(page.get_by_role("heading", name="Where the money goes")).to_be_visible()


def test_what_nothing_is_known_of_costs_not_nothing(page: Page, demo):
    bare = setup(sprockets([44], [18]), name="Bare, of which nothing is known")
    priced = setup({**sprockets([42], [21]), "price": 300}, name="Priced", **WITHOUT_COST)
    made = page.request.post(f"{demo.address}api/jobs", data=brief(bare, priced)).json()
    page.goto(f"{demo.address}jobs/{made['id']}/costs")
    expect(says(page)).to_contain_text("“Priced” costs 300. “Bare, of which nothing is known” lacks a price")
    expect(row(page, "Bare")).to_contain_text(re.compile(r"nothing is known\s*not known\s*—"))
    bars = page.get_by_role("region", name="Where the money goes")
    expect(bars.get_by_role("listitem").filter(has_text="Bare").first).to_contain_text("not known")
    heard = page.get_by_role("slider", name="After")
    expect(heard).to_have_attribute("aria-valuetext", re.compile(r"B: 300$"))
    expect(page.get_by_text("This is told once two setups have all their prices.")).to_be_visible()


@pytest.mark.parametrize("held", [False, True], ids=["answered", "slow to come"])
def test_the_costs_of_what_is_typed_go_before_figures_that_are_not_shown(page, demo, held):
    """And where they are slow to come, the others wait for them a moment only."""
    open_view(page, demo, "Costs")
    page.get_by_role("link", name="Five-speed hub").first.click()
    expect(field(page, "wheel.price")).to_be_visible()
    expect(page.get_by_role("status").filter(has_text="Opening")).to_have_count(0)
    if held:
        page.route("**/costs/drafted", lambda route: None)
    asked: list[str] = []
    page.on("request", lambda request: asked.append(request.url.rpartition("/")[2]))
    with page.expect_request("**/compare"):
        field(page, "wheel.price").fill("123")
    assert [each for each in asked if each in ("drafted", "compare")][:2] == ["drafted", "compare"]
