"""Search: found, filtered, looked into, taken into the line-up, undone; stopped, and led to from a no."""

import re

import pytest
from on_page import fits_sideways, open_view, saved
from playwright.sync_api import Page, expect

from kettledrum.store import Store


@pytest.fixture
def search(page: Page, demo) -> Page:
    open_view(page, demo, "Search")
    finished(page)
    return page


# A search rides some hundred drives: where others take both cores too, that is long.
LONG = 90_000


def finished(page: Page) -> None:
    expect(field(page)).to_be_visible(timeout=LONG)
    expect(page.get_by_role("button", name="Stop")).to_have_count(0, timeout=LONG)


def field(page: Page):
    return page.get_by_role("listbox", name="Drives, the best first")


def chosen(page: Page):
    return page.get_by_role("region", name="The chosen drive")


def chip(page: Page, name: str):
    return page.get_by_role("region", name="What it must be").get_by_role(
        "button", name=re.compile(f"^{name}")
    )


def row(page: Page, number: int):
    return page.get_by_role("table", name="Drives that were ridden").get_by_role("row").nth(number)


def test_the_front_is_walked_with_the_keyboard(search):
    first = chosen(search).get_by_role("heading", level=3).inner_text()
    assert f"“{first[0].lower()}{first[1:]}”" in search.locator("[data-says]").inner_text()
    field(search).focus()
    search.keyboard.press("Home")
    expect(chosen(search).get_by_role("heading", level=3)).to_have_text(re.compile("^Single-speed"))
    expect(field(search).get_by_role("option", selected=True)).to_have_accessible_name(
        re.compile("^single-speed.*covered.*on the front$")
    )
    search.keyboard.press("ArrowRight")
    expect(chosen(search).get_by_role("heading", level=3)).not_to_have_text(re.compile("^Single-speed"))
    search.keyboard.press("End")
    search.keyboard.press("ArrowRight")
    expect(field(search).get_by_role("option", selected=True)).to_have_count(1)


def test_two_go_into_the_line_up_and_undo_takes_them_out(search):
    for number in (1, 2):
        row(search, number).get_by_role("button").click()
        name = row(search, number).get_by_role("button").inner_text()
        expect(row(search, number).get_by_role("button")).to_have_attribute("aria-pressed", "true")
        chosen(search).get_by_role("button", name="Add to the line-up").click()
        expect(chosen(search).get_by_role("link", name="In the line-up: compare")).to_be_visible()
        expect(search.get_by_text(f"{name} is in the line-up")).to_be_visible()
    finished(search)
    chosen(search).get_by_role("link", name="In the line-up: compare").click()
    lanes = search.get_by_role("group", name="Gear lanes").get_by_role("listbox")
    expect(lanes).to_have_count(9)
    search.get_by_role("button", name=re.compile("^Undo")).click()
    expect(lanes).to_have_count(8)
    search.get_by_role("button", name=re.compile("^Undo")).click()
    expect(lanes).to_have_count(7)


def test_wishes_say_what_they_take_away_and_back_takes_one_back(search):
    expect(chip(search, "fits the frame")).to_have_attribute("aria-pressed", "true")
    expect(chip(search, "climbs the hill")).to_have_text(re.compile("leaves \\d"))
    left = chip(search, "climbs the hill").inner_text().split()[-1]
    chip(search, "climbs the hill").click()
    finished(search)
    expect(chip(search, "climbs the hill")).to_have_attribute("aria-pressed", "true")
    expect(chip(search, "climbs the hill")).to_have_text(re.compile("takes [\\d,]+ away"))
    expect(row(search, 1)).not_to_contain_text("no")
    search.go_back()
    finished(search)
    expect(chip(search, "climbs the hill")).to_have_text(re.compile(f"leaves {left}"))


def test_wishes_that_leave_none_say_which_to_drop(search):
    chip(search, "belt").click()
    expect(search.locator("[data-says]")).to_contain_text("none is all you ask. Without “")
    expect(field(search)).to_have_count(0)
    chip(search, "belt").click()
    finished(search)
    expect(search.locator("[data-says]")).to_contain_text("worth a look")


def test_a_figure_is_asked_for_and_a_bad_one_is_kept_and_told(search):
    amount = search.get_by_label("At most, crowns")
    amount.fill("cheap")
    amount.press("Enter")
    expect(search.get_by_text("A number of crowns, from 0 up, is asked for.")).to_be_visible()
    expect(amount).to_have_value("cheap")
    amount.fill("400")
    amount.press("Enter")
    expect(chip(search, "price at most 400 crowns")).to_have_attribute("aria-pressed", "true")
    finished(search)
    expect(search.locator("[data-says]")).not_to_contain_text("cassette")
    chip(search, "price at most 400 crowns").click()
    finished(search)
    expect(search.locator("[data-says]")).to_contain_text("cassette")


def test_the_field_is_laid_out_by_other_figures(search):
    search.get_by_label("Across").click()
    search.get_by_role("option", name="own work").click()
    expect(search.get_by_role("group", name="Field of answers")).to_contain_text("of your own work")
    search.reload()
    finished(search)
    expect(search.get_by_role("group", name="Field of answers")).to_contain_text("of your own work")


def test_a_drive_that_is_only_marked_is_told_in_full_when_it_is_chosen(search):
    search.get_by_role("button", name=re.compile("^All \\d+ drives that were ridden")).click()
    table = search.get_by_role("table", name="Drives that were ridden")
    last = table.get_by_role("row").last
    name = last.get_by_role("button").inner_text()
    last.get_by_role("button").click()
    expect(chosen(search).get_by_role("heading", level=3)).to_have_text(name[0].upper() + name[1:])
    expect(chosen(search)).to_contain_text("Against “As ridden: single-speed”, the reference")


def test_two_bicycles_are_looked_for(search):
    chip(search, "two bicycles as well").click()
    expect(search.get_by_role("heading", name="Two bicycles")).to_be_visible(timeout=LONG)
    finished(search)


def test_it_can_be_stopped_and_begun_again(page, demo):
    page.route("**/api/**/search", lambda route: None)
    open_view(page, demo, "Search")
    page.get_by_role("button", name="Stop").click()
    expect(page.get_by_text("The search was stopped.")).to_be_visible()
    page.unroute("**/api/**/search")
    page.get_by_role("button", name="Search again").click()
    finished(page)


def test_a_no_elsewhere_leads_here_with_that_wish(page, demo):
    page.goto(demo.address)
    page.get_by_role("link", name="What would do it").first.click()
    finished(page)
    for wish in ("climbs the hill", "fits the frame", "quick enough"):
        expect(chip(page, wish)).to_have_attribute("aria-pressed", "true")


def test_sore_hands_are_heeded_from_the_start_and_may_be_dropped(page, demo):
    job = demo.get("api/jobs")[0]["id"]
    page.goto(f"{demo.address}jobs/{job}/job")
    page.get_by_label("Shifting is hard on my hands").select_option("yes")
    saved(page)
    page.get_by_role("link", name="Search", exact=True).click()
    finished(page)
    expect(chip(page, "easy on the hands")).to_have_attribute("aria-pressed", "true")
    chip(page, "easy on the hands").click()
    expect(chip(page, "easy on the hands")).to_have_attribute("aria-pressed", "false")
    expect(chip(page, "fits the frame")).to_have_attribute("aria-pressed", "true")


@pytest.mark.parametrize("expected_errors", [{"422"}], ids=["refused on purpose"])
def test_an_address_that_asks_nonsense_is_told(page, demo):
    open_view(page, demo, "Search")
    finished(page)
    page.goto(f"{page.url.split('?')[0]}?must=beauty")
    expect(page.get_by_role("alert")).to_contain_text("must be “fits the frame”")


def test_on_a_phone_the_list_can_be_read(search):
    search.set_viewport_size({"width": 390, "height": 844})
    table = search.get_by_role("table", name="Drives that were ridden")
    expect(field(search)).to_have_count(0)
    assert table.get_by_role("rowheader").first.bounding_box()["width"] >= 130
    row(search, 2).get_by_role("button").click()
    expect(chosen(search).get_by_role("button", name="Add to the line-up")).to_be_visible()
    fits_sideways(search)


@pytest.fixture
def bare_shelf(demo):
    """The demo without any parts, which it has again afterwards."""
    store = Store(demo.data / "demo")
    taken = [record.id for record in store.shelf.parts()]
    for part in taken:
        store.shelf.delete(part)
    yield demo
    for part in taken:
        store.shelf.restore(part)
    store.close()


def test_an_empty_shelf_says_what_is_missing(page, bare_shelf):
    open_view(page, bare_shelf, "Search")
    expect(page.locator("[data-says]")).to_contain_text(
        "single-speed drives, as Parts has no hub, gearbox or cassette"
    )
    finished(page)


def test_motors_are_allowed_at_some_places(search):
    places = search.get_by_role("group", name="Motors may drive")
    expect(places).to_be_hidden()
    chip(search, "with a motor").click()
    finished(search)
    expect(places.get_by_role("button", pressed=True)).to_have_count(4)
    expect(chosen(search).get_by_role("heading", level=3)).to_contain_text("motor")
    for place in ("at the cranks", "in a gearbox’s case", "in the rear hub"):
        places.get_by_role("button", name=place).click()
    finished(search)
    expect(search).to_have_url(re.compile("at=front"))
    expect(chosen(search).get_by_role("heading", level=3)).to_contain_text("front hub motor")
    # How many climb with that help is counted; the caution of motors stands beside it.
    expect(chip(search, "climbs the hill")).to_have_text(re.compile(r"leaves \d"))
    expect(chosen(search)).to_contain_text("local law")
    # Nowhere is none, and with one again they may drive everywhere.
    places.get_by_role("button", name="in the front hub").click()
    expect(chip(search, "with a motor")).to_have_attribute("aria-pressed", "false")
    finished(search)
    expect(chosen(search).get_by_role("heading", level=3)).not_to_contain_text("motor")
    chip(search, "with a motor").click()
    expect(places.get_by_role("button", pressed=True)).to_have_count(4)
