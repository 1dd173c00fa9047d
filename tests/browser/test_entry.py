"""What riders type: lists, commas, dashes; and typing at the speed of hands."""

import re

import pytest
from on_page import explained, field, open_setup, open_view, saved, stored
from playwright.sync_api import Page, expect


def stage(demo, name: str, place: int):
    return stored(demo, name)["setup"]["path"][place]


def test_teeth_are_parted_as_people_part_them(page: Page, demo):
    open_setup(page, demo, "One ring, twelve sprockets")
    for typed, teeth in (
        ("11-13-15", [11, 13, 15]),
        ("11, 13,16", [11, 13, 16]),
        ("11/13 / 17", [11, 13, 17]),
        (" 11  13\t18 ", [11, 13, 18]),
        ("11–13;19", [11, 13, 19]),
        ("24", [24]),
    ):
        field(page, "path[0].rear").fill(typed)
        expect(explained(page)).to_contain_text(f"38 ÷ {max(teeth)}")
        saved(page)
        assert stage(demo, "One ring, twelve sprockets", 0)["rear"] == teeth
        # What was typed stands as it was typed while it is being worked on.
        expect(field(page, "path[0].rear")).to_have_value(typed)


def test_ratios_take_points_and_commas(page, demo):
    open_setup(page, demo, "Eight-speed hub")
    for typed, ratios in (
        ("0.53 0.64 1", [0.53, 0.64, 1]),
        ("0,54 0,64 1", [0.54, 0.64, 1]),
        ("0.55, 0.64, 1", [0.55, 0.64, 1]),
        ("0,56; 0,64; 1", [0.56, 0.64, 1]),
        ("0.57,0.64,1.0", [0.57, 0.64, 1]),
        (".5 1.", [0.5, 1]),
    ):
        field(page, "path[1].gears.ratios").fill(typed)
        expect(explained(page)).to_contain_text(f"44 ÷ 22 × {ratios[0]}")
        saved(page)
        assert stage(demo, "Eight-speed hub", 1)["gears"] == {"ratios": ratios}


def test_a_measured_rollout_takes_a_decimal_comma(page, demo):
    open_setup(page, demo, "Eight-speed hub")
    for typed in ("2105,5", "2105.5", " 2105,5 "):
        field(page, "wheel.rollout_mm").fill(typed)
        expect(page.get_by_text("per wheel turn, measured")).to_be_visible()
        saved(page)
        wheel = stored(demo, "Eight-speed hub")["setup"]["wheel"]
        measured = {key: value for key, value in wheel.items() if key.endswith("_mm")}
        assert measured == {"bead_seat_mm": 622, "tyre_mm": 42, "rollout_mm": 2105.5}
        field(page, "wheel.rollout_mm").fill("")
        expect(page.get_by_text("a turn, worked out")).to_be_visible()
        saved(page)
        assert "rollout_mm" not in stored(demo, "Eight-speed hub")["setup"]["wheel"]


def test_typing_by_hand_keeps_every_key_and_saves_the_last(page, demo):
    open_setup(page, demo, "Eight-speed hub")
    name = page.get_by_label("Name of the setup")
    name.press("End")
    # Slower than the pause after which it is saved, so that saves fall between the keys.
    name.press_sequentially(" for the", delay=120)
    saved(page)
    name.press_sequentially(" moor road", delay=60)
    expect(name).to_have_value("Eight-speed hub for the moor road")
    saved(page)
    assert stored(demo, "Eight-speed hub for the moor road")["setup"]["path"][0]["front"] == [44]


def test_a_blank_at_the_end_is_not_taken_away_under_the_cursor(page, demo):
    open_setup(page, demo, "Eight-speed hub")
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
        "care": [{"what": "oil", "every_km": 900}],
    }
    held["setup"] |= {"motors": [{"at": "cranks", "torque_nm": 70}], "parts": {"belt": None}}
    demo.send("PUT", f"api/jobs/{job['id']}/setups/{held['id']}?version=1", held["setup"])
    open_setup(page, demo, "Eight-speed hub")
    expect(field(page, "path[0].front")).to_have_value("44")
    expect(page.get_by_text("not yet worked out")).to_have_count(0)
    field(page, "path[0].front").fill("40")
    saved(page)
    held["setup"]["path"][0]["front"] = [40]
    assert stored(demo, "Eight-speed hub")["setup"] == held["setup"]


def test_the_job_is_changed_and_the_lanes_follow(page, demo):
    open_view(page, demo, "Job")
    page.get_by_label("Lowest easy cadence, rpm").fill("50")
    page.get_by_label("Body mass, kg").fill("81,5")
    page.get_by_label("Name of the job").fill("Honey and wax round")
    page.get_by_label("What the bicycle must do").fill("Down to the mill.\nUp again.")
    saved(page)
    expect(page.get_by_text("81.5 kg rider + 17 kg bike + 18 kg load · 125 W · 50–88 rpm")).to_be_visible()
    page.get_by_role("link", name="Line-up").click()
    expect(page.get_by_text("each bar is one gear from 50 to 88 rpm")).to_be_visible()
    [job] = demo.get("api/jobs")
    assert job["name"] == "Honey and wax round"
    assert demo.get(f"api/jobs/{job['id']}")["need"]["notes"] == "Down to the mill.\nUp again."


def test_a_wheel_goes_by_any_of_its_names(page, demo):
    open_setup(page, demo, "Eight-speed hub")
    for typed, bead_seat, tyre in (
        ("26 x 1 3/8", 590, 35),
        ("42-622", 622, 42),
        ("650B", 584, 42),
        ("20 x 1,75", 406, 44),
        ("559", 559, 44),
        ("700", 622, 44),
    ):
        field(page, "wheel.bead_seat_mm").fill(typed)
        page.keyboard.press("Tab")
        # Its inches and its name come first, the ISO number behind.
        expect(field(page, "wheel.bead_seat_mm")).to_have_value(re.compile(rf"\({bead_seat}\)$"))
        expect(explained(page)).to_contain_text(f"× {3.14159265 * (bead_seat + 2 * tyre) / 1000:.2f} m")
        saved(page)
        wheel = stored(demo, "Eight-speed hub")["setup"]["wheel"]
        assert (wheel["bead_seat_mm"], wheel["tyre_mm"]) == (bead_seat, tyre)
        # What the editor does not show stays.
        assert wheel["rim"]["holes"] == 36


@pytest.mark.parametrize("expected_errors", [{"422"}], ids=["refused on purpose"])
def test_a_marking_that_may_mean_several_sizes_is_chosen_from_a_list(page, demo):
    open_setup(page, demo, "Eight-speed hub")
    size = field(page, "wheel.bead_seat_mm")
    size.fill("28 in")
    expect(page.get_by_text("May be 622, 642, 635: choose one")).to_be_visible()
    page.get_by_role("option", name="635").click()
    expect(size).to_have_value(re.compile("635"))
    size.fill("penny")
    page.keyboard.press("Tab")
    expect(
        page.get_by_text("Must be a number from 100 to 800 mm. Or type what the tyre says")
    ).to_be_visible()
    expect(size).to_have_value("penny")


@pytest.mark.parametrize("expected_errors", [{"422"}], ids=["refused on purpose"])
def test_a_roll_out_is_measured_over_three_turns(page, demo):
    open_setup(page, demo, "Eight-speed hub")
    page.get_by_role("button", name="Measure it").click()
    expect(page.get_by_label("Turns")).to_have_value("3")
    distance = page.get_by_label("Distance, m")
    distance.fill("66,6")
    page.get_by_role("button", name="Take it").click()
    expect(page.get_by_text("Is 22.2 m a turn; from 0.3 to 4 m is allowed.")).to_be_visible()
    expect(distance).to_have_value("66,6")
    distance.fill("6,66")
    page.get_by_role("button", name="Take it").click()
    expect(field(page, "wheel.rollout_mm")).to_have_value("2220")
    expect(explained(page)).to_contain_text("× 2.22 m")
    page.get_by_role("button", name="mph").click()
    page.get_by_role("button", name="Measure it").click()
    page.get_by_label("Distance, ft").fill("21.85")
    page.keyboard.press("Enter")
    # 21.85 ft × 304.8 ÷ 3
    expect(field(page, "wheel.rollout_mm")).to_have_value("2220")


def test_a_mass_is_taken_in_pounds_and_stays_what_it_was_until_it_is_changed(page, demo):
    open_view(page, demo, "Job")
    page.get_by_role("button", name="mph").click()
    mass = page.get_by_label("Body mass, lb")
    expect(mass).to_have_value("172")
    expect(page.get_by_text("172 lb rider")).to_be_visible()
    page.get_by_label("Power held all day, W").fill("130")
    saved(page)

    def rider():
        [job] = demo.get("api/jobs")
        return demo.get(f"api/jobs/{job['id']}")["need"]["rider"]

    assert (rider()["mass_kg"], rider()["power_w"]) == (78, 130)
    mass.fill("180")
    saved(page)
    assert rider()["mass_kg"] == pytest.approx(81.6466, abs=1e-4)
    mass.fill("80 kg")
    saved(page)
    assert rider()["mass_kg"] == 80
    page.get_by_role("button", name="km/h").click()
    expect(page.get_by_label("Body mass, kg")).to_have_value("80")
