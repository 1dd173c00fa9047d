"""Roads: added, drawn, ridden, read by keyboard, taken back; and what all riding says of the setups."""

import re

import pytest
from on_page import field, open_view, saved
from playwright.sync_api import Page, expect

from tracks import gpx, ramp

ROUND, MARKET = "Round of the three apiaries", "Market in the vale and back"


@pytest.fixture
def roads(page: Page, demo) -> Page:
    open_view(page, demo, "Road")
    expect(page.get_by_label("Name of the road")).to_have_value(ROUND)
    return page


def tabs(page: Page):
    return page.get_by_role("navigation", name="Roads").get_by_role("link")


def add(page: Page, name: str, content: bytes) -> None:
    page.get_by_label("Files of roads").set_input_files(
        {"name": name, "mimeType": "application/gpx+xml", "buffer": content}
    )


def test_a_road_is_read_at_a_place_by_keyboard(roads):
    cursor = roads.get_by_role("slider", name="Place on the road")
    cursor.focus()
    cursor.press("Home")
    expect(roads.get_by_text("0.00 km · 212 m")).to_be_visible()
    # Ten twentieths on: 11.5 km of 23.0.
    for _ in range(10):
        cursor.press("PageUp")
    expect(cursor).to_have_attribute("aria-valuetext", re.compile(r"^11[.]51 km\b"))
    expect(roads.get_by_text("11.51 km · 37")).to_be_visible()
    cursor.press("End")
    expect(cursor).to_have_attribute("aria-valuetext", re.compile(r"^23[.]02 km\b"))
    row = roads.get_by_role("row", name=re.compile("As ridden: single-speed")).first
    expect(row).to_contain_text("601 kJ")
    roads.get_by_role("button", name="mph").click()
    expect(cursor).to_have_attribute("aria-valuetext", re.compile(r"^14[.]30 mi\b"))


def test_what_is_typed_over_a_setup_is_ridden_at_once(roads):
    before = roads.get_by_role("row", name=re.compile("Eight-speed hub")).first.inner_text()
    roads.get_by_role("link", name="Setups").click()
    roads.get_by_role("navigation", name="Setups").get_by_role("link", name="Eight-speed hub").click()
    field(roads, "path[0].rear").fill("26")
    saved(roads)
    roads.get_by_role("link", name="Road").click()
    expect(roads.get_by_role("row", name=re.compile("Eight-speed hub")).first).not_to_have_text(before)


def test_a_track_is_added_ridden_and_taken_back(roads):
    add(roads, "Mill lane up.gpx", gpx(ramp(), name=""))
    expect(roads.get_by_label("Name of the road")).to_have_value("Mill lane up")
    expect(roads.get_by_role("main")).to_contain_text("Steepest 50 m5.0 %")
    expect(roads.get_by_role("img", name="Outline of Mill lane up, north up")).to_be_visible()
    expect(roads.get_by_text("How often is not said of “Mill lane up”")).to_be_visible()
    roads.get_by_role("button", name="Take it back").click()
    expect(tabs(roads)).to_have_count(2)
    roads.get_by_role("button", name=re.compile("^Undo")).click()
    expect(tabs(roads)).to_have_count(3)


def test_a_file_that_is_no_road_is_named_and_leaves_nothing(roads):
    add(roads, "wrong.gpx", gpx(ramp(), [(91, 0, 1)]))
    told = roads.get_by_role("alert").filter(has_text="wrong.gpx was not added")
    expect(told).to_contain_text("point 202, line 1: has the latitude 91; it must be from −90 to 90")
    expect(tabs(roads)).to_have_count(2)
    told.get_by_role("button", name="Close").click()
    expect(told).to_be_hidden()


def test_of_a_file_with_a_bad_track_the_good_ones_are_taken_and_the_other_is_named(roads):
    good, bad = gpx(ramp(), name="Out").decode(), gpx([(40, -30, 5)], name="Gate").decode()
    data = good.replace("</gpx>", bad[bad.index("<trk>") :]).encode()
    add(roads, "two.gpx", data)
    expect(roads.get_by_label("Name of the road")).to_have_value("Out")
    told = roads.get_by_role("alert").filter(has_text="Of two.gpx, one track was left out")
    expect(told).to_contain_text("“Gate”: it has 1 point; a road has at least two.")
    expect(tabs(roads)).to_have_count(3)
    told.get_by_role("button", name="Close").click()
    expect(told).to_be_hidden()


def test_a_long_import_shows_how_far_it_is_and_is_stopped(roads):
    segments = [ramp(2000, start=40 + number / 50) for number in range(900)]
    add(roads, "across.gpx", gpx(*segments, name="Across"))
    doing = roads.get_by_role("region", name="Taking a road in")
    expect(doing.get_by_role("progressbar")).to_have_attribute("aria-valuenow", re.compile("[1-9]"))
    doing.get_by_role("button", name="Stop").click()
    expect(roads.get_by_text("across.gpx was stopped; nothing of it was added.")).to_be_visible()
    expect(tabs(roads)).to_have_count(2)


def test_a_road_dropped_on_another_view_goes_to_the_roads(roads):
    roads.get_by_role("link", name="Line-up").click()
    roads.evaluate(
        """(text) => {
          const data = new DataTransfer();
          data.items.add(new File([text], "Over the dam.gpx"));
          window.dispatchEvent(new DragEvent("drop", { dataTransfer: data, bubbles: true }));
        }""",
        gpx(ramp(), name="").decode(),
    )
    expect(roads.get_by_label("Name of the road")).to_have_value("Over the dam")


@pytest.mark.parametrize("expected_errors", [{"422"}])
def test_a_road_is_drawn_leg_by_leg(roads, demo):
    roads.get_by_role("button", name="Draw a road").click()
    expect(roads.get_by_label("Name of the road")).to_have_value("New road")
    legs = field(roads, "legs")
    expect(legs).to_have_value("1 km at 0 %")
    legs.fill("2 km at 6 %\n800 m uphill")
    expect(roads.get_by_text("Line 2, “800 m uphill”, must be a length and a grade")).to_be_visible()
    legs.fill("2 km at 6 %\n800 m at 70 %")
    expect(roads.get_by_text("Line 2: the grade must be from −60 to 60 %.")).to_be_visible()
    expect(legs).to_have_value("2 km at 6 %\n800 m at 70 %")
    legs.fill("2 km at 6 %\n0,8 km down 4 %")
    field(roads, "rides.count").fill("3")
    roads.get_by_label("In each").select_option("year")
    saved(roads)
    # 2 km at 6 % along the road are 119.8 m.
    expect(roads.get_by_role("main")).to_contain_text("Length2.8 kmUp and down120 m and 32 m")
    expect(tabs(roads).nth(2)).to_contain_text("2.8 km · 3 times a year")
    [job] = demo.get("api/jobs")
    [*_, road] = demo.get(f"api/jobs/{job['id']}")["roads"]
    assert road["legs"] == [{"length_m": 2000, "grade": 0.06}, {"length_m": 800, "grade": -0.04}]
    roads.reload()
    expect(legs).to_have_value("2 km at 6 %\n800 m down 4 %")


def test_a_road_is_deleted_and_brought_back_and_goes_out_as_files(roads):
    with roads.expect_download() as track:
        roads.get_by_role("button", name="Save as…").click()
        roads.get_by_role("menuitem", name="GPX track").click()
    assert track.value.suggested_filename == f"{ROUND}.gpx"
    assert track.value.path().read_text().count("<trkpt") > 2000
    with roads.expect_download() as drawing:
        roads.get_by_role("button", name="Save as…").click()
        roads.get_by_role("menuitem", name="Drawing as SVG").click()
    assert "10.6 %" in drawing.value.path().read_text()
    roads.get_by_role("button", name="Delete").click()
    expect(roads.get_by_label("Name of the road")).to_have_value(MARKET)
    roads.get_by_role("button", name="Save as…").click()
    # One that was drawn lies nowhere.
    expect(roads.get_by_role("menuitem", name="GPX track")).to_have_count(0)
    roads.keyboard.press("Escape")
    roads.get_by_role("button", name="Bring it back").click()
    expect(roads.get_by_label("Name of the road")).to_have_value(ROUND)


def test_the_steepest_of_a_road_becomes_the_jobs(roads):
    # The job says 12 % already, more than the 10.6 % over 50 m.
    expect(roads.get_by_role("button", name=re.compile("as the job’s steepest"))).to_have_count(0)
    roads.get_by_role("link", name="Job").click()
    field(roads, "road.steepest").fill("8")
    saved(roads)
    roads.get_by_role("link", name="Road").click()
    roads.get_by_role("button", name="Take 10.6 % as the job’s steepest hill").click()
    expect(roads.get_by_text("hills to 10.6 %")).to_be_visible()


def test_all_riding_says_which_bicycle(roads):
    all_riding = roads.get_by_role("region", name="All riding")
    expect(all_riding).to_contain_text(
        "One bicycle: G One ring, twelve sprockets covers 100 %; parts for 570 crowns."
    )
    expect(all_riding).to_contain_text("A second of these would add nothing to it.")
    row = all_riding.get_by_role("row", name=re.compile("As ridden: single-speed"))
    expect(row).to_contain_text("too slow from 2.8 km to 4.9 km")
    # Ridden to market every day, and up the hills once a year, the single-speed does most of it.
    share = row.get_by_role("cell").first
    expect(share).to_have_text("46 %")
    field(roads, "rides.count").fill("1")
    roads.get_by_label("In each").select_option("year")
    expect(share).not_to_have_text("46 %")
    roads.get_by_role("link", name="Line-up").click()
    expect(
        roads.get_by_role("img", name=re.compile("What the roads ask: a tenth of the time"))
    ).to_be_visible()


def test_without_roads_the_view_says_what_to_do(page, demo):
    open_view(page, demo, "Road")
    for _ in range(2):
        name = page.get_by_label("Name of the road").input_value()
        # A ride that is still asked for would find its road gone.
        expect(page.get_by_role("table", name="The ride with each setup")).to_be_visible()
        page.get_by_role("button", name="Delete").click()
        expect(page.get_by_text(f"“{name}” was deleted.")).to_be_visible()
        expect(page.get_by_role("link", name=name)).to_have_count(0)
    expect(page.get_by_role("heading", name="No roads yet")).to_be_visible()
    expect(page.get_by_role("button", name="Add a road from a file")).to_be_visible()
    page.get_by_role("link", name="Line-up").click()
    expect(page.get_by_text("no road yet: made up from the hill")).to_be_visible()
    asked = page.get_by_role("img", name=re.compile("What plain terrain asks: a tenth of the time up to"))
    expect(asked).to_be_attached()
