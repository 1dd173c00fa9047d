"""Fit: checks that fail or cannot be told, what is typed about the frame, the wheel and the mass."""

import re

import pytest
from on_page import field, saved
from playwright.sync_api import Page, expect


@pytest.fixture
def fit(page: Page, demo) -> Page:
    page.goto(demo.address)
    expect(page.get_by_role("heading", name="Line-up")).to_be_visible()
    page.keyboard.press("f")
    expect(page.get_by_role("heading", name="Fit", exact=True)).to_be_visible()
    show(page, "Fourteen-speed hub")
    return page


def show(page: Page, setup: str) -> None:
    link = page.get_by_role("navigation", name="Setups").get_by_role("link", name=setup)
    link.click()
    expect(link).to_have_attribute("aria-current", "page")


def check(page: Page, words: str):
    return page.get_by_role("region", name="Checks").get_by_role("listitem").filter(has_text=words)


def test_a_failing_and_an_unknown_check_say_what_would_help(fit):
    failing = check(fit, "The axle is held by an arm, which the frame does not take.")
    expect(failing).to_contain_text("does not fit")
    expect(failing).to_contain_text("turns out of its nuts if nothing holds it")
    expect(failing).to_contain_text("Would help: an arm that fits")
    unknown = check(fit, "The old spokes’ lengths are missing")
    expect(unknown).to_contain_text("not known")
    expect(fit.get_by_text("1 does not fit")).to_be_visible()
    # Typed into the frame once, it holds.
    supports = field(fit, "frame.torque_supports")
    supports.fill("washers, arm")
    expect(check(fit, "The frame takes an arm to hold the axle.")).to_contain_text("fits")
    expect(fit.get_by_text("0 do not fit")).to_be_visible()
    saved(fit)
    fit.get_by_role("button", name="Rim and spokes").click()
    field(fit, "wheel.rim.spokes_mm").fill("268 268.5")
    expect(check(fit, "The old spokes do: 0.3 mm too short left and 0.2 mm too long right.")).to_be_visible()
    saved(fit)
    fit.reload()
    fit.get_by_role("button", name="Rim and spokes").click()
    expect(field(fit, "wheel.rim.spokes_mm")).to_have_value("268 268.5")
    fit.keyboard.press("Control+z")
    expect(check(fit, "The old spokes’ lengths are missing")).to_be_visible()


def test_the_frame_is_the_same_for_every_setup(fit):
    show(fit, "Twelve-speed crank gearbox")
    expect(check(fit, "A belt cannot be opened, and neither can the frame.")).to_contain_text("does not fit")
    fit.get_by_label("Opens for a belt").select_option("yes")
    expect(check(fit, "The frame opens for a belt.")).to_be_visible()
    show(fit, "Stepless hub")
    expect(check(fit, "The frame opens for a belt.")).to_be_visible()
    fit.get_by_label("Opens for a belt").select_option("not known")
    expect(check(fit, "Whether the frame opens for a belt is not said.")).to_contain_text("Look for")


def test_what_holds_can_be_left_out(fit):
    checks = fit.get_by_role("region", name="Checks").get_by_role("listitem")
    expect(check(fit, "A tyre of 42 mm where 50 mm fit.")).to_be_visible()
    many = checks.count()
    fit.get_by_role("button", name=re.compile(r"Leave out the \d+ that fit")).click()
    expect(check(fit, "A tyre of 42 mm where 50 mm fit.")).to_have_count(0)
    assert checks.count() < many
    fit.get_by_role("button", name="Show those that fit too").click()
    expect(checks).to_have_count(many)


@pytest.mark.parametrize("expected_errors", [{"422"}], ids=["refused on purpose"])
def test_the_wheel_is_built_and_bad_figures_are_refused_by_field(fit):
    wheel = fit.get_by_role("region", name="Building the wheel")
    expect(wheel).to_contain_text("16 spokes of 268 mm left")
    expect(wheel).to_contain_text("trued, tensioned evenly and stress-relieved by someone who knows how")
    fit.get_by_role("button", name="Rim and spokes").click()
    field(fit, "wheel.rim.crosses").fill("5")
    expect(
        check(fit, "5 crosses on 32 holes turn each spoke by 112°, past its tangent: at most 4.")
    ).to_be_visible()
    field(fit, "wheel.rim.holes").fill("36.5")
    expect(fit.get_by_text("Must be a whole number from 8 to 72.")).to_be_visible()
    expect(field(fit, "wheel.rim.holes")).to_have_value("36.5")
    field(fit, "wheel.rim.holes").fill("36")
    expect(check(fit, "The hub has 32 holes, the rim 36: they cannot be laced.")).to_be_visible()
    saved(fit)


def test_how_it_behaves_and_how_far_the_pedals_turn_first(fit):
    behaviour = fit.get_by_role("region", name="How it behaves")
    expect(behaviour.get_by_role("row", name="To shift turn a grip")).to_be_visible()
    expect(behaviour.get_by_text("2 freewheels in a row, of 24 and 60 points")).to_be_visible()
    fit.get_by_role("button", name="14-speed hub, oil bath").click()
    # 360/72 = 5° at the cranks alone, on average half of it.
    field(fit, "path[1].behaviour.freewheels").fill("72 in")
    lost = behaviour.get_by_role("list", name=re.compile("Lost motion"))
    # Before the gears, behind 46 ÷ 18: 5° ÷ 2.556 in every gear.
    expect(lost.get_by_role("listitem").first).to_contain_text("2°, 1° on average")


def test_mass_against_the_reference_and_pieces_of_ones_own(fit):
    mass = fit.get_by_role("region", name="Mass, and where")
    expect(mass.get_by_role("row", name=re.compile("Rear wheel"))).to_contain_text("+1.95 kg")
    fit.get_by_role("button", name="Piece", exact=True).click()
    field(fit, "parts[1].name").fill("rotor")
    field(fit, "parts[1].mass_kg").fill("150 g")
    mass.get_by_label("Sits in").last.select_option("rear wheel")
    expect(mass.get_by_role("row", name=re.compile("Rear wheel"))).to_contain_text("+2.1 kg")
    saved(fit)
    fit.get_by_role("button", name="Take piece 2 off").click()
    expect(mass.get_by_role("row", name=re.compile("Rear wheel"))).to_contain_text("+1.95 kg")
