"""Drives of every kind: entered, told apart on the path, and taken apart in Internals."""

import re
import xml.etree.ElementTree as ElementTree

import pytest
from on_page import explained, field, open_view, saved
from playwright.sync_api import Page, expect

from kettledrum.demo import drives_of_the_valley
from kettledrum.store import Store

SVG = "{http://www.w3.org/2000/svg}"


@pytest.fixture
def valley(page: Page, demo_server) -> Page:
    """The job with a setup of each kind of drive, at its first setup."""
    store = Store(demo_server.data / "demo")
    store.start_over([drives_of_the_valley()])
    store.close()
    open_view(page, demo_server, "Setups")
    expect(page.get_by_label("Name of the setup")).to_be_visible()
    return page


def go_to(page: Page, name: str) -> None:
    page.get_by_role("navigation", name="Setups").get_by_role("link", name=name).click()
    expect(page.get_by_label("Name of the setup")).to_have_value(re.compile(name))


def sum_up(page: Page):
    return page.get_by_role("region", name="What it adds up to")


def test_crossed_chains_and_the_usual_order_are_marked(valley):
    go_to(valley, "Two rings")
    crossed = valley.get_by_role("row").filter(has_text="crossed chain")
    expect(crossed).to_have_count(4)
    expect(crossed.first).to_contain_text("44 × 32")
    expect(valley.get_by_role("row", name=re.compile("gear 2 28 × 28 2 1.00"))).to_be_visible()
    expect(valley.get_by_role("row", name=re.compile("gear 4 crossed chain 44 × 32 —"))).to_be_visible()
    expect(sum_up(valley)).to_contain_text("11 of 16, see “Ridden as”")


def test_the_drawing_says_how_a_drive_is_changed(valley):
    for name, words in (
        ("Fixed wheel", "fixed: no freewheel"),
        ("Kick-back", "2-speed hub, kick back · kicked back"),
        ("shifts by itself", "2-speed hub, by speed · by itself at 17 km/h"),
        ("Twin chains", "pedalled back"),
    ):
        go_to(valley, name)
        expect(valley.get_by_role("group", name="Power path")).to_contain_text(words)


def test_what_a_drive_stands_for_and_how_it_wears(valley):
    go_to(valley, "Fixed wheel")
    expect(sum_up(valley)).to_contain_text("even: the teeth share no factor")
    expect(sum_up(valley)).to_contain_text("17; with either foot in front 17")
    go_to(valley, "Chaingear and five")
    # 32 teeth, and 32 × (1 + 42/66) = 52.4.
    expect(sum_up(valley)).to_contain_text("32 and 50.1 teeth")
    go_to(valley, "Twelve-speed gearbox")
    expect(valley.get_by_text("both move")).to_have_count(2)
    expect(sum_up(valley)).to_contain_text("2 of 11: slower and louder")


def test_a_drive_connected_backwards_is_pointed_at(valley):
    go_to(valley, "Shed-built")
    expect(valley.get_by_role("list", name="Checks")).to_be_hidden()
    field(valley, "path[1].front").fill("16")
    field(valley, "path[1].rear").fill("38")
    expect(valley.get_by_role("list", name="Checks")).to_contain_text("is it connected the right way round?")


@pytest.mark.parametrize("expected_errors", [{"422"}], ids=["half-typed teeth are refused"])
def test_a_compound_drive_is_built_from_nothing(valley):
    valley.get_by_role("button", name="Add setup").click()
    valley.get_by_role("menuitem", name="Single-speed").click()
    expect(valley.get_by_label("Name of the setup")).to_have_value("Single-speed")
    valley.get_by_role("button", name="Add stage").click()
    valley.get_by_role("menuitem", name="Hub", exact=True).click()
    valley.get_by_role("button", name="More for Hub").click()
    valley.get_by_role("menuitem", name="Give the teeth of its planetary sets").click()
    # 42 ÷ 18 with sun 24 held in a ring of 60: down 60 ÷ 84.
    expect(explained(valley)).to_contain_text("42 ÷ 18 × 0.714 = 1.67")
    field(valley, "path[1].gears.epicyclic[0].ring").fill("30")
    expect(
        valley.get_by_text("Must have at least 34 teeth for planets to fit round a sun of 24.")
    ).to_be_visible()
    field(valley, "path[1].gears.epicyclic[0].ring").fill("66")
    expect(explained(valley)).to_contain_text("42 ÷ 18 × 0.733")
    valley.get_by_role("button", name="More for Hub, planetary").click()
    valley.get_by_role("menuitem", name="Changes by itself at a speed").click()
    field(valley, "path[1].change.trigger_kmh").fill("18")
    saved(valley)
    valley.get_by_role("button", name="More for Hub, planetary").click()
    valley.get_by_role("menuitem", name="Give the teeth of its gear trains").click()
    expect(valley.get_by_role("button", name=re.compile("Show gear"))).to_have_count(6)
    valley.get_by_role("button", name="More for Hub, gear trains").click()
    valley.get_by_role("menuitem", name="Make it stepless").click()
    field(valley, "path[1].gears.stepless.low").fill("0.5")
    field(valley, "path[1].gears.stepless.high").fill("2")
    field(valley, "path[1].gears.stepless.steps").fill("3")
    expect(explained(valley)).to_contain_text("42 ÷ 18 × 0.5")
    expect(valley.get_by_role("button", name=re.compile("Show gear"))).to_have_count(3)
    saved(valley)


def test_internals_show_what_turns_how_fast(valley):
    valley.get_by_role("link", name="Internals").click()
    valley.get_by_role("combobox", name="Hub or gearbox").click()
    valley.get_by_role("option", name="Nine-speed hub").click()
    expect(valley.get_by_role("img", name="Sun of 33, ring of 75, 3 planets: down")).to_be_visible()
    valley.get_by_role("button", name="Draw gear 9").click()
    expect(valley.get_by_role("img", name="Sun of 33, ring of 75, 3 planets: up")).to_be_visible()
    # Sun 33 held: the ring turns 1 + 33/75 = 1.44 times for one of the carrier, and is the second carrier.
    expect(valley.get_by_role("row", name="ring of set 1 out")).to_contain_text("1.440")
    expect(valley.get_by_role("row", name="carrier of set 2 in")).to_contain_text("1.440")
    expect(valley.get_by_role("row", name="sun of set 1 held")).to_contain_text("stands still")
    valley.get_by_role("slider", name="Turns of the input").focus()
    valley.keyboard.press("End")
    expect(valley.get_by_text("1.00 turns in")).to_be_visible()


def test_the_gear_sets_are_saved_as_a_drawing_and_their_hub_on_the_shelf(valley):
    valley.get_by_role("link", name="Internals").click()
    valley.get_by_role("combobox", name="Hub or gearbox").click()
    valley.get_by_role("option", name="Nine-speed hub").click()
    expect(valley.get_by_role("img", name="Sun of 33, ring of 75, 3 planets: down")).to_be_visible()
    valley.get_by_role("button", name="Save as").click()
    with valley.expect_download() as download:
        valley.get_by_role("menuitem", name="Drawing as SVG").click()
    # A sun, three planets and a ring in each; those of the second set are stepped, and have two rows.
    drawing = ElementTree.parse(download.value.path()).getroot()
    assert [len(each.findall(f".//{SVG}path")) for each in drawing.findall(f"{SVG}svg")] == [5, 8]
    valley.get_by_role("button", name="To Parts").click()
    expect(valley.get_by_text("is in Parts.")).to_be_visible()


def test_a_hub_that_changes_by_itself_shows_where(valley):
    valley.get_by_role("link", name="Line-up").click()
    lane = valley.get_by_role("listbox", name=re.compile("^E, Two-speed hub that shifts"))
    expect(lane.locator("rect[data-open=false]")).to_have_count(1)
    expect(lane.locator("title")).to_have_text("changes by itself at 17.0 km/h")
    reading, line = valley.locator("[data-band]").nth(4), valley.get_by_role("slider", name="Speed")
    line.focus()
    line.press("PageUp")
    for _ in range(2):
        line.press("ArrowLeft")
    # The rider would still be in gear 1 at 18 km/h: √(3.71 m × 5.04 m) × √(60 × 88) rpm is 18.9.
    expect(line).to_have_attribute("aria-valuetext", re.compile(r"^18[.]0 km/h\b"))
    expect(reading).to_contain_text("gear 2")
    for _ in range(3):
        line.press("ArrowLeft")
    expect(reading).to_contain_text("gear 1")


@pytest.mark.parametrize("expected_errors", [{"422"}], ids=["refused on purpose"])
def test_a_set_is_tried_and_made_a_setup(valley):
    valley.get_by_role("link", name="Internals").click()
    valley.get_by_role("combobox", name="Hub or gearbox").click()
    valley.get_by_role("option", name="One to try things on").click()
    valley.get_by_role("textbox", name="Planets").fill("5")
    checks = valley.get_by_role("list", name="Checks")
    expect(checks).to_contain_text("84 is not divisible by 5: 5 planets cannot be put in at equal distances")
    valley.get_by_role("textbox", name="Sun").fill("58")
    expect(
        valley.get_by_text("Must have at least 68 teeth for planets to fit round a sun of 58.")
    ).to_be_visible()
    expect(valley.get_by_role("textbox", name="Sun")).to_have_value("58")
    valley.get_by_role("textbox", name="Sun").fill("30")
    valley.get_by_role("textbox", name="Planets").fill("3")
    expect(checks).to_contain_text("30 + 60 = 90 is divisible by 3")
    valley.get_by_role("button", name="Keep it").click()
    valley.get_by_role("menuitem", name="In Parts, as a hub").click()
    expect(valley.get_by_text(re.compile("“hub, set of .*” is in Parts"))).to_be_visible()
    valley.get_by_role("button", name="Keep it").click()
    valley.get_by_role("menuitem", name="In a new setup, as a hub").click()
    expect(valley.get_by_label("Name of the setup")).to_have_value("Hub from its teeth")
    # 42 ÷ 20 × 60 ÷ 90
    expect(explained(valley)).to_contain_text("42 ÷ 20 × 0.667 = 1.40")


def entering(page: Page, way: str):
    """The place to enter the five-speed hub's gears in another way, turned to one."""
    go_to(page, "Chaingear and five")
    page.get_by_role("button", name="Enter them another way").click()
    entry = page.get_by_role("region", name="Enter gears another way")
    entry.get_by_role("button", name=way).click()
    return entry


@pytest.mark.parametrize("expected_errors", [{"422"}], ids=["half-typed entries are refused"])
@pytest.mark.parametrize(
    ("way", "typed", "gears", "ratios"),
    [
        ("List or table", {"Ratios": "gear 1: 0,6\ngear 2: 0,8\ngear 3: 1,0"}, 3, "0.6 0.8 1"),
        ("Steps", {"Lowest ratio": "0,5", "Steps in percent": "20 25"}, 3, "0.5 0.6 0.75"),
        (
            "Ends and count",
            {"Lowest ratio": "0.5", "Range, times or %": "400 %", "Number of gears": "3"},
            3,
            "0.5 1 2",
        ),
        # 18 ÷ 32 of what the wheel turns, over ten turns of the cranks.
        ("Counted on the bench", {"Turns of the wheel": "12.8 17.6 24"}, 3, "0.72 0.99 1.35"),
    ],
)
def test_a_hub_is_entered_in_each_way(valley, way, typed, gears, ratios):
    entry = entering(valley, way)
    for label, text in typed.items():
        entry.get_by_label(label).fill(text)
    expect(entry.get_by_text(f"Understood: {gears} gears")).to_be_visible()
    entry.get_by_role("button", name="Take these gears").click()
    expect(field(valley, "path[2].gears.ratios")).to_have_value(ratios)
    saved(valley)


@pytest.mark.parametrize("expected_errors", [{"422"}], ids=["refused on purpose"])
def test_odd_entries_are_pointed_at_before_anything_is_taken(valley):
    entry = entering(valley, "List or table")
    text = entry.get_by_label("Ratios")
    text.fill("no figures here")
    expect(entry.get_by_text("Holds no number; type or paste the gears")).to_be_visible()
    expect(entry.get_by_role("button", name="Take these gears")).to_be_disabled()
    expect(text).to_have_value("no figures here")
    text.fill("0.53 0.64 0.76 0.91 0.1 1.18 1.42")
    expect(entry.get_by_text("gear 5 (0.1) is out of order: lower than the one before")).to_be_visible()
    entry.get_by_role("button", name="Cancel").click()
    expect(field(valley, "path[2].gears.ratios")).to_have_value("0.655 0.805 1 1.235 1.54")
