"""The shelf: parts found, sorted, pinned, put into setups and saved from them."""

import json
import re

import pytest
from on_page import explained, open_setup, open_view
from playwright.sync_api import Page, expect

from kettledrum.demo import stock
from kettledrum.store import Store


@pytest.fixture
def shelf(page: Page, demo) -> Page:
    """The parts, as they are shipped."""
    store = Store(demo.data / "demo")
    store.shelf.take_off([record.id for record in store.shelf.parts()])
    store.shelf.bring_in(stock())
    store.close()
    open_view(page, demo, "Parts")
    expect(page.get_by_text("39 parts")).to_be_visible()
    return page


def listed(page: Page) -> list[str]:
    return page.locator("tbody th button").all_inner_texts()


def brought(page: Page, file, content: str) -> None:
    file.write_text(content)
    page.get_by_label("Parts file").set_input_files(file)


def test_parts_are_found_by_words_and_kind_and_sorted(shelf):
    shelf.get_by_label("Find").fill("oil hub")
    expect(shelf.get_by_text("3 of 39 parts")).to_be_visible()
    shelf.get_by_role("button", name="Range").click()
    assert listed(shelf) == ["8-speed hub, oil bath", "11-speed hub, oil", "14-speed hub, oil bath"]
    shelf.get_by_role("button", name="Range").click()
    assert listed(shelf)[0] == "14-speed hub, oil bath"
    shelf.get_by_label("Find").fill("")
    shelf.get_by_role("button", name="Cassettes").click()
    expect(shelf.get_by_text("6 of 39 parts")).to_be_visible()
    shelf.get_by_label("Find").fill("unicorn")
    expect(shelf.get_by_text("0 of 39 parts")).to_be_visible()
    shelf.get_by_role("button", name="Show all again").click()
    expect(shelf.get_by_text("39 parts", exact=True)).to_be_visible()


def test_parts_are_found_by_gears_and_range(shelf):
    shelf.get_by_role("button", name="Hubs").click()
    gears, span = shelf.get_by_label("Gears"), shelf.get_by_label("Range, %")
    gears.fill("7-9")
    expect(shelf.get_by_text("5 of 39 parts")).to_be_visible()
    span.fill("331+")
    assert listed(shelf) == [
        "8-speed hub, oil bath",
        "9-speed hub, grease",
        "stepless hub, held in eight steps",
    ]
    span.fill("381 %")
    assert listed(shelf) == ["9-speed hub, grease"]
    gears.fill("many")
    expect(shelf.get_by_text("A number, “5–9” or “5+”")).to_be_visible()
    assert listed(shelf) == ["9-speed hub, grease"]


@pytest.mark.parametrize("expected_errors", [{"422"}], ids=["refused on purpose"])
def test_the_upkeep_of_a_part_is_changed_and_goes_along(shelf, demo):
    shelf.get_by_role("button", name="5-speed hub, grease", exact=True).click()
    shelf.get_by_role("button", name="Change it").click()
    upkeep = shelf.get_by_role("region", name="Upkeep")
    first = upkeep.locator('[data-place="part.care[0].every_km"]')
    first.fill("0")
    shelf.get_by_role("button", name="Save", exact=True).click()
    expect(upkeep.get_by_text("Must be from 1 to 1,000,000 km.")).to_be_visible()
    expect(first).to_be_focused()
    first.fill("7000 9000 12000")
    upkeep.get_by_role("button", name="Task", exact=True).click()
    shelf.get_by_role("button", name="Save", exact=True).click()
    expect(shelf.get_by_text("“5-speed hub, grease” was changed.")).to_be_visible()
    [part] = [each["part"] for each in demo.get("api/shelf") if each["part"]["name"] == "5-speed hub, grease"]
    assert part["care"][0]["every_km"] == {"low": 7000, "typical": 9000, "high": 12000}
    assert part["care"][-1] == {"what": "service", "every_months": 12}


@pytest.mark.parametrize("expected_errors", [{"422"}], ids=["refused on purpose"])
def test_a_part_is_changed_refused_where_it_is_wrong_and_changed_back(shelf):
    hub = shelf.get_by_role("button", name="5-speed hub, grease", exact=True)
    hub.click()
    shelf.get_by_role("button", name="Change it").click()
    form = shelf.get_by_role("form", name="Change 5-speed hub, grease")
    form.get_by_label("Ratios inside").fill("0.5 0.6 x")
    form.get_by_role("textbox", name="Low", exact=True).fill("150")
    form.get_by_role("textbox", name="Mass, kg").fill("3.5 lb")
    form.get_by_role("button", name="Save").click()
    expect(form.get_by_text("The 3rd must be a number above 0 and at most 20.")).to_be_visible()
    expect(form.get_by_text("Must be above 0 and at most 100 %.")).to_be_visible()
    # The first of them has the focus; what is mended is no longer said, the other is.
    expect(form.get_by_label("Ratios inside")).to_be_focused()
    form.get_by_role("textbox", name="Low", exact=True).fill("15")
    expect(form.get_by_text("Must be above 0 and at most 100 %.")).to_be_hidden()
    expect(form.get_by_text("The 3rd must be a number above 0 and at most 20.")).to_be_visible()
    # What was typed outlives a reload, and is still nowhere but in the form.
    shelf.reload()
    hub.click()
    shelf.get_by_role("button", name="Change it").click()
    expect(form.get_by_label("Ratios inside")).to_have_value("0.5 0.6 x")
    form.get_by_label("Ratios inside").fill("0,5 0,6 1,5")
    form.get_by_role("textbox", name="Low", exact=True).fill("90 %")
    form.get_by_label("Pedals turn backwards").select_option("no")
    form.get_by_role("button", name="Save").click()
    expect(shelf.get_by_text("“5-speed hub, grease” was changed.")).to_be_visible()
    # 3.5 × 0.45359 kg; 1.5 ÷ 0.5
    row = shelf.get_by_role("row", name="5-speed hub, grease")
    expect(row).to_contain_text("1.59 kg")
    expect(row).to_contain_text("300 %")
    expect(shelf.get_by_text("does not turn backwards")).to_be_visible()
    shelf.get_by_role("button", name="Undo", exact=True).click()
    expect(row).to_contain_text("235 %")


def test_a_new_part_is_made_and_another_like_it(shelf):
    shelf.get_by_role("button", name="New part").click()
    shelf.get_by_role("menuitem", name="Cassette").click()
    form = shelf.get_by_role("form", name="New cassette")
    form.get_by_label("Name", exact=True).fill("cassette of 3, wide")
    form.get_by_label("Sprockets, teeth").fill("11-20-36")
    form.get_by_role("button", name="Save").click()
    expect(shelf.get_by_text("40 parts")).to_be_visible()
    expect(shelf.get_by_role("row", name="cassette of 3, wide")).to_contain_text("327 %")
    shelf.get_by_role("button", name="cassette of 3, wide", exact=True).click()
    shelf.get_by_role("button", name="Make another like it").click()
    form.get_by_label("Name", exact=True).fill("cassette of 2")
    form.get_by_label("Sprockets, teeth").fill("18 20")
    form.get_by_role("button", name="Save").click()
    expect(shelf.get_by_text("41 parts")).to_be_visible()


@pytest.mark.parametrize("expected_errors", [{"409"}], ids=["stale on purpose"])
def test_a_part_that_was_changed_elsewhere_is_not_written_over(shelf, demo):
    shelf.get_by_role("button", name="4-speed hub, light", exact=True).click()
    shelf.get_by_role("button", name="Change it").click()
    store = Store(demo.data / "demo")
    record = next(each for each in store.shelf.parts() if each.part.name == "4-speed hub, light")
    store.shelf.change(record.id, record.part.model_copy(update={"price": 1.0}), record.version)
    store.close()
    form = shelf.get_by_role("form")
    form.get_by_label("Price").fill("2")
    form.get_by_role("button", name="Save").click()
    expect(form.get_by_role("alert")).to_contain_text("was changed in another window")
    expect(form.get_by_label("Price")).to_have_value("2")
    form.get_by_role("button", name="Save").click()
    expect(shelf.get_by_text("“4-speed hub, light” was changed.")).to_be_visible()


def test_a_part_tells_all_that_is_known_and_what_is_not(shelf):
    shelf.get_by_role("button", name="14-speed hub, oil bath", exact=True).click()
    expect(shelf.get_by_text("front ÷ rear at least 1.85; from 130 kg on 2.3")).to_be_visible()
    expect(shelf.get_by_text("shifts at rest; wants the load off to shift")).to_be_visible()
    shelf.get_by_role("button", name="stepless hub, narrow", exact=True).click()
    expect(shelf.get_by_text("not known: look for the smallest primary ratio")).to_be_visible()


def test_a_part_is_pinned_taken_off_and_put_back(shelf):
    # The last of them are drawn when the page is scrolled to their end.
    shelf.mouse.wheel(0, 2000)
    shelf.get_by_role("button", name="Pin stepless hub, narrow").click()
    expect(shelf.locator("tbody th").first).to_contain_text("stepless hub, narrow")
    shelf.reload()
    expect(shelf.locator("tbody th").first).to_contain_text("stepless hub, narrow")
    shelf.get_by_role("button", name="Remove stepless hub, narrow from Parts").click()
    expect(shelf.get_by_text("38 parts")).to_be_visible()
    shelf.get_by_role("button", name="Put it back").click()
    expect(shelf.get_by_text("39 parts")).to_be_visible()


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
    shelf.get_by_label("Find").fill("crankset")
    shelf.get_by_role("button", name="Put crankset, rings of 22, 32 and 44 into a setup").click()
    shelf.get_by_role("menuitem", name="Twelve-speed crank gearbox").click()
    expect(
        shelf.get_by_text("Not put into E: path: has 432 gears; one path may have at most 400")
    ).to_be_visible()


def test_a_stage_and_a_wheel_are_saved_to_the_shelf(shelf, demo):
    open_setup(shelf, demo, "Twelve-speed crank gearbox")
    shelf.get_by_role("button", name="More for Gearbox at the cranks").click()
    shelf.get_by_role("menuitem", name="Save it to Parts").click()
    expect(shelf.get_by_text("is in Parts.")).to_be_visible()
    shelf.get_by_role("button", name="To Parts").click()
    expect(shelf.get_by_text("“wheel, 57-584” is in Parts.")).to_be_visible()
    shelf.get_by_role("link", name="Parts").click()
    expect(shelf.get_by_text("41 parts")).to_be_visible()


@pytest.mark.parametrize("expected_errors", [{"422"}], ids=["refused on purpose"])
def test_the_shelf_goes_out_as_a_file_and_comes_in_again(shelf, tmp_path):
    shelf.get_by_role("button", name="Save as").click()
    with shelf.expect_download() as download:
        shelf.get_by_role("menuitem", name="Parts file").click()
    data = json.loads(download.value.path().read_text())
    file = tmp_path / "shelf.json"
    brought(shelf, file, json.dumps(data))
    expect(shelf.get_by_text("39 parts are in Parts already.")).to_be_visible()
    for number, part in enumerate(data["parts"][:3]):
        part["name"] = f"mine {number}"
    brought(shelf, file, json.dumps(data))
    expect(shelf.get_by_text("3 parts were added; 36 more parts are in Parts already.")).to_be_visible()
    expect(shelf.get_by_text("42 parts", exact=True)).to_be_visible()
    shelf.get_by_role("button", name="Take them back").click()
    expect(shelf.get_by_text("39 parts", exact=True)).to_be_visible()
    brought(shelf, file, "[1")
    refusal = shelf.get_by_role("alert").filter(has_text="shelf.json was not added")
    expect(refusal).to_contain_text("the file is not complete JSON")


def test_parts_go_out_as_a_table_and_a_bad_row_is_named_skipped_or_stopped_at(shelf, tmp_path):
    shelf.get_by_role("button", name="Save as").click()
    with shelf.expect_download() as download:
        shelf.get_by_role("menuitem", name="Parts as a CSV file").click()
    assert download.value.suggested_filename.endswith(".csv")
    lines = download.value.path().read_text("utf-8-sig").splitlines()
    assert len(lines) == 40
    file = tmp_path / "parts.csv"
    table = (
        "kind;name;teeth;mass_kg\ncassette;narrow;11-12-13;0,2\ncassette;bad;11-eleven;\ncassette;one;16;\n"
    )
    brought(shelf, file, table)
    alert = shelf.get_by_role("alert")
    expect(alert).to_contain_text("1 part in parts.csv cannot be taken as it stands; nothing was added")
    expect(alert).to_contain_text("row 3, “bad”: teeth[1]: must be a whole number from 5 to 200")
    alert.get_by_role("button", name="Stop: add nothing").click()
    expect(shelf.get_by_text("39 parts", exact=True)).to_be_visible()
    brought(shelf, file, table)
    alert.get_by_role("button", name="Skip it and add the other 2").click()
    expect(shelf.get_by_text("2 parts were added.")).to_be_visible()
    expect(shelf.get_by_text("41 parts", exact=True)).to_be_visible()


MANY = "kind,name,teeth\n" + "".join(
    f"cassette,cassette {n},{n % 9 + 9}-{n % 30 + 20}\n" for n in range(10_000)
)


def test_ten_thousand_parts_come_in_with_progress_and_are_searched(shelf, tmp_path):
    brought(shelf, tmp_path / "many.csv", MANY)
    expect(shelf.get_by_text(re.compile(r"\d+ of 10000 parts read"))).to_be_visible()
    expect(shelf.get_by_text("10000 parts were added.")).to_be_visible()
    expect(shelf.get_by_text("10039 parts", exact=True)).to_be_visible()
    assert shelf.locator("tbody tr").count() < 200
    shelf.get_by_label("Find").fill("cassette 777")
    expect(shelf.get_by_text("19 of 10039 parts")).to_be_visible()
    shelf.get_by_role("button", name="Take them back").click()
    expect(shelf.get_by_text("0 of 39 parts")).to_be_visible()


def test_a_long_import_is_stopped_and_leaves_nothing(shelf, tmp_path):
    brought(shelf, tmp_path / "many.csv", MANY)
    shelf.get_by_role("button", name="Stop").click()
    expect(shelf.get_by_text("many.csv was stopped; nothing of it was added.")).to_be_visible()
    shelf.reload()
    expect(shelf.get_by_text("39 parts", exact=True)).to_be_visible()


def test_a_table_dropped_on_the_shelf_is_taken_in(shelf):
    data = shelf.evaluate_handle(
        """() => {
            const data = new DataTransfer();
            data.items.add(new File(["kind,name,teeth\\ncassette,dropped,16"], "one.csv"));
            return data;
        }"""
    )
    shelf.dispatch_event("body", "drop", {"dataTransfer": data})
    expect(shelf.get_by_text("1 part was added.")).to_be_visible()
