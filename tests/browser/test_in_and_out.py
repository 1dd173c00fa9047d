"""Files in by drop, paste and button; everything out again, as files and on the clipboard."""

import csv
import io
import json
import re
import xml.etree.ElementTree as ElementTree

import pytest
from on_page import PASTE, field, open_setup, open_view, stays_elsewhere
from playwright.sync_api import Page, expect

from examples import NINE_SPEED_HUB, brief, setup
from kettledrum.core.job.brief import Brief
from kettledrum.core.terms.validation import validate
from kettledrum.demo import stock
from kettledrum.formats.archive import Everything, pack
from kettledrum.formats.imports import read_any
from serving import Served

REFUSED = pytest.mark.parametrize("expected_errors", [{"422", "413"}], ids=["refused on purpose"])
DROP = """({ name, text, size }) => {
  const held = new DataTransfer();
  held.items.add(new File([text ?? new Uint8Array(size)], name));
  for (const kind of ["dragover", "drop"])
    document.body.dispatchEvent(new DragEvent(kind, { dataTransfer: held, bubbles: true, cancelable: true }));
}"""
DRAG = """() => {
  const held = new DataTransfer();
  held.items.add(new File(["{}"], "job.json"));
  document.body.dispatchEvent(
    new DragEvent("dragover", { dataTransfer: held, bubbles: true, cancelable: true }));
}"""


def drop(page: Page, name: str, content: object) -> None:
    text = content if isinstance(content, str) else json.dumps(content)
    page.evaluate(DROP, {"name": name, "text": text})


def tabs(page: Page):
    return page.get_by_role("navigation", name="Setups").get_by_role("link")


def test_a_setup_that_is_dropped_goes_into_the_open_job(page, demo):
    page.goto(demo.address)
    expect(page.get_by_role("listbox")).to_have_count(7)
    page.evaluate(DRAG)
    expect(page.get_by_text("Drop a setup, a job, a road, rides, parts or an archive")).to_be_visible()
    drop(page, "nine.json", NINE_SPEED_HUB)
    expect(page.get_by_text("“Nine-speed hub, 44 × 19” was added as H.")).to_be_visible()
    expect(page.get_by_label("Name of the setup")).to_have_value("Nine-speed hub, 44 × 19")
    expect(page.get_by_text("Drop a setup, a job, a road, rides, parts or an archive")).to_be_hidden()
    # A second one of the name gets a number, and undo takes it out again.
    drop(page, "nine.json", NINE_SPEED_HUB)
    expect(page.get_by_label("Name of the setup")).to_have_value("Nine-speed hub, 44 × 19 2")
    expect(tabs(page)).to_have_count(9)
    page.get_by_role("button", name="Undo: addition of “Nine-speed hub, 44 × 19 2”").click()
    expect(tabs(page)).to_have_count(8)


def test_who_goes_elsewhere_while_a_file_is_taken_in_is_not_fetched_back(page, demo):
    page.goto(demo.address)
    expect(page.get_by_role("listbox")).to_have_count(7)
    held = []
    page.route("**/api/import/in-steps**", lambda route: held.append(route))
    drop(page, "nine.json", NINE_SPEED_HUB)
    stays_elsewhere(page, held, "Pairings", "“Nine-speed hub, 44 × 19” was added as H.")


def test_an_archive_that_is_dropped_adds_all_its_jobs_and_can_be_taken_back(page, demo, tmp_path):
    page.goto(demo.address)
    jobs = [validate(Brief, {**brief(setup()), "name": name}) for name in ("Wax run", "Mead run")]
    file = tmp_path / "all.zip"
    parts = [part.model_copy(update={"name": f"{part.name}, mine"}) for part in stock()[:3]]
    file.write_bytes(pack(Everything(jobs, parts), "2026-05-01T08:00:00Z"))
    page.get_by_role("link", name="Job").click()
    page.get_by_label("Job file").set_input_files(file)
    expect(page.get_by_text("2 jobs were added; 3 parts were added.")).to_be_visible()
    shelf = len(demo.get("api/shelf"))
    expect(page.get_by_label("Name of the job")).to_have_value("Wax run")
    page.get_by_role("button", name="Take it back").click()
    expect(page.get_by_text("It was taken back.")).to_be_visible()
    expect(page.get_by_label("Name of the job")).to_have_value("Honey round")
    assert [job["name"] for job in demo.get("api/jobs")] == ["Honey round"]
    assert len(demo.get("api/shelf")) == shelf - 3


def test_what_is_pasted_comes_in_unless_a_field_has_the_focus(page, demo):
    open_setup(page, demo, "Eight-speed hub")
    page.locator("h2").first.click()
    page.evaluate(PASTE, "just some words")
    page.evaluate(PASTE, json.dumps(NINE_SPEED_HUB))
    expect(page.get_by_label("Name of the setup")).to_have_value("Nine-speed hub, 44 × 19")
    expect(tabs(page)).to_have_count(8)


@REFUSED
def test_text_is_pasted_into_its_own_place_and_stays_there_until_it_is_right(page, demo):
    open_view(page, demo, "Job")
    page.get_by_role("button", name="Paste").click()
    text = page.get_by_label("The text of a setup or job file")
    wrong = json.dumps({**brief(setup()), "name": "Wax run", "colour": "red"})
    text.fill(wrong)
    page.get_by_role("button", name="Add", exact=True).click()
    expect(page.get_by_text("colour: is not known here")).to_be_visible()
    expect(text).to_have_value(wrong)
    text.fill(json.dumps({**brief(setup()), "name": "Wax run"}))
    page.get_by_role("button", name="Add", exact=True).click()
    expect(page.get_by_label("Name of the job")).to_have_value("Wax run")


@REFUSED
def test_what_cannot_be_added_is_said_file_by_file(page, demo):
    page.goto(demo.address)
    expect(page.get_by_role("listbox")).to_have_count(7)
    page.evaluate(DROP, {"name": "ride.bin", "size": 50_000_000})
    alert = page.get_by_role("alert")
    expect(alert).to_contain_text("ride.bin was not added: At most 40 MB can be sent")
    drop(page, "deep.json", "[" * 100_000)
    expect(alert).to_contain_text("deep.json was not added: the file is nested too deeply")
    page.get_by_role("button", name="Close").click()
    expect(alert).to_be_hidden()
    assert [job["setup_count"] for job in demo.get("api/jobs")] == [7]


def test_a_long_archive_shows_how_far_it_is_and_is_stopped(page, demo, tmp_path):
    first = validate(Brief, brief(*({**NINE_SPEED_HUB, "name": f"S {n}"} for n in range(20)), name="0"))
    jobs = [first.model_copy(update={"name": str(number)}) for number in range(800)]
    file = tmp_path / "all.zip"
    file.write_bytes(pack(Everything(jobs, []), "2026-05-01T08:00:00+00:00"))
    open_view(page, demo, "Job")
    page.get_by_label("Job file").set_input_files(file)
    taking = page.get_by_role("region", name="Taking a file in")
    expect(taking.get_by_role("status")).to_have_text(re.compile(r"^all\.zip: \d+ % taken in$"))
    expect(taking.get_by_role("progressbar")).to_have_attribute("aria-valuenow", re.compile("[1-9]"))
    taking.get_by_role("button", name="Stop").click()
    expect(page.get_by_role("alert").filter(has_text="all.zip was not added: it was stopped")).to_be_visible()
    expect(taking).to_be_hidden()
    assert [job["name"] for job in demo.get("api/jobs")] == ["Honey round"]


def test_data_that_may_only_be_looked_at_is_said_on_every_page(page, demo):
    page.route("**/api/data/standing", lambda route: route.fulfill(json={"read_only": True}))
    page.goto(demo.address)
    for view in ("Line-up", "Setups"):
        page.get_by_role("link", name=view).click()
        expect(page.get_by_text(re.compile("^This data can be looked at but not changed"))).to_be_visible()


def test_everything_goes_out_in_an_archive(page, demo):
    open_view(page, demo, "Job")
    with page.expect_download() as download:
        page.get_by_role("link", name="Save all jobs and parts in one archive").click()
    held = read_any(download.value.path().read_bytes())
    assert [(job.name, len(job.setups)) for job in held.jobs] == [("Honey round", 7)]
    assert len(held.parts) == len(demo.get("api/shelf"))


def save_as(page: Page, what: str) -> tuple[str, bytes]:
    page.get_by_role("button", name="Save as…").click()
    with page.expect_download() as download:
        page.get_by_role("menuitem", name=what).click()
    return download.value.suggested_filename, download.value.path().read_bytes()


def test_what_is_being_typed_is_in_the_table_that_is_saved(page, demo):
    open_setup(page, demo, "Eight-speed hub")
    page.get_by_role("button", name="mph").click()
    field(page, "path[0].rear").fill("20")
    name, content = save_as(page, "Gears as a CSV file")
    assert name == "Eight-speed hub, gears.csv"
    rows = list(csv.DictReader(io.StringIO(content.decode("utf-8-sig"))))
    # 44 ÷ 20 × 0.55 = 1.21; on 2.21796 m 8.805 ft.
    assert (len(rows), float(rows[0]["ratio"])) == (8, pytest.approx(1.21))
    assert float(rows[0]["development ft"]) == pytest.approx(8.805, abs=0.001)


@pytest.mark.parametrize("view", ["Setups", "Line-up"])
def test_a_drawing_goes_out_with_its_words_and_its_typeface(page, demo, view):
    page.goto(demo.address)
    page.get_by_role("link", name=view).click()
    drawn = "path" if view == "Setups" else "lanes"
    expect(page.locator(f"[data-drawing={drawn}]")).to_be_visible()
    _, svg = save_as(page, "Drawing as SVG")
    drawing = ElementTree.fromstring(svg)
    words = " ".join("".join(text.itertext()) for text in drawing.iter("{http://www.w3.org/2000/svg}text"))
    assert ("40 teeth" if view == "Setups" else "Fourteen-speed hub") in words
    assert b"data:font/woff2;base64," in svg
    svg_name = "{http://www.w3.org/2000/svg}"
    assert drawing.find(f"{svg_name}title").text.startswith("Drawing: ")
    # Text takes as much room as on the page, also where the typeface inside is passed over.
    lengths = [text.get("textLength") for text in drawing.iter(f"{svg_name}text") if text.text]
    assert sum(length is not None and 0 < float(length) < 1300 for length in lengths) > len(lengths) / 2
    assert b"var(--" not in svg
    _, png = save_as(page, "Drawing as PNG")
    assert png.startswith(b"\x89PNG")
    # Twice as sharp as the screen.
    assert int.from_bytes(png[16:20], "big") == 2 * round(float(drawing.get("width")))


def test_gears_and_setups_are_copied(page, demo):
    page.context.grant_permissions(["clipboard-read", "clipboard-write"])
    open_setup(page, demo, "Eight-speed hub")
    for what, said in (
        ("Copy the gears for a spreadsheet", "The gears are on the clipboard."),
        ("Copy the setup as text", "The setup is on the clipboard; paste it into any job."),
    ):
        page.get_by_role("button", name="Save as…").click()
        page.get_by_role("menuitem", name=what).click()
        expect(page.get_by_text(said)).to_be_visible()
        held = page.evaluate("navigator.clipboard.readText()")
        if "gears" in what:
            assert held.splitlines()[0].startswith("setup\tgear\tratio\t")
            assert len(held.splitlines()) == 9
        else:
            assert json.loads(held)["name"] == "Eight-speed hub"
    page.locator("h2").first.click()
    page.keyboard.press("Control+v")
    expect(page.get_by_label("Name of the setup")).to_have_value("Eight-speed hub 2")


def test_a_damaged_store_is_offered_back(page, tmp_path):
    served = Served("demo", data=tmp_path)
    served.stop()
    file = tmp_path / "demo" / "kettledrum.sqlite"
    content = file.read_bytes()
    document = b'"name": "Stepless hub", '
    assert document in content
    file.write_bytes(content.replace(document, b"}" * len(document)))
    served = Served("serve", data=tmp_path / "demo")
    page.goto(served.address)
    notice = page.get_by_role("alert").filter(has_text="was damaged")
    expect(notice).to_contain_text(re.compile("kept aside as kettledrum-damaged-"))
    expect(notice).to_contain_text(
        "“Honey round”, “Drives of the valley”, “Ferry commute”, “Ridge crossing”, “Seaweed "
        "barrow”, with 35 setups; "
        "39 parts. "
        "Lost: 1 job, setup or part"
    )
    notice.get_by_role("button", name="Bring it back").click()
    expect(page.get_by_role("heading", level=1)).to_have_text("Honey round")
    expect(notice).to_be_hidden()
    served.stop()
