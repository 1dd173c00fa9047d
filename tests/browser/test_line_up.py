"""The line-up: setups side by side, read at a speed."""

import re

import pytest
from playwright.sync_api import Page, expect

CELLS = ["235 %", "2.91 m", "−34 %", "6.83 m", "+54 %", "23–25 %", "5", "36.1 km/h", "460", "522"]
"""Of the five-speed hub: its gears, what it costs to buy, and over five years."""


@pytest.fixture
def line_up(page: Page, demo) -> Page:
    page.goto(demo.address)
    expect(page.get_by_role("heading", name="Line-up")).to_be_visible()
    return page


def readings(page: Page) -> list[str]:
    return page.locator("[data-band] p:first-child").all_inner_texts()


def headline(page: Page, setup: str):
    table = page.get_by_role("table", name=re.compile("What each setup adds up to"))
    return table.get_by_role("row", name=re.compile(setup))


def test_the_demo_shows_seven_setups_side_by_side(line_up):
    expect(line_up).to_have_url(re.compile("/line-up$"))
    expect(line_up.get_by_text("7 setups on one road speed scale")).to_be_visible()
    lanes = line_up.get_by_role("listbox")
    expect(lanes).to_have_count(7)
    # A single speed, hubs of 5, 8 and 14, a gearbox of 12, the two ends of a stepless hub, twelve sprockets.
    assert [lane.get_by_role("option").count() for lane in lanes.all()] == [1, 5, 8, 14, 12, 2, 12]
    row = headline(line_up, "Five-speed hub")
    expect(row.get_by_role("cell")).to_have_text(CELLS)
    expect(headline(line_up, "As ridden")).to_contain_text("reference")


def test_the_speed_line_is_moved_by_keys(line_up):
    line = line_up.get_by_role("slider", name="Speed")
    expect(line).to_have_attribute("aria-valuetext", re.compile(r"^14[.]0 km/h\b"))
    # At 14 km/h (233.3 m a minute) on 4.436 m a turn the single-speed turns at 52.6 rpm, below 60.
    assert readings(line_up)[0] == "53 rpm"
    expect(line_up.get_by_text("gear 1, below the band")).to_be_visible()
    line.focus()
    line.press("PageUp")
    expect(line).to_have_attribute("aria-valuetext", re.compile(r"^19[.]0 km/h\b"))
    # 316.7 m a minute: 71.4 rpm.
    assert readings(line_up)[0] == "71 rpm"
    line.press("ArrowLeft")
    line.press("Shift+ArrowLeft")
    expect(line).to_have_attribute("aria-valuetext", re.compile(r"^18[.]4 km/h\b"))
    line.press("Home")
    # Below its lowest gear at 60 rpm a stepless hub has only its low end.
    expect(line_up.get_by_text("at its end, below the band")).to_be_visible()
    line.press("End")
    expect(line_up.get_by_text("gear 14, above the band")).to_be_visible()


def test_the_speed_line_is_dragged_and_stays(line_up):
    line = line_up.get_by_role("slider", name="Speed")
    box = line.bounding_box()
    x, y = box["x"] + box["width"] / 2, box["y"] + 12
    line_up.mouse.move(x, y)
    line_up.mouse.down()
    line_up.mouse.move(x + 60, y + 40, steps=4)
    line_up.mouse.move(x + 120, y + 40, steps=4)
    line_up.mouse.up()
    value = line.get_attribute("aria-valuetext")
    assert float(value.split()[0]) > 17
    line_up.reload()
    expect(line_up.get_by_role("slider", name="Speed")).to_have_attribute("aria-valuetext", value)


def test_a_gear_explains_itself_on_hover_and_on_focus(line_up):
    # What the road asks comes later, and moves the lanes down.
    line_up.wait_for_load_state("networkidle")
    eight = line_up.get_by_role("listbox", name="C, Eight-speed hub")
    eight.get_by_role("option").nth(1).hover()
    tip = line_up.get_by_role("tooltip")
    expect(tip).to_contain_text("44 ÷ 22 × 0.65 = 1.30; × 2.22 m = 2.88 m a turn")
    expect(tip).to_contain_text("10.4–15.2 km/h at 60–88 rpm")
    line_up.mouse.move(5, 5)
    expect(tip).to_be_hidden()
    eight.get_by_role("option").first.focus()
    expect(tip).to_contain_text("44 ÷ 22 × 0.55 = 1.10")
    line_up.keyboard.press("ArrowRight")
    line_up.keyboard.press("ArrowRight")
    expect(tip).to_contain_text("44 ÷ 22 × 0.77 = 1.54")
    line_up.keyboard.press("Escape")
    expect(tip).to_be_hidden()


def test_every_gear_can_be_read_as_a_table(line_up):
    line_up.get_by_text("Every gear as a table").click()
    row = line_up.get_by_role("row", name=re.compile("E Twelve-speed crank gearbox 1 0.562"))
    expect(row).to_contain_text("0.562 × 32 ÷ 30")


def test_units_and_measure_change_every_figure_and_are_remembered(line_up):
    line_up.get_by_role("button", name="mph").click()
    line_up.get_by_role("link", name="Settings").click()
    line_up.get_by_label("A gear is told by").select_option("gear_inches")
    line_up.get_by_role("link", name="Line-up").click()
    row = headline(line_up, "Five-speed hub")
    # 42 ÷ 21 × 0.655 × 27.795 in = 36.4 in; 36.1 km/h is 22.4 mph.
    expect(row).to_contain_text("36.4 in")
    expect(row).to_contain_text("22.4 mph")
    expect(line_up.get_by_role("slider", name="Speed")).to_have_attribute(
        "aria-valuetext", re.compile(r"^8[.]7 mph\b")
    )
    line_up.reload()
    expect(row).to_contain_text("36.4 in")


def test_a_setup_is_opened_from_the_table(line_up):
    line_up.get_by_role("link", name="Eight-speed hub").click()
    expect(line_up.get_by_label("Name of the setup")).to_have_value("Eight-speed hub")


def test_each_setup_is_likened_to_a_derailleur_drive(line_up):
    familiar = line_up.get_by_role("region", name="In familiar terms")
    eight = familiar.get_by_role("row", name=re.compile("Eight-speed hub")).get_by_role("cell")
    # 305 % against 34 ÷ 11 = 309 %; 44 ÷ 22 × 0.55 = 1.10 against 40 ÷ 36 = 1.11.
    expect(eight).to_have_text(["11–34 cassette, 1 % less", "40 × 36, 1 % lower", "1 of 1", "none"])
    one = familiar.get_by_role("row", name=re.compile("One ring, twelve")).get_by_role("cell")
    expect(one).to_have_text(["11–50 cassette", "28 × 36, 2 % lower", "0 of 1", "1 between"])
    familiar.get_by_text("Gear by gear against A").click()
    # 2.0 turns: direct in the five-speed, gear 9 of the fourteen 1.3 % above, within the stepless span.
    equals = familiar.get_by_role("row", name=re.compile("4.44 m")).get_by_role("cell")
    assert equals.all_inner_texts() == [
        "4.44 m",
        "3 (same)",
        "5 (same)",
        "9 (+1.3 %)",
        "lost, between",
        "in its span",
        "lost, between",
    ]
    line_up.get_by_role("link", name="Eight-speed hub").click()
    expect(line_up.get_by_role("region", name="What it adds up to")).to_contain_text(
        "Lowest gear like40 × 36, 1 % lower, on this wheel"
    )
