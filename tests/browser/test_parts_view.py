"""The shelf: parts found, sorted, pinned, put into setups and saved from them."""

import json

import pytest
from playwright.sync_api import Page, expect
from test_setups import explained, open_setup

from kettledrum.demo import stock
from kettledrum.store import Store


@pytest.fixture
def shelf(page: Page, demo) -> Page:
    """The parts, as they are shipped."""
    store = Store(demo.data / "demo")
    for record in store.shelf.parts():
        store.shelf.delete(record.id)
    store.shelf.add(stock())
    store.close()
    page.goto(demo.address)
    page.get_by_role("link", name="Parts").click()
    expect(page.get_by_text("36 parts")).to_be_visible()
    return page


def listed(page: Page) -> list[str]:
    return page.locator("tbody th button").all_inner_texts()


def test_parts_are_found_by_words_and_kind_and_sorted(shelf):
    shelf.get_by_label("Find").fill("oil hub")
    expect(shelf.get_by_text("3 of 36 parts")).to_be_visible()
    shelf.get_by_role("button", name="Range").click()
    assert listed(shelf) == ["8-speed hub, oil bath", "11-speed hub, oil", "14-speed hub, oil bath"]
    shelf.get_by_role("button", name="Range").click()
    assert listed(shelf)[0] == "14-speed hub, oil bath"
    shelf.get_by_label("Find").fill("")
    shelf.get_by_role("button", name="Cassettes").click()
    expect(shelf.get_by_text("5 of 36 parts")).to_be_visible()
    shelf.get_by_label("Find").fill("unicorn")
    expect(shelf.get_by_text("0 of 36 parts")).to_be_visible()


def test_a_part_tells_all_that_is_known_and_what_is_not(shelf):
    shelf.get_by_role("button", name="14-speed hub, oil bath", exact=True).click()
    expect(shelf.get_by_text("front ÷ rear at least 1.85; heavy or with a motor 2.3")).to_be_visible()
    expect(shelf.get_by_text("shifts at rest; wants the load off to shift")).to_be_visible()
    shelf.get_by_role("button", name="stepless hub, narrow", exact=True).click()
    expect(shelf.get_by_text("not known: look for the smallest primary ratio")).to_be_visible()


def test_a_part_is_pinned_taken_off_and_put_back(shelf):
    shelf.get_by_role("button", name="Pin stepless hub, narrow").click()
    expect(shelf.locator("tbody th").first).to_contain_text("stepless hub, narrow")
    shelf.reload()
    expect(shelf.locator("tbody th").first).to_contain_text("stepless hub, narrow")
    shelf.get_by_role("button", name="Take stepless hub, narrow off the shelf").click()
    expect(shelf.get_by_text("35 parts")).to_be_visible()
    shelf.get_by_role("button", name="Put it back").click()
    expect(shelf.get_by_text("36 parts")).to_be_visible()


@pytest.mark.parametrize("expected_errors", [{"422"}], ids=["refused on purpose"])
def test_a_part_is_put_into_a_setup_and_taken_out_by_undo(shelf):
    shelf.get_by_role("button", name="Put 14-speed hub, oil bath into a setup").click()
    shelf.get_by_role("menuitem", name="Five-speed hub").click()
    # 42 ÷ 21 × 0.29
    expect(explained(shelf)).to_contain_text("42 ÷ 21 × 0.29 = 0.58")
    shelf.get_by_role("button", name="Undo: stages of “Five-speed hub”").click()
    expect(explained(shelf)).to_contain_text("42 ÷ 21 × 0.655")
    shelf.get_by_role("link", name="Parts").click()
    # Twelve sprockets and three rings before twelve gears at the cranks: more than a path may have.
    shelf.get_by_role("button", name="Put cassette of 12, 11–50 into a setup").click()
    shelf.get_by_role("menuitem", name="Twelve-speed crank gearbox").click()
    expect(
        shelf.get_by_role("button", name="Undo: rear teeth of “Twelve-speed crank gearbox”")
    ).to_be_visible()
    shelf.get_by_role("link", name="Parts").click()
    shelf.get_by_role("button", name="Put crankset, rings of 22, 32 and 44 into a setup").click()
    shelf.get_by_role("menuitem", name="Twelve-speed crank gearbox").click()
    expect(
        shelf.get_by_text("Not put into E: path: has 432 gears; one path may have at most 400")
    ).to_be_visible()


def test_a_stage_and_a_wheel_are_saved_to_the_shelf(shelf, demo):
    open_setup(shelf, demo.address, "Twelve-speed crank gearbox")
    shelf.get_by_role("button", name="More for Gearbox at the cranks").click()
    shelf.get_by_role("menuitem", name="Save it to the shelf").click()
    expect(shelf.get_by_text("is on the shelf.")).to_be_visible()
    shelf.get_by_role("button", name="To the shelf").click()
    expect(shelf.get_by_text("“wheel, 57-584” is on the shelf.")).to_be_visible()
    shelf.get_by_role("link", name="Parts").click()
    expect(shelf.get_by_text("38 parts")).to_be_visible()


@pytest.mark.parametrize("expected_errors", [{"422"}], ids=["refused on purpose"])
def test_the_shelf_goes_out_as_a_file_and_comes_in_again(shelf, tmp_path):
    with shelf.expect_download() as download:
        shelf.get_by_role("link", name="Save as a file").click()
    data = json.loads(download.value.path().read_text())
    file = tmp_path / "shelf.json"
    file.write_text(json.dumps({**data, "parts": data["parts"][:3]}))
    shelf.get_by_label("Shelf file").set_input_files(file)
    expect(shelf.get_by_text("3 parts were added.")).to_be_visible()
    expect(shelf.get_by_text("39 parts", exact=True)).to_be_visible()
    data["parts"][1]["teeth"] = [11, 12]
    file.write_text(json.dumps(data))
    shelf.get_by_label("Shelf file").set_input_files(file)
    refusal = shelf.get_by_role("alert").filter(has_text="This file was not added")
    expect(refusal).to_contain_text("parts[1].teeth: does not go with a hub")
    expect(shelf.get_by_text("39 parts", exact=True)).to_be_visible()
