"""Bikes: built from a setup, ridden, logged; the gears that are used; what happened; figures set right."""

import base64
import re
from datetime import timedelta

import pytest
from on_page import field, open_view, stays_elsewhere
from playwright.sync_api import Page, expect
from ride_files import BEGAN, fit, gpx, tcx

from kettledrum.core.gearing.gear_table import gear_table
from kettledrum.demo import honey_round
from made_up_rides import made_up

HUB = "Fourteen-speed hub"
DROP = """([files]) => {
  const held = new DataTransfer();
  for (const [name, content] of files)
    held.items.add(new File([Uint8Array.from(atob(content), (each) => each.charCodeAt(0))], name));
  window.dispatchEvent(new DragEvent("drop", { dataTransfer: held, bubbles: true, cancelable: true }));
}"""


@pytest.fixture
def ridden(page: Page, season) -> Page:
    """The honey round with its two bikes and their season."""
    open_view(page, season, "Bikes")
    expect(page.get_by_role("heading", name="The heavy one")).to_be_visible()
    return page


@pytest.fixture
def bare(page: Page, demo) -> Page:
    """The honey round before any bike was built."""
    open_view(page, demo, "Bikes")
    expect(page.get_by_text("No bike is built yet.")).to_be_visible()
    return page


def build(page: Page, name: str, setup: str = HUB) -> None:
    """Builds a bike from a setup of the job, ridden since the new year."""
    field(page, "name").fill(name)
    field(page, "since").fill("2026-01-01")
    page.get_by_label("Built from").select_option(label=re.compile(setup).pattern and f"D {setup}")
    page.get_by_role("button", name="Add this bike").click()
    expect(page.get_by_role("heading", name=name)).to_be_visible()


def rides(count: int, seconds: int = 900):
    """Ride files on the hub, each on a day of its own."""
    brief = honey_round()
    setup = next(each for each in brief.setups if each.name == HUB)
    gears = [gear.development_m for gear in gear_table(setup, (60, 88)).gears]
    writers = (fit, tcx, gpx)
    for number in range(count):
        ride = made_up(gears, seconds, seed=number + 1).ride
        began = BEGAN + timedelta(days=number)
        yield f"ride {number}.{('fit', 'tcx', 'gpx')[number % 3]}", writers[number % 3](ride, began=began)


def test_who_goes_elsewhere_while_a_bike_is_added_is_not_fetched_back(bare):
    held = []
    bare.route(
        "**/api/jobs/*/bikes",
        lambda route: held.append(route) if route.request.method == "POST" else route.continue_(),
    )
    field(bare, "name").fill("The slow one")
    bare.get_by_role("button", name="Add this bike").click()
    stays_elsewhere(bare, held, "Line-up", "“The slow one” was added.")


def drop(page: Page, files) -> None:
    page.evaluate(DROP, [[(name, base64.b64encode(content).decode()) for name, content in files]])


def lane(page: Page, gear: str):
    table = page.get_by_role("table", name="Gears ridden, the lowest first")
    return table.get_by_role("row").filter(has=page.get_by_role("rowheader", name=gear, exact=True))


def test_a_bike_is_built_and_five_rides_are_dropped_on_it(bare):
    build(bare, "Tall one")
    expect(bare.locator("[data-says]").first).to_contain_text("no ride is logged yet")
    drop(bare, list(rides(5)))
    found = bare.get_by_role("list", name="Rides that were read").get_by_role("listitem")
    expect(found).to_have_count(5)
    bare.get_by_role("button", name="Add 5 rides").click()
    expect(bare.get_by_text("5 rides were added.")).to_be_visible()
    expect(bare.locator("[data-says]").first).to_contain_text("In 5 rides you spent")
    # Read off the lanes: what was made up stays in the middle gears.
    expect(lane(bare, "7")).to_contain_text("%")
    shares = [lane(bare, str(gear)).get_by_role("cell").nth(1).inner_text() for gear in range(1, 15)]
    told = [0 if each in ("never", "under 1 %") else int(each.removesuffix(" %")) for each in shares]
    assert 97 <= sum(told) <= 103
    assert told[6] > told[0]
    bare.reload()
    expect(bare.get_by_role("row", name=re.compile(r"16 Apr 2026"))).to_be_visible()
    # All of it was one step.
    bare.get_by_role("button", name=re.compile("^Undo")).click()
    expect(bare.get_by_text("Undone: addition of 5 rides.")).to_be_visible()
    expect(bare.get_by_text("no ride is logged yet")).to_be_visible()


def test_a_ride_twice_is_noticed_and_a_broken_file_named(bare):
    build(bare, "Tall one")
    (name, content), *_ = rides(1)
    drop(bare, [(name, content)])
    bare.get_by_role("button", name="Add 1 ride").click()
    expect(bare.get_by_role("row", name=re.compile("12 Apr 2026"))).to_be_visible()
    drop(bare, [("again.fit", content), ("broken.fit", content[:8] + b".FIT" + bytes(60))])
    expect(bare.get_by_text("It is there already, on Tall one")).to_be_visible()
    expect(bare.get_by_text(re.compile("^broken.fit: "))).to_be_visible()
    expect(bare.get_by_role("button", name="Add 0 rides")).to_be_disabled()
    bare.get_by_role("button", name="Add none").click()
    expect(bare.get_by_role("region", name="Rides from files")).to_have_count(0)


def test_a_ride_from_before_the_bike_holds_up_no_other(bare):
    build(bare, "Tall one")
    (name, content), *_ = rides(1)
    early = fit(made_up([2.0, 4.0], 900).ride, began=BEGAN - timedelta(days=2000))
    drop(bare, [(name, content), ("early.fit", early)])
    expect(bare.get_by_text(re.compile("^It cannot be added: its day must be"))).to_be_visible()
    expect(bare.get_by_role("checkbox", name=re.compile("early.fit"))).to_be_disabled()
    bare.get_by_role("button", name="Add 1 ride").click()
    expect(bare.get_by_text("1 ride was added.")).to_be_visible()


def test_the_day_a_bike_begins_is_asked_for_once(bare, expected_errors):
    expected_errors.add("422")
    field(bare, "name").fill("Tall one")
    field(bare, "since").fill("")
    bare.get_by_role("button", name="Add this bike").click()
    expect(bare.get_by_text("Is missing.")).to_be_visible()
    expect(bare.get_by_text(re.compile(r"mounted\["))).to_have_count(0)


def test_a_ride_is_logged_in_two_fields(ridden):
    field(ridden, "km").fill("12,4")
    field(ridden, "minutes").fill("1:05")
    field(ridden, "minutes").press("Enter")
    expect(ridden.get_by_text("The ride was logged.")).to_be_visible()
    first = ridden.get_by_role("table", name="Rides").get_by_role("row").nth(1)
    expect(first).to_contain_text("12.4 km")
    expect(first).to_contain_text("1:05")
    expect(first).to_contain_text("typed in")
    expect(field(ridden, "km")).to_have_value("")


def test_a_ride_typed_twice_is_asked_about(ridden):
    for _ in range(2):
        field(ridden, "km").fill("7.7")
        ridden.get_by_role("button", name="Log this ride").click()
        expect(field(ridden, "km")).to_have_value("")
    expect(
        ridden.get_by_text(re.compile("^Not logged: one of .* is there already, on The heavy one"))
    ).to_be_visible()
    ridden.get_by_role("button", name="Log it all the same").click()
    expect(ridden.get_by_role("row", name=re.compile("7.7 km"))).to_have_count(2)


def test_reading_is_stopped_and_what_was_read_stays(bare):
    build(bare, "Tall one")
    files = list(rides(2))
    (name, long), *_ = rides(1, 9000)
    drop(bare, [*files, *((f"{number} {name}", long) for number in range(12))])
    bare.get_by_role("button", name="Stop").click()
    expect(bare.get_by_text(re.compile(r"^Stopped: \d+ of 14 files were read"))).to_be_visible()
    expect(bare.get_by_role("progressbar")).to_have_count(0)
    assert bare.get_by_role("list", name="Rides that were read").get_by_role("listitem").count() < 14


@pytest.fixture
def refusing(expected_errors) -> None:
    expected_errors.add("422")


@pytest.mark.usefixtures("refusing")
def test_a_refused_ride_stays_as_it_was_typed(ridden):
    field(ridden, "km").fill("1 600")
    field(ridden, "minutes").fill("99")
    ridden.get_by_role("button", name="Log this ride").click()
    expect(ridden.get_by_text(re.compile(r"Must be a number above 0 and at most 1500 km"))).to_be_visible()
    expect(field(ridden, "km")).to_have_value("1 600")
    expect(field(ridden, "minutes")).to_have_value("99")
    field(ridden, "km").fill("900")
    ridden.get_by_role("button", name="Log this ride").click()
    expect(ridden.get_by_text("nobody rides faster")).to_be_visible()


def test_an_odd_shift_is_logged_in_two_taps_on_a_phone(ridden):
    ridden.set_viewport_size({"width": 390, "height": 844})
    taps = ridden.get_by_role("group", name="What happened today")
    taps.get_by_role("button", name="odd shift").click()
    ridden.get_by_role("group", name="Which gear").get_by_role("button", name="8", exact=True).click()
    expect(ridden.get_by_text("Written down: odd shift, gear 8.")).to_be_visible()
    expect(ridden.get_by_text("8 odd shifts")).to_be_visible()
    ridden.get_by_role("button", name=re.compile("^Undo")).click()
    expect(ridden.get_by_text("Undone: what happened of the bike “The heavy one”.")).to_be_visible()
    expect(ridden.get_by_text("7 odd shifts")).to_be_visible()


def test_what_happened_is_put_right_and_counted_against_chance(ridden):
    expect(ridden.get_by_text("hardly chance").first).to_be_visible()
    ridden.get_by_text("How they are spread, against chance").click()
    table = ridden.get_by_role("table", name=re.compile("^odd shift by gear"))
    expect(
        table.get_by_role("row").filter(has=ridden.get_by_role("rowheader", name="8", exact=True))
    ).to_contain_text("6")
    ridden.get_by_text("All that happened (12)").click()
    entry = ridden.get_by_role("list", name="What happened, the latest first").get_by_role("listitem").nth(2)
    entry.get_by_role("button", name="Put right").click()
    field(ridden, "from").fill("3")
    ridden.get_by_role("button", name="Keep it so").click()
    expect(entry).to_contain_text("odd shift, 3 to 7")
    expect(
        table.get_by_role("row").filter(has=ridden.get_by_role("rowheader", name="8", exact=True))
    ).to_contain_text("5")


def test_a_figure_is_taken_over_from_rides_and_undone(ridden):
    row = ridden.get_by_role("row", name=re.compile("^Rolling resistance"))
    expect(row).to_contain_text("0.0089")
    told = row.get_by_role("cell").first.inner_text()
    row.get_by_role("button", name="Take over rolling resistance").click()
    expect(row.get_by_role("cell").nth(2)).to_contain_text(told)
    expect(row.get_by_role("button", name="Take over rolling resistance")).to_be_disabled()
    ridden.get_by_role("button", name=re.compile("^Undo")).click()
    expect(row.get_by_role("cell").nth(2)).to_contain_text("0.0089")


def test_power_is_taken_over(ridden):
    row = ridden.get_by_role("row", name=re.compile("^Power held all day"))
    watts = row.get_by_role("cell").first.inner_text()
    row.get_by_role("button", name="Take over power held all day").click()
    expect(ridden.get_by_role("banner").get_by_text(re.compile(rf"· {watts} ·"))).to_be_visible()


def test_one_ride_is_drawn_and_read_by_keys(ridden):
    rows = ridden.get_by_role("table", name="Rides").get_by_role("row")
    rows.nth(1).get_by_role("button").first.click()
    place = ridden.get_by_role("slider", name="Place on the ride")
    place.focus()
    place.press("Home")
    expect(place).to_have_attribute("aria-valuetext", re.compile(r"^0[.]00 km"))
    place.press("End")
    expect(place).to_have_attribute("aria-valuetext", re.compile(r"^(14|23)[.]\d\d km"))
    place.press("ArrowLeft")
    expect(place).to_have_attribute("aria-valuetext", re.compile(r"gear|not pedalling"))


def test_fewer_teeth_and_what_was_mounted_before(ridden):
    ridden.get_by_role("button", name="one tooth fewer").click()
    expect(
        ridden.get_by_text(re.compile(r"With one tooth fewer in front the lowest gear .* instead of"))
    ).to_be_visible()
    group = ridden.get_by_role("group", name="What was mounted")
    group.get_by_role("button").nth(1).click()
    expect(group.get_by_role("button").nth(1)).to_have_attribute("aria-pressed", "true")
    expect(ridden.get_by_text(re.compile(r"^9 of 10 rides tell their gears"))).to_be_visible()


def test_other_sprockets_are_mounted_and_rides_worked_out_anew(ridden):
    ridden.get_by_role("link", name="The yard bike").click()
    expect(ridden.get_by_role("heading", name="The yard bike")).to_be_visible()
    ridden.get_by_role("button", name="Something else is mounted").click()
    form = ridden.get_by_role("group", name="Something else is mounted")
    form.get_by_label("Mounted now").select_option(label=f"D {HUB}")
    form.get_by_label("From which day").fill("2026-04-07")
    form.get_by_role("button", name="Mount it").click()
    expect(
        ridden.get_by_text(re.compile("The gears of 15 rides were worked out for other sprockets"))
    ).to_be_visible()
    ridden.get_by_role("button", name="Work them out anew").click()
    expect(ridden.get_by_text("15 worked out anew.")).to_be_visible()
    expect(lane(ridden, "14")).to_be_visible()


def test_seconds_are_thrown_away_and_sums_stay(ridden):
    says = ridden.locator("[data-says]").first.inner_text()
    ridden.get_by_role("button", name="Throw the seconds away").click()
    expect(ridden.get_by_text("The seconds were let go; the sums stay.")).to_be_visible()
    expect(ridden.get_by_text(re.compile("Each second of"))).to_have_count(0)
    assert ridden.locator("[data-says]").first.inner_text() == says


def test_a_bike_is_deleted_and_brought_back(ridden):
    ridden.get_by_role("button", name="Delete").click()
    expect(ridden.get_by_role("heading", name="The yard bike")).to_be_visible()
    ridden.get_by_role("button", name="Bring it back").click()
    expect(ridden.get_by_role("heading", name="The heavy one")).to_be_visible()
    expect(ridden.locator("[data-says]").first).to_contain_text("29 rides logged")


def test_found_gears_go_onto_the_shelf(ridden):
    ridden.get_by_text("A hub or gearbox whose ratios nobody knows?").click()
    field(ridden, "count").fill("8")
    field(ridden, "name").fill("Hub off the road")
    ridden.get_by_role("button", name="Put it on the shelf").click()
    expect(ridden.get_by_text("“Hub off the road” is on the shelf")).to_be_visible()


def test_the_log_goes_out_as_a_file_and_comes_in_again(ridden, tmp_path):
    ridden.get_by_role("button", name=re.compile("Save as")).click()
    with ridden.expect_download() as loading:
        ridden.get_by_role("menuitem", name="Log file of all bikes").click()
    file = tmp_path / "log.json"
    loading.value.save_as(file)
    drop(ridden, [("log.json", file.read_bytes())])
    expect(ridden.get_by_role("heading", name="The heavy one 2")).to_be_visible()
    expect(ridden.locator("[data-says]").first).to_contain_text("29 rides logged")
