"""Motors: each kind added, what it adds in each gear, what limits it, and how far assistance reaches."""

import re

import pytest
from on_page import field, open_view, saved
from playwright.sync_api import Page, expect

from kettledrum.demo import seaweed_barrow
from kettledrum.store import Store


@pytest.fixture
def motors(page: Page, demo) -> Page:
    open_view(page, demo, "Motors")
    link = page.get_by_role("navigation", name="Setups").get_by_role("link", name="Five-speed hub")
    link.click()
    expect(link).to_have_attribute("aria-current", "page")
    expect(page.get_by_text("No motor helps here.")).to_be_visible()
    return page


def add(page: Page, kind: str) -> None:
    page.get_by_role("button", name="Add motor").click()
    page.get_by_role("menuitem", name=kind, exact=True).click()


def gear(page: Page, number: int):
    wheel = page.get_by_role("region", name="Torque at the driven wheel")
    return wheel.get_by_role("row", name=re.compile(f"^Gear {number} "))


def test_a_crank_motor_goes_through_the_gears_and_a_hub_motor_does_not(motors):
    add(motors, "Motor at the cranks")
    # 60 Nm behind 42/21 and 0.65: what hub and chain let through of 46.2 Nm.
    first, last = gear(motors, 1), gear(motors, 5)
    expect(first).to_contain_text("41 Nm")
    expect(last).to_contain_text("17 Nm")
    saved(motors)
    motors.get_by_label("Drives").select_option("front hub")
    expect(first).to_contain_text("60 Nm")
    expect(last).to_contain_text("60 Nm")
    saved(motors)
    motors.reload()
    expect(motors.get_by_label("Drives")).to_have_value("front hub")
    motors.get_by_role("button", name="Remove it").click()
    expect(motors.get_by_text("No motor helps here.")).to_be_visible()
    saved(motors)
    motors.keyboard.press("Control+z")
    expect(motors.get_by_text("Undone: removal of a motor of “Five-speed hub”.")).to_be_visible()
    expect(gear(motors, 5)).to_contain_text("60 Nm")


def test_what_of_the_assistance_pedalling_does_not_reach_is_shown_on_the_lanes(motors):
    add(motors, "Motor at the cranks")
    limit = motors.get_by_role("region", name="Where assistance ends")
    expect(limit).to_contain_text("No speed is set at which it ends; local law may set one.")
    field(motors, "motors[0].assist.cutoff_kmh").fill("25")
    expect(limit).to_contain_text("all of the assistance can be used")
    field(motors, "motors[0].assist.cutoff_kmh").fill("45")
    # The highest gear is good for 36.1 km/h at 88 rpm.
    expect(limit).to_contain_text("8.9 km/h of assistance lie beyond the highest gear")
    expect(limit).to_contain_text("110 rpm")
    saved(motors)
    reach = motors.get_by_role("region", name="How far the battery goes")
    expect(reach).to_contain_text("Not known without the battery’s energy")
    field(motors, "motors[0].battery.energy_wh").fill("500")
    field(motors, "motors[0].assist.levels").fill("low 0.5, high 200 %")
    rows = reach.get_by_role("row")
    expect(rows).to_have_count(3)
    expect(rows.nth(1)).to_contain_text(re.compile(r"^Low\d+ km[\d.]+ Wh/km"))
    expect(reach).to_contain_text("assumed: the efficiency of crank motor (80 %)")
    saved(motors)
    motors.get_by_role("link", name="Line-up").click()
    expect(motors.get_by_text("assistance ends at 45.0 km/h")).to_be_attached()
    expect(motors.get_by_text("Motors are left out here, as if their batteries were dead")).to_be_visible()
    expect(motors.get_by_text("assistance from 36.1 km/h to 45.0 km/h is beyond")).to_be_attached()


# Its constants are refused as long as one of them is missing.
@pytest.mark.parametrize("expected_errors", [{"422"}], ids=["refused on purpose"])
def test_what_holds_a_motor_back_and_how_hot_it_gets(motors):
    add(motors, "Motor in the rear hub")
    pitch = motors.get_by_role("region", name=re.compile("Up the steepest hill, 12 % for 70 m"))
    expect(pitch).to_contain_text("not known")
    motors.get_by_text("Windings, heat, braking and approvals").click()
    for place, text in {
        "winding.resistance_ohm": "0,15",
        "winding.torque_constant_nm_a": "1.2",
        "winding.no_load_a": "0.6",
        "battery.energy_wh": "500",
        "battery.voltage_v": "36",
        "battery.current_max_a": "6",
        "thermal.capacity_j_k": "2000",
        "thermal.resistance_k_w": "0.4",
    }.items():
        field(motors, f"motors[0].{place}").fill(text)
    expect(gear(motors, 1)).to_contain_text("the battery’s current")
    expect(pitch).to_contain_text("6.0 A")
    expect(pitch).to_contain_text(
        re.compile(r"stays cool enough \d+ W of heat: \d+ °C after [\d.]+ min of it")
    )
    saved(motors)
    # A motor in the wheel and gears there want the same place: Fit says so.
    motors.get_by_role("link", name="Fit").click()
    expect(motors.get_by_role("heading", name="Fit", exact=True)).to_be_visible()
    motors.get_by_role("navigation", name="Setups").get_by_role("link", name="Five-speed hub").click()
    checks = motors.get_by_role("region", name="Checks")
    expect(checks).to_contain_text("A motor in the rear hub leaves no room for gears there.")


@pytest.mark.parametrize("expected_errors", [{"422"}], ids=["refused on purpose"])
def test_a_salvaged_motor_and_what_is_refused(motors):
    add(motors, "Salvaged geared motor on a chain")
    # 6 Nm geared down three times before the sprockets: as 18 Nm at the cranks.
    expect(motors.get_by_label("Reduction, driving/driven")).to_have_value("14/42")
    expect(gear(motors, 1)).to_contain_text("12 Nm")
    curve = field(motors, "motors[0].curve")
    curve.fill("0/40 0/20")
    expect(motors.get_by_text("Must be faster than the point before it.")).to_be_visible()
    expect(curve).to_have_value("0/40 0/20")
    curve.fill("")
    motors.get_by_label("Drives").select_option("gearbox")
    expect(motors.get_by_text("Must be where the path has a place: there is not a gearbox.")).to_be_visible()
    motors.get_by_label("Drives").select_option("before stage 2")
    expect(gear(motors, 1)).to_contain_text("25 Nm")
    saved(motors)
    expect(motors.get_by_text("altering one that is certified may be unlawful and unsafe")).to_be_visible()


def test_each_motor_is_drawn_where_its_torque_enters(motors):
    add(motors, "Motor at the cranks")
    add(motors, "Motor in the front hub")
    saved(motors)
    motors.get_by_role("link", name="Setups").click()
    path = motors.get_by_role("group", name="Power path")
    expect(path).to_be_visible()
    motors.get_by_role("navigation", name="Setups").get_by_role("link", name="Five-speed hub").click()
    expect(path).to_contain_text("60 Nm")
    cranks, front = path.get_by_role("img", name="Motor, 60 Nm"), path.get_by_role("img", name="Motor, 35 Nm")
    wheel = path.get_by_role("button", name="Change: Wheel")
    middle = [each.bounding_box()["x"] for each in (cranks, wheel, front)]
    assert middle == sorted(middle)
    expect(path).to_contain_text("front wheel")


def test_what_stands_worst_under_motor_and_rider(motors):
    add(motors, "Motor at the cranks")
    field(motors, "motors[0].torque_nm").fill("110")
    # 240 Nm with the rider’s 130 pull the chain on 42 teeth, 85 mm in radius, with 2826 N.
    expect(gear(motors, 1)).to_contain_text(
        re.compile(r"strong enough .*(chain: 28\d\d\sN, breaks at 8000\sN|allowed)")
    )
    expect(motors.get_by_role("columnheader", name="Under the hardest push")).to_be_visible()


def test_motors_stand_side_by_side_in_the_line_up(page, demo):
    store = Store(demo.data / "demo")
    store.start_over([seaweed_barrow()])
    store.close()
    page.goto(demo.address)
    table = page.get_by_role("region", name="With motors")
    # 75 Nm behind 38/22, through 0.65 to 1.54; 45 Nm in the wheel whatever the gear.
    expect(table.get_by_role("row", name=re.compile("^A "))).to_contain_text(re.compile(r"60–25 Nm"))
    rear = table.get_by_role("row", name=re.compile("^B "))
    expect(rear).to_contain_text("45 Nm in every gear")
    expect(rear).to_contain_text("4.1 km/h unused")
    expect(rear).to_contain_text(re.compile(r"4\d km to 1[34]\d km"))
    rear.get_by_role("link").click()
    expect(page.get_by_role("heading", name="Motors", exact=True)).to_be_visible()
    expect(page.get_by_text("Too slow to balance or to pedal: it has to be pushed")).to_be_visible()
    low = page.get_by_role("table", name="Range").get_by_role("row", name=re.compile("^Low "))
    expect(low).to_contain_text(re.compile(r"\d\d? % of the way"))


def test_without_motors_the_line_up_is_silent_of_them(page, demo):
    page.goto(demo.address)
    expect(page.get_by_role("heading", name="Climb and flat")).to_be_visible()
    expect(page.get_by_role("heading", name="With motors")).to_be_hidden()
