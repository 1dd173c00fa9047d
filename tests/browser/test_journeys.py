"""Ten journeys as riders would do them, from what they have to the sentence that they came for.

Each has a ceiling of clicks and of keys: half of what it took before there was an answer to read.
"""

import re

import pytest
from on_page import fits_sideways
from playwright.sync_api import Page, expect

from serving import Served
from tracks import gpx

ANSWER = re.compile(r"^(Yes|No)\b")


class Hand:
    """A rider at a page: everything goes through clicks and keys, which are counted."""

    def __init__(self, page: Page) -> None:
        self.page, self.clicks, self.keys = page, 0, 0

    def click(self, role: str, name: str | re.Pattern[str], within=None) -> None:
        (within or self.page).get_by_role(role, name=name).first.click()
        self.clicks += 1

    def type(self, text: str) -> None:
        self.page.keyboard.type(text)
        self.keys += len(text)

    def press(self, *keys: str) -> None:
        for key in keys:
            self.page.keyboard.press(key)
            self.keys += 1

    def fill(self, label: str, text: str) -> None:
        """Clicks into a field, and types over what is there."""
        self.page.get_by_label(label).first.click()
        self.clicks += 1
        self.press("Control+a")
        self.type(text)

    def within(self, clicks: int, keys: int) -> None:
        assert (self.clicks <= clicks, self.keys <= keys) == (True, True), (self.clicks, self.keys)


@pytest.fixture
def expected_errors() -> set[str]:
    """What is half typed when the hand rests may be refused."""
    return {"422"}


@pytest.fixture
def empty(page: Page, tmp_path):
    served = Served("serve", data=tmp_path)
    page.goto(served.address)
    expect(page.get_by_label("Your weight")).to_be_focused()
    yield served
    served.stop()


@pytest.fixture
def hand(page: Page) -> Hand:
    return Hand(page)


def asked(hand: Hand, weight: str, carried: str, bike: str, where: str = "") -> None:
    """The first page, filled in from blank to blank."""
    expect(hand.page.get_by_label("Your weight")).to_be_focused()
    hand.type(weight)
    hand.press("Tab")
    if carried:
        hand.type(carried)
    hand.press("Tab")
    hand.type(bike)
    if where:
        hand.press("Tab", "Control+a")
        hand.type(where)
    expect(answer(hand.page)).to_have_text(ANSWER)


def answer(page: Page):
    return page.get_by_role("region", name="The answer").get_by_role("heading")


def says(page: Page):
    return page.locator("[data-says]").first


def test_a_beginner_with_an_advertisement(hand, empty):
    asked(hand, "78", "8", "36 x 11-46, 28 in")
    expect(answer(hand.page)).to_contain_text("climbs the 9 % hill")
    expect(answer(hand.page)).to_contain_text("turns a minute, in gear 1")
    expect(hand.page.get_by_text("On the flat 22 km/h in gear 9")).to_be_visible()
    hand.within(clicks=0, keys=35)
    hand.click("button", "Go on with this as a job")
    expect(hand.page.get_by_role("link", name="Line-up")).to_be_visible()
    expect(says(hand.page)).to_contain_text("climbs the 9 % hill with a hard push")
    hand.within(clicks=1, keys=35)
    # Nothing of the question is lost: the job holds the rider, the load and the bicycle.
    (job,) = empty.get("api/jobs")
    record = empty.get(f"api/jobs/{job['id']}")
    assert record["need"]["rider"]["mass_kg"] == 78
    assert record["need"]["load"]["cargo_kg"] == 8
    assert record["setups"][0]["setup"]["path"][0]["front"] == [36]
    assert not record["demo"]


def test_a_tourer_weighs_a_hub_against_a_derailleur(hand, empty):
    asked(hand, "75", "30", "14-speed hub 42 x 17, 26 in", "12 % 2 km")
    expect(answer(hand.page)).to_have_text(re.compile("^No"))
    hand.click("button", "Go on with this as a job")
    hand.click("link", "Setups")
    hand.click("button", "Add setup")
    hand.click("menuitem", "Derailleur, three rings")
    expect(hand.page.get_by_label("Name of the setup")).to_be_focused()
    hand.click("link", "Line-up")
    expect(says(hand.page)).to_contain_text("2 climb")
    expect(hand.page.get_by_role("region", name="In words").get_by_role("listitem")).to_have_count(2)
    hand.within(clicks=20, keys=85)


def test_a_cargo_bicycle_gets_a_motor(hand, empty):
    asked(hand, "90", "100", "crank motor 85 Nm, 8-speed hub 38x20, 20 in", "10 %")
    expect(answer(hand.page)).to_contain_text("Yes. With its motor it rides up the 10 % hill at")
    hand.click("button", "Go on with this as a job")
    hand.click("link", "Motors")
    expect(says(hand.page)).to_contain_text("With an empty battery")
    hand.click("link", "Fit")
    expect(says(hand.page)).to_contain_text("must still be looked up")
    hand.within(clicks=20, keys=65)


def test_a_shop_customer_asks_what_would_do(hand, page, demo):
    page.goto(demo.address)
    expect(says(page)).to_contain_text("climb the 12 % hill with a hard push")
    hand.click("link", "What would do it")
    told = says(page)
    expect(told).to_contain_text("worth a look: “")
    expect(page.get_by_role("button", name=re.compile("^climbs the hill"))).to_have_attribute(
        "aria-pressed", "true"
    )
    hand.click("button", "Add to the line-up")
    hand.click("link", "In the line-up: compare")
    expect(page.get_by_role("group", name="Gear lanes").get_by_role("listbox")).to_have_count(8)
    hand.within(clicks=11, keys=15)


def test_a_folding_bicycle_gets_a_smaller_ring(hand, empty):
    asked(hand, "64", "5", "52 x 11-32, 20 in", "15 %")
    expect(answer(hand.page)).to_have_text(re.compile("^No"))
    hand.click("button", "Go on with this as a job")
    hand.click("link", "Setups")
    hand.fill("Front teeth", "36")
    told = hand.page.get_by_role("region", name="Before and after").get_by_role("status")
    # 36/52 is 31 % less.
    expect(told).to_contain_text("All gears are 31 % lower.")
    hand.within(clicks=11, keys=55)


def test_a_builder_learns_whether_a_drive_bears_it(hand, empty):
    asked(hand, "70", "", "44x18")
    hand.click("button", "Go on with this as a job")
    hand.click("link", "Home-built")
    hand.click("button", "Add a drive")
    expect(says(hand.page)).to_contain_text(re.compile(r"^It runs at|^Geared for"))
    hand.within(clicks=7, keys=22)


def test_two_chains_on_one_axle(hand, empty):
    asked(hand, "70", "", "44x18")
    hand.click("button", "Go on with this as a job")
    hand.click("link", "Pairings")
    form = hand.page.get_by_role("region", name="Two chains on one axle")
    form.get_by_label("Front teeth").click()
    hand.clicks += 1
    hand.press("Control+a")
    hand.type("30 42")
    hand.press("Tab", "Control+a")
    hand.type("17 21")
    hand.press("Tab", "Control+a")
    hand.type("440")
    hand.press("Enter")
    expect(form.get_by_text(re.compile("pairs fit|None of these fit"))).to_be_visible()
    hand.within(clicks=7, keys=35)


def test_a_commuter_brings_a_track(hand, empty):
    hand.type("78")
    hand.press("Tab", "Tab")
    hand.type("8-speed hub")
    points = [(50 + place * 0.0009, 8.0, 100 + max(place - 30, 0) * 8) for place in range(60)]
    with hand.page.expect_file_chooser() as chooser:
        hand.click("button", "A file of my road instead")
    chooser.value.set_files(
        {"name": "work.gpx", "mimeType": "text/xml", "buffer": gpx(points, name="To work")}
    )
    expect(hand.page.get_by_text("To work", exact=True)).to_be_visible()
    expect(answer(hand.page)).to_have_text(ANSWER)
    expect(hand.page.get_by_text("Your road: a hill of 8 %, 100 m long")).to_be_visible()
    hand.click("button", "Go on with this as a job")
    hand.click("link", "Road")
    expect(hand.page.get_by_role("link", name=re.compile("To work"))).to_be_visible()
    expect(says(hand.page)).to_contain_text("of climbing, at most")
    hand.within(clicks=10, keys=15)


def test_by_keyboard_alone(hand, page, empty):
    asked(hand, "78", "8", "36 x 11-46, 28 in")
    for _ in range(30):
        hand.press("Tab")
        if page.evaluate("document.activeElement.textContent") == "Go on with this as a job":
            break
    hand.press("Enter")
    expect(says(page)).to_contain_text("climbs the 9 % hill")
    # What had the focus is gone, and the view has it: the next keys are its own.
    expect(page.locator("#view")).to_be_focused()
    hand.press("g")
    expect(page.get_by_role("heading", name="Pairings")).to_be_visible()
    expect(says(page)).to_contain_text("is mounted")
    hand.within(clicks=0, keys=70)


@pytest.mark.parametrize(
    "browser_context_args", [{"viewport": {"width": 390, "height": 844}}], indirect=False
)
def test_on_a_phone(hand, page, tmp_path, browser_context_args):
    page.set_viewport_size({"width": 390, "height": 844})
    served = Served("serve", data=tmp_path)
    page.goto(served.address)
    asked(hand, "78", "8", "36 x 11-46, 28 in")
    fits_sideways(page)
    hand.click("button", "Go on with this as a job")
    for group, view in (("Need", "Job"), ("Build", "Pairings"), ("Keep", "Parts")):
        before = hand.clicks
        hand.click("button", re.compile(f"^{group}"))
        hand.click("menuitem", view)
        expect(page).to_have_title(re.compile(f"^{view} · "))
        assert hand.clicks - before == 2
    hand.click("button", re.compile("^Weigh"))
    hand.click("menuitem", "Line-up")
    expect(says(page)).to_contain_text("climbs the 9 % hill")
    hand.within(clicks=10, keys=35)
    served.stop()


def test_the_question_stays_one_press_away_and_outlives_a_reload(hand, page, demo):
    page.goto(demo.address)
    page.get_by_role("heading", level=1).get_by_role("button").click()
    page.get_by_role("menuitem", name="Ask a quick question").click()
    asked(hand, "78", "8", "36 x 11-46, 28 in")
    page.reload()
    expect(page.get_by_label("The bike, as advertised")).to_have_value("36 x 11-46, 28 in")
    expect(answer(page)).to_have_text(ANSWER)
    page.get_by_role("button", name="Start again").click()
    expect(page.get_by_label("The bike, as advertised")).to_have_value("")


def test_what_is_refused_names_its_blank_and_stays(page, empty):
    page.get_by_label("Your weight").fill("7")
    page.get_by_label("The bike, as advertised").fill("11-46")
    page.get_by_label("Where you ride").fill("moon")
    page.get_by_label("Where you ride").press("Enter")
    expect(page.get_by_text("Must be from 15 to 300 kg.")).to_be_visible()
    page.get_by_label("Your weight").fill("78")
    page.get_by_label("Your weight").press("Enter")
    expect(page.get_by_text("Holds a cassette, 11–46, but no chainring", exact=False)).to_be_visible()
    expect(page.get_by_text("Must be flat, rolling, hilly or mountains", exact=False)).to_be_visible()
    expect(page.get_by_label("The bike, as advertised")).to_have_value("11-46")
    page.get_by_label("Where you ride").fill("hilly")
    page.get_by_label("The bike, as advertised").fill("36 x 11-46")
    expect(answer(page)).to_have_text(ANSWER)
    expect(page.get_by_role("alert")).to_have_count(0)


def test_a_motor_that_outruns_the_legs_drives_alone(page, empty):
    page.get_by_label("Your weight").fill("90")
    page.get_by_label("Where you ride").fill("flat")
    page.get_by_label("The bike, as advertised").fill("hub motor 45 Nm, 36 V 13 Ah, 44 x 16, 20 x 1.75")
    expect(answer(page)).to_contain_text("25 km/h on the motor alone")
    # The hill that was asked for is marked, though it is the first of all.
    expect(page.get_by_role("img").get_by_text("3 %: motor alone")).to_be_visible()
    expect(page.get_by_role("heading", name="Its one gear, by the speed it is for")).to_be_visible()
    # Where legs follow no further the line stands, within the band.
    expect(page.get_by_role("slider", name="Speed")).to_have_attribute("aria-valuenow", "23")
    expect(page.locator("[data-drawing=lanes]")).not_to_contain_text("above the band")
    page.get_by_role("button", name="Go on with this as a job").click()
    flat = page.get_by_role("table", name="Climb and flat").get_by_role("row").nth(1)
    expect(flat).to_contain_text("23.0 km/h, out of gears")
    with_motors = page.get_by_role("table", name="With motors").get_by_role("row").nth(1)
    expect(with_motors).to_contain_text("25.0 km/h, motor alone")
    page.get_by_role("link", name="Motors").first.click()
    expect(page.get_by_text("none, faster than you can pedal")).to_be_visible()


def test_the_demo_is_marked_left_and_taken_away(page, empty):
    page.get_by_role("button", name="Look at the demo").click()
    expect(page.get_by_text("demo", exact=True)).to_be_visible()
    menu = page.get_by_role("heading", level=1).get_by_role("button")
    menu.click()
    page.get_by_role("menuitem", name="Leave the demo").click()
    expect(page.get_by_label("Your weight")).to_be_visible()
    page.get_by_role("button", name="Look at the demo").click()
    expect(page.get_by_role("heading", level=1)).to_have_text("Honey round")
    # Opened twice it is there once.
    assert len(empty.get("api/jobs")) == 5
    menu.click()
    page.get_by_role("menuitem", name="Remove the demo").click()
    expect(page.get_by_label("Your weight")).to_be_visible()
    assert empty.get("api/jobs") == []
    page.get_by_role("button", name="Bring it back").click()
    expect(page.get_by_role("heading", level=1)).to_have_text("Honey round")


def test_an_address_that_leads_nowhere_says_so(page, demo):
    page.goto(f"{demo.address}nowhere/at/all")
    expect(page.get_by_role("heading", name="There is no page at this address")).to_be_visible()
    page.get_by_role("link", name="To my jobs").click()
    expect(says(page)).to_be_visible()
    page.goto(f"{page.url.rsplit('/', 1)[0]}/nowhere")
    expect(page.get_by_role("heading", name="There is no page at this address")).to_be_visible()
    expect(page.get_by_role("link", name="Line-up")).to_be_visible()
