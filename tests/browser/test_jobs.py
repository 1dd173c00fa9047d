"""Several jobs: made, switched, copied, put away and brought back; setups in the order the rider wants."""

import json

import pytest
from on_page import open_setup, open_view
from playwright.sync_api import Page, expect

from examples import setup
from kettledrum.demo import honey_round
from kettledrum.formats.files import as_json


@pytest.fixture
def job_view(page: Page, demo) -> Page:
    open_view(page, demo, "Job")
    expect(page.get_by_role("heading", name="Jobs")).to_be_visible()
    return page


def listed(page: Page) -> list[str]:
    return page.get_by_role("region", name="Jobs").locator("li > a:first-child").all_inner_texts()


def letters(page: Page) -> list[str]:
    tabs = page.get_by_role("navigation", name="Setups").get_by_role("link")
    return [text.split("\n")[0] for text in tabs.all_inner_texts()]


def test_a_job_is_made_and_switched_to_in_the_same_view(job_view, demo):
    job_view.get_by_role("link", name="New job").click()
    job_view.get_by_label("Name of the job").fill("Wax run")
    job_view.get_by_label("Body mass, kg").fill("70")
    job_view.get_by_label("Power held all day, W").fill("110")
    job_view.get_by_role("button", name="Start the job").click()
    expect(job_view.get_by_role("heading", name="No setups yet")).to_be_visible()
    job_view.get_by_role("button", name="Wax run").click()
    job_view.get_by_role("menuitem", name="Honey round").click()
    # Still among the setups, now of the other job.
    expect(job_view.get_by_label("Name of the setup")).to_have_value("As ridden: single-speed")
    assert [job["name"] for job in demo.get("api/jobs")] == ["Honey round", "Wax run"]


def test_a_job_is_copied_and_the_copy_goes_its_own_way(job_view):
    job_view.get_by_role("button", name="Copy Honey round").click()
    name = job_view.get_by_label("Name of the job")
    expect(name).to_have_value("Honey round, copy")
    name.fill("Honey round with a trailer")
    expect(job_view.get_by_role("link", name="Honey round with a trailer", exact=True)).to_be_visible()
    assert listed(job_view) == ["Honey round", "Honey round with a trailer"]


def test_a_job_is_put_away_and_brought_back(job_view):
    job_view.get_by_role("button", name="Copy Honey round").click()
    expect(job_view.get_by_label("Name of the job")).to_have_value("Honey round, copy")
    job_view.get_by_role("button", name="Delete Honey round, copy").click()
    expect(job_view.get_by_text("“Honey round, copy” was deleted.")).to_be_visible()
    # The other one opens; the deleted one waits below it.
    expect(job_view.get_by_role("listbox")).to_have_count(7)
    job_view.get_by_role("link", name="Job").click()
    job_view.get_by_role("button", name="Bring Honey round, copy back").click()
    expect(job_view.get_by_label("Name of the job")).to_have_value("Honey round, copy")
    expect(job_view.get_by_role("heading", name="Deleted")).to_be_hidden()


def test_the_last_job_can_be_put_away_and_brought_back(job_view):
    job_view.get_by_role("button", name="Delete Honey round").click()
    # An empty store asks its quick question, from where the way back is shown.
    expect(job_view.get_by_label("The bike, as advertised")).to_be_visible()
    job_view.get_by_role("link", name="1 deleted job can be brought back").click()
    job_view.get_by_role("button", name="Bring Honey round back").click()
    expect(job_view.get_by_role("heading", level=1)).to_have_text("Honey round")


def test_setups_are_put_in_order_by_keys(page, demo):
    open_setup(page, demo, "Eight-speed hub")
    page.get_by_role("navigation", name="Setups").get_by_role("link", name="Eight-speed hub").focus()
    page.keyboard.press("Space")
    expect(page.get_by_text("Eight-speed hub is over place 3 of 7.")).to_be_attached()
    page.keyboard.press("ArrowLeft")
    expect(page.get_by_text("Eight-speed hub is over place 2 of 7.")).to_be_attached()
    page.keyboard.press("Space")
    expect(page.get_by_role("button", name="Undo: order of the setups")).to_be_enabled()
    assert letters(page) == list("ACBDEFG")
    page.reload()
    expect(page.get_by_label("Name of the setup")).to_have_value("Eight-speed hub")
    assert letters(page) == list("ACBDEFG")
    page.get_by_role("link", name="Line-up").click()
    expect(page.get_by_role("listbox").nth(1)).to_have_attribute("aria-label", "C, Eight-speed hub: gears")


def test_setups_are_put_in_order_by_dragging(page, demo):
    open_setup(page, demo, "Eight-speed hub")
    tabs = page.get_by_role("navigation", name="Setups").get_by_role("link")
    start, end = tabs.nth(0).bounding_box(), tabs.nth(3).bounding_box()
    page.mouse.move(start["x"] + 40, start["y"] + 12)
    page.mouse.down()
    page.mouse.move(start["x"] + 80, start["y"] + 12, steps=4)
    page.mouse.move(end["x"] + 45, end["y"] + 12, steps=8)
    page.mouse.up()
    undo = page.get_by_role("button", name="Undo: order of the setups")
    expect(undo).to_be_enabled()
    assert letters(page) == list("BCDAEFG")
    undo.click()
    expect(page.get_by_text("Undone: order of the setups.")).to_be_visible()
    assert letters(page) == list("ABCDEFG")


def test_a_job_goes_out_as_a_file_and_comes_back_as_another(job_view, demo, tmp_path):
    with job_view.expect_download() as download:
        job_view.get_by_role("link", name="Save Honey round as a file").click()
    data = json.loads(download.value.path().read_text())
    assert data == as_json(honey_round())
    file = tmp_path / "wax.json"
    file.write_text(json.dumps({**data, "name": "Wax run", "road": {"steepest": 0.14}}))
    job_view.get_by_label("Job file").set_input_files(file)
    expect(job_view.get_by_label("Name of the job")).to_have_value("Wax run")
    made = demo.get("api/jobs")[1]
    assert made["setup_count"] == 7
    assert demo.get(f"api/jobs/{made['id']}")["need"]["road"] == {"steepest": 0.14}


@pytest.mark.parametrize("width", [390, 1280])
def test_a_full_job_of_26_setups_fits(page, demo, width):
    [job] = demo.get("api/jobs")
    for number in range(19):
        name = f"Spare hub number {number} from the shed behind the honey house"
        demo.send("POST", f"api/jobs/{job['id']}/setups", setup(name=name))
    page.set_viewport_size({"width": width, "height": 800})
    page.goto(demo.address)
    expect(page.get_by_role("listbox")).to_have_count(26)
    page.goto(page.url.replace("/line-up", "/setups"))
    expect(page.get_by_role("navigation", name="Setups").get_by_role("link")).to_have_count(26)
    wide = page.evaluate("document.documentElement.scrollWidth - document.documentElement.clientWidth")
    assert wide <= 0
