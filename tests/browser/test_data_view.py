"""The data looked after on the page: backed up, restored, made smaller."""

import re

import pytest
from on_page import saved
from playwright.sync_api import Page, expect


@pytest.fixture
def data(page: Page, demo) -> Page:
    page.goto(demo.address)
    page.get_by_role("link", name="Settings").click()
    expect(page.get_by_role("heading", name="Settings", exact=True)).to_be_visible()
    return page


def test_a_backup_is_made_restored_and_removed(data, demo):
    expect(
        data.get_by_text(re.compile("^1 job with 7 setups, 2 roads, 0 bikes, 0 rides and 39 parts take up"))
    ).to_be_visible()
    data.get_by_role("button", name="Back up now").click()
    expect(data.get_by_text(re.compile("The newest backup was made today at"))).to_be_visible()
    row = data.get_by_role("row", name=re.compile("^Today at .* by hand")).first
    expect(row).to_be_visible()
    with data.expect_download() as saved_file:
        row.get_by_role("link", name=re.compile("^Save the backup")).click()
    assert saved_file.value.path().read_bytes().startswith(b"SQLite format 3")
    # A change, and back to before it.
    data.get_by_role("link", name="Job").click()
    data.get_by_label("Name of the job").fill("Wax round")
    saved(data)
    data.get_by_role("link", name="Settings").click()
    row.get_by_role("button", name=re.compile("^Restore the backup")).click()
    asked = data.get_by_role("dialog")
    expect(asked).to_contain_text("What is there now is kept as a backup")
    asked.get_by_role("button", name="Cancel").click()
    expect(asked).to_be_hidden()
    row.get_by_role("button", name=re.compile("^Restore the backup")).click()
    asked.get_by_role("button", name="Restore", exact=True).click()
    expect(data.get_by_role("heading", level=1)).to_have_text("Honey round")
    # It goes to the first job of what was restored: what is clicked before that would be left again.
    data.wait_for_url("**/line-up")
    assert [job["name"] for job in demo.get("api/jobs")] == ["Honey round"]
    data.get_by_role("link", name="Settings").click()
    before = data.get_by_role("row", name=re.compile("before a restore")).first
    before.get_by_role("button", name=re.compile("^Remove the backup")).click()
    data.get_by_role("dialog").get_by_role("button", name="Remove", exact=True).click()
    expect(before).to_be_hidden()
    expect(row).to_be_visible()


@pytest.mark.parametrize("expected_errors", [{"422"}])
def test_how_many_backups_are_kept_is_said_and_refused_by_name(data, demo):
    rules = data.get_by_role("form", name="Automatic backups")
    keep = rules.get_by_role("button", name="Apply")
    expect(keep).to_be_disabled()
    rules.get_by_label("Keep the last days").fill("many")
    keep.click()
    expect(rules).to_contain_text("whole number from 1 to 60")
    expect(rules.get_by_label("Keep the last days")).to_have_value("many")
    expect(rules.get_by_label("Keep the last days")).to_be_focused()
    rules.get_by_label("Keep the last days").fill("14")
    rules.get_by_label("and before them, one a week for weeks").fill("8")
    keep.click()
    expect(data.get_by_text("Automatic backups follow this from now on.")).to_be_visible()
    assert demo.get("api/data")["rules"] == {"on": True, "days": 14, "weeks": 8}
    rules.get_by_role("checkbox").uncheck()
    keep.click()
    expect(data.get_by_text("Automatic backups are off.", exact=True)).to_be_visible()
    expect(data.get_by_text(re.compile("automatic backups are off.$"))).to_be_visible()


def test_figures_are_written_with_a_comma_and_read_back(data):
    data.get_by_label("Numbers").select_option("comma")
    data.get_by_role("link", name="Setups").click()
    expect(data.locator("[data-says]")).to_contain_text(re.compile(r"\d,\d times as high"))
    assert re.search(r"\d\.\d", data.locator("main").inner_text()) is None
    data.get_by_role("link", name="Job").click()
    mass = data.get_by_role("textbox", name=re.compile("^Bicycle"))
    mass.fill("15,5")
    saved(data)
    data.reload()
    expect(mass).to_have_value("15,5")


def test_money_has_the_riders_word_in_parts_and_in_new_jobs(data, demo):
    money = data.get_by_label("Your money is called")
    money.fill("<b>")
    expect(data.get_by_text("Must be plain text without < or >, of at most 20 letters.")).to_be_visible()
    expect(money).to_have_value("<b>")
    money.fill("shells")
    data.get_by_role("link", name="Parts").click()
    expect(data.get_by_role("row", name="5-speed hub, grease")).to_contain_text("150 shells")
    data.goto(f"{demo.address}ask")
    data.get_by_label("Your weight").fill("80")
    data.get_by_label("The bike, as advertised").fill("44/18, 28 in")
    data.get_by_role("button", name="Go on with this as a job").click()
    data.get_by_role("link", name="Costs").click()
    expect(data.locator('[data-place="money.currency"]')).to_have_value("shells")


@pytest.mark.parametrize("expected_errors", [{"422"}])
def test_old_steps_are_let_go(data, demo):
    data.get_by_role("link", name="Job").click()
    for number in range(3):
        data.get_by_label("Name of the job").fill(f"Round {number}")
        saved(data)
        data.get_by_label("What the bicycle must do").fill(f"Notes {number}")
        saved(data)
    data.get_by_role("link", name="Settings").click()
    free = data.get_by_role("form", name="Free space")
    expect(data.get_by_text(re.compile("^6 steps can be undone"))).to_be_visible()
    free.get_by_label("Steps to keep in each job").fill("-1")
    free.get_by_role("button", name="Free space").click()
    expect(free).to_contain_text("whole number from 0 to 1000")
    free.get_by_label("Steps to keep in each job").fill("2")
    free.get_by_role("button", name="Free space").click()
    expect(data.get_by_text(re.compile("freed; 2 steps can still be undone"))).to_be_visible()
    expect(data.get_by_text(re.compile("^2 steps can be undone"))).to_be_visible()
    assert demo.get("api/data")["size"]["steps"] == 2
