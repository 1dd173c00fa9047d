"""Everything by keyboard: the list of keys, the jump box, and one whole path without a pointer."""

import re

import pytest
from on_page import explained, open_setup, saved
from playwright.sync_api import Page, expect

from examples import brief, setup


def press(page: Page, *keys: str) -> None:
    for key in keys:
        page.keyboard.press(key)


SEEN = """() => {
  const here = document.activeElement;
  // Fields and the speed line show the focus by other means than an outline.
  return getComputedStyle(here).outlineStyle !== "none" || here.matches("input, textarea, [role=slider]");
}"""


def tab_to(page: Page, name: str, role: str | None = None, key: str = "Tab") -> None:
    """Moves the focus on until it is on what is called so, as somebody without a pointer would."""
    what = """() => {
      const here = document.activeElement;
      const label = here.labels?.[0]?.textContent ?? "";
      return [here.getAttribute("aria-label") ?? "", label, here.textContent.slice(0, 80), here.tagName];
    }"""
    for _ in range(80):
        page.keyboard.press(key)
        found = page.evaluate(what)
        if any(name == words.strip() for words in found[:3]) and (role is None or found[3] == role):
            assert page.evaluate(SEEN), f"the focus cannot be seen on {name}"
            return
    raise AssertionError(f"{name} cannot be reached by Tab")


@pytest.mark.parametrize("expected_errors", [{"422"}], ids=["half-typed teeth are refused"])
def test_a_job_from_nothing_to_a_comparison_by_keyboard_alone(page, demo):
    page.goto(demo.address)
    expect(page.get_by_role("slider")).to_be_visible()
    press(page, "j")
    expect(page.get_by_label("Name of the job")).to_be_visible()
    tab_to(page, "New job")
    press(page, "Enter")
    expect(page.get_by_role("button", name="Start the job")).to_be_visible()
    tab_to(page, "Name of the job")
    page.keyboard.type("Wax run")
    tab_to(page, "Body mass, kg")
    page.keyboard.type("70")
    tab_to(page, "Power held all day, W")
    page.keyboard.type("110")
    press(page, "Enter")
    expect(page.get_by_role("heading", name="No setups yet")).to_be_visible()
    press(page, "n")
    press(page, "ArrowDown", "Enter")
    expect(page.get_by_label("Name of the setup")).to_have_value("Hub with gears")
    tab_to(page, "Rear teeth")
    press(page, "Control+a")
    page.keyboard.type("21")
    expect(explained(page)).to_contain_text("42 ÷ 21 × 0.6 = 1.20")
    saved(page)
    press(page, "Escape")
    tab_to(page, "Show gear 1", key="Tab")
    press(page, "ArrowDown")
    expect(explained(page)).to_contain_text("Gear 2")
    press(page, "n")
    press(page, "Enter")
    # The name of a setup that was just added has the focus, and its letters to itself.
    expect(page.get_by_label("Name of the setup")).to_have_value("Single-speed")
    expect(page.get_by_label("Name of the setup")).to_be_focused()
    press(page, "Tab", "[")
    expect(page.get_by_label("Name of the setup")).to_have_value("Hub with gears")
    press(page, "l")
    expect(page.get_by_role("listbox")).to_have_count(2)
    tab_to(page, "Speed")
    before = page.get_by_role("slider").get_attribute("aria-valuenow")
    press(page, "PageUp")
    assert float(page.get_by_role("slider").get_attribute("aria-valuenow")) == float(before) + 5
    press(page, "Control+z")
    expect(page.get_by_text("Undone: addition of “Single-speed”.")).to_be_visible()
    expect(page.get_by_role("listbox")).to_have_count(1)
    press(page, "Control+k")
    expect(page.get_by_role("combobox", name="Go to a view, a job or a setup")).to_be_focused()
    page.keyboard.type("fourteen")
    expect(page.get_by_role("option", name=re.compile("Fourteen-speed hub"))).to_be_visible()
    press(page, "Enter")
    # In the other job.
    expect(page.get_by_label("Name of the setup")).to_have_value("Fourteen-speed hub")
    expect(page.get_by_role("heading", level=1)).to_have_text("Honey round")


def test_the_jump_box_finds_views_jobs_and_setups(page, demo):
    [honey] = demo.get("api/jobs")
    demo.send("POST", "api/jobs", {**brief(setup(name="Old roadster")), "name": "Wax run"})
    # One's own job is the first that is opened; the demo's by its address.
    page.goto(f"{demo.address}jobs/{honey['id']}/setups")
    expect(page.get_by_label("Name of the setup")).to_be_visible()
    box = page.get_by_role("combobox", name="Go to a view, a job or a setup")
    for typed, kept in (
        ("line", re.compile("/line-up$")),
        ("wax", re.compile("/line-up$")),
        ("honey", re.compile("/line-up$")),
        ("stepless", re.compile("/setups/")),
        ("roadster", re.compile("/setups/")),
    ):
        page.get_by_role("button", name="Go to…").click()
        box.fill(typed)
        expect(page.get_by_role("option", name=re.compile(typed, re.IGNORECASE))).to_have_count(1)
        page.keyboard.press("Enter")
        expect(box).to_be_hidden()
        expect(page).to_have_url(kept)
    expect(page.get_by_label("Name of the setup")).to_have_value("Old roadster")
    page.keyboard.press("Escape")
    page.get_by_role("button", name="Go to…").click()
    box.fill("nothing of the kind")
    expect(page.get_by_text("Nothing has that name.")).to_be_visible()
    page.keyboard.press("Escape")
    expect(box).to_be_hidden()


def test_keys_without_ctrl_are_listed_and_can_be_turned_off(page, demo):
    page.goto(demo.address)
    expect(page.get_by_role("slider")).to_be_visible()
    press(page, "?")
    expect(page.get_by_role("heading", name="Keys")).to_be_visible()
    expect(page.get_by_text("The next leading measure")).to_be_visible()
    press(page, "Escape")
    press(page, "u")
    expect(page.get_by_role("button", name="mph")).to_have_attribute("aria-pressed", "true")
    press(page, "m")
    expect(page.get_by_role("row", name=re.compile("^E Twelve-speed crank")).first).to_contain_text(" in")
    press(page, "t")
    expect(page.locator("html")).to_have_attribute("data-theme", "dark")
    page.get_by_role("button", name="Keys").click()
    page.get_by_role("switch", name="Keys without Ctrl work outside fields").click()
    press(page, "Escape")
    expect(page.get_by_role("heading", name="Keys")).to_be_hidden()
    press(page, "u", "?", "s")
    page.reload()
    press(page, "u", "?", "s")
    expect(page.get_by_role("button", name="mph")).to_have_attribute("aria-pressed", "true")
    expect(page.get_by_role("heading", name="Keys")).to_be_hidden()
    expect(page).to_have_url(re.compile("/line-up$"))


def test_letters_typed_into_a_field_are_letters(page, demo):
    open_setup(page, demo, "Eight-speed hub")
    page.get_by_label("Name of the setup").select_text()
    page.get_by_label("Name of the setup").press_sequentially("just slm? [n/u]")
    expect(page.get_by_label("Name of the setup")).to_have_value("just slm? [n/u]")
