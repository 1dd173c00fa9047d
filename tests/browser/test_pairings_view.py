"""Pairings: chosen in the grid by keyboard, refused with reasons, taken, undone."""

import re

import pytest
from on_page import field, open_view, saved
from playwright.sync_api import Page, expect

from examples import brief, setup, sprockets


@pytest.fixture
def pairings(page: Page, demo) -> Page:
    open_view(page, demo, "Pairings")
    show(page, "Eight-speed hub")
    return page


def show(page: Page, setup: str) -> None:
    link = page.get_by_role("navigation", name="Setups").get_by_role("link", name=setup)
    link.click()
    # The grid of the setup before must not be taken for this one's.
    expect(link).to_have_attribute("aria-current", "page")
    expect(page.get_by_role("grid", name=re.compile("Pairings: front down"))).to_be_visible()


def cell(page: Page, pairing: str):
    return page.get_by_role("gridcell", name=re.compile(f"^{pairing},"))


def details(page: Page, pairing: str):
    return page.get_by_role("region", name=f"Pairing {pairing}")


def test_a_pairing_is_chosen_by_keyboard_taken_and_undone(pairings):
    mounted = cell(pairings, "44 × 22")
    expect(mounted).to_have_attribute("aria-selected", "true")
    mounted.focus()
    # Two up, two to the left: 40 × 20, with the same ratio of 2.
    for key in ("ArrowUp", "ArrowUp", "ArrowLeft", "ArrowLeft"):
        pairings.keyboard.press(key)
    expect(cell(pairings, "40 × 20")).to_be_focused()
    chosen = details(pairings, "40 × 20")
    expect(chosen).to_contain_text("2.44 m, same")
    expect(chosen).to_contain_text("both sprockets, another chain")
    # The lanes show both before anything is taken.
    expect(chosen.get_by_text("As it is, 44 × 22")).to_be_visible()
    expect(chosen.get_by_text("With 40 × 20")).to_be_visible()
    pairings.keyboard.press("Enter")
    expect(pairings.get_by_text("40 × 20 is mounted on Eight-speed hub.")).to_be_visible()
    expect(chosen.get_by_role("button", name="Mounted")).to_be_disabled()
    saved(pairings)
    pairings.reload()
    expect(cell(pairings, "40 × 20")).to_have_accessible_name(re.compile("mounted$"))
    pairings.keyboard.press("Control+z")
    expect(cell(pairings, "44 × 22")).to_have_accessible_name(re.compile("mounted$"))


def test_a_refused_pairing_says_why_and_by_how_much(pairings):
    cell(pairings, "44 × 24").click()
    refused = details(pairings, "44 × 24")
    remedy = "one tooth fewer behind or two teeth more in front would hold."
    expect(refused).to_contain_text(f"44 ÷ 24 = 1.833 is under the smallest allowed, 1.9, by 3.5 %: {remedy}")
    expect(refused).to_contain_text("past one, parts can break under the rider")
    # A limit that its maker sets lower: the grid follows.
    limit = field(pairings, "path[1].limits.primary_ratio_min")
    limit.fill("1.8")
    expect(refused).to_contain_text("44 ÷ 24 = 1.833 is just over the smallest allowed, 1.8.")
    saved(pairings)


@pytest.mark.parametrize("expected_errors", [{"422"}], ids=["refused on purpose"])
def test_what_it_stands_on_is_typed_beside_it_and_refused_by_field(pairings):
    stay = field(pairings, "frame.chainstay_mm")
    stay.fill("43.5 cm")
    expect(details(pairings, "44 × 22")).to_contain_text("102 links")
    stay.fill("4")
    expect(pairings.get_by_text("Must be from 200 to 2500 mm.")).to_be_visible()
    expect(stay).to_have_value("4")
    stay.fill("455")
    expect(pairings.get_by_text("Must be from 200 to 2500 mm.")).to_have_count(0)
    rears = field(pairings, "stock.chain.rear")
    rears.fill("19, 20 21 22")
    expect(pairings.get_by_role("gridcell")).to_have_count(13 * 4)
    # A rider who pulls at the bar breaks what one who stands does not.
    push = field(pairings, "rider.push_factor")
    push.fill("1,6")
    expect(details(pairings, "44 × 22")).to_contain_text(
        "The hardest push puts 104 Nm in, over the 88 Nm derived"
    )
    saved(pairings)


def test_the_ranked_list_goes_to_a_pairing(pairings):
    first = pairings.get_by_role("region", name="Ranked").get_by_role("button").first
    first.click()
    expect(first).to_have_attribute("aria-pressed", "true")
    pairing = first.inner_text().split("\n")[0]
    expect(details(pairings, pairing)).to_be_visible()
    pairings.get_by_role("button", name="All 117").click()
    expect(pairings.get_by_role("region", name="Ranked").get_by_role("listitem")).to_have_count(117)


def test_belts_and_cassettes(pairings):
    show(pairings, "Stepless hub")
    expect(details(pairings, "50 × 24")).to_contain_text("teeth, axle at")
    expect(pairings.get_by_label("Belt pitch, mm")).to_be_visible()
    show(pairings, "One ring, twelve sprockets")
    expect(pairings.get_by_text("the cassette stays, its largest sprocket stands for it")).to_be_visible()
    expect(cell(pairings, "38 × 50")).to_be_visible()


@pytest.mark.parametrize("expected_errors", [{"422"}], ids=["refused on purpose"])
def test_two_chains_on_one_axle(pairings):
    twins = pairings.get_by_role("region", name="Two chains on one axle")
    twins.get_by_role("button", name="Find them").click()
    expect(twins.get_by_text(re.compile(r"\d+ pairs fit; the best 12 of them"))).to_be_visible()
    twins.get_by_label("At its longest, mm").fill("400")
    twins.get_by_role("button", name="Find them").click()
    expect(twins.get_by_text("Must be from the shortest distance to 100 mm more.")).to_be_visible()
    twins.get_by_label("At its longest, mm").fill("445")
    twins.get_by_label("Front teeth").fill("44")
    twins.get_by_role("button", name="Find them").click()
    expect(twins.get_by_text("None of these fit one axle")).to_be_visible()


@pytest.mark.parametrize("expected_errors", [{"422"}], ids=["two rings have no pairings"])
def test_what_pairings_stand_on_can_be_filled_in_while_they_are_worked_out_again(page, demo):
    two_rings = setup(sprockets([28, 42], [14, 18, 24]), name="Two rings")
    demo.send("POST", "api/jobs", {**brief(two_rings), "name": "Wax run"})
    [job] = [each for each in demo.get("api/jobs") if each["name"] == "Wax run"]
    page.goto(f"{demo.address}jobs/{job['id']}/pairings")
    expect(page.get_by_text("has no sprockets with a single one in front")).to_be_visible()
    held = []
    page.route("**/api/calculate/pairings", lambda route: held.append(route))
    push = page.get_by_label("Hardest push over weight")
    push.press_sequentially("1.25", delay=150)
    expect(push).to_be_focused()
    expect(push).to_have_value("1.25")
    assert held
    # What was held goes on.
    page.unroute("**/api/calculate/pairings")
    expect(page.get_by_text("has no sprockets with a single one in front")).to_be_visible()
