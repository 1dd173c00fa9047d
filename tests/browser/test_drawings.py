"""The drawings are drawn to measure."""

import itertools
import math
import re

import pytest
from on_page import field, open_setup
from playwright.sync_api import Page, expect


def drawn(page: Page):
    return page.get_by_role("group", name="Power path")


def sprockets(page: Page) -> list[int]:
    """The teeth that each sprocket is drawn with: four corners of its outline a tooth."""
    outlines = [path.get_attribute("d") for path in drawn(page).locator("path[class*=sprocket]").all()]
    return [(outline.count("L") + 1) // 4 for outline in outlines]


def test_a_sprocket_is_drawn_with_its_teeth(page, demo):
    open_setup(page, demo, "As ridden: single-speed")
    expect(drawn(page)).to_contain_text("40 teeth")
    assert sprockets(page) == [40, 20]
    field(page, "path[0].front").fill("53")
    expect(drawn(page)).to_contain_text("53 teeth")
    assert sprockets(page) == [53, 20]


def test_a_chain_runs_along_both_sprockets(page, demo):
    open_setup(page, demo, "As ridden: single-speed")
    loop = drawn(page).locator("path[class*=chain]").get_attribute("d")
    axles = [
        (float(axle.get_attribute("cx")), float(axle.get_attribute("cy")))
        for axle in drawn(page).locator("g[aria-label*=sprockets] circle[class*=axle]").all()
    ]
    points = [tuple(map(float, pair)) for pair in re.findall(r"[ML](-?[\d.]+) (-?[\d.]+)", loop)]
    radii = [math.dist(axles[0], points[0]), math.dist(axles[1], points[1])]
    assert radii[0] / radii[1] == pytest.approx(40 / 20, rel=0.01)
    # The straight run stands square to both radii, or it would cut into a sprocket.
    run = (points[1][0] - points[0][0], points[1][1] - points[0][1])
    for axle, point in zip(axles, points[:2], strict=True):
        radius = (point[0] - axle[0], point[1] - axle[1])
        assert run[0] * radius[0] + run[1] * radius[1] == pytest.approx(0, abs=5)


def test_a_belt_is_told_from_a_chain(page, demo):
    open_setup(page, demo, "Stepless hub")
    expect(drawn(page).locator("path[class*=belt]")).to_have_count(1)
    expect(drawn(page).locator("path[class*=chain]")).to_have_count(0)


def test_every_gear_of_a_case_can_be_pressed(page, demo):
    open_setup(page, demo, "Twelve-speed crank gearbox")
    cells = drawn(page).locator("g[class*=cell]")
    expect(cells).to_have_count(12)
    cells.nth(6).click()
    expect(cells.nth(6)).to_have_attribute("data-chosen", "true")
    expect(page.get_by_text("Gear 7: 1.509 × 32 ÷ 30")).to_be_visible()


@pytest.mark.parametrize("units", ["km/h", "mph"])
def test_bars_stand_on_the_logarithm_of_speed(page, demo, units):
    page.goto(demo.address)
    page.get_by_role("button", name=units).click()
    lane = page.get_by_role("listbox", name="D, Fourteen-speed hub")
    expect(lane.get_by_role("option")).to_have_count(14)
    bars = [bar.bounding_box() for bar in lane.get_by_role("option").all()]
    # From 60 to 88 rpm is the same proportion in every gear, so on this axis every bar has one width,
    # and gears an even 13.4 % apart stand evenly.
    widths = {round(bar["width"], 1) for bar in bars}
    assert max(widths) - min(widths) < 0.3
    gaps = [after["x"] - bar["x"] for bar, after in itertools.pairwise(bars)]
    assert max(gaps) - min(gaps) < 1
    assert gaps[0] / bars[0]["width"] == pytest.approx(math.log(1.134) / math.log(88 / 60), rel=0.02)


def test_a_gear_that_adds_nothing_is_drawn_thin(page, demo):
    open_setup(page, demo, "Eight-speed hub")
    field(page, "path[1].gears.ratios").fill("0.55 0.56 1")
    expect(page.get_by_text("beside 1")).to_be_visible()
    page.get_by_role("link", name="Line-up").click()
    bars = page.get_by_role("listbox", name="C, Eight-speed hub").locator("rect")
    expect(bars).to_have_count(3)
    heights = [bar.bounding_box()["height"] for bar in bars.all()]
    assert heights[1] < heights[0] == heights[2]
    page.get_by_role("listbox", name="C, Eight-speed hub").get_by_role("option").nth(1).focus()
    expect(page.get_by_role("tooltip")).to_contain_text("Less than 5 % above gear 1")


def test_the_line_up_prints_on_one_clean_sheet(page, demo):
    page.goto(demo.address)
    expect(page.get_by_role("listbox")).to_have_count(7)
    page.emulate_media(media="print")
    expect(page.get_by_role("navigation", name="Views")).to_be_hidden()
    expect(page.get_by_role("button", name="mph")).to_be_hidden()
    expect(page.get_by_role("heading", name="Honey round")).to_be_visible()


def test_the_dark_theme_prints_dark_ink_on_white(page, demo):
    page.emulate_media(color_scheme="dark")
    page.goto(demo.address)
    heading = page.get_by_role("heading", name="Line-up")
    expect(heading).to_have_css("color", "rgb(236, 230, 218)")
    page.emulate_media(color_scheme="dark", media="print")
    expect(heading).to_have_css("color", "rgb(30, 36, 38)")
    expect(page.locator("body")).to_have_css("background-color", "rgb(255, 255, 255)")
