"""The verdict: weighed, knocked out, rated, decided, held against what changed, planned, on a sheet."""

import re

import pytest
from on_page import fits_sideways, open_view
from playwright.sync_api import Page, expect

from kettledrum.store import Store


@pytest.fixture
def verdict(page: Page, demo) -> Page:
    open_view(page, demo, "Verdict")
    expect(says(page)).to_contain_text("leads")
    return page


def says(page: Page):
    return page.locator("[data-says]").first


def order(page: Page):
    return page.get_by_role("region", name="Order").get_by_role("listitem")


def row(page: Page, name: str):
    return page.get_by_role("group", name=name, exact=True)


def saved(page: Page) -> None:
    expect(page.get_by_role("status").filter(has_text="Saved").first).to_be_visible()


def stored(demo):
    """The weighing as it is on the disk."""
    store = Store(demo.data / "demo")
    try:
        return store.jobs.job(store.jobs.summaries()[0].id).need.weighing
    finally:
        store.close()


def test_a_weight_is_moved_by_keys_by_mouse_and_typed(verdict, demo):
    cost = row(verdict, "cost over 5 years")
    slider = cost.get_by_role("slider")
    first = order(verdict).first.inner_text()
    slider.focus()
    verdict.keyboard.press("End")
    expect(slider).to_have_value("10")
    expect(order(verdict).first).not_to_have_text(first)
    expect(cost.get_by_label("Weight of cost").last).to_have_value("10")
    box = slider.locator("..").bounding_box()
    rail = cost.locator(".MuiSlider-root").bounding_box()
    assert box is not None
    assert rail is not None
    verdict.mouse.move(rail["x"] + rail["width"] - 2, rail["y"] + rail["height"] / 2)
    verdict.mouse.down()
    verdict.mouse.move(rail["x"] + rail["width"] * 0.5, rail["y"] + rail["height"] / 2, steps=4)
    verdict.mouse.up()
    expect(slider).to_have_value("5")
    cost.get_by_role("textbox", name="Weight of cost").fill("2,5")
    expect(slider).to_have_value("2.5")
    saved(verdict)
    assert stored(demo).weights["total cost"] == 2.5


def test_undo_takes_a_weight_back_by_its_name(verdict):
    cost = row(verdict, "cost over 5 years").get_by_role("slider")
    before = says(verdict).inner_text()
    cost.focus()
    verdict.keyboard.press("End")
    expect(says(verdict)).not_to_have_text(before)
    verdict.get_by_role("button", name="Undo: weights").click()
    expect(says(verdict)).to_have_text(before)
    expect(cost).to_have_value("3")


@pytest.mark.parametrize("expected_errors", [{"422"}], ids=["refused on purpose"])
def test_a_weight_that_is_none_is_kept_and_told(verdict, expected_errors):
    field = row(verdict, "lowest gear").get_by_role("textbox", name="Weight of lowest gear")
    field.fill("eleven")
    expect(verdict.get_by_text("Must be a number from 0 to 10.")).to_be_visible()
    expect(field).to_have_value("eleven")
    expect(verdict.get_by_role("status").filter(has_text="Not saved").first).to_be_visible()
    field.fill("11")
    expect(verdict.get_by_text("Must be from 0 to 10.")).to_be_visible()
    field.fill("4")
    saved(verdict)


def test_half_a_scale_says_what_is_missing(verdict, demo):
    cost = row(verdict, "cost over 5 years")
    cost.get_by_text("Scale").click()
    cost.get_by_label("Worst, crowns").fill("3000")
    expect(cost.get_by_text("Is asked for as well: a scale has two ends.")).to_be_visible()
    cost.get_by_label("Best, crowns").fill("0")
    expect(cost.get_by_text("3,000 crowns")).to_be_visible()
    saved(verdict)
    assert stored(demo).scales == {"total cost": (3000, 0)}


def test_a_must_knocks_out_with_its_reason_and_back(verdict):
    musts = verdict.get_by_role("region", name="What it must be")
    musts.get_by_role("button", name="climbs the hill").click()
    expect(order(verdict).filter(has_text="out: it has to be walked up the steepest hill")).to_have_count(4)
    slow = order(verdict).filter(has_text="out: on the steepest hill its pedals turn too slowly")
    expect(slow).to_contain_text("Fourteen-speed hub")
    expect(says(verdict)).to_contain_text("5 setups are out by what must be.")
    expect(musts.get_by_role("button", name="climbs the hill takes 5 out")).to_be_visible()
    musts.get_by_text("A limit on a figure").click()
    musts.get_by_label("A limit on").click()
    verdict.get_by_role("option", name="mass in the wheels").click()
    musts.get_by_label("At most, kg").fill("0,5")
    musts.get_by_role("button", name="Add").click()
    expect(says(verdict)).to_contain_text("“Twelve-speed crank gearbox” is the only one")
    musts.get_by_role("button", name="climbs the hill takes").click()
    expect(order(verdict).filter(has_text="out:")).to_have_count(5)
    musts.get_by_role("button", name="mass in the wheels at most").click()
    expect(order(verdict).filter(has_text="out:")).to_have_count(0)


def test_musts_that_leave_none_name_the_nearest_miss(verdict):
    musts = verdict.get_by_role("region", name="What it must be")
    musts.get_by_text("A limit on a figure").click()
    musts.get_by_label("At most, crowns").fill("100")
    musts.get_by_role("button", name="Add").click()
    expect(says(verdict)).to_contain_text("No setup is all that it must be. Nearest comes")


def test_ones_own_criterion_is_added_rated_and_dropped(verdict, demo):
    form = verdict.locator("form").filter(has=verdict.get_by_label("Such as trust in the maker"))
    form.get_by_role("button", name="Add").click()
    expect(verdict.get_by_text("A name of 1 to 120 letters")).to_be_visible()
    form.get_by_label("Such as trust in the maker").fill("quiet in the lane")
    form.get_by_role("button", name="Add").click()
    own = row(verdict, "quiet in the lane")
    expect(own.get_by_text("is not rated of any setup")).to_be_visible()
    own.get_by_role("group", name="Five-speed hub").get_by_role("textbox").first.fill("9")
    own.get_by_role("group", name="Five-speed hub").get_by_role("textbox").last.fill("grease, no click")
    expect(own.get_by_role("img")).to_have_accessible_name(re.compile("Five-speed hub: 9.0 of 10"))
    saved(verdict)
    assert stored(demo).ratings["quiet in the lane"] == {"Five-speed hub": 9}
    assert stored(demo).reasons["quiet in the lane"] == {"Five-speed hub": "grease, no click"}
    own.get_by_role("button", name="Weigh quiet in the lane no more").click()
    expect(own).to_have_count(0)


def test_two_are_decided_for_two_uses_and_a_price_that_changes_is_told(verdict, demo):
    decide = verdict.get_by_role("region", name="Decide")
    chosen = decide.get_by_role("group", name="Chosen")
    pressed = chosen.get_by_role("button", name=re.compile("^[A-Z] "), pressed=True)
    # One at first: another takes its place, and pressed again it stays.
    for _ in range(2):
        chosen.get_by_role("button", name="Five-speed hub").click()
        expect(pressed).to_have_text(["B Five-speed hub"])
    chosen.get_by_role("button", name="one for each use").click()
    pressed.click()
    decide.get_by_role("button", name="Write it down").click()
    expect(decide.get_by_role("alert")).to_contain_text("Choose a setup")
    for name in ("Fourteen-speed hub", "Five-speed hub"):
        chosen.get_by_role("button", name=name).click()
    # Back to one, the first of them is kept.
    chosen.get_by_role("button", name="one for each use").click()
    expect(pressed).to_have_text(["D Fourteen-speed hub"])
    chosen.get_by_role("button", name="one for each use").click()
    chosen.get_by_role("button", name="Five-speed hub").click()
    decide.get_by_label("Fourteen-speed hub is for").fill("the round")
    decide.get_by_label("Five-speed hub is for").fill("the market")
    decide.get_by_label("What is given up").fill("two pitches are pushed")
    decide.get_by_label("Why it is worth it").fill("oil once a year")
    decide.get_by_label("Look again on").fill("2140-08-14")
    decide.get_by_role("button", name="Write it down").click()
    heading = verdict.get_by_role("heading", name="Decided on")
    expect(heading).to_contain_text("“Fourteen-speed hub” for the round; “Five-speed hub” for the market.")
    expect(verdict.get_by_text("Nothing has changed since.")).to_be_visible()
    saved(verdict)
    verdict.get_by_role("link", name="Costs").click()
    verdict.get_by_role("navigation", name="Setups").get_by_role("link", name="Five-speed hub").click()
    verdict.get_by_role("group", name="Prices").get_by_label("hub").first.fill("400")
    verdict.get_by_role("link", name="Verdict").click()
    expect(verdict.get_by_text(re.compile("Price of “Five-speed hub” has changed from"))).to_be_visible()
    verdict.get_by_label("How is it going?").fill("Gear 1 is low enough.")
    verdict.get_by_role("button", name="Add a look back").click()
    expect(verdict.get_by_role("list", name="Looked at again")).to_contain_text("Gear 1 is low enough.")
    saved(verdict)
    kept = stored(demo).decision
    assert kept.uses == {"Fourteen-speed hub": "the round", "Five-speed hub": "the market"}
    assert [each.name for each in kept.setups] == ["Five-speed hub", "Fourteen-speed hub"]


def test_deciding_anew_keeps_what_was_decided(verdict):
    verdict.get_by_role("button", name="Write it down").click()
    verdict.get_by_role("button", name="Decide anew").click()
    decide = verdict.get_by_role("region", name="Decide anew")
    decide.get_by_role("button", name="Stepless hub").click()
    decide.get_by_role("button", name="Write it down").click()
    expect(verdict.get_by_role("heading", name="Decided on")).to_contain_text("“Stepless hub”")
    expect(verdict.get_by_text("What was decided before")).to_be_visible()
    verdict.get_by_role("button", name="Remove this decision").click()
    expect(verdict.get_by_role("heading", name="Decided on")).not_to_contain_text("“Stepless hub”")
    verdict.get_by_role("button", name=re.compile("^Undo: decision")).click()
    expect(verdict.get_by_role("heading", name="Decided on")).to_contain_text("“Stepless hub”")


def test_the_plan_is_ticked_off_and_stays_so(verdict):
    views = verdict.get_by_role("navigation", name="Views")
    plan = verdict.get_by_role("region", name="The change, step by step")
    plan.get_by_label("To", exact=True).select_option(label="D Fourteen-speed hub")
    plan.get_by_text("Parts, tools and steps").click()
    expect(plan.get_by_role("heading", name="Does not go together")).to_be_visible()
    step = plan.get_by_role("checkbox", name="Put the bicycle into the stand")
    step.check()
    expect(plan.get_by_text(re.compile("1 of [0-9]+ steps done"))).to_be_visible()
    saved(verdict)
    verdict.reload()
    plan.get_by_label("To", exact=True).select_option(label="D Fourteen-speed hub")
    expect(plan.get_by_text(re.compile("1 of [0-9]+ steps done"))).to_be_visible()
    views.get_by_role("link", name="Sheet").click()
    expect(verdict.get_by_role("article", name="Sheet")).not_to_contain_text("☑")
    views.get_by_role("link", name="Verdict").click()
    decide = verdict.get_by_role("region", name="Decide")
    decide.get_by_role("button", name="Fourteen-speed hub").click()
    decide.get_by_role("button", name="Write it down").click()
    views.get_by_role("link", name="Sheet").click()
    expect(verdict.get_by_text("☑ Put the bicycle into the stand")).to_be_visible()
    views.get_by_role("link", name="Verdict").click()
    plan.get_by_label("To", exact=True).select_option(label="A As ridden: single-speed")
    expect(plan.get_by_text("Must be another setup")).to_be_visible()


def test_voices_are_counted(verdict):
    voices = verdict.get_by_role("region", name="What others would take")
    expect(voices.get_by_text("3 voices, 2 with a reason")).to_be_visible()
    voices.get_by_role("button", name="Add").click()
    expect(voices.get_by_text("Say who, in a word.")).to_be_visible()
    voices.get_by_label("Who").fill("the smith")
    voices.get_by_label("Would take").click()
    verdict.get_by_role("option", name="Five-speed hub").click()
    voices.get_by_role("button", name="Add").click()
    expect(voices.get_by_text("4 voices, 2 with a reason")).to_be_visible()
    voices.get_by_role("button", name="Remove what the smith said").click()
    expect(voices.get_by_text("3 voices, 2 with a reason")).to_be_visible()


def test_how_sure_follows_what_may_be_off(verdict):
    table = verdict.get_by_role("table", name="How sure")
    climbs = table.get_by_role("row", name=re.compile("One ring")).get_by_role("cell").first
    expect(climbs).not_to_have_text("100 %")
    sure = verdict.get_by_role("region", name="How sure is that?")
    for label in ("Your power", "The load", "The wind"):
        sure.get_by_label(f"{label} may be off by").fill("0")
    sure.get_by_text("Efficiency, lives of what wears").click()
    sure.get_by_label("Efficiency may be off by").fill("0")
    expect(climbs).to_have_text("100 %")


def test_the_sheet_is_one_file_that_stands_for_itself(verdict, tmp_path):
    verdict.get_by_role("button", name="Write it down").click()
    saved(verdict)
    verdict.get_by_role("link", name="Sheet").click()
    sheet = verdict.get_by_role("article", name="Sheet")
    for heading in (
        "What it must do",
        "The hill",
        "What it costs",
        "The verdict",
        "The decision",
        "The change",
    ):
        expect(sheet.get_by_role("heading", name=heading, exact=True)).to_be_visible()
    with verdict.expect_download() as download:
        verdict.get_by_role("button", name="Save as one HTML file").click()
    path = tmp_path / "sheet.html"
    download.value.save_as(path)
    text = path.read_text(encoding="utf-8")
    assert "<script" not in text
    assert not re.search(r"""(?:src|href)=["'](?!data:|#)""", text)
    assert not re.search(r"url\((?!(?:[\"']|&quot;)?(?:data:|#))", text)
    other = verdict.context.browser.new_context(offline=True)
    page = other.new_page()
    asked: list[str] = []
    page.on("request", lambda request: asked.append(request.url))
    page.goto(path.as_uri())
    expect(page.get_by_role("heading", name="Honey round")).to_be_visible()
    assert page.locator("svg").count() >= 3
    expect(page.get_by_role("table", name="Weighed")).to_be_visible()
    assert page.locator("button, input, select").count() == 0
    assert [url for url in asked if not url.startswith(("file:", "data:"))] == []
    other.close()


def test_what_the_sheet_tells_of_money_adds_up(verdict):
    verdict.get_by_role("link", name="Sheet").click()
    table = verdict.get_by_role("table", name="Costs")
    expect(table.locator("tbody tr")).to_have_count(7)
    heads = table.locator("thead th").all_inner_texts()
    assert heads[1:] == [
        "To buy",
        "Parts",
        "Workshop",
        "Comes back",
        "In all",
        "Hours of own work",
    ]
    for row in table.locator("tbody tr").all():
        bought, parts, workshop, back, total = (
            float(re.sub(r"[^\d.]", "", cell)) for cell in row.locator("td").all_inner_texts()[:5]
        )
        assert bought + parts + workshop - back == pytest.approx(total, abs=2)


@pytest.mark.parametrize("paper", ["A4", "Letter"])
def test_the_sheet_prints_within_the_page(verdict, paper):
    verdict.get_by_role("link", name="Sheet").click()
    expect(verdict.get_by_role("table", name="Weighed")).to_be_visible()
    verdict.emulate_media(media="print")
    expect(verdict.get_by_role("button", name="Print")).to_be_hidden()
    expect(verdict.get_by_role("navigation", name="Views")).to_be_hidden()
    # Of such a page 24 mm are margins.
    width = {"A4": 210, "Letter": 216}[paper] - 24
    verdict.set_viewport_size({"width": round(width / 25.4 * 96), "height": 1000})
    verdict.evaluate("window.dispatchEvent(new Event('beforeprint'))")
    fits_sideways(verdict)


def test_without_setups_it_says_what_to_do(page, demo):
    open_view(page, demo, "Verdict")
    expect(says(page)).to_be_visible()
    made = page.request.post(
        f"{demo.address}api/jobs",
        data={
            "format": "kettledrum-brief/1",
            "name": "Bare",
            "rider": {"mass_kg": 78, "power_w": 125, "cadence_rpm": [60, 88]},
            "setups": [],
        },
    ).json()
    page.goto(f"{demo.address}jobs/{made['id']}/verdict")
    expect(page.get_by_role("heading", name="No setups yet")).to_be_visible()
