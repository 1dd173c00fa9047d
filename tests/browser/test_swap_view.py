"""Swap test: planned, ridden on a phone, read, taken over, printed; bad input refused where it stands."""

import re

import numpy as np
import pytest
from on_page import field, fits_sideways, open_view
from playwright.sync_api import Page, expect
from ride_files import fit

from kettledrum.core.rides.channels import Channels


@pytest.fixture
def swap(page: Page, season) -> Page:
    open_view(page, season, "Swap test")
    expect(says(page)).to_contain_text("Nothing can be told: “The yard bike” takes anything from")
    return page


def says(page: Page):
    return page.locator("[data-says]").first


def test_a_run_with_a_stop_is_left_out_and_the_answer_comes(swap):
    expect(says(swap)).to_contain_text("Run 7 is 11.7 % off what the others foretell")
    swap.get_by_role("button", name="Run 7: leave it out").click()
    expect(says(swap)).to_contain_text("“The yard bike” takes 1.2 % more time than “The heavy one”")
    expect(swap.get_by_text("the job assumes 99.5 %, which it speaks against").first).to_be_visible()
    swap.get_by_role("button", name=re.compile("^Undo")).click()
    expect(says(swap)).to_contain_text("Nothing can be told")


def test_what_was_measured_is_taken_over_and_stands_in_the_verdict(swap, demo_server):
    # Nothing is told yet: nothing is offered.
    expect(swap.get_by_role("button", name="Take it over")).to_be_hidden()
    swap.get_by_role("button", name="Run 7: leave it out").click()
    swap.get_by_role("button", name="Take it over").click()
    expect(swap.get_by_text("the job assumes 97.9 %, which is within it").first).to_be_visible()
    expect(swap.get_by_role("button", name="Taken over")).to_be_disabled()
    job = demo_server.get("api/jobs")[0]["id"]
    setups = [held["setup"] for held in demo_server.get(f"api/jobs/{job}")["setups"]]
    (hub,) = (setup for setup in setups if setup["name"] == "Eight-speed hub")
    assert hub["path"][1]["efficiency"]["typical"] < 0.92
    swap.get_by_role("link", name="Verdict").click()
    expect(swap.get_by_text("Measured side by side")).to_be_visible()
    expect(swap.get_by_role("link", name="Which of the two runs harder?")).to_be_visible()


@pytest.mark.parametrize("expected_errors", [{"422"}], ids=["refused on purpose"])
def test_power_and_wind_of_a_run_are_written_down(swap, demo_server):
    swap.get_by_role("button", name="Run 7: write it down").click()
    field(swap, "swap_tests[0].runs[6].power_w").fill("140")
    field(swap, "swap_tests[0].runs[6].wind_kmh").fill("12")
    line = swap.get_by_role("listitem").filter(
        has_text="the beekeeper on The yard bike, 140 W, wind 12.0 km/h"
    )
    expect(line).to_be_visible()
    expect(swap.get_by_role("status").filter(has_text="Saved").first).to_be_visible()
    job = demo_server.get("api/jobs")[0]["id"]
    run = demo_server.get(f"api/jobs/{job}")["need"]["swap_tests"][0]["runs"][6]
    assert (run["power_w"], run["wind_kmh"]) == (140, 12)
    field(swap, "swap_tests[0].runs[6].power_w").fill("0")
    expect(swap.get_by_text("must be above 0 and at most 2500 W").first).to_be_visible()
    expect(field(swap, "swap_tests[0].runs[6].power_w")).to_have_value("0")


def test_a_test_is_planned_and_ridden_on_a_phone(swap):
    swap.set_viewport_size({"width": 390, "height": 844})
    swap.get_by_role("button", name="Add a test").click()
    expect(says(swap)).to_contain_text("no run is written down")
    plan = swap.get_by_role("form", name="Draw the order")
    plan.locator("[data-place=runs]").fill("4")
    plan.get_by_role("button", name="Draw the order").click()
    expect(swap.get_by_text(re.compile("So many runs can show a difference of"))).to_be_visible()
    expect(says(swap)).to_contain_text("4 runs are still to be ridden")
    for at in range(4):
        run = swap.get_by_role("listitem").filter(has_text=re.compile(f"^{at + 1}"))
        second = "Five-speed hub" in run.inner_text()
        swap.get_by_role("button", name=f"Run {at + 1}: write it down").click()
        place = f"swap_tests[1].runs[{at}]"
        # What was felt comes first; no figure is in sight.
        expect(field(swap, f"{place}.value")).to_be_hidden()
        field(swap, f"{place}.ratings.noise").fill("6" if second else "2")
        swap.get_by_role("button", name="Now the figures").click()
        field(swap, f"{place}.value").fill("52:1" + str(at) if second else "50:0" + str(at))
        swap.get_by_role("button", name=f"Run {at + 1}: write it down").click()
    expect(says(swap)).to_contain_text("“Five-speed hub” takes")
    expect(says(swap)).not_to_contain_text("still to be ridden")
    fits_sideways(swap)
    felt = swap.get_by_role("table", name="Felt, and by group")
    expect(felt.get_by_role("row", name=re.compile("^Noise Five-speed hub \\+4.0 points"))).to_be_visible()


@pytest.mark.parametrize("expected_errors", [{"422"}], ids=["refused on purpose"])
def test_what_cannot_be_is_refused_and_stays_as_typed(swap):
    swap.get_by_role("button", name="Run 1: write it down").click()
    value = field(swap, "swap_tests[0].runs[0].value")
    value.fill("0")
    expect(swap.get_by_text("must be above 0", exact=False)).to_be_visible()
    expect(value).to_have_value("0")
    value.fill("1:00:05")
    field(swap, "swap_tests[0].runs[0].ratings.noise").fill("12")
    expect(swap.get_by_text("Must be from 0 to 10.")).to_be_visible()
    field(swap, "swap_tests[0].runs[0].ratings.noise").fill("3")
    field(swap, "swap_tests[0].bikes[1]").fill("The heavy one")
    expect(swap.get_by_text("ust differ from the others’ names", exact=False)).to_be_visible()
    field(swap, "swap_tests[0].bikes[1]").fill("The yard bike")
    plan = swap.get_by_role("form", name="Draw the order")
    expect(plan.get_by_role("button", name="Draw the order")).to_be_disabled()
    swap.get_by_role("button", name="Copy it").click()
    plan.locator("[data-place=runs]").fill("3")
    plan.get_by_role("button", name="Draw the order").click()
    expect(plan).to_contain_text("ust be a whole number from 4 to 48")


def test_the_card_is_printed_and_the_file_goes_out(swap):
    swap.get_by_role("button", name="Card to ride by").click()
    card = swap.get_by_role("region", name="Card to ride by")
    expect(card.get_by_role("row")).to_have_count(13)
    swap.evaluate("window.print = () => { window.printed = true; }")
    card.get_by_role("button", name="Print the card").click()
    assert swap.evaluate("window.printed")
    swap.get_by_role("button", name="Back to the test").click()
    swap.get_by_role("button", name="Save as…").click()
    with swap.expect_download() as loading:
        swap.get_by_role("menuitem", name="Test as a file").click()
    assert b"kettledrum-swap-test/1" in loading.value.path().read_bytes()


def test_an_empty_job_says_how_to_begin(page, demo):
    open_view(page, demo, "Swap test")
    page.get_by_role("button", name="Remove it").click()
    expect(says(page)).to_contain_text("Nothing was measured yet.")
    page.get_by_role("button", name=re.compile("^Undo")).click()
    expect(page.get_by_role("heading", name="Runs")).to_be_visible()


@pytest.mark.parametrize("expected_errors", [{"422"}], ids=["refused on purpose"])
def test_a_run_comes_out_of_a_ride_file(swap, tmp_path):
    def recorded(seconds: int):
        unknown = np.full(seconds, np.nan)
        path = tmp_path / f"{seconds}.fit"
        path.write_bytes(
            fit(
                Channels(
                    speed_mps=np.full(seconds, 5.0),
                    cadence_rpm=np.full(seconds, 70.0),
                    power_w=unknown,
                    elevation_m=unknown,
                    temperature_c=np.full(seconds, 12.0),
                )
            )
        )
        return path

    swap.get_by_role("button", name="Run 1: write it down").click()
    value = field(swap, "swap_tests[0].runs[0].value")
    part = swap.get_by_role("group", name="Run 1")
    part.locator("input[type=file]").set_input_files(recorded(1000))
    expect(part.get_by_role("alert")).to_contain_text("not once or several times round")
    expect(value).to_have_value("1:00:05")
    part.locator("input[type=file]").set_input_files(recorded(2920))
    expect(value).to_have_value(re.compile("^48:(39|40)"))
    part.locator("input[type=file]").set_input_files(recorded(5840))
    part.get_by_role("button", name=re.compile("^Round 2: 48:")).click()
    expect(value).to_have_value(re.compile("^48:"))
    expect(field(swap, "swap_tests[0].runs[0].temperature_c")).to_have_value("12")


def test_bikes_whose_names_have_commas_stay_what_they_are(swap, demo_server):
    """A name may have commas, as those that a search gives; runs follow a bike to its new name."""
    bike = field(swap, "swap_tests[0].bikes[1]")
    expect(bike).to_have_value("The yard bike")
    bike.fill("Hub, 30 × 16, belt")
    expect(says(swap)).to_contain_text("“Hub, 30 × 16, belt” takes anything from")
    expect(swap.get_by_role("status").filter(has_text="Saved").first).to_be_visible()
    job = demo_server.get("api/jobs")[0]["id"]
    kept = demo_server.get(f"api/jobs/{job}")["need"]["swap_tests"][0]
    assert kept["bikes"] == ["The heavy one", "Hub, 30 × 16, belt"]
    assert {run["bike"] for run in kept["runs"]} == set(kept["bikes"])
    swap.get_by_role("button", name="Add a bike").click()
    expect(field(swap, "swap_tests[0].bikes[2]")).to_have_value("Bike C")
    swap.get_by_role("button", name="Take bike C out").click()
    expect(field(swap, "swap_tests[0].bikes[2]")).to_have_count(0)
    expect(swap.get_by_role("button", name="Take bike")).to_have_count(0)
