"""What cannot be is refused in words, keeps what was typed, and leaves the store as it was."""

import json
import re

import pytest
from on_page import explained, field, held_up, open_setup, open_view, saved, stored
from playwright.sync_api import Page, expect

from examples import NINE_SPEED_HUB
from serving import Served


@pytest.fixture
def expected_errors():
    return {"422", "409", "400"}


REFUSED = [
    ("path[0].rear", "4", "Must be a whole number from 5 to 200."),
    ("path[0].rear", "201", "Must be a whole number from 5 to 200."),
    ("path[0].rear", "19.5", "Must be a whole number from 5 to 200."),
    ("path[0].rear", "twenty", "Must be a whole number from 5 to 200."),
    ("path[0].rear", "", "Must have at least one entry."),
    ("path[0].front", "44 3", "The 2nd must be a whole number from 5 to 200."),
    ("path[1].gears.ratios", "0.5 1 -1", "The 3rd must be above 0 and at most 20."),
    ("path[1].gears.ratios", "0.5 20.5", "The 2nd must be above 0 and at most 20."),
    ("path[1].gears.ratios", "", "Must have at least one entry."),
    ("path[1].gears.ratios", "0.5 NaN", "The 2nd must be a number above 0 and at most 20."),
    ("path[1].gears.ratios", "1e999 1", "The 1st must be a number above 0 and at most 20."),
    ("wheel.tyre_mm", "fat", "Must be a number from 10 to 150 mm."),
    (
        "wheel.tyre_mm",
        "",
        "Must have a size and a tyre (bead_seat_mm, tyre_mm), or its distance a turn (rollout_mm).",
    ),
    ("cranks.length_mm", "", "Is missing."),
    ("name", "x" * 121, "Must be text of 1 to 120 characters."),
    ("name", "<b>Fast</b>", "Must be plain text without < or >."),
    ("name", "Five-speed hub", "Must differ from the other setups' names"),
]


def test_every_field_says_what_is_allowed_until_it_is_mended(page: Page, demo):
    before = stored(demo, "Eight-speed hub")
    open_setup(page, demo, "Eight-speed hub")
    for place, typed, message in REFUSED:
        was = field(page, place).input_value()
        field(page, place).fill(typed)
        expect(page.get_by_text(message)).to_be_visible()
        expect(page.get_by_text("Not saved", exact=True)).to_be_visible()
        expect(page.get_by_text("of the last entries that could be worked out")).to_be_visible()
        expect(explained(page)).to_contain_text("44 ÷ 22 × 0.55 = 1.10")
        field(page, place).fill(was)
        expect(page.get_by_text(message)).to_have_count(0)
        expect(page.get_by_text("Not saved", exact=True)).to_have_count(0)
    assert stored(demo, "Eight-speed hub")["setup"] == before["setup"]


@pytest.mark.parametrize(
    ("place", "typed", "message"), [REFUSED[0], REFUSED[7], REFUSED[-1]], ids=lambda part: str(part)[:20]
)
def test_neither_another_view_nor_a_reload_loses_what_was_refused(page: Page, demo, place, typed, message):
    before = stored(demo, "Eight-speed hub")
    open_setup(page, demo, "Eight-speed hub")
    field(page, place).fill(typed)
    expect(page.get_by_text(message)).to_be_visible()
    page.get_by_role("link", name="Line-up").click()
    expect(page.get_by_role("listbox")).to_have_count(7)
    page.go_back()
    expect(field(page, place)).to_have_value(typed)
    page.reload()
    expect(field(page, place)).to_have_value(typed)
    expect(page.get_by_text(message)).to_be_visible()
    assert stored(demo, "Eight-speed hub") == before


def test_what_is_mended_is_saved(page, demo):
    open_setup(page, demo, "Eight-speed hub")
    field(page, "path[0].rear").fill("2")
    expect(page.get_by_text("Not saved", exact=True)).to_be_visible()
    field(page, "path[0].rear").fill("23")
    saved(page)
    expect(explained(page)).to_contain_text("44 ÷ 23")
    assert stored(demo, "Eight-speed hub")["setup"]["path"][0]["rear"] == [23]


def test_too_many_gears_are_said_of_the_path_and_the_most_are_drawn(page, demo):
    open_setup(page, demo, "Fourteen-speed hub")
    rear = field(page, "path[0].rear")
    rear.fill("12-13-14-15-16-17-18-19-20-21-22-23-24")
    expect(page.get_by_role("button", name=re.compile("Show gear"))).to_have_count(13 * 14)
    field(page, "path[0].front").fill("28 38 48")
    expect(page.get_by_text("path: has 546 gears; one path may have at most 400")).to_be_visible()
    # 3 × 9 × 14
    rear.fill("12-13-14-15-16-17-18-19-20")
    expect(page.get_by_role("button", name=re.compile("Show gear"))).to_have_count(378)
    expect(page.get_by_role("group", name="Power path")).to_contain_text("one of 9")
    saved(page)
    page.get_by_role("link", name="Line-up").click()
    lane = page.get_by_role("listbox", name="D, Fourteen-speed hub")
    expect(lane.get_by_role("option")).to_have_count(378)


def test_an_upside_down_band_is_refused_and_the_lanes_stay(page, demo):
    open_view(page, demo, "Job")
    page.get_by_label("Lowest easy cadence, rpm").fill("95")
    expect(page.get_by_text("Must run from low to high, low below high, such as 60 to 88.")).to_be_visible()
    page.get_by_role("link", name="Line-up").click()
    expect(page.get_by_text("each bar is one gear from 60 to 88 rpm")).to_be_visible()
    page.get_by_role("link", name="Job").click()
    expect(page.get_by_label("Lowest easy cadence, rpm")).to_have_value("95")
    page.get_by_label("Highest easy cadence, rpm").fill("110")
    saved(page)
    page.get_by_role("link", name="Line-up").click()
    expect(page.get_by_text("each bar is one gear from 95 to 110 rpm")).to_be_visible()


def test_a_file_that_is_no_setup_is_refused_in_words(page, demo, tmp_path):
    open_setup(page, demo, "Eight-speed hub")
    for name, content, message in (
        ("empty", b"", "the file is empty; a JSON object was expected"),
        ("half", b'{"format": "kettledrum-set', "the file is not complete JSON: line 1"),
        ("picture", b"\x89PNG\r\n\x00\xff", "the file is a picture"),
        ("deep", b"[" * 100_000, "the file is nested too deeply; at most 32 levels are read"),
        (
            "spokes",
            json.dumps({**NINE_SPEED_HUB, "spokes": 36}).encode(),
            "spokes: is not known here; allowed are format,",
        ),
        (
            "later",
            json.dumps({**NINE_SPEED_HUB, "format": "kettledrum-setup/2"}).encode(),
            "format: must be “kettledrum-setup/1”",
        ),
    ):
        file = tmp_path / f"{name}.json"
        file.write_bytes(content)
        page.get_by_label("Setup file").set_input_files(file)
        expect(page.get_by_role("alert")).to_contain_text(f"{name}.json was not added: {message}")
        expect(page.get_by_role("navigation", name="Setups").get_by_role("link")).to_have_count(7)


def test_text_never_becomes_markup(page, demo):
    [job] = demo.get("api/jobs")
    record = demo.get(f"api/jobs/{job['id']}")
    notes = "<img src=x onerror=\"document.title='taken'\"> & <b>bold</b>"
    demo.send("PUT", f"api/jobs/{job['id']}?version={record['version']}", {**record["need"], "notes": notes})
    open_view(page, demo, "Job")
    expect(page.get_by_label("What the bicycle must do")).to_have_value(notes)
    assert page.title() == "Job · Honey round · Kettledrum"


def change_elsewhere(demo, name: str, front: int) -> None:
    """What another window does, in the pause before this one's typing is saved."""
    [job] = demo.get("api/jobs")
    held = stored(demo, name)
    held["setup"]["path"][0]["front"] = [front]
    where = f"api/jobs/{job['id']}/setups/{held['id']}?version={held['version']}"
    demo.send("PUT", where, held["setup"])


@pytest.fixture
def clash(page, demo):
    """The same teeth typed here and changed in another window at once."""
    open_setup(page, demo, "Eight-speed hub")
    # This window's save is held up on its way until the other's has gone through.
    with held_up(page) as held:
        field(page, "path[0].front").fill("40")
    change_elsewhere(demo, "Eight-speed hub", 50)
    held[0].continue_()
    expect(page.get_by_text("was changed in another window")).to_be_visible()


def test_a_change_made_in_another_window_is_not_written_over(page, demo, clash):
    expect(field(page, "path[0].front")).to_have_value("40")
    assert stored(demo, "Eight-speed hub")["setup"]["path"][0]["front"] == [50]
    page.get_by_role("button", name="Save mine").click()
    saved(page)
    assert stored(demo, "Eight-speed hub")["setup"]["path"][0]["front"] == [40]


def test_the_other_windows_change_can_be_taken(page, demo, clash):
    page.get_by_role("button", name="Take the other").click()
    expect(field(page, "path[0].front")).to_have_value("50")
    expect(explained(page)).to_contain_text("50 ÷ 22")


def test_another_windows_change_is_seen_without_a_reload(page, demo):
    open_setup(page, demo, "Eight-speed hub")
    change_elsewhere(demo, "Eight-speed hub", 50)
    expect(field(page, "path[0].front")).to_have_value("50")
    expect(explained(page)).to_contain_text("50 ÷ 22")


def test_the_first_job_keeps_what_was_typed_when_refused(page, tmp_path):
    served = Served("serve", data=tmp_path)
    page.goto(f"{served.address}jobs/new")
    page.get_by_label("Name of the job").fill("Wax run")
    page.get_by_label("Body mass, kg").fill("heavy")
    page.get_by_role("button", name="Start the job").click()
    expect(page.get_by_text("Must be a number from 15 to 300 kg.")).to_be_visible()
    expect(page.get_by_label("Name of the job")).to_have_value("Wax run")
    assert served.get("api/jobs") == []
    served.stop()


def test_typing_goes_on_and_is_saved_when_it_is_back(page, tmp_path):
    served = Served("demo", data=tmp_path)
    port = re.search(r":(\d+)/", served.address)[1]
    open_setup(page, served, "Eight-speed hub")
    served.stop()
    field(page, "path[0].front").fill("46")
    expect(page.get_by_text("Kettledrum does not answer").first).to_be_visible()
    expect(field(page, "path[0].front")).to_have_value("46")
    served = Served("demo", "--port", port, data=tmp_path)
    expect(page.get_by_text("Saved", exact=True)).to_be_visible(timeout=10_000)
    expect(explained(page)).to_contain_text("46 ÷ 22")
    assert stored(served, "Eight-speed hub")["setup"]["path"][0]["front"] == [46]
    served.stop()
