"""The need described, and what each setup makes of it."""

import re

import pytest
from on_page import field, open_view, saved
from playwright.sync_api import Page, expect

EASILY, ONLY_JUST, NOT_LOW_ENOUGH = (
    re.compile(rf"(hub|gearbox){word}\d") for word in ("easily", "only just", "no")
)
"""What the row of a setup says right after its name, before its grades."""


@pytest.fixture
def job(page: Page, demo) -> Page:
    open_view(page, demo, "Job")
    expect(page.get_by_label("Name of the job")).to_have_value("Honey round")
    return page


def climb(page: Page, setup: str):
    """A setup's row under “Climb and flat”."""
    page.get_by_role("link", name="Line-up").click()
    return page.get_by_role("region", name="Climb and flat").get_by_role("row", name=re.compile(setup))


def test_a_setup_fails_the_steepest_pitch_and_says_what_ratio_it_would_need(job):
    expect(job.get_by_text("78 kg rider + 17 kg bike + 18 kg load · 125 W")).to_be_visible()
    row = climb(job, "Fourteen-speed hub")
    # 260 W × 0.897 at the tyre on 12 % with 113 kg: 5.9 km/h is 59.6 rpm in 1.64 m, where 60 are wanted.
    expect(row).to_contain_text(NOT_LOW_ENOUGH)
    expect(row).to_contain_text("5.9 km/h, 60 rpm, too slow")
    expect(row).to_contain_text("0.74: 1 % too high")
    expect(climb(job, "Twelve-speed crank gearbox")).to_contain_text(ONLY_JUST)
    # With the honey left at home it climbs: 95 kg.
    job.get_by_role("link", name="Job").click()
    field(job, "load.cargo_kg").fill("")
    saved(job)
    expect(climb(job, "Fourteen-speed hub")).to_contain_text(ONLY_JUST)
    job.get_by_role("button", name=re.compile("^Undo")).click()
    expect(climb(job, "Fourteen-speed hub")).to_contain_text(NOT_LOW_ENOUGH)


def test_each_school_may_lead(job):
    job.get_by_label("A lowest gear is judged by").select_option("ratio")
    saved(job)
    row = climb(job, "Five-speed hub")
    expect(job.get_by_text("a lowest gear is judged by its ratio")).to_be_visible()
    # 42 ÷ 21 × 0.655 = 1.31
    expect(row).to_contain_text(NOT_LOW_ENOUGH)
    job.get_by_role("link", name="Job").click()
    field(job, "wants.lowest_ratio").fill("1,3")
    saved(job)
    expect(climb(job, "Five-speed hub")).to_contain_text(ONLY_JUST)
    job.get_by_role("link", name="Setups").click()
    job.get_by_role("navigation", name="Setups").get_by_role("link", name="Five-speed hub").click()
    schools = job.get_by_role("region", name="What it adds up to")
    expect(schools).to_contain_text("By ratioonly just: 1.31, where 1.30 needed")
    expect(schools).to_contain_text("By gear inches36.4 in, higher than the usual 25.0 in")
    expect(schools).to_contain_text("By the steepest hillno: 1.31, where 0.73 needed")


def test_without_a_pitch_the_line_up_says_what_is_missing(job):
    field(job, "road.steepest").fill("")
    field(job, "load.bike_kg").fill("")
    saved(job)
    row = climb(job, "Five-speed hub")
    expect(row).to_contain_text("not known")
    expect(job.get_by_text("How steep the steepest hill is, is not known")).to_be_visible()
    expect(job.get_by_text("assumed: the bicycle’s mass (15 kg).")).to_be_visible()


@pytest.mark.parametrize("expected_errors", [{"422"}], ids=["refused on purpose"])
def test_what_cannot_be_is_said_at_its_field_and_stays_as_typed(job, demo):
    before = demo.get("api/jobs")[0]
    for place, typed, words in (
        ("road.steepest", "70", "Must be from 0 to 60 %."),
        ("load.bike_kg", "10000", "Must be from 3 to 300 kg."),
        ("load.cargo_kg", "-1", "Must be from 0 to 500 kg."),
        ("rider.power_w", "0", "Must be from 5 to 2500 W."),
        ("rider.burst_w", "100", "Must be at least the power held all day, 125 W."),
        ("rider.grind_rpm", "70", "Must be at most the lowest easy cadence, 60 rpm."),
        ("road.altitude_m", "90000", "Must be from -450 to 6000 m."),
        ("road.surfaces[0].share", "x", "Must be a number above 0 and at most 100 %."),
        ("road.surfaces[0].share", "50", "Must have shares that add up to 100 %; these add up to 80 %."),
    ):
        at = field(job, place)
        as_it_was = at.input_value()
        at.fill(typed)
        expect(job.get_by_text(words)).to_be_visible()
        expect(at).to_have_value(typed)
        kept = demo.get(f"api/jobs/{before['id']}")["need"]
        assert (kept["road"]["steepest"], kept["load"]["bike_kg"]) == (0.12, 17)
        at.fill(as_it_was)
        expect(job.get_by_text(words)).to_have_count(0)


@pytest.mark.parametrize("expected_errors", [{"422"}], ids=["shares that do not add up yet"])
def test_surfaces_are_added_and_left_out_and_a_coefficient_takes_their_place(job, demo):
    job.get_by_role("button", name="Take surface 2 out").click()
    field(job, "road.surfaces[0].share").fill("60")
    job.get_by_role("button", name="Add a surface").click()
    job.get_by_label("Surface 2", exact=True).select_option("loose gravel")
    # What was left of the whole way is put in.
    expect(field(job, "road.surfaces[1].share")).to_have_value("40")
    saved(job)
    [held] = demo.get("api/jobs")
    assert demo.get(f"api/jobs/{held['id']}")["need"]["road"]["surfaces"] == [
        {"surface": "rough asphalt", "share": 0.6},
        {"surface": "loose gravel", "share": 0.4},
    ]
    job.get_by_role("button", name="By a coefficient").click()
    field(job, "road.crr").fill("0,012")
    saved(job)
    road = demo.get(f"api/jobs/{held['id']}")["need"]["road"]
    assert (road["crr"], "surfaces" in road) == (0.012, False)


def test_loads_and_lengths_are_said_in_either_system_and_stay_what_they_are(job, demo):
    job.get_by_role("button", name="mph").click()
    expect(field(job, "load.bike_kg")).to_have_value("37.5")
    expect(field(job, "road.steepest_m")).to_have_value("230")
    field(job, "load.cargo_kg").fill("44")
    field(job, "road.wind_kmh").fill("10")
    saved(job)
    [held] = demo.get("api/jobs")
    need = demo.get(f"api/jobs/{held['id']}")["need"]
    # 44 lb and 10 mph; what was not touched is as it was, not as it was rounded for show.
    assert need["load"] == {"bike_kg": 17, "cargo_kg": pytest.approx(19.958, abs=1e-3)}
    assert need["road"]["wind_kmh"] == pytest.approx(16.093, abs=1e-3)
    assert need["road"]["steepest_m"] == 70


def test_the_hill_fan_follows_the_power_that_is_chosen(job):
    job.get_by_role("link", name="Line-up").click()
    fan = job.get_by_role("figure").filter(has_text="Cadence left in the lowest gear")
    fan.get_by_text("The grade for each cadence as a table").click()
    row = fan.get_by_role("row", name=re.compile("^60 rpm"))
    # At 60 rpm the fourteen-speed hub climbs 5.2 % all day and 11.9 % for a minute, as the table above says.
    expect(row.get_by_role("cell").nth(3)).to_have_text("5.2 %")
    fan.get_by_role("button", name="260 W for a minute").click()
    expect(row.get_by_role("cell").nth(3)).to_have_text("11.9 %")
    with job.expect_download() as download:
        job.get_by_role("button", name="Save as…").click()
        job.get_by_role("menuitem", name="Hill fan as SVG").click()
    assert "rpm against grade" in download.value.path().read_text()


@pytest.mark.parametrize("expected_errors", [{"422"}])
def test_a_power_is_worked_out_from_a_climb(job):
    job.get_by_text("Power from a climb you know").click()
    job.get_by_label("Height climbed, m").fill("400")
    job.get_by_label("Minutes").fill("2")
    job.get_by_label("Minutes").press("Enter")
    expect(job.get_by_text("Must be from 5 to 600 min.")).to_be_visible()
    job.get_by_label("Minutes").fill("30")
    job.get_by_label("Length of the climb, m").fill("5 km")
    job.get_by_role("button", name="Work it out").click()
    # (78 + 17) kg · g · 0.0860 · 2.778 m/s + drag, ÷ 0.95: 241 W; ten times as long, 10^-0.1 of it.
    expect(job.get_by_text(re.compile(r"About 241 W \(235–248 W by drive\)"))).to_be_visible()
    job.get_by_role("button", name="Take 190 W all day").click()
    saved(job)
    expect(field(job, "rider.power_w")).to_have_value("190")


def test_a_start_fills_in_what_is_missing_and_says_where_it_comes_from(job, demo):
    for place in ("load.bike_kg", "load.cargo_kg", "rider.burst_w"):
        field(job, place).fill("")
    saved(job)
    job.get_by_label("Start from figures for").select_option("cargo")
    expect(job.get_by_text("what is usually carried, by our own estimate: weigh yours")).to_be_visible()
    saved(job)
    # 3.2 W a kilogram of 78 kg, to five watts; what was said before stays.
    assert (field(job, "rider.burst_w").input_value(), field(job, "rider.power_w").input_value()) == (
        "250",
        "125",
    )
    expect(field(job, "load.bike_kg")).to_have_value("35")
    expect(job.get_by_role("button", name="All of it is filled in")).to_be_disabled()
    # What is cleared later is filled in again by a press.
    field(job, "load.bike_kg").fill("")
    job.get_by_role("button", name="Fill in what is missing").click()
    expect(field(job, "load.bike_kg")).to_have_value("35")


def test_three_schools_stand_side_by_side_and_one_leads(job):
    job.get_by_role("link", name="Line-up").click()
    schools = job.get_by_role("region", name="How low is low enough")
    expect(schools).to_contain_text("They disagree about D, E, G.")
    row = schools.get_by_role("row", name=re.compile("Fourteen-speed hub"))
    expect(row).to_contain_text("0.74, no higher than the usual 1.00")
    expect(row).to_contain_text("no 0.741; 0.737 at 260 W, as long as it takes")
    schools.get_by_role("radio", name="By its gear inches: leads").check()
    expect(climb(job, "Fourteen-speed hub")).to_contain_text(EASILY)
    expect(job.get_by_role("button", name=re.compile("^Undo: "))).to_be_enabled()
    job.reload()
    expect(schools.get_by_role("radio", name="By its gear inches: leads")).to_be_checked()


def test_wants_are_kept(job, demo):
    field(job, "wants.budget").fill("900")
    job.get_by_label("Care I will give it").select_option("little")
    job.get_by_label("Shifting is hard on my hands").select_option("no")
    field(job, "wants.workshop_km").fill("5 mi")
    saved(job)
    [held] = demo.get("api/jobs")
    wants = demo.get(f"api/jobs/{held['id']}")["need"]["wants"]
    assert wants == {
        "top_kmh": 30,
        "budget": 900,
        "care": "little",
        "hand_trouble": False,
        "workshop_km": 8.04672,
    }
