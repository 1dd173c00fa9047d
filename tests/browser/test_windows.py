"""Two windows on one job: each sees the other's changes, and neither writes over them unnoticed."""

import json

import pytest
from on_page import PASTE, field, held_up, open_setup, saved
from playwright.sync_api import Page, expect

from examples import NINE_SPEED_HUB


@pytest.fixture
def second(page: Page, demo) -> Page:
    other = page.context.new_page()
    yield other
    other.close()


def test_each_window_sees_what_the_other_changes_without_a_reload(page, second, demo):
    open_setup(page, demo, "Eight-speed hub")
    second.goto(demo.address)
    row = second.get_by_role("row", name="Eight-speed hub").first
    expect(row).to_contain_text("2.44 m")
    field(page, "path[0].rear").fill("20")
    # 44 ÷ 20 × 0.55 on 2.218 m
    expect(row).to_contain_text("2.68 m")
    second.get_by_role("button", name="Undo: rear teeth of “Eight-speed hub”").click()
    expect(field(page, "path[0].rear")).to_have_value("22")


@pytest.mark.parametrize("expected_errors", [{"409"}], ids=["stale on purpose"])
@pytest.mark.parametrize(("choice", "kept"), [("Save mine", "46"), ("Take the other", "48")])
def test_a_change_that_crosses_another_is_explained_and_loses_nothing(page, second, demo, choice, kept):
    open_setup(page, demo, "Eight-speed hub")
    open_setup(second, demo, "Eight-speed hub")
    # This window's save is held up on its way until the other's has gone through.
    with held_up(page) as held:
        field(page, "path[0].front").fill("46")
    field(second, "path[0].front").fill("48")
    saved(second)
    second.wait_for_function("async () => (await fetch('/api/jobs')).ok")
    held[0].continue_()
    expect(page.get_by_text("What you typed is kept here.")).to_be_visible()
    expect(field(page, "path[0].front")).to_have_value("46")
    page.get_by_role("button", name=choice).click()
    for window in (page, second):
        expect(field(window, "path[0].front")).to_have_value(kept)
    saved(page)


def test_what_is_brought_in_at_one_window_shows_at_the_other_and_disturbs_no_typing(page, second, demo):
    open_setup(page, demo, "Eight-speed hub")
    second.goto(demo.address)
    expect(second.get_by_role("listbox")).to_have_count(7)
    field(page, "path[0].front").fill("46")
    second.evaluate(PASTE, json.dumps(NINE_SPEED_HUB))
    expect(second.get_by_label("Name of the setup")).to_have_value("Nine-speed hub, 44 × 19")
    expect(page.get_by_role("navigation", name="Setups").get_by_role("link")).to_have_count(8)
    expect(field(page, "path[0].front")).to_have_value("46")
    saved(page)
    expect(page.get_by_text("What you typed is kept here.")).to_be_hidden()
