"""What advertisements and makers' sheets say, typed as it stands: understood and told, or asked about."""

import re

import pytest
from on_page import field, open_setup, saved, stored
from playwright.sync_api import Page, expect


@pytest.fixture
def derailleur(page: Page, demo) -> Page:
    open_setup(page, demo, "One ring, twelve sprockets")
    return page


def rear_of(demo):
    return stored(demo, "One ring, twelve sprockets")["setup"]["path"][0]["rear"]


def test_a_cassette_named_by_its_ends_is_asked_about_and_taken_from_the_shelf(derailleur, demo):
    field(derailleur, "path[0].rear").fill("11–46")
    asked = derailleur.get_by_role("region", name="Which sprockets from 11 to 46")
    expect(asked).to_contain_text("If 11–46 is a cassette’s two ends, these in Parts run so:")
    expect(derailleur.get_by_role("list", name="Checks")).to_contain_text("11 to 46 is a step of 318 %")
    asked.get_by_role("button", name=re.compile("^cassette of 12, 11–46")).click()
    expect(asked).to_be_hidden()
    saved(derailleur)
    teeth = rear_of(demo)
    assert (len(teeth), teeth[0], teeth[-1]) == (12, 11, 46)


@pytest.mark.parametrize("expected_errors", [{"422"}])
def test_a_cassette_that_is_not_on_the_shelf_is_filled_in_even_steps(derailleur, demo):
    field(derailleur, "path[0].rear").fill("12-44")
    asked = derailleur.get_by_role("region", name="Which sprockets from 12 to 44")
    expect(asked).to_contain_text("say how many sprockets it has; or type them all above")
    take = asked.get_by_role("button", name="Take even steps")
    expect(take).to_be_disabled()
    asked.get_by_label("How many sprockets").fill("1")
    expect(asked).to_contain_text("ust be at least 2")
    asked.get_by_label("How many sprockets").fill("many")
    expect(asked).to_contain_text("ust be a whole number")
    asked.get_by_label("How many sprockets").fill("31")
    expect(asked).to_contain_text("ust be at most 30")
    asked.get_by_label("How many sprockets").fill("3")
    # √(44 ÷ 12) = 1.915 times 12 is 23.
    asked.get_by_role("button", name="Take 12-23-44").click()
    # Still far apart: it goes on asking, and nothing was taken that was not chosen.
    expect(asked).to_be_visible()
    asked.get_by_label("How many sprockets").fill("10")
    asked.get_by_role("button", name=re.compile("^Take 12-14")).click()
    expect(asked).to_be_hidden()
    saved(derailleur)
    assert len(rear_of(demo)) == 10


@pytest.mark.parametrize("expected_errors", [{"422"}])
def test_gear_inches_ask_for_the_wheel_and_are_understood_then(page: Page, demo):
    open_setup(page, demo, "Eight-speed hub")
    page.get_by_role("button", name="Enter them another way").click()
    entry = page.get_by_role("region", name="Enter gears another way")
    entry.get_by_label("Ratios").fill("2,10 m 4,20 m 6,30 m")
    expect(entry).to_contain_text("Holds metres a turn of the cranks, in which the wheel and the sprockets")
    measured = entry.get_by_role("group", name="What they were measured with")
    # What stands on the bicycle is there already.
    expect(measured.get_by_label("Front teeth")).to_have_value("44")
    measured.get_by_label("Wheel round, m").fill("2,1")
    expect(entry).to_contain_text("divided by a wheel of 2.1 m and sprockets of 2 to one")
    entry.get_by_role("button", name="Take these gears").click()
    saved(page)
    assert stored(demo, "Eight-speed hub")["setup"]["path"][1]["gears"] == {"ratios": [0.5, 1, 1.5]}


def test_what_was_made_of_a_sheet_is_told_before_it_is_taken(page: Page, demo):
    open_setup(page, demo, "Eight-speed hub")
    page.get_by_role("button", name="Enter them another way").click()
    entry = page.get_by_role("region", name="Enter gears another way")
    entry.get_by_label("Ratios").fill("527 644 774 1000 1615")
    expect(entry).to_contain_text("Whole numbers were taken as thousandths: 527 as 0.527.")
    expect(entry.get_by_role("row", name=re.compile("^5 1.615"))).to_be_visible()
