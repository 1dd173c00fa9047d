"""What riders type: lists, commas, dashes; and typing at the speed of hands."""

import pytest
from playwright.sync_api import Page, expect
from test_bad_input import stored
from test_setups import explained, field, open_setup, saved


def stage(demo, name: str, place: int):
    return stored(demo, name)["setup"]["path"][place]


@pytest.mark.parametrize(
    ("typed", "teeth"),
    [
        ("11-13-15", [11, 13, 15]),
        ("11, 13,15", [11, 13, 15]),
        ("11/13 / 15", [11, 13, 15]),
        (" 11  13\t15 ", [11, 13, 15]),
        ("11–13;15", [11, 13, 15]),
        ("24", [24]),
    ],
)
def test_teeth_are_parted_as_people_part_them(page: Page, demo, typed, teeth):
    open_setup(page, demo.address, "One ring, twelve sprockets")
    field(page, "path[0].rear").fill(typed)
    expect(explained(page)).to_contain_text(f"38 ÷ {max(teeth)}")
    saved(page)
    assert stage(demo, "One ring, twelve sprockets", 0)["rear"] == teeth
    # What was typed stands as it was typed while it is being worked on.
    expect(field(page, "path[0].rear")).to_have_value(typed)


@pytest.mark.parametrize(
    ("typed", "ratios"),
    [
        ("0.53 0.64 1", [0.53, 0.64, 1]),
        ("0,53 0,64 1", [0.53, 0.64, 1]),
        ("0.53, 0.64, 1", [0.53, 0.64, 1]),
        ("0,53; 0,64; 1", [0.53, 0.64, 1]),
        ("0.53,0.64,1.0", [0.53, 0.64, 1]),
        (".5 1.", [0.5, 1]),
    ],
)
def test_ratios_take_points_and_commas(page, demo, typed, ratios):
    open_setup(page, demo.address, "Eight-speed hub")
    field(page, "path[1].gears.ratios").fill(typed)
    expect(explained(page)).to_contain_text(f"44 ÷ 22 × {ratios[0]}")
    saved(page)
    assert stage(demo, "Eight-speed hub", 1)["gears"] == {"ratios": ratios}


@pytest.mark.parametrize("typed", ["2105,5", "2105.5", " 2105,5 "])
def test_a_measured_rollout_takes_a_decimal_comma(page, demo, typed):
    open_setup(page, demo.address, "Eight-speed hub")
    field(page, "wheel.rollout_mm").fill(typed)
    expect(page.get_by_text("roll-out, measured")).to_be_visible()
    saved(page)
    wheel = stored(demo, "Eight-speed hub")["setup"]["wheel"]
    assert wheel == {"bead_seat_mm": 622, "tyre_mm": 42, "rollout_mm": 2105.5}
    field(page, "wheel.rollout_mm").fill("")
    expect(page.get_by_text("a turn, worked out")).to_be_visible()
    saved(page)
    assert "rollout_mm" not in stored(demo, "Eight-speed hub")["setup"]["wheel"]


def test_typing_by_hand_keeps_every_key_and_saves_the_last(page, demo):
    open_setup(page, demo.address, "Eight-speed hub")
    name = page.get_by_label("Name of the setup")
    name.press("End")
    # Slower than the pause after which it is saved, so that saves fall between the keys.
    name.press_sequentially(" for the", delay=120)
    page.wait_for_timeout(600)
    name.press_sequentially(" moor road", delay=60)
    expect(name).to_have_value("Eight-speed hub for the moor road")
    saved(page)
    assert stored(demo, "Eight-speed hub for the moor road")["setup"]["path"][0]["front"] == [44]


def test_a_blank_at_the_end_is_not_taken_away_under_the_cursor(page, demo):
    open_setup(page, demo.address, "Eight-speed hub")
    ratios = field(page, "path[1].gears.ratios")
    ratios.fill("0.5 1 ")
    saved(page)
    ratios.press_sequentially("2")
    expect(ratios).to_have_value("0.5 1 2")
    saved(page)
    assert stage(demo, "Eight-speed hub", 1)["gears"]["ratios"] == [0.5, 1, 2]


def test_what_the_editor_does_not_show_is_kept(page, demo):
    [job] = demo.get("api/jobs")
    held = stored(demo, "Eight-speed hub")
    held["setup"]["path"][1] |= {
        "limits": {"primary_ratio_min": 1.95},
        "efficiency": 0.93,
        "care": {"oil": "km"},
    }
    held["setup"] |= {"motors": [{"at": "cranks", "torque_nm": 70}], "parts": {"belt": None}}
    demo.send("PUT", f"api/jobs/{job['id']}/setups/{held['id']}?version=1", held["setup"])
    open_setup(page, demo.address, "Eight-speed hub")
    # A motor is kept but not counted, and the page says so.
    expect(page.get_by_text("every figure here is for the pedals alone")).to_be_visible()
    field(page, "path[0].front").fill("40")
    saved(page)
    held["setup"]["path"][0]["front"] = [40]
    assert stored(demo, "Eight-speed hub")["setup"] == held["setup"]


def test_the_job_is_changed_and_the_lanes_follow(page, demo):
    page.goto(demo.address)
    page.get_by_role("link", name="Job").click()
    page.get_by_label("Lowest easy cadence, rpm").fill("50")
    page.get_by_label("Body mass, kg").fill("81,5")
    page.get_by_label("Name of the job").fill("Honey and wax round")
    page.get_by_label("What the bicycle must do").fill("Down to the mill.\nUp again.")
    saved(page)
    expect(page.get_by_text("81.5 kg rider · 125 W all day · 50–88 rpm")).to_be_visible()
    page.get_by_role("link", name="Line-up").click()
    expect(page.get_by_text("each bar is one gear from 50 to 88 rpm")).to_be_visible()
    [job] = demo.get("api/jobs")
    assert job["name"] == "Honey and wax round"
    assert demo.get(f"api/jobs/{job['id']}")["need"]["notes"] == "Down to the mill.\nUp again."
