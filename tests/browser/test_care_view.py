"""Care: what is due is pressed done and undone, a dunking shows, wear is measured, the calendar goes out."""

import re

import pytest
from on_page import field, fits_sideways, open_view
from playwright.sync_api import Page, expect


@pytest.fixture
def care(page: Page, season) -> Page:
    """The honey round with its two bikes, looked after."""
    open_view(page, season, "Care")
    expect(page.get_by_text("Overdue: oil change (hub)", exact=False).first).to_be_visible()
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
    form.locator("[data-place=km]").fill("2010")
    form.get_by_role("button", name="Write it down").click()
    # 2010 km and 5250 more, of which 2240 are ridden.
    expect(row(care, "new chain")).to_contain_text("5,020 km to go")
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
    expect(care.get_by_text("Chain wear: 0.18 % in 1,000 km; worn out")).to_be_visible()
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
    open_view(page, demo, "Care")
    expect(page.get_by_text("There is no bike to look after yet.")).to_be_visible()
    page.get_by_role("link", name="Go to Bikes").click()
    expect(page.get_by_text("No bike is built yet.")).to_be_visible()


def says(page: Page):
    return page.locator("[data-says]").first


def test_a_ride_past_an_interval_makes_it_due(care):
    expect(row(care, "chain cleaned")).to_contain_text("soon")
    care.get_by_role("link", name="Bikes").click()
    care.wait_for_url("**/bikes/*")
    form = care.get_by_role("form", name="Log this ride")
    form.locator("[data-place=km]").fill("140")
    form.get_by_role("button", name="Log this ride").click()
    expect(care.get_by_text("2,380 km").first).to_be_visible()
    care.get_by_role("link", name="Care").click()
    expect(row(care, "chain cleaned")).to_contain_text("overdue")
    expect(row(care, "chain cleaned")).to_contain_text("30 km over")
    care.get_by_role("button", name="sprockets chain cleaned and oiled: done today").click()
    expect(row(care, "chain cleaned")).to_contain_text("later")
    expect(row(care, "chain cleaned")).to_contain_text("350 km to go")


@pytest.mark.parametrize("expected_errors", [{"422"}], ids=["refused on purpose"])
def test_what_cannot_have_been_is_refused_by_its_field(care):
    care.get_by_role("button", name="sprockets new chain: done on another day").click()
    form = care.get_by_role("form", name="Write it down")
    form.locator("[data-place=on]").fill("2031-02-03")
    form.locator("[data-place=km]").fill("12")
    form.get_by_role("button", name="Write it down").click()
    expect(form).to_contain_text("ust not lie in the future")
    expect(form.locator("[data-place=on]")).to_have_value("2031-02-03")
    form.locator("[data-place=on]").fill("2026-11-20")
    form.get_by_role("button", name="Write it down").click()
    expect(form).to_contain_text("which it had come to by the day before")
    expect(form.locator("[data-place=km]")).to_have_value("12")
    form.locator("[data-place=km]").fill("2240")
    form.get_by_role("button", name="Write it down").click()
    expect(care.get_by_text("Sprockets, new chain: written down.")).to_be_visible()
    expect(row(care, "new chain")).to_contain_text("5,250 km to go")


def test_what_it_really_cost_moves_with_what_is_done(care):
    part = care.get_by_role("region", name="What it really cost")
    expect(part).to_contain_text("upkeep cost 42 crowns")
    care.get_by_role("button", name="hub oil change: done today").click()
    expect(part).to_contain_text("upkeep cost 59 crowns")
    part.get_by_text("By year and by task").click()
    expect(
        part.get_by_role("row", name=re.compile("^Hub: oil change 3 done, 0 due 35 crowns"))
    ).to_be_visible()


def test_costs_reckons_with_what_is_really_ridden_in_a_year(care):
    part = care.get_by_role("region", name="What it really cost")
    assumed = re.compile(r"Costs reckons with \(?2,284\skm")
    expect(part).to_contain_text(assumed)
    ridden = re.search(r"it goes ([\d,]+)\skm in a year", part.inner_text())[1]
    part.get_by_role("button", name="Reckon with it in Costs").click()
    expect(part).to_contain_text(f"about what Costs reckons with ({ridden} km)")
    expect(part.get_by_role("button", name="Costs reckons with it")).to_be_disabled()
    care.get_by_role("button", name=re.compile("^Undo: ")).click()
    expect(part).to_contain_text(assumed)


def test_a_card_for_the_wall_is_printed_and_left_again(care):
    care.get_by_role("button", name="Card for the wall").click()
    card = care.get_by_role("region", name="Card for the wall")
    expect(card.get_by_role("row", name=re.compile("^Hub: oil change"))).to_be_visible()
    care.evaluate("window.print = () => { window.printed = true; }")
    care.get_by_role("button", name="Print the card").click()
    assert care.evaluate("window.printed")
    care.emulate_media(media="print")
    expect(card).to_be_visible()
    expect(care.get_by_role("button", name="Back to what is due")).to_be_hidden()
    care.emulate_media(media="screen")
    care.get_by_role("button", name="Back to what is due").click()
    expect(card).to_be_hidden()


@pytest.fixture
def tour(care: Page) -> Page:
    care.get_by_role("link", name="On tour").click()
    expect(says(care)).to_contain_text("Before 640 km in 9 days")
    return care


def test_a_tour_is_planned_and_follows_what_is_typed(tour):
    tour.get_by_role("button", name="Add a tour").click()
    expect(says(tour)).to_contain_text("500 km in 7 days")
    field(tour, "tours[1].km").fill("1800")
    field(tour, "tours[1].days").fill("30")
    expect(says(tour)).to_contain_text("Before 1,800 km in 30 days")
    carry = tour.get_by_role("table", name="Take along")
    expect(carry.get_by_role("row", name=re.compile("^A pair of brake pads"))).to_be_hidden()
    expect(tour.get_by_text(re.compile("Stays at home, since any bicycle shop has it"))).to_be_visible()
    field(tour, "tours[1].workshop_km").fill("200")
    expect(carry.get_by_role("row", name=re.compile("^A pair of brake pads"))).to_be_visible()
    field(tour, "tours[1].coldest_c").fill("-12")
    expect(tour.get_by_text(re.compile("pawls may stick")).first).to_be_visible()
    group = tour.get_by_role("group", name="Bikes that go on it")
    group.get_by_role("button", name="The yard bike").click()
    expect(tour.get_by_text(re.compile("pawls may stick"))).to_be_hidden()
    # The last bike stays: a tour goes on one at least.
    group.get_by_role("button", name="The heavy one").click()
    expect(group.get_by_role("button", name="The heavy one")).to_have_attribute("aria-pressed", "true")
    tour.reload()
    tour.get_by_role("navigation", name="Tours").get_by_role("button", name="A tour", exact=True).click()
    expect(says(tour)).to_contain_text("Before 1,800 km in 30 days")
    expect(field(tour, "tours[1].km")).to_have_value("1800")


def test_a_tour_is_removed_and_brought_back_by_undo(tour):
    tours = tour.get_by_role("navigation", name="Tours")
    tours.get_by_role("button", name="Copy it").click()
    expect(tours.get_by_role("button", name="Over the moors to the heather 2")).to_be_visible()
    tours.get_by_role("button", name="Remove it").click()
    tours.get_by_role("button", name="Remove it").click()
    expect(says(tour)).to_contain_text("No tour is planned yet.")
    tour.get_by_role("button", name=re.compile("^Undo")).click()
    expect(says(tour)).to_contain_text("640 km in 9 days")


@pytest.mark.parametrize("expected_errors", [{"422"}], ids=["refused on purpose"])
def test_a_tour_of_no_km_is_refused_and_keeps_what_was_typed(tour):
    km = field(tour, "tours[0].km")
    km.fill("0")
    expect(tour.get_by_text("must be from 1 to 60000 km")).to_be_visible()
    expect(km).to_have_value("0")
    # What was last valid stays in sight.
    expect(says(tour)).to_contain_text("640 km in 9 days")
    km.fill("70")
    expect(says(tour)).to_contain_text("70 km in 9 days")


def test_the_sheet_of_a_tour_prints_whole(tour):
    tour.evaluate("window.print = () => { window.printed = true; }")
    tour.get_by_role("button", name="Print the sheet").click()
    assert tour.evaluate("window.printed")
    tour.emulate_media(media="print")
    expect(tour.get_by_role("table", name="Take along")).to_be_visible()
    expect(tour.get_by_role("article", name=re.compile("^The tour"))).to_contain_text(
        "A list is no guarantee"
    )
    expect(field(tour, "tours[0].km")).to_be_hidden()
    tour.set_viewport_size({"width": 700, "height": 1000})
    fits_sideways(tour)


def test_in_miles_and_on_a_phone(tour):
    tour.get_by_role("button", name="mph").click()
    expect(says(tour)).to_contain_text("398 mi in 9 days")
    expect(field(tour, "tours[0].km")).to_have_value("397.7")
    tour.set_viewport_size({"width": 390, "height": 844})
    fits_sideways(tour)
    expect(tour.get_by_role("row", name=re.compile("^Oil and a syringe"))).to_be_visible()


def test_upkeep_changed_in_the_setup_is_taken_over_by_a_press(care, demo_server):
    care.get_by_role("link", name="The yard bike").click()
    expect(row(care, "taken apart and greased")).to_be_visible()
    take = care.get_by_role("button", name="Take it over")
    expect(take).to_be_hidden()
    job = demo_server.get("api/jobs")[0]["id"]
    held = next(
        each
        for each in demo_server.get(f"api/jobs/{job}")["setups"]
        if each["setup"]["name"] == "Eight-speed hub"
    )
    setup = held["setup"]
    setup["path"][1]["care"] = [{"what": "looked at", "every_km": 100}]
    demo_server.send("PUT", f"api/jobs/{job}/setups/{held['id']}?version={held['version']}", setup)
    care.reload()
    take.click()
    expect(row(care, "looked at")).to_contain_text("overdue")
    care.get_by_role("button", name=re.compile("^Undo")).click()
    expect(row(care, "taken apart and greased")).to_be_visible()


def test_a_bike_without_upkeep_leads_to_where_it_is_filled_in_and_gets_it(page, demo):
    [job, *_] = demo.get("api/jobs")
    held = demo.get(f"api/jobs/{job['id']}")["setups"][0]
    setup = held["setup"]
    for part in (*setup["path"], setup["cranks"], setup["wheel"]):
        part.pop("care", None)
    demo.send("PUT", f"api/jobs/{job['id']}/setups/{held['id']}?version={held['version']}", setup)
    open_view(page, demo, "Bikes")
    page.get_by_label("Name of the bike").fill("Bare one")
    page.get_by_label("Built from").select_option(index=0)
    page.get_by_role("button", name="Add this bike").click()
    expect(says(page)).to_contain_text("no ride is logged yet")
    page.get_by_role("link", name="Care", exact=True).click()
    expect(says(page)).to_contain_text("its parts carry no upkeep")
    expect(page.get_by_role("region", name="Next")).to_be_hidden()
    page.get_by_role("link", name="Fill in its upkeep").click()
    page.get_by_role("button", name="Fill in what is usual").click()
    page.get_by_role("link", name="Care", exact=True).click()
    page.get_by_role("button", name="Take it over").click()
    expect(page.get_by_role("region", name="Next").get_by_role("listitem").first).to_be_visible()
    expect(page.get_by_role("link", name="Fill in its upkeep")).to_be_hidden()
