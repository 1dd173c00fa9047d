"""The live bike, watched for some seconds, and gears that change by themselves from start to stop."""

import re

import pytest
from on_page import field, open_view, saved
from playwright.sync_api import Page, expect

from kettledrum.demo import drives_of_the_valley
from kettledrum.store import Store


@pytest.fixture
def live(page: Page, demo) -> Page:
    open_view(page, demo, "Live")
    chosen(page, "Eight-speed hub")
    return page


def chosen(page: Page, name: str) -> None:
    link = page.get_by_role("navigation", name="Setups").get_by_role("link", name=name)
    link.click()
    expect(link).to_have_attribute("aria-current", "page")
    expect(page.get_by_role("heading", name="Start, climb, coast and stop")).to_be_visible()


def figure(page: Page, name: str) -> float:
    return float(re.match(r"[\d.]+", page.locator(f"[data-figure={name}]").inner_text())[0])


def told(page: Page, name: str):
    row = page.get_by_role("region", name="What the bike tells").locator("dl > div")
    return row.filter(has_text=name).locator("dd")


def test_the_live_bike_is_started_paused_sped_up_and_arrives(live):
    tells = live.get_by_role("region", name="What the bike tells")
    says = live.locator("[data-says]").first
    expect(tells).to_contain_text("not started")
    expect(says).to_contain_text("“Eight-speed hub” stands ready for “Round of the three apiaries”")
    expect(told(live, "Motors")).to_have_text("none")
    live.get_by_label("Along").select_option(label="start, climb, coast and stop")
    expect(says).to_contain_text("stands ready for start, climb, coast and stop")
    live.get_by_role("button", name="5 times as fast").click()
    live.get_by_role("button", name="Start", exact=True).click()
    expect(live.locator("[data-figure=speed]")).not_to_have_text(re.compile(r"^0\.0"))
    expect(tells).to_contain_text("pedalling")
    expect(says).to_have_text(
        "“Eight-speed hub” goes with 125 W of yours, and with up to 189 W where its lowest gear wants it."
    )
    expect(told(live, "You")).to_have_text("125 W")
    expect(live.locator("[data-figure=speed]")).to_have_text(re.compile(r"^([5-9]|[12]\d)[.]\d"))
    expect(live.locator("[data-figure=cadence]")).to_have_text(re.compile(r"^[4-9]\d\b"))
    assert figure(live, "gear") >= 1
    live.get_by_role("button", name="Pause").click()
    expect(tells).to_contain_text("paused")
    stood = told(live, "Time").inner_text()
    # At a thousand times the clock it would be far away by now.
    fast = live.get_by_role("button", name="1000 times as fast")
    fast.click()
    expect(fast).to_have_attribute("aria-pressed", "true")
    assert told(live, "Time").inner_text() == stood
    live.get_by_role("button", name="Go on").click()
    expect(tells).to_contain_text("arrived")
    expect(told(live, "Ridden")).to_have_text("0.90 km")
    expect(says).to_contain_text(
        re.compile(r"“Eight-speed hub” took \d min \d\d s for the 900\sm, with \d+ shifts\.")
    )
    expect(live.get_by_role("button", name="Ride it again")).to_be_visible()


def test_any_road_of_the_job_is_ridden_and_a_change_is_told(live):
    live.get_by_role("button", name="100 times as fast").click()
    live.get_by_role("button", name="Start", exact=True).click()
    expect(told(live, "Slope")).to_have_text(re.compile("up|down"))
    live.get_by_role("button", name="From the start").click()
    expect(live.locator("[data-figure=speed]")).not_to_have_text(re.compile(r"^0\.0"))
    changed = live.get_by_text("was changed since this bike was put on the bench")
    expect(changed).not_to_be_visible()
    field(live, "shifting.set_rpm").fill("70")
    expect(changed).to_be_visible()
    expect(live.locator("[data-says]").first).to_contain_text(": press Ride it again and watch")
    saved(live)
    live.get_by_role("button", name="Ride it again").click()
    expect(changed).not_to_be_visible()


def test_a_motor_helps_the_live_bike_and_empties_its_battery(live):
    live.get_by_role("link", name="Motors").click()
    expect(live.get_by_role("heading", name="Motors", exact=True)).to_be_visible()
    link = live.get_by_role("navigation", name="Setups").get_by_role("link", name="Eight-speed hub")
    link.click()
    expect(link).to_have_attribute("aria-current", "page")
    live.get_by_role("button", name="Add motor").click()
    live.get_by_role("menuitem", name="Motor in the front hub").click()
    field(live, "motors[0].battery.energy_wh").fill("2")
    field(live, "motors[0].assist.levels").fill("low 0.5, high 2")
    saved(live)
    live.get_by_role("link", name="Live").click()
    expect(live.get_by_role("heading", name="Live", exact=True)).to_be_visible()
    chosen(live, "Eight-speed hub")
    live.get_by_label("Assistance").select_option("low")
    live.get_by_role("button", name="20 times as fast").click()
    live.get_by_role("button", name="Start", exact=True).click()
    expect(told(live, "Motors")).to_have_text(re.compile(r"^[1-9]\d W"))
    expect(told(live, "Battery")).to_have_text("0 %")
    expect(told(live, "Motors")).to_have_text("0 W")


# Speeds that are too few are refused until there is one for each shift.
@pytest.mark.parametrize("expected_errors", [{"422"}], ids=["refused on purpose"])
def test_gears_that_change_by_themselves_from_start_to_stop(live):
    trial = live.get_by_role("region", name="Start, climb, coast and stop")
    expect(trial).to_contain_text("You change by hand, where the cadence leaves 60 to 88 rpm")
    field(live, "shifting.set_rpm").fill("70")
    field(live, "shifting.dead_band_rpm").fill("12")
    expect(trial).to_contain_text("Its gears change by themselves, to keep 70 rpm within 58 to 82 rpm.")
    expect(trial).not_to_contain_text("Its gears hunt")
    slider = trial.get_by_role("slider", name="Place on the road")
    slider.focus()
    live.keyboard.press("Home")
    expect(trial).to_contain_text("0.00 km · 0.0 km/h · not pedalling · gear 1")
    # What the ride took adds up, and what was assumed for it is said.
    took = trial.get_by_text("kJ went in").inner_text()
    shares = [int(share) for share in re.findall(r"(\d+) % into", took)]
    assert 96 <= sum(shares) <= 104
    assert "into the air" in took
    trial.get_by_text("Every shift").click()
    rows = trial.get_by_role("row")
    assert rows.count() > 4
    expect(rows.nth(1)).to_contain_text(re.compile(r"km/h.*12$|km/h\s*1\s*2"))
    live.get_by_label("Gears change by").select_option("speed")
    field(live, "shifting.speeds_kmh").fill("9 11")
    expect(live.get_by_text("Must be one for each of the 7 shifts.")).to_be_visible()
    field(live, "shifting.speeds_kmh").fill("9 11 13 15 18 22 26")
    expect(live.get_by_text("Must be one for each")).not_to_be_visible()
    saved(live)
    live.reload()
    expect(field(live, "shifting.speeds_kmh")).to_have_value("9 11 13 15 18 22 26")
    live.get_by_role("button", name="Change by hand again").click()
    expect(trial).to_contain_text("You change by hand")
    saved(live)


def test_how_gears_change_is_undone(live):
    trial = live.get_by_role("region", name="Start, climb, coast and stop")
    live.get_by_label("Shifts at dead centres").select_option("yes")
    expect(trial).to_contain_text("Its gears change by themselves, to keep 73 rpm")
    saved(live)
    live.get_by_role("button", name="Undo: shifting of “Eight-speed hub”").click()
    expect(live.get_by_text("Undone: shifting of “Eight-speed hub”.")).to_be_visible()
    expect(trial).to_contain_text("You change by hand")


def test_the_rail_and_a_key_lead_there(live):
    live.get_by_role("link", name="Line-up").click()
    live.get_by_role("heading", name="Line-up").wait_for()
    live.keyboard.press("v")
    expect(live.get_by_role("heading", name="Live", exact=True)).to_be_visible()
    expect(live.get_by_text("its figures are worked out, not measured")).to_be_visible()
    expect(live.get_by_text("keep hands, hair and clothes away")).to_be_visible()


def test_one_gear_is_not_shifted(live):
    chosen(live, "As ridden: single-speed")
    live.get_by_label("Gears shifted").select_option(label="by your hand")
    live.get_by_role("button", name="Start", exact=True).click()
    expect(live.get_by_text("one gear, nothing to shift")).to_be_visible()
    expect(live.get_by_role("button", name="Hold to pedal harder")).to_be_enabled()
    for name in ("Easier gear", "Harder gear"):
        expect(live.get_by_role("button", name=name)).to_be_disabled()


def test_one_rides_by_ones_own_hand_and_compares(live):
    live.get_by_label("Gears shifted").select_option(label="by your hand")
    live.get_by_label("Along").select_option(label="Market in the vale and back")
    live.get_by_role("button", name="20 times as fast").click()
    live.get_by_role("button", name="Start", exact=True).click()
    gear = live.locator("[data-figure=gear]")
    expect(live.locator("[data-figure=cadence]")).to_have_text(re.compile(r"^[6-9]\d\b"))
    # Downhill, and no gear changes by itself.
    expect(gear).to_contain_text("1")
    live.keyboard.press("ArrowRight")
    expect(gear).to_contain_text("2")
    expect(live.get_by_text(re.compile(r"^Gear 1 to 2: from \d+ to \d+ rpm, \d+ fewer\.$"))).to_be_visible()
    live.get_by_role("button", name="Harder gear").click()
    expect(gear).to_contain_text("3")
    live.keyboard.press("ArrowLeft")
    expect(gear).to_contain_text("2")
    harder = live.get_by_role("button", name="Hold to pedal harder")
    live.keyboard.down("ArrowUp")
    expect(harder).to_have_attribute("aria-pressed", "true")
    live.keyboard.up("ArrowUp")
    expect(harder).to_have_attribute("aria-pressed", "false")
    live.get_by_role("button", name="From the start").click()
    rides = live.get_by_role("table", name="Rides by hand")
    expect(rides.get_by_role("row")).to_have_count(3)
    expect(rides.get_by_role("row").nth(1)).to_contain_text("Eight-speed hub")
    # Another setup beside it: the first ride stays.
    chosen(live, "Five-speed hub")
    expect(rides.get_by_role("row")).to_have_count(2)
    # And so it does on a page that was closed.
    live.reload()
    expect(rides.get_by_role("row")).to_have_count(2)
    live.get_by_role("button", name="Forget them").click()
    expect(rides).to_be_hidden()
    live.reload()
    expect(live.get_by_role("button", name="Start", exact=True)).to_be_visible()
    expect(rides).to_be_hidden()


def test_gears_that_change_by_themselves_are_not_taken_in_hand(page, demo_server):
    store = Store(demo_server.data / "demo")
    store.start_over([drives_of_the_valley()])
    store.close()
    jobs = {job["name"]: job["id"] for job in demo_server.get("api/jobs")}
    page.goto(f"{demo_server.address}jobs/{jobs['Drives of the valley']}/live")
    chosen(page, "Two-speed hub that shifts by itself")
    page.get_by_label("Gears shifted").select_option(label="by your hand")
    page.get_by_role("button", name="Start", exact=True).click()
    expect(page.get_by_text("These gears change by themselves at a speed")).to_be_visible()
