"""Undo and redo, by button and by key: everything follows, and it is said what was undone."""

import re

import pytest
from on_page import explained, field, open_setup, open_view, saved
from playwright.sync_api import Page, expect

from serving import Served


def undo(page: Page, what: str):
    return page.get_by_role("button", name=f"Undo: {what}")


def test_a_change_is_taken_back_and_done_again(page, demo):
    open_setup(page, demo, "Eight-speed hub")
    expect(page.get_by_role("button", name="Nothing to undo")).to_be_disabled()
    field(page, "path[0].rear").fill("20")
    saved(page)
    undo(page, "rear teeth of “Eight-speed hub”").click()
    expect(page.get_by_text("Undone: rear teeth of “Eight-speed hub”.")).to_be_visible()
    expect(field(page, "path[0].rear")).to_have_value("22")
    expect(explained(page)).to_contain_text("44 ÷ 22")
    page.get_by_role("button", name="Redo: rear teeth of “Eight-speed hub”").click()
    expect(field(page, "path[0].rear")).to_have_value("20")
    expect(explained(page)).to_contain_text("44 ÷ 20")


def test_keys_undo_from_any_view(page, demo):
    open_setup(page, demo, "Eight-speed hub")
    page.get_by_role("button", name="Delete").click()
    expect(page.get_by_role("navigation", name="Setups").get_by_role("link")).to_have_count(6)
    page.get_by_role("link", name="Line-up").click()
    expect(page.get_by_role("listbox")).to_have_count(6)
    page.keyboard.press("Control+z")
    expect(page.get_by_role("listbox")).to_have_count(7)
    expect(page.get_by_text("Undone: deletion of “Eight-speed hub”.")).to_be_visible()
    page.keyboard.press("Control+Shift+Z")
    expect(page.get_by_role("listbox")).to_have_count(6)
    page.keyboard.press("Control+z")
    expect(page.get_by_role("listbox")).to_have_count(7)


def test_undo_waits_for_what_is_being_typed(page, demo):
    open_setup(page, demo, "Eight-speed hub")
    field(page, "path[0].front").fill("50")
    # At once, before the pause after which it is saved.
    page.get_by_role("button", name="Show gear 1").focus()
    page.keyboard.press("Control+z")
    expect(page.get_by_text("Undone: front teeth of “Eight-speed hub”.")).to_be_visible()
    expect(field(page, "path[0].front")).to_have_value("44")


def test_the_job_is_undone_too_and_over_a_restart(page, tmp_path):
    served = Served("demo", data=tmp_path)
    open_view(page, served, "Job")
    page.get_by_label("Lowest easy cadence, rpm").fill("50")
    saved(page)
    served.stop()
    served = Served("demo", data=tmp_path)
    page.goto(served.address)
    expect(page.get_by_text("each bar is one gear from 50 to 88 rpm")).to_be_visible()
    undo(page, "rider").click()
    expect(page.get_by_text("each bar is one gear from 60 to 88 rpm")).to_be_visible()
    served.stop()


@pytest.mark.parametrize("expected_errors", [{"422"}], ids=["refused on purpose"])
def test_undo_first_takes_back_what_could_not_be_saved(page, demo):
    open_setup(page, demo, "Eight-speed hub")
    # Even where nothing has been saved that could be undone.
    field(page, "path[0].rear").fill("2")
    undo(page, "what could not be saved").click()
    expect(page.get_by_text("Undone: what could not be saved.")).to_be_visible()
    expect(field(page, "path[0].rear")).to_have_value("22")
    field(page, "path[0].rear").fill("20")
    saved(page)
    field(page, "path[0].rear").fill("3")
    undo(page, "what could not be saved").click()
    expect(field(page, "path[0].rear")).to_have_value("20")


def test_ctrl_z_in_a_field_that_was_just_entered_undoes_and_says_so(page, demo):
    open_setup(page, demo, "Eight-speed hub")
    front, rear = field(page, "path[0].front"), field(page, "path[0].rear")
    front.fill("42")
    saved(page)
    rear.focus()
    page.keyboard.press("Control+z")
    expect(page.get_by_text(re.compile("^Undone: "))).to_have_count(1)
    expect(front).to_have_value("44")
    # Once something is typed there, the keys are the field's own.
    rear.press("End")
    page.keyboard.type("9")
    page.keyboard.press("Control+z")
    expect(rear).to_have_value("22")
    expect(front).to_have_value("44")


def test_a_cassette_is_offered_only_where_it_would_stand(page, demo):
    open_setup(page, demo, "As ridden: single-speed")
    page.get_by_role("button", name="Add stage").click()
    page.get_by_role("menuitem", name="Sprockets").click()
    more = page.get_by_role("button", name=re.compile("^More for Sprockets"))
    expect(more).to_have_count(2)
    for place, kinds in ((0, "crankset"), (1, "cassette")):
        more.nth(place).click()
        page.get_by_role("menuitem", name="Take from Parts…").click()
        box = page.get_by_role("dialog", name="Take from Parts")
        expect(box.get_by_role("button", name=re.compile(f"^{kinds}")).first).to_be_visible()
        other = "cassette" if kinds == "crankset" else "crankset"
        expect(box.get_by_role("button", name=re.compile(f"^{other}"))).to_have_count(0)
        box.get_by_role("button", name="Cancel").click()
        expect(box).to_be_hidden()
